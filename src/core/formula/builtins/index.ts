import { define } from "./define";
import { nothing } from "../trouble";
import type { FeelFunction, FeelValue } from "../values";
import { dateFunctions, temporalConstructors } from "./dates";
import { listFunctions } from "./lists";
import { numberFunctions } from "./numbers";
import { rangeFunctions } from "./ranges";
import { stringFunctions } from "./strings";

/** The built-in functions of the standard by name, but for `now` and `today`, which ask a clock. */
export const builtins: ReadonlyMap<string, FeelFunction> = new Map<string, FeelFunction>(
  Object.entries({
    ...numberFunctions,
    ...stringFunctions,
    ...listFunctions,
    ...temporalConstructors,
    ...dateFunctions,
    ...rangeFunctions,
    not: define({ negand: "any" }, ({ negand }): FeelValue =>
      typeof negand === "boolean" ? !negand : nothing("“not” needs true or false."),
    ),
  }),
);
