import { diff3MergeRegions } from "node-diff3";

/**
 * Two texts that both come from `base`, made into one: what either side added is in it, what either side took out is
 * gone. Lines only one side touched are that side's. A line both touched is put together when they touched different
 * places in it, and is kept twice, `theirs` first, when they did not: nothing typed is lost.
 */
export function mergeText(base: string, theirs: string, ours: string): string {
  if (theirs === ours || base === ours) return theirs;
  if (base === theirs) return ours;
  const whole = mergeSplices(base, theirs, ours);
  if (whole !== undefined) return whole;
  const lines: string[] = [];
  for (const region of diff3MergeRegions(theirs.split("\n"), base.split("\n"), ours.split("\n"))) {
    if (region.stable) {
      lines.push(...region.bufferContent);
      continue;
    }
    const [theirLines, baseLines, ourLines] = [region.aContent, region.oContent, region.bContent];
    const joined = mergeSplices(baseLines.join("\n"), theirLines.join("\n"), ourLines.join("\n"));
    if (joined !== undefined && baseLines.length > 0) lines.push(...joined.split("\n"));
    else if (theirLines.join("\n") === ourLines.join("\n")) lines.push(...theirLines);
    else lines.push(...theirLines, ...ourLines.filter((line) => line !== "" || theirLines.length === 0));
  }
  return lines.join("\n");
}

/** One replacement in a text: at `at`, `removed` gave way to `inserted`. */
export interface Splice {
  at: number;
  removed: string;
  inserted: string;
}

/** The one replacement that makes `to` of `from`, as short as common ends allow; it never parts a surrogate pair. */
export function spliceBetween(from: string, to: string): Splice {
  const most = Math.min(from.length, to.length);
  let start = commonStart(from, to, most);
  if (start > 0 && isHighSurrogate(from.charCodeAt(start - 1))) start--;
  let end = commonEnd(from, to, most - start);
  if (end > 0 && isLowSurrogate(from.charCodeAt(from.length - end))) end--;
  return {
    at: start,
    removed: from.slice(start, from.length - end),
    inserted: to.slice(start, to.length - end),
  };
}

/** Comparing slices of this length is left to the engine: 0.1 ms instead of 2.3 on 150 kB. */
const stride = 2048;

/** How many characters two texts have in common from their beginnings, at most `most`. */
function commonStart(a: string, b: string, most: number): number {
  let at = 0;
  while (at + stride <= most && a.slice(at, at + stride) === b.slice(at, at + stride)) at += stride;
  while (at < most && a.charCodeAt(at) === b.charCodeAt(at)) at++;
  return at;
}

/** How many characters two texts have in common at their ends, at most `most`. */
function commonEnd(a: string, b: string, most: number): number {
  let count = 0;
  while (
    count + stride <= most &&
    a.slice(a.length - count - stride, a.length - count) === b.slice(b.length - count - stride, b.length - count)
  )
    count += stride;
  while (count < most && a.charCodeAt(a.length - 1 - count) === b.charCodeAt(b.length - 1 - count)) count++;
  return count;
}

function isHighSurrogate(unit: number): boolean {
  return unit >= 0xd800 && unit <= 0xdbff;
}
function isLowSurrogate(unit: number): boolean {
  return unit >= 0xdc00 && unit <= 0xdfff;
}

/** Both replacements made, where they do not touch each other; undefined where they do. */
function mergeSplices(base: string, theirs: string, ours: string): string | undefined {
  const a = spliceBetween(base, theirs);
  const b = spliceBetween(base, ours);
  const aEnd = a.at + a.removed.length;
  const bEnd = b.at + b.removed.length;
  if (aEnd < b.at || (aEnd === b.at && aEnd > a.at && bEnd > b.at))
    return base.slice(0, a.at) + a.inserted + base.slice(aEnd, b.at) + b.inserted + base.slice(bEnd);
  if (bEnd < a.at || (bEnd === a.at && bEnd > b.at && aEnd > a.at))
    return base.slice(0, b.at) + b.inserted + base.slice(bEnd, a.at) + a.inserted + base.slice(aEnd);
  return undefined;
}
