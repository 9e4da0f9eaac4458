"use client";
import { clockText, durationText, parseClock, parseDuration } from "@/core/time";
import { TypedField } from "@/ui/TypedField";
import { notify } from "@/ui/notices";
import { useTimeStyle } from "@/ui/workspaceContext";

/** A clock time that is typed. */
export function ClockField({ label, minute, set }: { label: string; minute: number; set: (minute: number) => void }) {
  const text = clockText(minute, useTimeStyle());
  return (
    <TypedField
      label={label}
      text={text}
      commit={(typed) => {
        const value = parseClock(typed);
        if (value === undefined)
          notify({
            text: `“${typed}” is not a time of day. Enter one like 8:00. Nothing was changed.`,
            tone: "refused",
          });
        else set(value);
      }}
    />
  );
}

/** A length of time that is typed. */
export function LengthField({
  label,
  minutes,
  set,
}: {
  label: string;
  minutes: number;
  set: (minutes: number) => void;
}) {
  return (
    <TypedField
      label={label}
      text={durationText(minutes)}
      commit={(typed) => {
        const value = parseDuration(typed);
        if (value === undefined)
          notify({
            text: `“${typed}” is not a length of time. Enter one like “7 h 30”. Nothing was changed.`,
            tone: "refused",
          });
        else set(value);
      }}
    />
  );
}
