import { usualWeek } from "../time";
import type { Settings } from "./records";

/** What a new workspace starts with. */
export const defaultSettings: Settings = {
  id: "settings",
  kind: "settings",
  workingWeek: usualWeek,
  showWeekNumbers: true,
  snapMinutes: 5,
  priorities: [
    { id: "vital", title: "Vital" },
    { id: "high", title: "High" },
    { id: "normal", title: "Normal" },
    { id: "low", title: "Low" },
  ],
};
