"use client";
import { taskOf } from "@/core/things";
import { useCallback } from "react";
import { dyes, valueIn, type Dye, type FieldRecord, type PensumRecord, type Settings, type State } from "@/core/model";
import type { Store } from "@/core/store";
import { useComputed, useSettings, useStore } from "@/ui/workspaceContext";
import type { DyeWay } from "@/panels/hours/planView";

const stateDyes: Record<State, Dye> = {
  open: "woad",
  doing: "weld",
  waiting: "heather",
  done: "lichen",
  dropped: "slate",
};
/** From the most pressing level on. */
const levelDyes: readonly Dye[] = ["cochineal", "ochre", "verdigris", "slate"];

/** Madder says late, and woad is the accent: no calendar takes them by itself. */
const calendarDyesInTurn = dyes.filter((dye) => dye !== "madder" && dye !== "woad");

/** The dye of a calendar: the chosen one, or one that follows from its name. */
export function calendarDye({ calendarDyes = {} }: Pick<Settings, "calendarDyes">, name: string): Dye {
  const sum = [...name].reduce((all, letter) => all + letter.charCodeAt(0), 0);
  return (
    calendarDyes[name] ?? (name === "" ? "cochineal" : (calendarDyesInTurn[sum % calendarDyesInTurn.length] as Dye))
  );
}

/** The dye of what lies on the calendar, by one of several ways; undefined leaves it to its theme. */
export function useDyeOf(way: DyeWay): (record: PensumRecord) => Dye | undefined {
  const store = useStore();
  const settings = useSettings();
  const { priorities } = settings;
  const fields = useComputed(useCallback((from: Store) => from.list("kind", "field"), [])) as readonly FieldRecord[];
  const goals = useComputed(useCallback((from: Store) => from.list("kind", "goal"), []));
  return useCallback(
    (record) => {
      if (way === "theme") return undefined;
      const task = taskOf(record, store);
      if (way === "goal") {
        const at = goals.findIndex(({ id }) => id === task?.goal);
        return at < 0 ? "slate" : dyes[at % dyes.length];
      }
      if (way === "calendar") return record.kind === "event" ? calendarDye(settings, record.calendar ?? "") : undefined;
      if (way.startsWith("f_")) {
        const value = valueIn(record, way) ?? (task && valueIn(task, way));
        const options = fields.find(({ name }) => name === way)?.options ?? [];
        const at = options.findIndex(({ id }) => id === value);
        return at < 0 ? "slate" : (options[at]?.dye ?? dyes[at % dyes.length]);
      }
      if (way === "state") return stateDyes[task?.state ?? "open"];
      const level = priorities.findIndex(({ id }) => id === task?.priority);
      return level < 0 ? "slate" : (levelDyes[Math.min(level, levelDyes.length - 1)] as Dye);
    },
    [way, store, settings, priorities, goals, fields],
  );
}
