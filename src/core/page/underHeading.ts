import { appendLines } from "./lines";

/** The heading above a place of a page, without its signs; undefined where none stands above it. */
export function headingAbove(text: string, at: number): string | undefined {
  return headingsOf(text).findLast(({ from }) => from <= at)?.title;
}

/**
 * A page's text with lines at the end of the section below a heading, before the next heading of its level or above; at the
 * end of the page where there is no such heading. Of several with that title the last counts.
 */
export function appendUnder(text: string, title: string, lines: readonly string[]): string {
  const headings = headingsOf(text);
  const at = headings.findLastIndex((heading) => heading.title === title);
  const heading = headings[at];
  if (!heading || lines.length === 0) return appendLines(text, lines);
  const next = headings.slice(at + 1).find(({ level }) => level <= heading.level);
  const section = text.slice(0, next?.from ?? text.length);
  const rest = next ? text.slice(next.from) : "";
  const filled = appendLines(section, lines);
  return rest === "" ? filled : `${filled}\n${rest}`;
}

interface Heading {
  readonly from: number;
  readonly level: number;
  readonly title: string;
}

/** The headings of a page with where they begin; what looks like one in a block of code is none. */
function headingsOf(text: string): Heading[] {
  const headings: Heading[] = [];
  let fence = "";
  let from = 0;
  for (const line of text.split("\n")) {
    const sign = /^\s*(`{3,}|~{3,})/.exec(line)?.[1] ?? "";
    if (fence === "" && sign !== "") fence = sign;
    else if (fence !== "" && sign.startsWith(fence)) fence = "";
    const found = fence === "" && sign === "" ? /^(#{1,6})\s+(.*?)\s*#*\s*$/.exec(line) : null;
    if (found && found[2] !== "") headings.push({ from, level: found[1]!.length, title: found[2]! });
    from += line.length + 1;
  }
  return headings;
}
