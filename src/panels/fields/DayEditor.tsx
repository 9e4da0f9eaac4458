"use client";
import { Popover } from "radix-ui";
import { useId, useState } from "react";
import { clockText, dateOf, isMoment, minuteOf, momentAt, parseClock, relativeMomentText } from "@/core/time";
import { DayPicker } from "@/panels/days/DayPicker";
import { notify } from "@/ui/notices";
import { TypedField } from "@/ui/TypedField";
import { useStore, useTimeStyle } from "@/ui/workspaceContext";
import type { EditorProps } from "./editors";
import { useReadWords } from "./useReadWords";

/** A day, or a day and an hour, picked in a month. */
export function DayEditor(props: EditorProps) {
  const { field, value, labelledBy, set } = props;
  const readWords = useReadWords(props);
  const [open, setOpen] = useState(false);
  const store = useStore();
  const style = useTimeStyle();
  const today = dateOf(store.clock.now());
  const moment = value as string | undefined;
  const time = moment && isMoment(moment) ? moment.slice(11) : field.type === "moment" ? "12:00" : "";
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="field w-full text-left" aria-labelledby={labelledBy}>
        {moment ? relativeMomentText(moment, today, style) : <span className="text-ink-3">None</span>}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" className="z-40 border border-rule bg-sheet p-3" aria-label={field.label}>
          <DayPicker
            today={today}
            value={moment && dateOf(moment)}
            onPick={(date) => {
              if (set(time ? `${date}T${time}` : date)) setOpen(false);
            }}
          />
          <div className="mt-2">
            <TypedField
              label={`${field.label} in words`}
              hint={field.type === "date" ? "next friday" : "next friday 9:30"}
              text=""
              commit={(words) => {
                if (words.trim() !== "" && readWords(words)) setOpen(false);
              }}
            />
          </div>
          <div className="mt-2 flex items-center justify-between gap-2">
            {field.type !== "date" && (
              <TimeField
                text={moment && isMoment(moment) ? clockText(minuteOf(moment), style) : ""}
                commit={(minute) => {
                  if (minute !== undefined) return set(momentAt(dateOf(moment ?? today), minute));
                  return field.type === "dateOrMoment" && set(dateOf(moment ?? today));
                }}
              />
            )}
            {!field.required && moment && (
              <button
                className="button"
                onClick={() => {
                  set(undefined);
                  setOpen(false);
                }}
              >
                Clear
              </button>
            )}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A clock time to be typed, in 24 hours or in 12; empty takes it away. */
function TimeField({ text, commit }: { text: string; commit: (minute: number | undefined) => boolean }) {
  const id = useId();
  return (
    <div className="flex items-center gap-2 text-ink-2">
      <span id={id}>Time</span>
      <div className="w-24">
        <TypedField
          labelledBy={id}
          text={text}
          hint="9:30"
          commit={(typed) => {
            if (typed.trim() === "") return commit(undefined);
            const minute = parseClock(typed);
            if (minute === undefined)
              notify({
                text: `“${typed}” is not a time of day. Enter one like 9:30. Nothing was changed.`,
                tone: "refused",
              });
            return minute !== undefined && commit(minute);
          }}
        />
      </div>
    </div>
  );
}
