import { RE2JS } from "re2js";
import { checkTextLength, spend } from "./budget";
import { nothing } from "./trouble";

/** A pattern that can be asked. */
export interface Pattern {
  test(text: string): boolean;
  /** @param replacement the platform's form: `$1`, `$&` */
  replace(text: string, replacement: string): string;
  split(text: string): string[];
}

const flagsAllowed = /^[smix]*$/;
const longestInput = 100_000;
const shortInput = 2000;

/**
 * A pattern of the standard (XML Schema and XPath); null, with the reason, where it is none.
 *
 * The platform's own engine takes exponential time for some patterns. It is asked only those that can repeat in one
 * place, on short texts; RE2, whose time grows with the length of the text alone, is asked all others.
 */
export function patternOf(text: string, flags = ""): Pattern | null {
  if (!flagsAllowed.test(flags)) return nothing(`“${flags}” are not flags of a pattern: s, m, i and x are.`);
  const source = flags.includes("x") ? text.replace(/\s+/g, "") : text;
  let own: RegExp;
  try {
    own = new RegExp(source, `u${flags.replace(/x/g, "")}g`);
  } catch {
    return nothing(`“${text}” is not a pattern.`);
  }
  let linear: RE2JS | undefined;
  const isShort = (input: string) => {
    if (input.length > longestInput) checkTextLength(Number.POSITIVE_INFINITY);
    spend(1 + (input.length >> 3));
    return input.length <= shortInput && repeatsOnce(source);
  };
  const compiled = (): RE2JS => (linear ??= RE2JS.compile(source, flagsOf(flags)));
  try {
    if (!repeatsOnce(source)) compiled();
  } catch {
    return nothing(`“${text}” looks back or ahead, which patterns here cannot.`);
  }
  return {
    test(input) {
      own.lastIndex = 0;
      return isShort(input) ? own.test(input) : compiled().matcher(input).find();
    },
    replace(input, replacement) {
      if (isShort(input)) return bounded(input.replace(own, replacement));
      const result = compiled().matcher(input).replaceAll(replacement.replace(/\$&/g, "$$0"));
      return bounded(result);
    },
    split(input) {
      return isShort(input) ? input.split(own) : compiled().split(input, -1);
    },
  };
}

function bounded(text: string): string {
  checkTextLength(text.length);
  return text;
}

function flagsOf(flags: string): number {
  return (
    (flags.includes("i") ? RE2JS.CASE_INSENSITIVE : 0) |
    (flags.includes("m") ? RE2JS.MULTILINE : 0) |
    (flags.includes("s") ? RE2JS.DOTALL : 0)
  );
}

/** Whether a pattern repeats without limit in one place at most, and looks neither back nor ahead. */
function repeatsOnce(source: string): boolean {
  const bare = source.replace(/\\./gs, "").replace(/\[[^\]]*\]/g, "c");
  if (/\\[1-9]|\\k</.test(source) || /\(\?[=!<]/.test(bare)) return false;
  // What repeats is a letter or a class: a group could be matched in many ways.
  return (bare.match(/[*+]|\{\d+,?\d*\}/g)?.length ?? 0) <= 1 && !/\)[*+?{]/.test(bare);
}
