import { isMoment, standingClock, systemClock, type Clock } from "@/core/time";
import { totalWays } from "@/core/model";

/** A question that was asked wrongly. */
export class Wrong extends Error {}

/** What was asked, taken apart. */
export interface Asked {
  readonly words: readonly string[];
  readonly options: ReadonlyMap<string, string>;
}

const flags = new Set(["json", "all", "month-first", "help", "done", "in-place"]);
const valued = new Set([
  "in",
  "where",
  "lens",
  "show",
  "group",
  "sort",
  "to",
  "out",
  "into",
  "now",
  "day",
  "days",
  "least",
  "left",
  ...totalWays,
]);

/** @throws Wrong where an option does not exist or has nothing behind it */
export function parse(given: readonly string[]): Asked {
  const words: string[] = [];
  const options = new Map<string, string>();
  for (let at = 0; at < given.length; at++) {
    const word = given[at] as string;
    if (!word.startsWith("--")) words.push(word);
    else {
      const name = word.slice(2);
      if (flags.has(name)) options.set(name, "yes");
      else if (!valued.has(name)) throw new Wrong(`Unknown option: ${word}`);
      else {
        const value = given[++at];
        if (value === undefined) throw new Wrong(`${word} needs a value.`);
        options.set(name, value);
      }
    }
  }
  return { words, options };
}

/** The first word. @throws Wrong where there is none */
export function need(words: readonly string[], what: string): string {
  const [first] = words;
  if (first === undefined) throw new Wrong(`The name of the ${what} is missing.`);
  return first;
}

/** The present: the system's, or the one that --now says. */
export function clockOf({ options }: Asked): Clock {
  const now = options.get("now");
  if (now === undefined) return systemClock();
  if (!isMoment(now)) throw new Wrong("--now needs a date and time like 2026-11-24T11:07.");
  return standingClock(now, systemClock().zone);
}

/** Writes the answer: a value for programs, or a text. */
export function say({ options }: Asked, value: unknown, text: string) {
  process.stdout.write(options.has("json") ? `${JSON.stringify(value, null, 2)}\n` : text);
}

/** Tells on standard error what was not read as it stands. Returns the exit code that says so. */
export function tellFaults(faults: readonly string[]): number {
  for (const fault of faults) process.stderr.write(`${fault}\n`);
  return faults.length === 0 ? 0 : 1;
}

const widest = 48;

/** A table in lines, its columns one below the other. */
export function tableLines(header: readonly string[], rows: readonly (readonly string[])[]): string[] {
  const cut = (text: string) => {
    const line = text.replace(/\s+/g, " ");
    return line.length > widest ? `${line.slice(0, widest - 1)}…` : line;
  };
  const all = [header, ...rows].map((row) => row.map(cut));
  const widths = header.map((_, at) => Math.max(...all.map((row) => row[at]?.length ?? 0)));
  const line = (row: readonly string[]) =>
    row
      .map((cell, at) => cell.padEnd(widths[at] ?? 0))
      .join("  ")
      .trimEnd();
  return [line(all[0] ?? []), widths.map((width) => "-".repeat(width)).join("  "), ...all.slice(1).map(line)];
}
