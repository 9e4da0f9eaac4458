import { act, render } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import type { ReactElement } from "react";
import { vi } from "vitest";
import { bareRecord, type Block, type PensumRecord, type Task, type Work } from "@/core/model";
import { addMinutes, instantAt, standingClock, type Clock } from "@/core/time";
import { openStore } from "@/core/workspace";
import type { Workspace } from "@/data/workspace";
import { Journal, MemoryLog, type Store } from "@/core/store";
import { WorkspaceContext } from "@/ui/workspaceContext";

export const now = "2026-11-24T11:07";
export const today = "2026-11-24";

/** A workspace with the rules of the app, in memory. */
export async function workspaceWith(
  records: readonly PensumRecord[] = [],
  clock: Clock = standingClock(now, "Europe/Berlin"),
): Promise<Workspace> {
  const { store, outlines } = await openStore(new Map(records.map((record) => [record.id, record])), clock);
  const nothing = () => {};
  return {
    ...{ name: "own", store, outlines, database: undefined, broughtBack: undefined },
    journal: new Journal(store, new MemoryLog(), { seq: 0, by: "test.tab" }),
    turnBack: (way) => Promise.resolve(store[way]()),
    gatherWords: () => Promise.resolve(),
    announceReplaced: nothing,
    close: nothing,
  };
}

/** A task as it is made, with what is said of it. */
export const taskOf = (id: string, fields: Partial<Task> = {}): Task => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now: "2026-11-02T09:00" }),
  ...fields,
});

/** An entry of today's work log, from one clock time to another. */
export const entryOf = (id: string, start: string, end: string, fields: Partial<Work> = {}): Work => ({
  ...bareRecord("work", { id, now }),
  ...{ start: `${today}T${start}`, end: `${today}T${end}`, task: "ta" },
  ...fields,
});

/** The work log in words: what was worked, from when to when. */
export const logOf = (store: Store): string[] =>
  (store.list("kind", "work") as readonly Work[])
    .map(({ start, end, task, title }) => `${task ?? title} ${start.slice(11)} to ${end?.slice(11) ?? "now"}`)
    .sort();

/** A clock that a test moves on; whoever looks at it when a tab is seen again looks then. */
export class MovedClock implements Clock {
  readonly zone = "Europe/Berlin";
  minutes = 0;
  now = () => addMinutes(now, this.minutes);
  instant = () => instantAt(now, this.zone) + this.minutes * 60_000;
  async pass(minutes: number) {
    await act(async () => {
      this.minutes += minutes;
      document.dispatchEvent(new Event("visibilitychange"));
      await Promise.resolve();
    });
  }
}

/** Hours of a day for a task. */
export const blockOf = (id: string, start: string, end: string, fields: Partial<Block> = {}): Block => ({
  ...bareRecord("block", { id, now: "2026-11-02T09:00" }),
  start,
  end,
  ...fields,
});

/** Draws a part of the interface over a workspace. Returns what is needed to use it as a person does. */
export async function draw(element: ReactElement, records: readonly PensumRecord[] = [], clock?: Clock) {
  const workspace = await workspaceWith(records, clock);
  const user = userEvent.setup();
  const drawn = render(<WorkspaceContext.Provider value={workspace}>{element}</WorkspaceContext.Provider>);
  const { store } = workspace;
  return {
    ...drawn,
    user,
    store,
    workspace,
    /** Pastes a text where the focus is. */
    paste: (text: string) =>
      act(() => {
        const data = { getData: () => text, setData: vi.fn() };
        const event = Object.assign(new Event("paste", { bubbles: true, cancelable: true }), { clipboardData: data });
        (document.activeElement ?? document.body).dispatchEvent(event);
      }),
    undo: () => act(() => void store.undo()),
  };
}
