"use client";
import { readOccurrenceId, recordOrOccurrence } from "@/core/plan";
import { createContext, useCallback, useContext, useMemo, useSyncExternalStore } from "react";
import { Refusal, type Id, type PensumRecord, type Settings } from "@/core/model";
import { Tracked, type Command, type IndexName, type Saving, type Store } from "@/core/store";
import type { TimeStyle } from "@/core/time";
import { type Workspace } from "@/data/workspace";
import { notify } from "./notices";
import { localeFirstWeekday, localeHour12, writingLocale } from "./locale";

export const WorkspaceContext = createContext<Workspace | undefined>(undefined);

/** Shows a workspace as it once stood instead of the present one, or the present one again. */
export const LookAtContext = createContext<(past: Workspace | undefined) => void>(() => {});

/** The workspace that is open. */
export function useWorkspace(): Workspace {
  const workspace = useContext(WorkspaceContext);
  if (!workspace) throw new Error("No workspace is open here.");
  return workspace;
}

export function useStore(): Store {
  return useWorkspace().store;
}

/** A record, followed as it changes. */
export function useRecord(id: Id | undefined): PensumRecord | undefined {
  const store = useStore();
  const subscribe = useCallback(
    (listener: () => void) => {
      const ids = id === undefined ? [] : [id, readOccurrenceId(id)?.series ?? id];
      const stops = [...new Set(ids)].map((one) => store.subscribe(one, listener));
      return () => stops.forEach((stop) => stop());
    },
    [store, id],
  );
  return useSyncExternalStore(
    subscribe,
    () => (id ? recordOrOccurrence(store, id) : undefined),
    () => undefined,
  );
}

const noRecords: readonly PensumRecord[] = [];

/** The records under a key of an index, followed as they change. */
export function useList(index: IndexName, key: string): readonly PensumRecord[] {
  const store = useStore();
  const subscribe = useCallback(
    (listener: () => void) => store.subscribe(`${index}:${key}`, listener),
    [store, index, key],
  );
  return useSyncExternalStore(
    subscribe,
    () => store.list(index, key),
    () => noRecords,
  );
}

/**
 * A value computed from the store's facts, not from texts; computed again when something that it read has changed; what
 * shows it is drawn again only when it differs. Give it a `compute` that stays the same function while its inputs do.
 */
export function useComputed<T>(compute: (store: Store) => T): T {
  const store = useStore();
  const tracked = useMemo(() => new Tracked(store, compute), [store, compute]);
  return useSyncExternalStore(tracked.subscribe, tracked.read, tracked.read);
}

/** The same for what no hand waits for, such as a warning: it follows when what was done has been painted. */
export function useComputedSoon<T>(compute: (store: Store) => T): T {
  const store = useStore();
  const tracked = useMemo(() => new Tracked(store, compute), [store, compute]);
  const subscribe = useCallback(
    (listener: () => void) => {
      let frame: number | undefined;
      const stop = tracked.subscribe(() => {
        frame ??= requestAnimationFrame(() => setTimeout(tell));
      });
      const tell = () => {
        if (frame !== undefined) listener();
        frame = undefined;
      };
      return () => {
        if (frame !== undefined) cancelAnimationFrame(frame);
        frame = undefined;
        stop();
      };
    },
    [tracked],
  );
  return useSyncExternalStore(subscribe, tracked.read, tracked.read);
}

export function useSettings(): Settings {
  const store = useStore();
  const subscribe = useCallback((listener: () => void) => store.subscribe("settings", listener), [store]);
  return useSyncExternalStore(
    subscribe,
    () => store.settings,
    () => store.settings,
  );
}

/** How dates and times are written for this person. */
export function useTimeStyle(): TimeStyle {
  const { hour12 } = useSettings();
  return useMemo(() => ({ locale: writingLocale(), hour12: hour12 ?? localeHour12() }), [hour12]);
}

/** The first day of the week, 1 for Monday to 7 for Sunday. */
export function useFirstWeekday(): number {
  return useSettings().firstWeekday ?? localeFirstWeekday();
}

/** How it stands with writing to the disk. */
export function useSaving(): Saving {
  const { journal } = useWorkspace();
  const subscribe = useCallback((listener: () => void) => journal.onSaving(listener), [journal]);
  return useSyncExternalStore(
    subscribe,
    () => journal.saving,
    () => journal.saving,
  );
}

/** Whether words were typed on a page that are not in the store yet. */
export function useUnsettled(): boolean {
  const store = useStore();
  const subscribe = useCallback((listener: () => void) => store.subscribe("unsettled", listener), [store]);
  return useSyncExternalStore(
    subscribe,
    () => store.isUnsettled,
    () => false,
  );
}

/** Does acts, and tells the person why when one is refused. Gives what the act says, or undefined when it was refused. */
export function useAct(): <A>(
  command: Command<A>,
  input: A,
  options?: { quiet?: boolean; group?: string },
) => string | undefined {
  const store = useStore();
  return useCallback(
    (command, input, options) => {
      try {
        const { said } = store.act(command, input, options?.group);
        if (!options?.quiet) notify({ text: said, undo: true });
        return said;
      } catch (error) {
        if (!(error instanceof Refusal)) throw error;
        notify({ text: error.message, tone: "refused" });
        return undefined;
      }
    },
    [store],
  );
}

/** Undoes or redoes, and says what. */
export function useTurnBack(): (way: "undo" | "redo") => void {
  const workspace = useWorkspace();
  return useCallback(
    (way) => {
      void workspace.turnBack(way).then((said) => {
        if (said === undefined)
          notify({ text: way === "undo" ? "There is nothing to undo." : "There is nothing to redo." });
        else if (way === "undo") notify({ text: `Undone: ${said}`, redo: true });
        else notify({ text: `Redone: ${said}`, undo: true });
      });
    },
    [workspace],
  );
}
