import { newId, Refusal } from "../model";
import { layable, patternOf } from "../plan";
import type { Command } from "../store";
import { momentAt, type DateText, counted } from "../time";

/** Sets the hours of the pattern aside on days, as blocks of their themes, wherever nothing stands yet. */
export const layPattern: Command<{ dates: readonly DateText[]; zone: string }> = {
  name: "layPattern",
  run(tx, { dates, zone }) {
    const settings = tx.find("settings", "settings");
    let count = 0;
    for (const date of dates) {
      const pattern = settings && patternOf(settings, date);
      for (const { startMinute, endMinute, theme } of layable(tx, pattern, date, zone)) {
        tx.put({
          id: newId(),
          kind: "block",
          start: momentAt(date, startMinute),
          end: momentAt(date, endMinute),
          title: "",
          ...(theme ? { theme } : {}),
          text: "",
          createdAt: tx.now,
        });
        count++;
      }
    }
    if (count === 0) throw new Refusal("No hours of the pattern are free on these days. Nothing was changed.");
    return `Added ${counted(count, "block")} from the pattern`;
  },
};
