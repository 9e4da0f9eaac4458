"use client";
import { useEffect, useRef, useState } from "react";
import { LogGatherer, weeksBegun, withoutLog, type FromLog, type Span } from "@/core/insight";
import type { Settings } from "@/core/model";
import { walkBack } from "@/data/recordsThen";
import { useSaving, useWorkspace } from "@/ui/workspaceContext";

/** What is written while one looks on is read when it has been quiet for so long. */
const quietMilliseconds = 600;

interface Asked {
  readonly span: Span;
  readonly today: string;
  readonly firstWeekday: number;
  readonly settings: Settings;
}

/**
 * What only the change log knows of some days: read in slices, and again after something was written. Undefined until it is read,
 * and where nobody asks.
 */
export function useFromLog(asked: Asked | undefined): FromLog | undefined {
  const { database, journal, store, past } = useWorkspace();
  const saving = useSaving();
  const [found, setFound] = useState<FromLog>();
  const isRead = useRef(false);
  const seq = saving.kind === "saved" || !database ? journal.seq : undefined;
  useEffect(() => {
    if (!asked || past || seq === undefined) return;
    const stop = new AbortController();
    const { span, today, firstWeekday, settings } = asked;
    const weeks = weeksBegun(span, today, firstWeekday);
    const read = async (): Promise<FromLog | undefined> => {
      if (!database) return withoutLog(weeks);
      let gatherer = new LogGatherer(store, weeks, span.from, settings);
      const { instants } = gatherer;
      const begin = () => (gatherer = new LogGatherer(store, weeks, span.from, settings));
      try {
        return (await walkBack({ database, store, journal }, { instants, begin }, stop)) ? gatherer.found : undefined;
      } catch (error) {
        if (error instanceof RangeError) return withoutLog(weeks);
        throw error;
      }
    };
    const waiting = setTimeout(
      () =>
        void read().then((log) => {
          if (!log || stop.signal.aborted) return;
          isRead.current = true;
          setFound(log);
        }),
      isRead.current ? quietMilliseconds : 0,
    );
    return () => {
      clearTimeout(waiting);
      stop.abort();
    };
  }, [asked, database, journal, store, past, seq]);
  return asked && found;
}
