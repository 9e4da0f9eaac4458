"use client";
import { wholeDay } from "@/core/plan";
import { clockText } from "@/core/time";
import { hourText } from "@/panels/hours/hourParts";
import { usePlanView } from "@/panels/hours/planView";
import { SentencePart } from "@/ui/SentencePart";
import { useTimeStyle } from "@/ui/workspaceContext";

const hours = Array.from({ length: 25 }, (_, hour) => hour);

/** Between which hours the days are drawn; what lies outside of them on a day still shows there. */
export function HoursPart() {
  const [{ firstHour, lastHour }, change] = usePlanView();
  const style = useTimeStyle();
  const isWhole = firstHour === 0 && lastHour === 24;
  // The head has no room for minutes that are none.
  const short = (hour: number) => (style.hour12 ? hourText(hour, true) : String(hour));
  const choose = (label: string, value: number, offered: readonly number[], take: (hour: number) => void) => (
    <label className="flex items-center justify-between gap-4">
      <span className="text-ink-2">{label}</span>
      <select className="field" value={value} onChange={({ target }) => take(Number(target.value))}>
        {offered.map((hour) => (
          <option key={hour} value={hour}>
            {clockText(hour * 60, style)}
          </option>
        ))}
      </select>
    </label>
  );
  return (
    <span className="text-ink-2">
      Hours{" "}
      <SentencePart words={isWhole ? "all" : `${short(firstHour)} to ${short(lastHour)}`} label="Hours shown">
        {() => (
          <div className="grid gap-2">
            {choose("First hour", firstHour, hours.slice(0, lastHour), (hour) => change({ firstHour: hour }))}
            {choose("Last hour", lastHour, hours.slice(firstHour + 1), (hour) => change({ lastHour: hour }))}
            <p className="max-w-64 text-small text-ink-3">Anything earlier or later on these days is still shown.</p>
            {!isWhole && (
              <button
                className="link justify-self-start"
                onClick={() => change({ firstHour: wholeDay.firstHour, lastHour: wholeDay.lastHour })}
              >
                Show the whole day
              </button>
            )}
          </div>
        )}
      </SentencePart>
    </span>
  );
}
