import { spend } from "./budget";
import { isContext, isList, type FeelValue } from "./values";

/** A value, after each of its parts was charged for: one that holds itself many times over is small to make, not to read. */
export function measured<V extends FeelValue>(value: V): V {
  const parts = isList(value)
    ? value
    : isContext(value) && value.identity === undefined
      ? value.names().map((name) => value.get(name) ?? null)
      : [];
  spend(parts.length);
  for (const part of parts) measured(part);
  return value;
}
