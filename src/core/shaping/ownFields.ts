import { counted } from "../time";
import { Refusal, type Field, type FieldRecord, type Id, type PensumRecord, told, ownTypes } from "../model";
import { fieldsIn, findRegister, formulaName, recordsIn, type Register } from "../register";
import { describeCommand, type Fields, type Transaction } from "../store";
import { convert } from "./convertValues";

/** What a person says of a field of their own. */
export type FieldSetting = Partial<
  Pick<
    FieldRecord,
    | "title"
    | "options"
    | "unit"
    | "decimals"
    | "target"
    | "many"
    | "backTitle"
    | "formula"
    | "summary"
    | "start"
    | "hidden"
  >
>;

function needRegister(tx: Transaction, id: string): Register {
  const register = findRegister(tx, id);
  if (!register) throw new Refusal("This register no longer exists. It may have been deleted in another tab.");
  return register;
}

function needField(tx: Transaction, register: Register, name: string): Field {
  const field = fieldsIn(tx, register).find((one) => one.name === name);
  if (!field) throw new Refusal("This field no longer exists. It may have been deleted in another tab.");
  return field;
}

function checkTitle(tx: Transaction, register: Register, title: string, except?: string): string {
  const plain = title.replace(/\s+/g, " ").trim();
  if (plain === "") throw new Refusal("A field needs a name.");
  const taken = fieldsIn(tx, register).some(
    (field) => field.name !== except && formulaName(field.label) === formulaName(plain),
  );
  if (taken) throw new Refusal(`There is already a field “${plain}” in ${register.title}.`);
  return plain;
}

export const addField = describeCommand({
  name: "addField",
  does: "Adds a field to a register, built in or not.",
  input: told.parts({
    register: told.text,
    type: told.word(...ownTypes),
    setting: told.whole<FieldSetting>("what a field is"),
    id: told.maybe(told.id()),
  }),
  run(tx, { register: name, type, setting, id = tx.newId() }) {
    const register = needRegister(tx, name);
    const title = checkTitle(tx, register, setting.title ?? "");
    tx.put({
      ...setting,
      id,
      kind: "field",
      register: register.id,
      name: `f_${id.replace(/-/g, "")}`,
      title,
      type,
      order: fieldsIn(tx, register).length,
      text: "",
    });
    return `Added the field “${title}” to ${register.title}`;
  },
});

/** So many names that a field had before go on meaning it. */
const mostFormer = 20;

export const editField = describeCommand({
  name: "editField",
  does: "Changes what is said of a field: its name, whether it shows, its choices, its formula.",
  input: told.parts({ register: told.text, name: told.text, setting: told.whole<FieldSetting>("what a field is") }),
  again: "merge",
  run(tx, { register: of, name, setting }) {
    const register = needRegister(tx, of);
    const field = needField(tx, register, name);
    const title = setting.title === undefined ? field.label : checkTitle(tx, register, setting.title, name);
    const record = fieldRecord(tx, register, field);
    const isRenamed = formulaName(title) !== formulaName(field.label);
    const formerTitles = isRenamed ? [...(record.formerTitles ?? []), field.label].slice(-mostFormer) : undefined;
    tx.update(record.id, { ...setting, title, ...(formerTitles ? { formerTitles } : {}) });
    return `Edited the field “${title}” in ${register.title}`;
  },
});

export const orderFields = describeCommand({
  name: "orderFields",
  does: "Puts the fields of a register in an order.",
  input: told.parts({ register: told.text, names: told.list(told.text) }),
  run(tx, { register: of, names }) {
    const register = needRegister(tx, of);
    for (const field of fieldsIn(tx, register)) {
      const order = names.indexOf(field.name);
      if (order >= 0) tx.update(fieldRecord(tx, register, field).id, { order });
    }
    return `Reordered the fields of ${register.title}`;
  },
});

/** Its values stay where they are, so that it can be brought back. */
export const removeField = describeCommand({
  name: "removeField",
  does: "Takes a field of the person's own away.",
  input: told.parts({ register: told.text, name: told.text }),
  run(tx, { register: of, name }) {
    const register = needRegister(tx, of);
    const field = needField(tx, register, name);
    if (!field.own) throw new Refusal(`“${field.label}” is built in. It cannot be deleted, but you can hide it.`);
    tx.update(fieldRecord(tx, register, field).id, { removed: true });
    return `Deleted the field “${field.label}” from ${register.title}`;
  },
});

