import type { Grouping } from "../model";
import type { Cell, FieldValues } from "../register";
import type { Place } from "./entries";
import { groupKeysOf, type GroupKeys } from "./groupKeys";
import { keyOf } from "./groups";
import type { LensField } from "./lensFields";
import type { LensRows } from "./lensRows";
import { compareKeys, keyReader, periodOrder, type OrderKey } from "./order";

/** A field by which a lens groups. */
interface GroupReader {
  readonly keys: GroupKeys;
  /** The orders of its keys, as far as they were asked for. */
  readonly known: Map<string, OrderKey>;
  readonly order: (key: string) => OrderKey;
}

interface Grouped {
  readonly field: LensField;
  readonly by: Grouping["by"];
}

/** Where records stand that are grouped: every place is one object, however many stand there. */
export class Places {
  readonly #groupings: readonly GroupReader[];
  /** Every place that was seen, by its keys. */
  readonly #known = new Map<string, Place>();
  readonly #all: Place[] = [];
  /** The places of records in the same groups, by the numbers of these. */
  readonly #ofGroups = new Map<number, readonly Place[]>();

  constructor(values: FieldValues, rows: LensRows, groupings: readonly Grouped[], firstWeekday: number) {
    this.#groupings = groupings.map(({ field, by = "day" }) => ({
      keys: groupKeysOf(rows.columnOf(field), field.type, by, firstWeekday),
      known: new Map<string, OrderKey>(),
      order: orderOfKeys(values, field, by, firstWeekday),
    }));
  }

  /** How many groupings there are, one inside the other. */
  get levels(): number {
    return this.#groupings.length;
  }

  /** All places, each at its number. */
  get all(): readonly Place[] {
    return this.#all;
  }

  /** Below zero where the group of key `a` comes first, at a level: 0 for the outer grouping. */
  compare(level: number, a: string, b: string): number {
    return compareKeys(this.#orderOf(level, a), this.#orderOf(level, b));
  }

  /** Whether `key` was placed at some level. */
  knows(key: string): boolean {
    return this.#groupings.some(({ known }) => known.has(key));
  }

  /** Forgets in what order the keys stand: the titles by which they do may be other ones. */
  forgetOrders(): void {
    for (const { known } of this.#groupings) known.clear();
    this.#known.clear();
    this.#ofGroups.clear();
  }

  /** The places at which the record of a row stands. */
  of(row: number): readonly Place[] {
    const [outer, inner] = this.#groupings;
    const first = outer?.keys.numberAt(row) ?? 0;
    const second = inner?.keys.numberAt(row) ?? 0;
    const both = first * 0x4000000 + second;
    let places = this.#ofGroups.get(both);
    if (!places) {
      const outerKeys = outer?.keys.lists[first]?.map((key) => [key]) ?? [[]];
      const keys = inner
        ? outerKeys.flatMap((own) => (inner.keys.lists[second] ?? []).map((key) => [...own, key]))
        : outerKeys;
      places = keys.map((own) => this.#place(own));
      this.#ofGroups.set(both, places);
    }
    return places;
  }

  #place(groups: readonly string[]): Place {
    const name = keyOf(groups);
    let place = this.#known.get(name);
    if (!place) {
      place = {
        groups,
        order: groups.map((key, level) => this.#orderOf(level, key)),
        names: groups.map((_, at) => keyOf(groups.slice(0, at + 1))),
        number: this.#all.length,
      };
      this.#all.push(place);
      this.#known.set(name, place);
    }
    return place;
  }

  #orderOf(level: number, key: string): OrderKey {
    const grouping = this.#groupings[level];
    if (!grouping) return undefined;
    const { known, order } = grouping;
    if (!known.has(key)) known.set(key, key === "" ? undefined : order(key));
    return known.get(key);
  }
}

/** How the keys of a field's groups are ordered. */
function orderOfKeys(
  values: FieldValues,
  { field, type }: LensField,
  by: NonNullable<Grouping["by"]>,
  firstWeekday: number,
): (key: string) => OrderKey {
  const key: (cell: Cell) => OrderKey = keyReader(values, field, type);
  switch (type) {
    case "date":
    case "range":
      return (text) => periodOrder(text, by, firstWeekday);
    case "options":
    case "links":
      return (text) => key([text]);
    case "number":
    case "minutes":
      return Number;
    case "yesNo":
      return (text) => (text === "yes" ? 0 : 1);
    default:
      return key;
  }
}
