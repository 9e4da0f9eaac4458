import type { Entry } from "./entries";

/** A run of entries that share their groups. */
export interface Group {
  /** The keys of this group and those around it. */
  readonly keys: readonly string[];
  readonly start: number;
  readonly end: number;
  /** The groups inside, when the lens has two groupings. */
  readonly inner: readonly Group[];
}

/** The name of a group among the totals; never that of everything, which is empty. */
export function keyOf(keys: readonly string[]): string {
  return `:${keys.join("\u0000")}`;
}

export function groupsOf(
  entries: readonly Entry[],
  start: number,
  end: number,
  level: number,
  levels: number,
): Group[] {
  const groups: Group[] = [];
  for (let from = start; from < end;) {
    const { groups: keys } = (entries[from] as Entry).place;
    const to = endOfRun(entries, from, end, level);
    const inner = level + 1 < levels ? groupsOf(entries, from, to, level + 1, levels) : [];
    groups.push({ keys: keys.slice(0, level + 1), start: from, end: to, inner });
    from = to;
  }
  return groups;
}

/** Where the run of entries with the same group ends, found in steps that double. */
function endOfRun(entries: readonly Entry[], from: number, end: number, level: number): number {
  const key = entries[from]?.place.groups[level];
  const isSame = (at: number) => entries[at]?.place.groups[level] === key;
  let step = 1;
  while (from + step < end && isSame(from + step)) step *= 2;
  let [low, high] = [from + (step >> 1), Math.min(end, from + step)];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (isSame(middle)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * Groups whose ends have moved with what came and went, without looking at the entries. Undefined where a group is new
 * or has nothing left in it: then they must be found again.
 */
export function shifted(groups: readonly Group[], grown: ReadonlyMap<string, number>): readonly Group[] | undefined {
  let at = 0;
  let seen = 0;
  let emptied = false;
  const shift = (group: Group): Group => {
    const start = at;
    const inner = group.inner.map(shift);
    if (inner.length === 0) {
      const growth = grown.get(keyOf(group.keys));
      if (growth !== undefined) seen++;
      at += group.end - group.start + (growth ?? 0);
      if (at === start) emptied = true;
    }
    return { keys: group.keys, start, end: at, inner };
  };
  const next = groups.map(shift);
  return emptied || seen < grown.size ? undefined : next;
}
