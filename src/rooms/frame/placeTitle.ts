import { dateText, type DateText, type TimeStyle } from "@/core/time";
import type { Place } from "@/ui/navigation";

const roomTitles: Partial<Record<Place["room"], string>> = {
  gather: "Gather",
  goals: "Goals",
  notes: "Notes",
  registers: "Registers",
  settings: "Settings",
  start: "Setting up",
  help: "Help",
  back: "Look back",
};
const backTitles = { insight: "Look back", reviews: "Reviews", stood: "As it stood" };
const lookTitles = { calendar: "Plan", timeline: "Timeline", matrix: "Matrix" };

/** What the title of the window says of a place. */
export function placeTitle(place: Place, today: DateText, style: TimeStyle): string {
  if (place.room === "today") return dateText(place.date ?? today, "full", style);
  if (place.room === "plan")
    return `${lookTitles[place.look]}${place.date ? `, ${dateText(place.date, "short", style)}` : ""}`;
  if (place.room === "back") return backTitles[place.part];
  return roomTitles[place.room] ?? "";
}
