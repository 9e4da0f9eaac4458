"use client";
import { dayAddress, goTo, openRecord, planAddress } from "@/ui/navigation";
import { addDays, type DateText } from "@/core/time";
import { command } from "./keys";

/** What the acts need of the frame. */
export interface ActContext {
  readonly today: DateText;
  add(): void;
  turnBack(which: "undo" | "redo"): void;
  openClock(): void;
  showKeys(): void;
}

/** Something that can be done, found by its name and by other words for it. */
export interface NamedAct {
  readonly name: string;
  readonly also: string;
  readonly key?: string;
  run(context: ActContext): void;
}

const room = (name: string, path: string, also = ""): NamedAct => ({
  ...{ name: `Go to ${name}`, also: `open room ${also}` },
  run: () => goTo(path),
});

/** Every act and room that is reached from anywhere. */
export const namedActs: readonly NamedAct[] = [
  { name: "Add a task, event or note", also: "new capture create", key: "N", run: ({ add }) => add() },
  { name: "Undo", also: "take back revert", key: `${command} Z`, run: ({ turnBack }) => turnBack("undo") },
  { name: "Redo", also: "again", key: `${command} Shift Z`, run: ({ turnBack }) => turnBack("redo") },
  { name: "Start or stop the clock", also: "timer work track", key: "W", run: ({ openClock }) => openClock() },
  { ...room("today", "/", "day page now"), key: "Alt Home" },
  {
    name: "Go to tomorrow",
    also: "open day page next",
    run: ({ today }) => goTo(dayAddress(addDays(today, 1), today)),
  },
  {
    name: "Go to yesterday",
    also: "open day page before",
    run: ({ today }) => goTo(dayAddress(addDays(today, -1), today)),
  },
  room("Gather", "/gather", "inbox clarify"),
  room("Plan", "/plan", "calendar week"),
  { name: "Plan: one day", also: "calendar", run: () => goTo(planAddress("calendar", 1)) },
  { name: "Plan: month", also: "calendar", run: () => goTo(planAddress("calendar", "month")) },
  { name: "Plan: year", also: "calendar", run: () => goTo(planAddress("calendar", "year")) },
  {
    name: "Plan: list of the days to come",
    also: "agenda calendar",
    run: () => goTo(planAddress("calendar", "agenda")),
  },
  { name: "Plan: timeline", also: "bars projects", run: () => goTo(planAddress("timeline")) },
  { name: "Plan: matrix", also: "priority slack pull", run: () => goTo(planAddress("matrix")) },
  room("Goals", "/goals", "threads"),
  room("Notes", "/notes", "pages"),
  room("Registers", "/registers/tasks", "tables lists database tasks"),
  room("Look back", "/back", "insight charts review statistics"),
  { name: "Reviews", also: "look back weekly daily", run: () => goTo("/back/reviews") },
  { name: "The plan as it stood", also: "look back past", run: () => goTo("/back/stood") },
  room("Settings", "/settings", "preferences options theme backup import export"),
  room("Help", "/help", "how learn manual formulas"),
  { name: "Set up step by step", also: "start tour first begin", run: () => goTo("/start") },
  { name: "Show the keys", also: "shortcuts keyboard help", key: "?", run: ({ showKeys }) => showKeys() },
  // After the dialog has closed, so that it is not on the paper.
  { name: "Print what is shown", also: "paper page plan review", run: () => void setTimeout(() => print(), 50) },
  { name: "Close the open record", also: "sheet side", key: "Esc", run: () => openRecord(undefined) },
];

/** The acts that all of some words lead to, by the beginnings of their words. */
export function actsFor(typed: string): readonly NamedAct[] {
  const wanted = typed
    .toLowerCase()
    .split(/[\s:]+/)
    .filter(Boolean);
  if (wanted.length === 0) return namedActs;
  return namedActs.filter(({ name, also }) => {
    const words = `${name} ${also}`.toLowerCase().split(/[\s:,]+/);
    return wanted.every((one) => words.some((word) => word.startsWith(one)));
  });
}
