import type { Condition, Grouping } from "../model";
import { fieldsIn, isComputed, type FieldValues, type Register } from "../register";
import type { DateText } from "../time";
import { dateMeant } from "./conditions";

/**
 * What a record gets so that it stands under a condition, or in a group: a value for each field that must have just
 * that one. What leaves a choice open gives nothing.
 */
export function givenValues(
  values: FieldValues,
  register: Register,
  today: DateText,
  where: Condition,
  groups: readonly Grouping[] = [],
  keys: readonly string[] = [],
): Record<string, unknown> {
  const given: Record<string, unknown> = {};
  const fields = new Map(fieldsIn(values.store, register).map((field) => [field.name, field]));
  const set = (name: string, value: unknown) => {
    const field = fields.get(name);
    if (!field || field.kept || isComputed(field)) return;
    const type = values.typeOf(register, field, []);
    given[name] = (type === "options" || type === "links") && !Array.isArray(value) ? [value] : value;
  };
  const read = (condition: Condition) => {
    if ("all" in condition) condition.all.forEach(read);
    else if ("field" in condition) {
      const { field, is, value } = condition;
      const [only, another] = Array.isArray(value) ? (value as readonly string[]) : [value];
      if (is === "oneOf" && only !== undefined && another === undefined) set(field, only);
      else if (is === "is") set(field, dateMeant(value, today) ?? value);
    }
  };
  read(where);
  groups.forEach(({ field: name, by }, at) => {
    const key = keys[at];
    const field = fields.get(name);
    if (key === undefined || !field) return;
    if (key === "") return void delete given[name];
    const type = values.typeOf(register, field, []);
    if (type === "date") {
      if (by === undefined || by === "day" || by === "dayOrWeekend" || by === "week") set(name, key);
      else if (by === "month") set(name, today.startsWith(key) ? today : `${key}-01`);
    } else if (type === "number" || type === "minutes") set(name, Number(key));
    else if (type === "yesNo") set(name, key === "yes");
    else set(name, key);
  });
  return given;
}
