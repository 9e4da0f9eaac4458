import type { Field, Lens, ShownField } from "../model";
import { fieldsIn, type Register, type Reads } from "../register";

/** A lens before it is kept under a name. */
export type LensDraft = Omit<Lens, "id" | "kind" | "order" | "text">;

const shownFirst: Readonly<Record<string, readonly ShownField[]>> = {
  tasks: [
    { field: "title", width: 300 },
    { field: "state", width: 90 },
    { field: "priority", width: 90 },
    { field: "due", width: 130, total: "earliest" },
    { field: "theme", width: 120 },
    { field: "estimateMinutes", width: 100, total: "sum" },
    { field: "logged", width: 100, total: "sum" },
  ],
  events: [
    { field: "title", width: 300 },
    { field: "start", width: 150 },
    { field: "end", width: 150 },
    { field: "place", width: 140 },
    { field: "theme", width: 120 },
  ],
  work: [
    { field: "title", width: 240 },
    { field: "task", width: 260 },
    { field: "start", width: 150 },
    { field: "length", width: 100, total: "sum" },
    { field: "theme", width: 120 },
    { field: "person", width: 110 },
  ],
  days: [{ field: "date", width: 200 }],
};

function widthOf(field: Field): number {
  if (field.type === "title") return 240;
  return ["number", "minutes", "count", "yesNo", "summary"].includes(field.type) ? 110 : 120;
}

/** How a register opens before anybody made a lens for it. */
export function firstLens(store: Reads, register: Register): LensDraft {
  const own = shownFirst[register.id];
  const names = fieldsIn(store, register).filter(
    ({ hidden, name, type }) => !hidden && name !== "createdAt" && type !== "dates",
  );
  const shown = own ?? names.slice(0, 8).map((field) => ({ field: field.name, width: widthOf(field) }));
  const newestFirst = ["days", "work"].includes(register.id);
  const byDate =
    register.id === "days" ? "date" : register.kind === "event" || register.kind === "work" ? "start" : undefined;
  const dated = register.id === "tasks" ? "due" : byDate;
  return {
    title: "All",
    registers: [register.id],
    where: { all: [] },
    done: "no",
    groups: [],
    sorts: [...(dated ? [{ field: dated, ...(newestFirst ? { descending: true } : {}) }] : []), { field: "title" }],
    shown,
    look: "table",
    folded: [],
  };
}
