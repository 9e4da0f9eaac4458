"use client";
import { useCallback, useMemo } from "react";
import type { StartOn } from "@/core/commands/clock";
import { offerNamed } from "@/core/register";
import { workOffers } from "@/core/plan/log/workOffers";
import { dateOf, minuteOf, type DateText } from "@/core/time";
import { Combobox, type Choice } from "@/ui/Combobox";
import { notify } from "@/ui/notices";
import { useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";

interface WorkFieldProps {
  label: string;
  hint: string;
  begin?: boolean;
  begun?: string;
  /** The stretch that it is about, where that is not the present. */
  at?: { readonly date: DateText; readonly startMinute: number; readonly endMinute: number };
  className?: string;
  onTake: (on: StartOn) => void;
  onCancel?: () => void;
}

/** Asks what is, or was, worked on: it offers what is planned at the time, then what presses; or takes a few words. */
export function WorkField({ label, hint, begin = false, begun = "", at, className, onTake, onCancel }: WorkFieldProps) {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const offering = useMemo(() => {
    const now = store.clock.now();
    const present = { date: dateOf(now), startMinute: minuteOf(now), endMinute: minuteOf(now) + 1 };
    const { zone } = store.clock;
    const priorities = settings.priorities;
    return { store, settings, style, priorities, zone, now, today: dateOf(now), at: at ?? present };
  }, [store, settings, style, at]);
  return (
    <Combobox
      label={label}
      hint={hint}
      text=""
      begun={begun}
      begin={begin}
      {...(className === undefined ? {} : { className })}
      offers={useCallback((words: string) => workOffers(offering, words), [offering])}
      named={(offers: readonly Choice[], words) => offerNamed(offers, words, true)}
      onTake={({ words, ids, step }) => {
        // What was typed and left is kept in the field, and nothing is started by leaving it.
        if (step === "leave" || words.trim() === "") return false;
        const low = words.trim().toLowerCase();
        if (!ids?.[0] && workOffers(offering, words).filter(({ title }) => title.toLowerCase() === low).length > 1) {
          notify({ text: `Several are called “${words.trim()}”: choose one from the list.`, tone: "refused" });
          return false;
        }
        onTake(ids?.[0] === undefined ? { title: words.trim() } : { id: ids[0] });
        return true;
      }}
      {...(onCancel ? { onCancel } : {})}
    />
  );
}
