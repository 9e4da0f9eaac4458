import { inputFault, isId, Refusal, told, type Id, type Input } from "../model";
import type { MomentText } from "../time";
import type { Transaction } from "./transaction";

/** Something that changes records in a transaction and says in a few words what it did. What is no more than that has no name that the log would know. */
export interface Runnable<Told> {
  readonly name: string;
  run(tx: Transaction, input: Told): string;
}

/** Something that a person, or a program for one, can do. */
export interface Command<Told> extends Runnable<Told> {
  /** What it does, in a sentence, for whoever looks for it. */
  readonly does: string;
  readonly input: Input<Told>;
  /**
   * How it is done again where the records are others by then. `run`: the command is run. `merge`: what it changed is merged, field by
   * field; for one whose input is whole values that were made on what somebody saw.
   */
  readonly again: "run" | "merge";
  /** In the log a command stands by its name. */
  toJSON(): Standing;
}

/** Describes a command. Where nothing else is said it is done again by running it. */
export const describeCommand = <Told>(
  command: Omit<Command<Told>, "again" | "toJSON"> & { readonly again?: Command<Told>["again"] },
): Command<Told> => ({ again: "run", toJSON: () => ({ $: "command", of: command.name }), ...command });

/** Tells a command that is described from something that is only run. */
export function isCommand<Told>(runnable: Runnable<Told>): runnable is Command<Told> {
  return "input" in runnable;
}

/** A command that is called with an input: a gesture means one, a key does one. */
export interface Order {
  readonly command: Command<unknown>;
  readonly input: unknown;
}

/** Several orders as one act, which says what is given, or what the last of them says. */
export const together = describeCommand({
  name: "together",
  does: "Does several things as one.",
  input: told.parts({ orders: told.list(told.whole<Order>("an order")), said: told.maybe(told.text) }),
  run(tx, { orders, said }) {
    const each = orders.map(({ command, input }) => command.run(tx, input));
    return said ?? each.at(-1) ?? "";
  },
});

/** A command with its input, as one that can be held beside others. */
export function order<Told>(command: Command<Told>, input: Told): Order {
  return { command, input } as unknown as Order;
}

/** All that a command takes from outside the records. */
export interface Surroundings {
  /** The first of the ids that it gives; the others follow from it. */
  readonly ids: Id;
  readonly now: MomentText;
  /** The instant at which the minute began, in milliseconds since 1970. */
  readonly instant: number;
  readonly zone: string;
}

/** What a command was called with: called again with it on the same records, it does the same. */
export type Call = Order & Surroundings;

/** @throws Refusal where the input is none that the command takes */
export function checkInput<Told>({ input }: Command<Told>, value: Told): void {
  const fault = inputFault(input, value);
  if (fault !== undefined) throw new Refusal(fault);
}

/** Longer than this, and not a text that stands in a record by then, an input is not kept: what it changed is. */
const longestInput = 4000;
export const longText = 80;

/** What stands in the log for what JSON has no word for: nothing, maps, and texts that are those of a record. */
type Standing =
  | { readonly $: "none" }
  | { readonly $: "map"; readonly of: readonly unknown[] }
  | { readonly $: "text"; readonly of: readonly [Id, string] }
  | { readonly $: "command"; readonly of: string };

/**
 * A call as JSON text, undefined where its input is too long to be kept.
 * @param places where long texts stand once it is done: the id of a record and a field, by the text
 */
export function writeCall(call: Call, places: ReadonlyMap<string, readonly [Id, string]>): string | undefined {
  const input = JSON.stringify(call.input ?? null, (_key, value: unknown) => {
    if (value === undefined) return { $: "none" } satisfies Standing;
    if (value instanceof Map) return { $: "map", of: [...(value as Map<unknown, unknown>)] } satisfies Standing;
    const place = typeof value === "string" && value.length > longText ? places.get(value) : undefined;
    return place ? ({ $: "text", of: place } satisfies Standing) : value;
  });
  if (input.length > longestInput) return undefined;
  return `${JSON.stringify([call.command.name, call.ids, call.now, call.instant, call.zone]).slice(0, -1)},${input}]`;
}

/**
 * What `writeCall` wrote; undefined where it is something else.
 * @param textAt the text in a field of a record, as it stood when the call was done
 * @param commandNamed the command of a name, where there is one
 */
export function readCall(
  json: string,
  textAt: (id: Id, field: string) => unknown,
  commandNamed: (name: string) => Command<unknown> | undefined,
): Call | undefined {
  const read: unknown = JSON.parse(json, (_key, value: unknown) => {
    const standing = value as Standing | null;
    if (typeof standing !== "object" || standing === null || !("$" in standing)) return value;
    if (standing.$ === "text") return textAt(...standing.of);
    if (standing.$ === "command") return commandNamed(standing.of);
    return standing.$ === "map" ? new Map(standing.of as [unknown, unknown][]) : value;
  });
  if (!Array.isArray(read) || read.length !== 6) return undefined;
  const [name, ids, now, instant, zone, input] = read as [string, Id, MomentText, number, string, unknown];
  const command = commandNamed(name);
  return command && isId(ids) ? { command, ids, now, instant, zone, input: withNothing(input) } : undefined;
}

/** JSON.parse takes out what is undefined; what stands for it is replaced here. */
function withNothing(value: unknown): unknown {
  if (typeof value !== "object" || value === null || value instanceof Map || "toJSON" in value) return value;
  if ("$" in value && value.$ === "none") return undefined;
  if (Array.isArray(value)) return value.map(withNothing);
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, withNothing(one)]));
}
