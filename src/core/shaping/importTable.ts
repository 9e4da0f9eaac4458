import { counted } from "../time";
import { editFields } from "../commands";
import type { ImportPlan } from "../interop/table";
import { Refusal, type FieldRecord, told } from "../model";
import { fieldsIn, findRegister } from "../register";
import { describeCommand } from "../store";
import { addField } from "./ownFields";
import { addToRegister } from "./addToRegister";

export const importTable = describeCommand({
  name: "importTable",
  does: "Takes a table in as it was planned, in one step: fields, choices, records that are new, and what changes in others.",
  input: told.whole<ImportPlan>("what a table brings"),
  again: "merge",
  run(tx, plan) {
    const register = findRegister(tx, plan.register);
    if (!register) throw new Refusal("This register no longer exists.");
    for (const { id, title, type } of plan.newFields)
      addField.run(tx, {
        register: plan.register,
        type,
        id,
        setting: { title, ...(plan.options.has(`f_${id}`) ? { options: plan.options.get(`f_${id}`)! } : {}) },
      });
    for (const [name, options] of plan.options) {
      const record = (tx.list("fieldsByRegister", plan.register) as readonly FieldRecord[]).find(
        (one) => one.name === name,
      );
      if (record && fieldsIn(tx, register).some((field) => field.name === name)) tx.update(record.id, { options });
    }
    for (const { id, fields } of plan.added) addToRegister.run(tx, { register: plan.register, fields, id });
    for (const { id, fields } of plan.changed) {
      const record = tx.get(id);
      if (record) editFields(tx, record, fields);
    }
    const changed = plan.changed.length > 0 ? ` and changed ${plan.changed.length}` : "";
    return `Read ${counted(plan.added.length, "record")} into ${register.title}${changed}`;
  },
});
