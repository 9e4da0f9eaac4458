import type { Field } from "../model";
import { fieldsIn, type FieldValues, type Register } from "../register";

/** The field of that name in a register; undefined where it has none. */
export function fieldNamed(values: FieldValues, register: Register, name: string): Field | undefined {
  return fieldsIn(values.store, register).find((field) => field.name === name);
}
