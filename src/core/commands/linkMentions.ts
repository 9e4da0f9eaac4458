import { counted } from "../time";
import { Refusal, told } from "../model";
import { linkMention, plainTitle } from "../page";
import { describeCommand } from "../store";

export const linkMentions = describeCommand({
  name: "linkMentions",
  does: "Makes a link of the first plain mention of a record in each of the others.",
  input: told.parts({ record: told.id(), in: told.ids() }),
  run(tx, { record: id, in: others }) {
    const record = tx.get(id);
    if (!record || !("title" in record)) throw new Refusal("This record no longer exists.");
    let linked = 0;
    for (const other of others) {
      const holder = tx.get(other);
      if (!holder || !("text" in holder)) continue;
      const text = linkMention(holder.text, record.title);
      if (text === holder.text) continue;
      tx.update(other, { text });
      linked++;
    }
    if (linked === 0) throw new Refusal("The text has changed and no longer contains these words.");
    return `Linked ${counted(linked, "mention")} of “${plainTitle(record.title)}”`;
  },
});
