/** What a person does from anywhere; whoever shows the app does it. */
export type ActName = "add" | "undo" | "redo" | "openClock" | "showKeys" | "print" | "closeRecord" | "search";

export interface ActEntry {
  readonly name: string;
  readonly also: string;
  readonly act: ActName;
  /** What is pressed for it, with `Mod` for the key that goes with commands. */
  readonly key?: string;
}

/** Every act that is done from anywhere. */
export const actEntries: readonly ActEntry[] = [
  {
    name: "Add a task, event or note",
    also: "new capture create todo to-do appointment entry quick write insert",
    act: "add",
    key: "N",
  },
  { name: "Undo", also: "take back revert mistake", act: "undo", key: "Mod Z" },
  { name: "Redo", also: "again repeat last", act: "redo", key: "Mod Shift Z" },
  {
    name: "Start or stop the clock",
    also: "timer work track time tracking stopwatch pomodoro focus log time worked hours",
    act: "openClock",
    key: "W",
  },
  { name: "Show the keys", also: "shortcuts hotkeys keyboard help bindings", act: "showKeys", key: "?" },
  { name: "Search everything", also: "find look for where", act: "search", key: "/" },
  { name: "Print what is shown", also: "paper page plan review pdf printer", act: "print" },
  { name: "Close the open record", also: "sheet side panel", act: "closeRecord", key: "Esc" },
];

/** A room, or a way to look at something, with its address. */
export interface RoomEntry {
  readonly name: string;
  readonly also: string;
  readonly path: string;
}

const room = (name: string, path: string, also: string): RoomEntry => ({ name, path, also });

/** Every room, and each of its parts that has an address. */
export const roomEntries: readonly RoomEntry[] = [
  room("Go to Gather", "/gather", "inbox clarify triage process unsorted collect"),
  room("Go to Plan", "/plan", "calendar week view agenda schedule"),
  room("Plan: one day", "/plan/calendar/1", "calendar day view schedule"),
  room("Plan: two weeks", "/plan/calendar/14", "calendar fortnight"),
  room("Plan: month", "/plan/calendar/month", "calendar month overview"),
  room("Plan: year", "/plan/calendar/year", "calendar year overview"),
  room("Plan: list of the days to come", "/plan/calendar/agenda", "agenda calendar upcoming next list"),
  room("Plan: timeline", "/plan/timeline", "bars projects gantt roadmap chart dependencies"),
  room("Plan: matrix", "/plan/matrix", "priority slack pull important urgent quadrant"),
  room("Go to Goals", "/goals", "threads objectives targets milestones"),
  room("Go to Notes", "/notes", "pages wiki documents journal"),
  room("Go to Registers", "/registers/tasks", "tables lists database spreadsheet tasks all new table"),
  room("Templates", "/registers/templates", "boilerplate routine new template checklist"),
  room("Standing orders", "/registers/standing-orders", "automation rules workflow trigger automatic"),
  room("Go to Look back", "/back", "insight charts review statistics report analytics"),
  room("Reviews", "/back/reviews", "look back weekly daily monthly close retrospective"),
  room("The plan as it stood", "/back/stood", "look back past history version compare"),
  room("Go to Settings", "/settings", "preferences options configuration setup backup import export"),
  room("Go to Help", "/help", "how learn manual formulas support documentation tutorial"),
  room("Set up step by step", "/start", "start getting started tour first begin wizard onboarding"),
];
