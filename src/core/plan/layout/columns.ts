/** Where a stretch stands among those it overlaps. */
export interface Column {
  /** 0 for the leftmost. */
  readonly column: number;
  /** How many columns its group needs. */
  readonly of: number;
  /** How many columns it may fill, since those to its right are free beside it. */
  readonly span: number;
}

/**
 * Lays stretches of time side by side so that none covers another: each takes the leftmost column that is free, and
 * widens into free ones to its right. They must come ordered by their beginning; short ones count as `leastMinutes`.
 */
export function columns(stretches: readonly { startMinute: number; endMinute: number }[], leastMinutes = 0): Column[] {
  const end = (at: number) => Math.max(stretches[at]!.endMinute, stretches[at]!.startMinute + leastMinutes);
  const placed: { column: number; of: number; span: number }[] = [];
  let first = 0;
  while (first < stretches.length) {
    const lanes: number[][] = [];
    let reach = end(first);
    let at = first;
    for (; at < stretches.length && (at === first || stretches[at]!.startMinute < reach); at++) {
      const start = stretches[at]!.startMinute;
      let lane = lanes.findIndex((members) => end(members[members.length - 1]!) <= start);
      if (lane < 0) lane = lanes.push([]) - 1;
      lanes[lane]!.push(at);
      placed[at] = { column: lane, of: 1, span: 1 };
      reach = Math.max(reach, end(at));
    }
    for (let member = first; member < at; member++) {
      const place = placed[member]!;
      place.of = lanes.length;
      const clear = (lane: number) =>
        lanes[lane]!.every(
          (other) => end(other) <= stretches[member]!.startMinute || stretches[other]!.startMinute >= end(member),
        );
      while (place.column + place.span < lanes.length && clear(place.column + place.span)) place.span++;
    }
    first = at;
  }
  return placed;
}

/** The columns of what stands on a day, in whatever order it comes; what has no end is as long as `leastMinutes`. */
export function columnsOf<T extends { readonly startMinute?: number; readonly endMinute?: number }>(
  things: readonly T[],
  leastMinutes = 0,
): ReadonlyMap<T, Column> {
  const stretches = things.map((one) => {
    const { startMinute = 0, endMinute = startMinute } = one;
    return { one, startMinute, endMinute };
  });
  stretches.sort((a, b) => a.startMinute - b.startMinute || b.endMinute - a.endMinute);
  const placed = columns(stretches, leastMinutes);
  return new Map(stretches.map(({ one }, at) => [one, placed[at] as Column]));
}
