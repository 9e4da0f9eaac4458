"use client";
import { saveSettings } from "@/core/commands";
import { addDays, dateText, startOfWeek, type WorkingDay } from "@/core/time";
import { useAct, useSettings, useTimeStyle } from "@/ui/workspaceContext";
import { Section } from "./Section";
import { ClockField, LengthField } from "./typed";

const someMonday = startOfWeek("2026-11-24", 1);
const usual: WorkingDay = { startMinute: 480, endMinute: 1050, capacityMinutes: 480 };

/** When one works on each day of the week, and how much a day may hold. */
export function WorkingWeek() {
  const { workingWeek } = useSettings();
  const act = useAct();
  const style = useTimeStyle();
  const set = (at: number, day: WorkingDay | null) =>
    act(saveSettings, { workingWeek: workingWeek.map((one, index) => (index === at ? day : one)) });
  return (
    <Section
      title="Working hours"
      note="Time outside your working hours is hatched on the rail. The capacity is how much work a day can hold."
    >
      <div className="grid grid-cols-[minmax(90px,150px)_84px_84px_96px] items-center gap-x-3 gap-y-1 max-sm:grid-cols-[minmax(0,1fr)_66px_66px_66px] max-sm:gap-x-1.5">
        <span />
        {["From", "To", "Capacity"].map((label) => (
          <span key={label} className="text-small text-ink-2">
            {label}
          </span>
        ))}
        {workingWeek.map((day, at) => {
          const name = dateText(addDays(someMonday, at), "dayName", style);
          return (
            <div key={at} role="group" aria-label={name} className="contents">
              <label className="flex min-h-7 items-center gap-2 font-semibold">
                <input
                  type="checkbox"
                  className="size-4 accent-[var(--woad)]"
                  checked={day !== null}
                  onChange={(event) => set(at, event.target.checked ? usual : null)}
                />
                {name}
              </label>
              {day ? (
                <>
                  <ClockField
                    label={`${name}, from`}
                    minute={day.startMinute}
                    set={(startMinute) => set(at, { ...day, startMinute })}
                  />
                  <ClockField
                    label={`${name}, to`}
                    minute={day.endMinute}
                    set={(endMinute) => set(at, { ...day, endMinute })}
                  />
                  <LengthField
                    label={`${name}, capacity`}
                    minutes={day.capacityMinutes}
                    set={(capacityMinutes) => set(at, { ...day, capacityMinutes })}
                  />
                </>
              ) : (
                <span className="col-span-3 text-ink-3">day off</span>
              )}
            </div>
          );
        })}
      </div>
    </Section>
  );
}
