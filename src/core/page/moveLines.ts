/** A run of lines, first and last, from 0. */
export interface LineRun {
  readonly first: number;
  readonly last: number;
}

/** How deep a line is indented, in columns; a tab counts as four. An empty line has no depth. */
function depthOf(line: string): number | undefined {
  const [blank = ""] = /^[ \t]*/.exec(line) ?? [];
  return blank.length === line.length ? undefined : blank.replace(/\t/g, "    ").length;
}

const isHeading = (line: string) => /^#{1,6}\s/.test(line);

/** A line with all that is nested in it. */
export function blockOfLine(lines: readonly string[], at: number): LineRun {
  const depth = depthOf(lines[at] ?? "");
  let last = at;
  if (depth !== undefined && !isHeading(lines[at] as string))
    for (let next = at + 1; next < lines.length && (depthOf(lines[next] as string) ?? -1) > depth; next++) last = next;
  return { first: at, last };
}

/** Lines in another order, and where the run that was moved begins then. */
export interface MovedLines {
  readonly lines: readonly string[];
  readonly first: number;
}

/** Moves a run of lines before line `to`, which may be one behind the last. */
export function moveRun(lines: readonly string[], { first, last }: LineRun, to: number): MovedLines {
  if (to >= first && to <= last + 1) return { lines, first };
  const moved = lines.slice(first, last + 1);
  const rest = [...lines.slice(0, first), ...lines.slice(last + 1)];
  const at = to > last ? to - moved.length : to;
  return { lines: [...rest.slice(0, at), ...moved, ...rest.slice(at)], first: at };
}

/**
 * Moves a run of lines one step: over the line above it with what is nested in that, or the one below. Headings and empty
 * lines are steps of their own, so that lines go from one part of a page to another.
 */
export function stepRun(lines: readonly string[], run: LineRun, way: "up" | "down"): MovedLines {
  const depth = depthOf(lines[run.first] ?? "") ?? 0;
  if (way === "up") {
    if (run.first === 0) return { lines, first: run.first };
    let to = run.first - 1;
    while (to > 0 && (depthOf(lines[to] as string) ?? -1) > depth) to--;
    return moveRun(lines, run, to);
  }
  if (run.last >= lines.length - 1) return { lines, first: run.first };
  const below = run.last + 1;
  const isBeside = (depthOf(lines[below] as string) ?? -1) >= depth;
  const { last } = isBeside ? blockOfLine(lines, below) : { last: below };
  return moveRun(lines, run, last + 1);
}

/** Lines with the indentation they share replaced by another. */
export function indented(lines: readonly string[], indent: string): string[] {
  const shared = Math.min(...lines.filter((line) => line.trim() !== "").map((line) => /^[ \t]*/.exec(line)![0].length));
  return lines.map((line) => (line.trim() === "" ? line : indent + line.slice(Number.isFinite(shared) ? shared : 0)));
}
