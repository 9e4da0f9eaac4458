"use client";
import { X } from "lucide-react";
import { useState } from "react";
import { saveSettings } from "@/core/commands";
import { newId, type Rhythm } from "@/core/model";
import { rhythmsOf } from "@/core/plan";
import { durationText } from "@/core/time";
import { ringing } from "@/panels/clock/ringing";
import { notify } from "@/ui/notices";
import { TypedField } from "@/ui/TypedField";
import { useAct, useSettings } from "@/ui/workspaceContext";
import { WillRing } from "@/panels/clock/Reminders";
import { Choices } from "./Choices";
import { Section } from "./Section";
import { ClockField, LengthField } from "./typed";

/** When the person is sharp, by which rhythms, and how an end is told of. */
export function Working() {
  return (
    <Section
      title="Working"
      note="The clock counts down from a rhythm, from what is left of an estimate, or to the end of a block. Entries of the log without a name are yours."
    >
      <SharpHours />
      <Lengths />
      <Rhythms />
      <RemindOf />
      <Ringing />
    </Section>
  );
}

/** Whether plans go by what was typed, or by what such work took. */
function Lengths() {
  const { countLearnt = false } = useSettings();
  const act = useAct();
  return (
    <>
      <Choices
        label="Plans and loads count"
        value={countLearnt ? "learnt" : "typed"}
        options={[
          ["typed", "the length you typed"],
          ["learnt", "the length such work usually takes you"],
        ]}
        set={(as) => act(saveSettings, { countLearnt: as === "learnt" ? true : undefined })}
      />
      {countLearnt && (
        <p className="text-small text-ink-2">
          The usual length is learnt from what was done before today, and stands beside the typed one. Where too little
          is known, the typed one counts.
        </p>
      )}
    </>
  );
}

function SharpHours() {
  const { sharpHours } = useSettings();
  const act = useAct();
  const set = (next: { startMinute: number; endMinute: number } | undefined) => {
    if (next && next.endMinute <= next.startMinute)
      return notify({ text: "The end must be after the start. Nothing was changed.", tone: "refused" });
    act(saveSettings, { sharpHours: next });
  };
  return (
    <div role="group" aria-label="When you are sharp" className="flex min-h-8 flex-wrap items-center gap-x-4">
      <span className="w-40 text-ink-2">When you are sharp</span>
      {sharpHours ? (
        <>
          <span className="w-20">
            <ClockField
              label="Sharp from"
              minute={sharpHours.startMinute}
              set={(startMinute) => set({ ...sharpHours, startMinute })}
            />
          </span>
          <span>to</span>
          <span className="w-20">
            <ClockField
              label="Sharp until"
              minute={sharpHours.endMinute}
              set={(endMinute) => set({ ...sharpHours, endMinute })}
            />
          </span>
          <button className="button-quiet" onClick={() => set(undefined)}>
            No special hours
          </button>
        </>
      ) : (
        <button className="link" onClick={() => set({ startMinute: 540, endMinute: 690 })}>
          Set hours
        </button>
      )}
    </div>
  );
}

