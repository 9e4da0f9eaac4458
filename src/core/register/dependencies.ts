import { valueIn, type Id, type PensumRecord } from "../model";
import type { Store } from "../store";
import type { NameEntry } from "./names";
import { registerOf } from "./registers";

/** One step along a link: from a record to where it leads, or back to what leads to it. */
interface Hop {
  readonly way: "forward" | "back";
  /** The register whose records hold the link. */
  readonly register: string;
  readonly field: string;
}

/** Something a computed field reads: a field of a register, at the end of some hops. */
export interface Dependency {
  readonly register: string;
  /** `*` for any field. */
  readonly field: string;
  readonly hops: readonly Hop[];
}

/** What a formula of `register` reads, by the paths it follows. */
export function dependenciesOf(
  names: (register: string) => ReadonlyMap<string, NameEntry>,
  register: string,
  paths: readonly (readonly string[])[],
): Dependency[] {
  const found = new Map<string, Dependency>();
  const add = (dependency: Dependency) => found.set(JSON.stringify(dependency), dependency);
  for (const path of paths) {
    let at = register;
    let hops: readonly Hop[] = [];
    path.forEach((name, place) => {
      if (name === "*") return void add({ register: at, field: "*", hops });
      const entry = names(at).get(name);
      const isLast = place === path.length - 1;
      if (entry?.field) {
        add({ register: at, field: entry.field.name, hops });
        if (!entry.field.target) return;
        hops = [...hops, { way: "forward", register: at, field: entry.field.name }];
        at = entry.field.target;
        if (isLast) add({ register: at, field: "title", hops });
      } else if (entry?.back) {
        hops = [...hops, { way: "back", register: entry.back.register.id, field: entry.back.field.name }];
        at = entry.back.register.id;
        add({ register: at, field: isLast ? "*" : entry.back.field.name, hops });
      } else if (name === "text") add({ register: at, field: "text", hops });
    });
  }
  return [...found.values()];
}

/** The records from which `hops` lead to one of `ends`, as the links stand and as `ends` have them. */
export function sourcesOf(
  store: Pick<Store, "list" | "get">,
  hops: readonly Hop[],
  ends: readonly PensumRecord[],
): PensumRecord[] {
  let records = [...ends];
  for (const hop of hops.toReversed()) {
    const next = new Map<Id, PensumRecord>();
    for (const record of records) {
      const found =
        hop.way === "forward"
          ? store.list("links", `${hop.field}:${record.id}`).filter((one) => registerOf(one) === hop.register)
          : linkedIds(record, hop.field).map((id) => store.get(id));
      for (const one of found) if (one) next.set(one.id, one);
    }
    records = [...next.values()];
  }
  return records;
}

/** Where a link of a record leads. */
export function linkedIds(record: PensumRecord, field: string): readonly Id[] {
  const value = valueIn(record, field);
  if (typeof value === "string") return [value];
  return Array.isArray(value) ? (value as Id[]) : [];
}
