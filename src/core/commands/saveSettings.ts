import { defaultSettings, Refusal, type Settings, told } from "../model";
import type { WorkingDay } from "../time";
import { describeCommand } from "../store";

export const saveSettings = describeCommand({
  name: "saveSettings",
  does: "Changes what the person has chosen for this workspace.",
  input: told.whole<Partial<{ [K in Exclude<keyof Settings, "id" | "kind">]: Settings[K] | undefined }>>("settings"),
  again: "merge",
  run(tx, fields) {
    for (const day of fields.workingWeek ?? []) if (day) checkDay(day);
    if (fields.snapMinutes !== undefined && ![1, 5, 10, 15, 30].includes(fields.snapMinutes))
      throw new Refusal("Rail steps can be 1, 5, 10, 15 or 30 minutes.");
    if (fields.priorities) {
      const titles = fields.priorities.map((level) => level.title.trim().toLowerCase());
      if (titles.length === 0) throw new Refusal("Keep at least one priority level.");
      if (titles.includes("")) throw new Refusal("A priority level needs a name.");
      if (new Set(titles).size < titles.length) throw new Refusal("Two priority levels cannot have the same name.");
    }
    if (!tx.get("settings")) tx.put(defaultSettings);
    tx.update("settings", fields);
    return "Changed the settings";
  },
});

function checkDay({ startMinute, endMinute, capacityMinutes }: WorkingDay) {
  const fits = [startMinute, endMinute, capacityMinutes].every(
    (value) => Number.isInteger(value) && value >= 0 && value <= 1440,
  );
  if (!fits || endMinute <= startMinute) throw new Refusal("A working day must end after it starts.");
}