export const bringFieldBack = describeCommand({
  name: "bringFieldBack",
  does: "Brings a removed field back with all its values.",
  input: told.parts({ id: told.id() }),
  run(tx, { id }) {
    const record = tx.find("field", id);
    if (!record) throw new Refusal("This field no longer exists.");
    const register = needRegister(tx, record.register);
    checkTitle(tx, register, record.title);
    tx.update(id, { removed: undefined });
    return `Restored the field “${record.title}” in ${register.title}`;
  },
});

export const changeFieldType = describeCommand({
  name: "changeFieldType",
  does: "Changes the type of a field and with it all values that can be converted; the others become empty.",
  input: told.parts({
    register: told.text,
    name: told.text,
    type: told.word(...ownTypes),
    setting: told.whole<FieldSetting>("what a field is"),
  }),
  run(tx, { register: of, name, type, setting }) {
    const register = needRegister(tx, of);
    const field = needField(tx, register, name);
    if (!field.own) throw new Refusal(`“${field.label}” is built in. Its type cannot be changed.`);
    const records = recordsIn(tx, register);
    const { values, options, lost } = convert(tx, field, type, setting, records);
    tx.update(fieldRecord(tx, register, field).id, { ...setting, type, ...(options ? { options } : {}) });
    for (const record of records) tx.update(record.id, { [name]: values.get(record.id) });
    const kept = lost.length === 0 ? "" : `, ${counted(lost.length, "value")} could not be converted`;
    return `Changed the type of “${field.label}”${kept}`;
  },
});

/** The record that holds what the person changed of a field; made for a built-in field that was not changed yet. */
function fieldRecord(tx: Transaction, register: Register, field: Field): FieldRecord {
  const known = (tx.list("fieldsByRegister", register.id) as readonly FieldRecord[]).find(
    (record) => record.name === field.name,
  );
  if (known) return known;
  const fresh: FieldRecord = {
    id: `field-${register.id}-${field.name}`.toLowerCase(),
    kind: "field",
    register: register.id,
    name: field.name,
    title: field.label,
    order: fieldsIn(tx, register).indexOf(field),
    text: "",
  };
  tx.put(fresh);
  return fresh;
}

export const addRegister = describeCommand({
  name: "addRegister",
  does: "Makes a register of the person's own.",
  input: told.parts({ title: told.text, one: told.maybe(told.text), id: told.maybe(told.id()) }),
  run(tx, { title, one, id = tx.newId() }) {
    const plain = title.replace(/\s+/g, " ").trim();
    if (plain === "") throw new Refusal("A register needs a name.");
    checkRegisterTitle(tx, plain);
    const order = tx.list("kind", "register").length;
    tx.put({ id, kind: "register", title: plain, one: one?.trim() || singular(plain), order, text: "" });
    return `Added the register “${plain}”`;
  },
});

export const editRegister = describeCommand({
  name: "editRegister",
  does: "Changes the name of a register, or how its titles are made.",
  input: told.parts({
    id: told.id(),
    fields: told.whole<Partial<Pick<Fields, "title" | "one" | "titleFormula" | "done">>>("what a register is"),
  }),
  again: "merge",
  run(tx, { id, fields }) {
    const register = tx.find("register", id);
    if (!register) throw new Refusal("This register no longer exists.");
    if (typeof fields.title === "string") {
      if (fields.title.trim() === "") throw new Refusal("A register needs a name.");
      checkRegisterTitle(tx, fields.title, id);
    }
    tx.update(id, fields);
    return `Changed the register “${String(fields.title ?? register.title)}”`;
  },
});

export const removeRegister = describeCommand({
  name: "removeRegister",
  does: "Takes a register away with all its records, fields and lenses; undo brings all of it back.",
  input: told.parts({ id: told.id() }),
  run(tx, { id }) {
    const register = tx.find("register", id);
    if (!register) throw new Refusal("This register no longer exists.");
    const rows = tx.list("rowsByRegister", id);
    const belonging: PensumRecord[] = [...rows, ...tx.list("fieldsByRegister", id)];
    for (const lens of tx.list("kind", "lens"))
      if (lens.kind === "lens" && lens.registers.includes(id)) belonging.push(lens);
    for (const record of belonging) tx.remove(record.id);
    tx.remove(id);
    return `Deleted the register “${register.title}” and its ${counted(rows.length, "record")}`;
  },
});

function checkRegisterTitle(tx: Transaction, title: string, except?: Id) {
  const taken = tx
    .list("kind", "register")
    .some((record) => record.id !== except && "title" in record && record.title.toLowerCase() === title.toLowerCase());
  if (taken) throw new Refusal(`The register “${title}” already exists.`);
}

/** What one record of a register is likely called: the person may say otherwise. */
function singular(title: string): string {
  if (/[^s]ies$/.test(title)) return title.replace(/ies$/, "y");
  return title.replace(/(?<=[^s])s$/, "");
}
