"use client";
import { useCallback, useEffect, useMemo, useRef, useState, type KeyboardEvent } from "react";
import { giveDay, setState } from "@/core/commands";
import { placeTasks } from "@/core/commands/placeTasks";
import type { Id } from "@/core/model";
import { counted, type DateText } from "@/core/time";
import { late } from "@/ui/late";
import { stepFocus } from "@/ui/stepFocus";
import { useAct } from "@/ui/workspaceContext";

const DayPopover = late(() => import("@/panels/days/DayPopover"));

/** The rows of a tray that are chosen; the same object for as long as the tray is there. */
export interface TraySelection {
  /** What an act on a row is for: all that is chosen where the row is among it, else the row alone. */
  actedOn(id: Id): readonly Id[];
  /** Chooses a row beside the others, or no more. */
  toggle(id: Id): void;
  /** Chooses all from the row that was chosen last to this one; from `from` where none was. */
  reach(id: Id, from?: Id): void;
  clear(): void;
  /** Gives what is chosen hours where they fit, or asks for its day. */
  place(): void;
  pickDay(at: { x: number; y: number }): void;
}

interface TraySelected {
  readonly chosen: ReadonlySet<Id>;
  readonly selection: TraySelection;
  /** For the list of rows: arrows go from row to row, and with Shift choose them. */
  readonly press: (event: KeyboardEvent, list: HTMLElement | null) => void;
  /** How many are chosen, and what can be done with them; nothing where none is. */
  readonly bar: React.ReactNode;
}

/**
 * Several rows of a tray at once.
 * @param order the rows as they stand
 * @param day on which they are placed
 */
export function useTraySelection(order: readonly Id[], day: DateText, today: DateText): TraySelected {
  const act = useAct();
  const [ids, setIds] = useState<ReadonlySet<Id>>(new Set());
  const [picking, setPicking] = useState<{ x: number; y: number }>();
  // What has left the tray is chosen no more, also when it comes back.
  const chosen = useMemo(() => {
    const there = order.filter((id) => ids.has(id));
    return there.length === ids.size ? ids : new Set(there);
  }, [ids, order]);
  if (chosen !== ids) setIds(chosen);
  const now = useRef({ order, chosen, day });
  useEffect(() => {
    now.current = { order, chosen, day };
  });
  /** From where a range goes, and what was chosen before it. */
  const range = useRef<{ readonly anchor: Id; readonly base: ReadonlySet<Id> }>(undefined);
  const selection = useMemo<TraySelection>(
    () => ({
      actedOn(id) {
        const { order: rows, chosen: all } = now.current;
        return all.has(id) ? rows.filter((one) => all.has(one)) : [id];
      },
      toggle(id) {
        const next = new Set(now.current.chosen);
        if (!next.delete(id)) next.add(id);
        range.current = { anchor: id, base: next };
        setIds(next);
      },
      reach(id, from = id) {
        const { order: rows, chosen: all } = now.current;
        const { anchor, base } = (range.current ??= { anchor: from, base: all });
        const [first, last] = [rows.indexOf(anchor), rows.indexOf(id)].sort((x, y) => x - y) as [number, number];
        setIds(new Set([...base, ...rows.slice(Math.max(0, first), last + 1)]));
      },
      clear() {
        range.current = undefined;
        setIds(new Set());
      },
      place() {
        const { chosen: all, order: rows, day: on } = now.current;
        act(placeTasks, { tasks: rows.filter((id) => all.has(id)), day: on });
      },
      pickDay: setPicking,
    }),
    [act],
  );
  const press = useCallback(
    (event: KeyboardEvent, list: HTMLElement | null) => {
      const from = (document.activeElement as HTMLElement | null)?.dataset.tray;
      stepFocus(event, list, "[data-tray]");
      const to = (document.activeElement as HTMLElement | null)?.dataset.tray;
      if (event.key === "Escape" && now.current.chosen.size > 0) {
        event.preventDefault();
        event.stopPropagation();
        selection.clear();
      } else if (event.shiftKey && (event.key === "ArrowUp" || event.key === "ArrowDown") && from && to) {
        selection.reach(to, from);
      }
    },
    [selection],
  );
  const tasks = order.filter((id) => chosen.has(id));
  const bar = tasks.length > 0 && (
    <div className="flex flex-none flex-wrap items-baseline gap-x-3 px-3.5 pb-1" role="group" aria-label="Chosen tasks">
      <span role="status" className="font-semibold">
        {counted(tasks.length, "task")} chosen
      </span>
      <button
        className="link min-h-6"
        onClick={(event) => {
          const { left, bottom } = event.currentTarget.getBoundingClientRect();
          setPicking({ x: left, y: bottom });
        }}
      >
        Set day
      </button>
      <button className="link min-h-6" onClick={() => selection.place()}>
        Place
      </button>
      <button className="link min-h-6" onClick={() => act(setState, { tasks, state: "done" })}>
        Mark as done
      </button>
      <button className="link min-h-6" onClick={() => selection.clear()}>
        Clear
      </button>
      {picking && (
        <DayPopover
          at={picking}
          side="left"
          label={`Day for ${counted(tasks.length, "task")}`}
          today={today}
          onPick={(on) => {
            setPicking(undefined);
            act(giveDay, { tasks, day: on });
          }}
          onClose={() => setPicking(undefined)}
        />
      )}
    </div>
  );
  return { chosen, selection, press, bar };
}
