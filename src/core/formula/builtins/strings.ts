import { longestText, spend } from "../budget";
import { measured } from "../measured";
import { patternOf, replacementOf } from "../pattern";
import { nothing } from "../trouble";
import { feelText, type FeelValue } from "../values";
import { define } from "./define";

/** Functions of texts (DMN 1.5, 10.3.4.3). Positions count characters, from 1; from the end when negative. */
export const stringFunctions = {
  substring: define(
    { string: "string", "start position": "number", length: "number?" },
    ({ string, "start position": start, length }) => {
      const letters = [...string];
      if (start === 0) return nothing("Positions start at 1.");
      const from = start > 0 ? start - 1 : Math.max(0, letters.length + start);
      return letters.slice(from, length === undefined ? undefined : from + length).join("");
    },
  ),
  "string length": define({ string: "string" }, ({ string }) => [...string].length),
  "upper case": define({ string: "string" }, ({ string }) => string.toUpperCase()),
  "lower case": define({ string: "string" }, ({ string }) => string.toLowerCase()),
  "substring before": define({ string: "string", match: "string" }, ({ string, match }) => {
    const at = string.indexOf(match);
    return at < 0 ? "" : string.slice(0, at);
  }),
  "substring after": define({ string: "string", match: "string" }, ({ string, match }) => {
    const at = string.indexOf(match);
    return at < 0 ? "" : string.slice(at + match.length);
  }),
  contains: define({ string: "string", match: "string" }, ({ string, match }) => string.includes(match)),
  "starts with": define({ string: "string", match: "string" }, ({ string, match }) => string.startsWith(match)),
  "ends with": define({ string: "string", match: "string" }, ({ string, match }) => string.endsWith(match)),
  matches: define({ input: "string", pattern: "string", flags: "string?" }, ({ input, pattern: text, flags }) => {
    const found = patternOf(text, flags);
    return found && found.test(input);
  }),
  replace: define(
    { input: "string", pattern: "string", replacement: "string", flags: "string?" },
    ({ input, pattern: text, replacement, flags }) => {
      const found = patternOf(text, flags);
      if (replacement.length > 0 && input.length * replacement.length > longestText * 100)
        return nothing("The text and its replacement are too long.");
      const parts = found && replacementOf(replacement);
      if (found?.test("")) return nothing("The pattern matches even an empty text, so there is no telling where.");
      return found && parts && found.replace(input, parts);
    },
  ),
  split: define({ string: "string", delimiter: "string" }, ({ string, delimiter }) => {
    const found = patternOf(delimiter);
    return found && found.split(string);
  }),
  "string join": define({ list: "list", delimiter: "string?" }, ({ list, delimiter = "" }) => {
    const texts = list.filter((one) => one !== null);
    return texts.every((one) => typeof one === "string" && (spend(1 + (one.length >> 3)), true))
      ? texts.join(delimiter)
      : nothing("Only text can be joined.");
  }),
  string: define({ from: "any" }, ({ from }): FeelValue => (from === null ? null : feelText(measured(from)))),
  number: define(
    { from: "any", "grouping separator": "string?", "decimal separator": "string?" },
    ({ from, "grouping separator": grouping, "decimal separator": decimal }) => {
      if (typeof from === "number") return from;
      if (typeof from !== "string") return nothing("“from” must be a text.");
      if (grouping !== undefined && grouping === decimal) return nothing("The two separators must be different.");
      const plain = (grouping ? from.split(grouping).join("") : from).replace(decimal ?? ".", ".");
      return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain)
        ? Number(plain)
        : nothing(`“${from}” is not a number.`);
    },
  ),
};
