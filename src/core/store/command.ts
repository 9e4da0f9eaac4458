import { inputFault, Refusal, told, type Id, type Input } from "../model";
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
  /** The first of the ids that it gives, from which the others follow; empty where it gave none. */
  readonly ids: Id | "";
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

/** What stands in the log for what JSON has no word for: nothing, maps, and texts that are those of a record. */
export type Standing =
  | { readonly $: "none" }
  | { readonly $: "map"; readonly of: readonly unknown[] }
  | { readonly $: "text"; readonly of: readonly [Id, string] }
  | { readonly $: "command"; readonly of: string };
