import { Refusal, told } from "../model";
import { layable, patternOf } from "../plan";
import { describeCommand } from "../store";
import { momentAt, counted } from "../time";

export const layPattern = describeCommand({
  name: "layPattern",
  does: "Sets the hours of the pattern aside on days, as blocks of their themes, wherever nothing stands yet.",
  input: told.parts({ dates: told.list(told.date) }),
  run(tx, { dates }) {
    const settings = tx.find("settings", "settings");
    let count = 0;
    for (const date of dates) {
      const pattern = settings && patternOf(settings, date);
      for (const { startMinute, endMinute, theme } of layable(tx, pattern, date)) {
        tx.put({
          id: tx.newId(),
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
    if (count === 0) throw new Refusal("No hours of the pattern are free on these days.");
    return `Added ${counted(count, "block")} from the pattern`;
  },
});
