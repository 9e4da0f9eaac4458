import { spend } from "./budget";
import { isContext, isList, type FeelValue } from "./values";

/** A value, after each of its parts was charged for: one that holds itself many times over is small to make, not to read. */
export function measured<V extends FeelValue>(value: V): V {
  if (isList(value)) for (const one of value) (spend(), measured(one));
  else if (isContext(value) && value.identity === undefined)
    for (const name of value.names()) (spend(), measured(value.get(name) ?? null));
  return value;
}
