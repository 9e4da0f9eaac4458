import type { Group, LensView } from "@/core/lens";

/** A line of a table: the heading of a group, or a record. */
type TableRow =
  | { readonly kind: "group"; readonly group: Group; readonly level: number; readonly key: string }
  | { readonly kind: "entry"; readonly at: number };

interface Segment {
  /** The first line of the segment. */
  readonly from: number;
  readonly group?: { readonly group: Group; readonly level: number };
  /** The first entry of a run of entries. */
  readonly start?: number;
  readonly count: number;
}

/** The key by which a group is remembered as folded. */
export function groupKey(group: Group): string {
  return group.keys.join("\u001f");
}

/** The lines of a table, found by their number: a list of all of them would be made anew with every change. */
export class TableRows {
  readonly #segments: Segment[] = [];
  readonly count: number;

  constructor(view: LensView, folded: readonly string[]) {
    let from = 0;
    const add = (segment: Omit<Segment, "from">) => {
      if (segment.count === 0) return;
      this.#segments.push({ ...segment, from });
      from += segment.count;
    };
    const addGroup = (group: Group, level: number) => {
      add({ group: { group, level }, count: 1 });
      if (folded.includes(groupKey(group))) return;
      if (group.inner.length > 0) for (const inner of group.inner) addGroup(inner, level + 1);
      else add({ start: group.start, count: group.end - group.start });
    };
    if (view.groups.length === 0) add({ start: 0, count: view.entries.length });
    else for (const group of view.groups) addGroup(group, 0);
    this.count = from;
  }

  row(line: number): TableRow | undefined {
    let [low, high] = [0, this.#segments.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((this.#segments[middle] as Segment).from <= line) low = middle;
      else high = middle - 1;
    }
    const segment = this.#segments[low];
    if (!segment || line < 0 || line >= this.count) return undefined;
    if (segment.group) return { kind: "group", ...segment.group, key: groupKey(segment.group.group) };
    return { kind: "entry", at: (segment.start as number) + line - segment.from };
  }

  /** The line of the heading of a group; undefined when it is inside a folded one, or gone. */
  lineOfGroup(key: string): number | undefined {
    return this.#segments.find(({ group }) => group && groupKey(group.group) === key)?.from;
  }

  /** The line of an entry; undefined when its group is folded. */
  lineOf(at: number): number | undefined {
    const segment = this.#segments.find(({ start, count }) => start !== undefined && at >= start && at < start + count);
    return segment && segment.from + at - (segment.start as number);
  }
}
