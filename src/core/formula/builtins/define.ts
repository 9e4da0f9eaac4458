import { nothing } from "../trouble";
import {
  DaysDuration,
  FeelDate,
  FeelDateTime,
  FeelFunction,
  FeelRange,
  FeelTime,
  isContext,
  isList,
  MonthsDuration,
  typeOf,
  type FeelContext,
  type FeelValue,
} from "../values";

/** What a parameter takes. */
interface Taken {
  number: number;
  string: string;
  boolean: boolean;
  list: readonly FeelValue[];
  range: FeelRange;
  date: FeelDate | FeelDateTime;
  temporal: FeelDate | FeelDateTime | FeelTime;
  duration: DaysDuration | MonthsDuration;
  function: FeelFunction;
  context: FeelContext;
  any: FeelValue;
}
type TypeName = keyof Taken;
type Optional = `${TypeName}?`;
type Parameter = TypeName | Optional;
type Given<P extends Parameter> = P extends `${infer T extends TypeName}?`
  ? Taken[T] | undefined
  : P extends TypeName
    ? Taken[P]
    : never;

const takes: { readonly [T in TypeName]: (value: FeelValue) => boolean } = {
  number: (value) => typeof value === "number",
  string: (value) => typeof value === "string",
  boolean: (value) => typeof value === "boolean",
  list: isList,
  range: (value) => value instanceof FeelRange,
  date: (value) => value instanceof FeelDate || value instanceof FeelDateTime,
  temporal: (value) => value instanceof FeelDate || value instanceof FeelDateTime || value instanceof FeelTime,
  duration: (value) => value instanceof DaysDuration || value instanceof MonthsDuration,
  function: (value) => value instanceof FeelFunction,
  context: isContext,
  any: () => true,
};

/**
 * A built-in function: its parameters by name, each with what it takes. A value of another type gives null, with the
 * reason; an optional one may be null or left out. A single value stands for a list of it, and a list of one for what is in
 * it, as the standard has it.
 */
export function define<const P extends Readonly<Record<string, Parameter>>>(
  parameters: P,
  call: (values: { [K in keyof P]: Given<P[K]> }) => FeelValue,
): FeelFunction {
  const names = Object.keys(parameters);
  return new FeelFunction(names, (values) => {
    const given: Record<string, unknown> = {};
    if (values.length > names.length)
      return nothing(`The function takes ${names.length} values, not ${values.length}.`);
    for (let at = 0; at < names.length; at++) {
      const name = names[at] as string;
      const parameter = parameters[name] as Parameter;
      const optional = parameter.endsWith("?");
      const type = (optional ? parameter.slice(0, -1) : parameter) as TypeName;
      let value = values[at];
      if (value === undefined && !optional) return nothing(`“${name}” is missing.`);
      if (optional && (value === undefined || value === null)) continue;
      if (type === "list" && value !== null && !isList(value)) value = [value as FeelValue];
      else if (type !== "any" && isList(value) && value.length === 1 && !takes[type](value)) value = value[0];
      if (!takes[type](value as FeelValue))
        return nothing(`“${name}” must be a ${type}, not ${typeOf(value as FeelValue)}.`);
      given[name] = value;
    }
    return call(given as { [K in keyof P]: Given<P[K]> });
  });
}

/** A function that takes a list, or the things of a list one by one. */
export function defineOverList(call: (list: readonly FeelValue[]) => FeelValue): FeelFunction {
  return new FeelFunction(["list"], (values) => {
    const [only] = values;
    return call(values.length === 1 && isList(only) ? only : values);
  });
}

/** A function with several lists of parameters: the first one by number of values and by type is called. */
export function defineAny(...ways: FeelFunction[]): FeelFunction {
  const longest = ways.reduce((a, b) => (b.parameters.length > a.parameters.length ? b : a));
  return new FeelFunction(
    longest.parameters,
    (values) => {
      const fitting = ways.find((way) => way.parameters.length === values.length) ?? longest;
      return fitting.call(values);
    },
    ways.map(({ parameters }) => parameters),
  );
}

/** A function whose parameters are called otherwise in other ways to call it. */
export function alsoNamed(known: FeelFunction, ...others: readonly (readonly string[])[]): FeelFunction {
  return new FeelFunction(known.parameters, known.call, [...known.others, ...others]);
}
