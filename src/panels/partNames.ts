import type { PartKind } from "@/core/capture";

/** What the parts of a typed line are called. */
export const partNames: Readonly<Record<PartKind, string>> = {
  kind: "Kind",
  day: "Day",
  time: "Time",
  length: "Length",
  repeat: "Repeat",
  due: "Due",
  priority: "Priority",
  theme: "Theme",
  tag: "Tag",
  person: "Person",
  remind: "Reminder",
  until: "Until",
  rest: "Hidden until",
  place: "Place",
  asked: "Asked",
};
