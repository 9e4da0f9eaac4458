import { valueIn, type FieldRecord } from "../model";
import { sameValue, type Rule } from "../store";
import { registerOf } from "./registers";

/**
 * The rule by which a field that tells when its record last changed is kept. Where an act says itself what the field
 * holds, as undoing does, that stands.
 */
export const changedRule: Rule = (tx) => {
  for (const id of tx.touched()) {
    const [before, record] = [tx.before(id), tx.get(id)];
    const register = record && registerOf(record);
    if (!record || !register) continue;
    for (const { name, type, removed } of tx.list("fieldsByRegister", register) as readonly FieldRecord[]) {
      if (type !== "changed" || removed) continue;
      const [was, is] = [before && valueIn(before, name), valueIn(record, name)];
      if (before ? sameValue(was, is) && before !== record : is === undefined) tx.update(id, { [name]: tx.now });
    }
  }
};
