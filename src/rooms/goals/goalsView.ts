"use client";
import { deviceChoice } from "@/ui/deviceChoice";

/** The lengths of goals that are shown: all of them, or those up to a length. */
export const goalLengths = ["any", "year", "quarter", "month", "week"] as const;

interface GoalsView {
  readonly state: "open" | "all";
  readonly length: (typeof goalLengths)[number];
}

/** Which goals are shown on this device. */
export const goalsView = deviceChoice<GoalsView>(
  "pensum-goals",
  { state: "open", length: "any" },
  ({ state, length }) => ({
    state: state === "all" ? "all" : "open",
    length: goalLengths.find((one) => one === length) ?? "any",
  }),
);
