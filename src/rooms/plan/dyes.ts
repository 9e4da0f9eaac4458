"use client";
import { useCallback } from "react";
import { dyes, type Dye, type PensumRecord, type State, type Task } from "@/core/model";
import type { Store } from "@/core/store";
import { useComputed, useSettings, useStore } from "@/ui/workspaceContext";
import type { DyeWay } from "./planView";

const stateDyes: Record<State, Dye> = {
  open: "woad",
  doing: "weld",
  waiting: "heather",
  done: "lichen",
  dropped: "slate",
};
/** From the most pressing level on. */
const levelDyes: readonly Dye[] = ["cochineal", "ochre", "verdigris", "slate"];

/** The dye of what lies on the calendar, by one of several ways; undefined leaves it to its theme. */
export function useDyeOf(way: DyeWay): (record: PensumRecord) => Dye | undefined {
  const store = useStore();
  const { priorities } = useSettings();
  const goals = useComputed(useCallback((from: Store) => from.list("kind", "goal"), []));
  return useCallback(
    (record) => {
      if (way === "theme") return undefined;
      const task = taskOf(store, record);
      if (way === "goal") {
        const at = goals.findIndex(({ id }) => id === task?.goal);
        return at < 0 ? "slate" : dyes[at % dyes.length];
      }
      if (way === "state") return stateDyes[task?.state ?? "open"];
      const level = priorities.findIndex(({ id }) => id === task?.priority);
      return level < 0 ? "slate" : (levelDyes[Math.min(level, levelDyes.length - 1)] as Dye);
    },
    [way, store, priorities, goals],
  );
}

function taskOf(store: Store, record: PensumRecord): Task | undefined {
  if (record.kind === "task") return record;
  return record.kind === "block" ? store.find("task", record.task) : undefined;
}