function Rhythms() {
  const settings = useSettings();
  const act = useAct();
  const rhythms = rhythmsOf(settings);
  const [name, setName] = useState("");
  const put = (next: readonly Rhythm[]) => act(saveSettings, { rhythms: next });
  const change = (id: string, fields: Partial<Rhythm>) =>
    put(rhythms.map((one) => (one.id === id ? { ...one, ...fields } : one)));
  return (
    <div className="my-3">
      <h3 className="mb-1 font-semibold">Rhythms</h3>
      <table className="w-full max-w-[560px]">
        <thead>
          <tr className="text-left text-small text-ink-2">
            <th className="font-normal">Name</th>
            <th className="font-normal">Work</th>
            <th className="font-normal">Break</th>
            <th className="font-normal">Long break</th>
            <th className="font-normal">after</th>
            <td />
          </tr>
        </thead>
        <tbody>
          {rhythms.map((one) => (
            <tr key={one.id}>
              <td className="pr-2">
                <TypedField
                  label={`Name of the rhythm ${one.title}`}
                  text={one.title}
                  commit={(typed) => typed.trim() !== "" && change(one.id, { title: typed.trim() })}
                />
              </td>
              {(["workMinutes", "breakMinutes", "longBreakMinutes"] as const).map((field) => (
                <td key={field} className="pr-2">
                  <LengthField
                    label={`${one.title}, ${lengthWords[field]}`}
                    minutes={one[field]}
                    set={(minutes) =>
                      minutes > 1440 || (field === "workMinutes" && minutes === 0)
                        ? notify({
                            text: `${durationText(minutes)} is no length for that. Nothing was changed.`,
                            tone: "refused",
                          })
                        : change(one.id, { [field]: minutes })
                    }
                  />
                </td>
              ))}
              <td className="pr-2">
                <select
                  className="field"
                  aria-label={`${one.title}, long break after`}
                  value={one.longAfter}
                  onChange={({ target }) => change(one.id, { longAfter: Number(target.value) })}
                >
                  {[0, 2, 3, 4, 5, 6].map((count) => (
                    <option key={count} value={count}>
                      {count === 0 ? "never" : `${count} sittings`}
                    </option>
                  ))}
                </select>
              </td>
              <td>
                <button
                  className="button-quiet grid place-items-center"
                  aria-label={`Delete the rhythm ${one.title}`}
                  onClick={() => put(rhythms.filter(({ id }) => id !== one.id))}
                >
                  <X size={14} aria-hidden />
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <form
        className="mt-1"
        onSubmit={(event) => {
          event.preventDefault();
          const title = name.trim();
          if (title === "") return;
          const fresh = { id: newId(), title, workMinutes: 45, breakMinutes: 10, longBreakMinutes: 30, longAfter: 0 };
          if (put([...rhythms, fresh]) !== undefined) setName("");
        }}
      >
        <input
          className="field w-44"
          aria-label="Name of a new rhythm"
          placeholder="Add a rhythm"
          value={name}
          onChange={({ target }) => setName(target.value)}
        />
      </form>
    </div>
  );
}

const befores = ["never", "0", "5", "10", "15", "30", "60"] as const;

/** When everything of a kind rings that does not say itself when. */
function RemindOf() {
  const { remindOfEvents, remindOfBlocks } = useSettings();
  const act = useAct();
  const row = (label: string, minutes: number | undefined, set: (minutes: number | undefined) => void) => (
    <Choices
      label={label}
      value={minutes === undefined ? "never" : String(minutes)}
      options={befores.map(
        (one) => [one, one === "never" ? "never" : one === "0" ? "when it starts" : `${one} min before`] as const,
      )}
      set={(one) => set(one === "never" ? undefined : Number(one))}
    />
  );
  return (
    <div className="my-3">
      <h3 className="mb-1 font-semibold">Reminders</h3>
      {row("Of every event", remindOfEvents, (minutes) => act(saveSettings, { remindOfEvents: minutes }))}
      {row("Of every block", remindOfBlocks, (minutes) => act(saveSettings, { remindOfBlocks: minutes }))}
      <p className="mt-1 mb-2 text-small text-ink-2">
        Each event, block and task can have its own setting in its record. A browser that is closed cannot ring; the
        calendar file carries the reminders of events to programs that can.
      </p>
      <WillRing most={12} />
    </div>
  );
}

const lengthWords = { workMinutes: "work", breakMinutes: "break", longBreakMinutes: "long break" } as const;

function Ringing() {
  const chosen = ringing.use();
  const [isRefused, setRefused] = useState(false);
  const row = (label: string, checked: boolean, set: (next: boolean) => void) => (
    <label className="flex min-h-7 items-center gap-2">
      <input
        type="checkbox"
        className="size-4 accent-woad"
        checked={checked}
        onChange={({ target }) => set(target.checked)}
      />
      {label}
    </label>
  );
  const ask = async (wanted: boolean) => {
    if (!wanted || typeof Notification === "undefined") return ringing.choose({ ...chosen, notifies: false });
    const permission =
      Notification.permission === "default" ? await Notification.requestPermission() : Notification.permission;
    setRefused(permission !== "granted");
    ringing.choose({ ...chosen, notifies: permission === "granted" });
  };
  return (
    <div role="group" aria-label="On this device">
      <h3 className="mb-1 font-semibold">On this device</h3>
      {row("A tone at the end of a sitting", chosen.sitting, (sitting) => ringing.choose({ ...chosen, sitting }))}
      {row("A tone at the end of a block", chosen.block, (block) => ringing.choose({ ...chosen, block }))}
      {row("A tone at the end of a break", chosen.break, (next) => ringing.choose({ ...chosen, break: next }))}
      {row("A notification of the browser too", chosen.notifies, (next) => void ask(next))}
      {isRefused && (
        <p className="text-small text-madder">
          The browser does not allow it for this address. Its settings for the site say so, and can be changed there.
        </p>
      )}
    </div>
  );
}
