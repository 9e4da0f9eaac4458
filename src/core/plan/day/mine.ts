import type { PlanContext } from "../context";
import type { Id, Task } from "../../model/index";
import { mentionsIn, namedRecord } from "../../page/index";

/**
 * Tells whether a task is the person's own to do. It is a colleague's where its people were given to it and the person is
 * not among them; somebody who is only named in its title, as in "call @Ines" or "talk to Ines about the lease", does not do
 * it. Where nobody has said who the person is, every task is theirs.
 */
export function isMine(reads: PlanContext, task: Pick<Task, "people" | "title">): boolean {
  if (task.people.length === 0) return true;
  const me = meIn(reads);
  if (me === undefined || task.people.includes(me)) return true;
  const named = new Set(mentionsIn(task.title).map((name) => namedRecord(reads, "person", name)?.id));
  return task.people.every((id) => named.has(id) || isSpokenOf(task.title, reads.find("person", id)?.title));
}

/** The same of a task that is still typed, by the names of its people: those without a record yet get one. */
export function willBeMine(
  reads: PlanContext,
  { title, people }: { readonly title: string; readonly people: readonly string[] },
): boolean {
  const me = meIn(reads);
  if (people.length === 0 || me === undefined) return true;
  return (
    people.some((name) => namedRecord(reads, "person", name)?.id === me) ||
    people.every((name) => isSpokenOf(title, name))
  );
}

/** Whether a title names somebody, by the whole name or by the first of its words, as a word of its own. */
function isSpokenOf(title: string, person: string | undefined): boolean {
  const name = person?.trim().toLowerCase() ?? "";
  if (name === "") return false;
  const words = ` ${title.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, " ")} `;
  return [name, name.split(/\s+/)[0]!].some((one) =>
    words.includes(` ${one.replace(/[^\p{L}\p{N}]+/gu, " ").trim()} `),
  );
}

/** The record of the person themselves, where they said which it is. */
export function meIn(reads: PlanContext): Id | undefined {
  return reads.settings.me;
}
