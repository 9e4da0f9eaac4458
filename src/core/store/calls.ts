import { isId, type Id } from "../model";
import { momentOfInstant } from "../time";
import type { Act } from "./act";
import type { LogEntry } from "./changeLog";
import type { Fields } from "./changeSet";
import type { Call, Command, Standing } from "./command";

/*
 * What was called, as the log keeps it beside what it changed: short, since it is written with every act. A long text stands as where it
 * is once the act is done; the present as how long before the entry it was; the zone in the first entry of a tab, and where it is another.
 */

/** Longer than this, and not a text that stands in a record by then, an input is not kept: what it changed is. */
const longestInput = 4000;
const longText = 80;

type Kept = readonly [name: string, input: unknown, ids?: Id | "", minutesBefore?: number, zone?: string];

/**
 * The call of an act as JSON text; undefined where it has none, or where its input is too long to be kept.
 * @param at when the entry is written, in milliseconds since 1970
 * @param knownZone the zone of the entry of this tab before it
 */
export function writeCall({ call, changes }: Act, at: number, knownZone: string | undefined): string | undefined {
  if (!call) return undefined;
  const { command, ids, instant, zone } = call;
  const places = textsIn({ changes });
  const input = JSON.stringify(call.input ?? null, (_key, value: unknown) => {
    if (value === undefined) return { $: "none" } satisfies Standing;
    if (value instanceof Map) return { $: "map", of: [...(value as Map<unknown, unknown>)] } satisfies Standing;
    const place = typeof value === "string" && value.length > longText ? places.get(value) : undefined;
    return place ? ({ $: "text", of: place } satisfies Standing) : value;
  });
  if (input.length > longestInput) return undefined;
  const more = [ids, minuteOf(at) - minuteOf(instant), zone === knownZone ? "" : zone];
  while (more.length > 0 && !more.at(-1)) more.pop();
  const end = more.length > 0 ? `,${JSON.stringify(more).slice(1, -1)}` : "";
  return `[${JSON.stringify(command.name)},${input}${end}]`;
}

const minuteOf = (instant: number) => Math.floor(instant / 60_000);

/** Where long texts stand after an act: the id of a record and a field, by the text. */
function textsIn({ changes }: Pick<Act, "changes">): ReadonlyMap<string, readonly [Id, string]> {
  const places = new Map<string, readonly [Id, string]>();
  const note = (id: Id, fields: Fields) => {
    for (const [field, value] of Object.entries(fields))
      if (typeof value === "string" && value.length > longText) places.set(value, [id, field]);
  };
  for (const [id, record] of changes.added) note(id, record as unknown as Fields);
  for (const [id, [, to]] of changes.updated) note(id, to);
  return places;
}

/** Reads what was called from the entries of a log, in their order. */
export class CallReader {
  readonly #commandNamed: (name: string) => Command<unknown> | undefined;
  /** The zone of the last call of each tab. */
  readonly #zones = new Map<string, string>();

  /** @param commandNamed the command of a name, where there is one */
  constructor(commandNamed: (name: string) => Command<unknown> | undefined) {
    this.#commandNamed = commandNamed;
  }

  /**
   * What an entry says was called; undefined where it does not say, or says what cannot be called here.
   * @param textAt the text in a field of a record, as it stood once the entry was done
   */
  read(entry: LogEntry, textAt: (id: Id, field: string) => unknown): Call | undefined {
    if (entry.call === undefined) return undefined;
    const kept: unknown = JSON.parse(entry.call, (_key, value: unknown) => {
      const standing = value as Standing | null;
      if (typeof standing !== "object" || standing === null || !("$" in standing)) return value;
      if (standing.$ === "text") return textAt(...standing.of);
      if (standing.$ === "command") return this.#commandNamed(standing.of);
      return standing.$ === "map" ? new Map(standing.of as [unknown, unknown][]) : value;
    });
    if (!Array.isArray(kept)) return undefined;
    const [name, input, ids = "", minutesBefore = 0, givenZone = ""] = kept as unknown as Kept;
    const zone = givenZone || this.#zones.get(entry.by);
    if (zone !== undefined) this.#zones.set(entry.by, zone);
    const command = this.#commandNamed(name);
    if (!command || zone === undefined || (ids !== "" && !isId(ids))) return undefined;
    const instant = (minuteOf(entry.at) - minutesBefore) * 60_000;
    return { command, ids, now: momentOfInstant(instant, zone), instant, zone, input: withNothing(input) };
  }
}

/** JSON.parse takes out what is undefined; what stands for it is replaced here. */
function withNothing(value: unknown): unknown {
  if (typeof value !== "object" || value === null || value instanceof Map || "toJSON" in value) return value;
  if ("$" in value && value.$ === "none") return undefined;
  if (Array.isArray(value)) return value.map(withNothing);
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, withNothing(one)]));
}
