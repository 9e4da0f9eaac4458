import type { Field, PensumRecord } from "../model";
import type { Store } from "../store";
import { formulaName } from "./names";
import { fieldsIn, findRegister, registerOf, type Register } from "./registers";
import { fieldValues } from "./values";

/** The field of a register that a text names: by its name, by its label, or by what it was called before. */
export function fieldNamed(
  store: Store,
  of: string,
  name: string,
): { readonly register: Register; readonly field: Field } | undefined {
  const register = findRegister(store, of);
  if (!register) return undefined;
  const fields = fieldsIn(store, register);
  const wanted = formulaName(name);
  const field =
    fields.find((one) => one.name === name || formulaName(one.label) === wanted) ??
    fields.find(({ formerLabels = [] }) => formerLabels.some((label) => formulaName(label) === wanted));
  return field && { register, field };
}

/**
 * The labels of the person's own fields that tell a number of a record: summaries, formulas and numbers that are typed; also those
 * that come to nothing so far.
 */
export function numberFields(store: Store, record: PensumRecord): readonly string[] {
  const register = findRegister(store, registerOf(record) ?? "");
  if (!register) return [];
  const values = fieldValues(store);
  return fieldsIn(store, register)
    .filter((field) => field.own === true && (values.knownType(register, field, [record]) ?? "number") === "number")
    .map(({ label }) => label);
}
