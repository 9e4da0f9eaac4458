import { RE2JS } from "re2js";
import { checkTextLength, spend } from "./budget";
import { nothing } from "./trouble";

/** A pattern that can be asked. */
export interface Pattern {
  test(text: string): boolean;
  replace(text: string, replacement: Replacement): string;
  split(text: string): string[];
}

/** What stands in the place of a match: texts, and the numbers of groups, 0 for all of it. */
export type Replacement = readonly (string | number)[];

/**
 * A replacement of the standard (XPath): `$1` for a group, `\\$` and `\\\\` for the signs themselves. Null, with the reason,
 * where a sign stands for nothing.
 */
export function replacementOf(text: string): Replacement | null {
  const parts: (string | number)[] = [];
  for (const [part] of text.matchAll(/\\[^]?|\$\d?|[^\\$]+/g)) {
    if (part === "\\\\" || part === "\\$") parts.push(part.slice(1));
    else if (/^\$\d$/.test(part)) parts.push(Number(part.slice(1)));
    else if (part.startsWith("\\") || part.startsWith("$"))
      return nothing(`“${part}” means nothing in a replacement: write $1 for a group, and \\$ for the sign.`);
    else parts.push(part);
  }
  return parts;
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
  if (!flagsAllowed.test(flags)) return nothing(`“${flags}” is not valid. The flags are s, m, i and x.`);
  const source = withNameSigns(flags.includes("x") ? withoutSpace(text) : text);
  let own: RegExp;
  try {
    own = new RegExp(source, `u${flags.replace(/x/g, "")}g`);
  } catch {
    return nothing(`“${text}” is not a valid pattern.`);
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
      if (isShort(input))
        return bounded(
          // Behind the groups comes where the match is, a number.
          input.replace(own, (...match: unknown[]) =>
            written(
              replacement,
              match.slice(
                0,
                match.findIndex((one) => typeof one === "number"),
              ) as string[],
            ),
          ),
        );
      const matcher = compiled().matcher(input);
      const count = matcher.groupCount();
      const parts: string[] = [];
      let from = 0;
      for (let length = 0; matcher.find();) {
        const match = Array.from({ length: count + 1 }, (_, group) => matcher.group(group) ?? "");
        const put = written(replacement, match);
        checkTextLength((length += put.length));
        parts.push(input.slice(from, matcher.start()), put);
        from = matcher.end();
      }
      return bounded(parts.join("") + input.slice(from));
    },
    split(input) {
      if (!isShort(input)) return compiled().split(input, -1);
      // The platform would put what groups hold between the parts.
      const parts: string[] = [];
      let from = 0;
      for (const { index, 0: match } of input.matchAll(own)) {
        if (match === "") return input.split(own).filter((part) => part !== undefined);
        parts.push(input.slice(from, index));
        from = index + match.length;
      }
      return [...parts, input.slice(from)];
    },
  };
}

/** A pattern without white space, but for what stands in a class of signs. */
function withoutSpace(text: string): string {
  return text.replace(/\\.|\[(?:\\.|[^\]\\])*\]|\s+/gs, (part) => (/^\s/.test(part) ? "" : part));
}

const nameSigns: Readonly<Record<string, string>> = {
  i: "\\p{L}_:",
  c: "\\p{L}\\p{M}\\p{N}_:.\\-\u00b7",
};

/** `\i` and `\c` of XML Schema, with which names begin and go on, written out; and the Latin block by its ends. */
function withNameSigns(text: string): string {
  return text
    .replace(/\[(?:\\.|[^\]\\])*\]|\\./gs, (part) =>
      part.startsWith("[")
        ? part.replace(/\\([ic])/g, (_, sign: string) => nameSigns[sign]!)
        : part.replace(/^\\([ic])$/, (_, sign: string) => `[${nameSigns[sign]}]`),
    )
    .replace(/\\p\{IsBasicLatin\}/g, "[\\x00-\\x7f]");
}

/** A replacement with its groups; a group that there is not is empty. */
function written(replacement: Replacement, match: readonly string[]): string {
  return replacement
    .map((part) => {
      const group = typeof part === "string" ? part : match[part];
      return typeof group === "string" ? group : "";
    })
    .join("");
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
