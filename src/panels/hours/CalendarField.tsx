"use client";
import { useCallback } from "react";
import { Combobox } from "@/ui/Combobox";

interface CalendarFieldProps {
  calendars: readonly string[];
  text: string;
  onTake: (calendar: string) => void;
}

/** The calendar of an event: one of those there are, or a new one. */
export function CalendarField({ calendars, text, onTake }: CalendarFieldProps) {
  const offers = useCallback(
    (words: string) =>
      calendars
        .filter((name) => name.toLowerCase().includes(words.trim().toLowerCase()))
        .map((name) => ({ id: name, title: name })),
    [calendars],
  );
  return (
    <Combobox
      className="field min-w-0 flex-1"
      label="Calendar"
      hint="My calendar"
      text={text}
      offers={offers}
      named={() => undefined}
      onTake={({ words }) => {
        onTake(words);
        return true;
      }}
    />
  );
}
