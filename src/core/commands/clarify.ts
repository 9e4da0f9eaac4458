import { dayPageId, isPage, Refusal, type Id, type Task, bareRecord, told } from "../model";
import { appendLines, applyEdits, plainTitle, readOutline, removeLineEdit, writeTaskLine } from "../page";
import { describeCommand, type Fields, type Transaction } from "../store";
import { addMinutes, dateOf, isMoment, type DateText, counted } from "../time";
import type { Draft } from "../capture";
import { capture, placeAsSaid, taskFieldsOf } from "./capture";
import { editFields } from "./editRecord";
import { giveDay } from "./giveDay";
import { need } from "./shared";

export const clarifiedKinds = ["task", "event", "note", "goal", "nothing"] as const;
export type ClarifiedKind = (typeof clarifiedKinds)[number];

export const clarify = describeCommand({
  name: "clarify",
  does: "Says of gathered things what they are: they leave the inbox, as tasks with what they need or as something else.",
  input: told.parts({
    tasks: told.ids("task"),
    as: told.word(...clarifiedKinds),
    /** Fields of the task; what another kind has no room for is left out. */
    fields: told.maybe(told.values),
    /** The day to do it on; for an event, when it is. */
    day: told.maybe(told.date),
  }),
  run(tx, { tasks, as, fields = {}, day }) {
    const chosen = tasks.map((id) => need(tx, "task", id));
    for (const task of chosen) become[as](tx, task, fields, day);
    const [only] = chosen;
    const what = chosen.length === 1 && only ? `“${plainTitle(only.title)}”` : counted(chosen.length, "item");
    return as === "nothing"
      ? `Discarded ${what}`
      : as === "task"
        ? `Clarified ${what}`
        : `Turned ${what} into ${articles[as]}`;
  },
});

const articles = { event: "an event", note: "a note", goal: "a goal" } as const;

type Become = (tx: Transaction, task: Task, fields: Fields, day: DateText | undefined) => void;

const become: Readonly<Record<ClarifiedKind, Become>> = {
  task(tx, task, fields, day) {
    editFields(tx, task, { ...fields, unclarified: undefined });
    if (day !== undefined) giveDay.run(tx, { tasks: [task.id], day });
  },
  event(tx, task, fields, day) {
    const start = typeof fields.due === "string" && isMoment(fields.due) ? fields.due : (day ?? dateOf(tx.now));
    const end = isMoment(start) ? addMinutes(start, Number(fields.estimateMinutes ?? 60)) : start;
    tx.remove(task.id);
    const theme = (fields.theme ?? task.theme) as Id | undefined;
    const { title, text, people, createdAt } = task;
    tx.put({
      ...bareRecord("event", { id: tx.newId(), title: plainTitle(title), now: createdAt }),
      start,
      end,
      ...(theme ? { theme } : {}),
      people,
      text,
    });
  },
  note(tx, task) {
    const title = plainTitle(task.title);
    if (tx.list("named", title.toLowerCase()).some((record) => record.kind === "note"))
      throw new Refusal(`The note “${title}” already exists. Merge this task into it instead.`);
    tx.remove(task.id);
    const { tags, text, createdAt } = task;
    tx.put({ ...bareRecord("note", { id: tx.newId(), title, now: createdAt }), tags, text });
  },
  goal(tx, task, fields) {
    tx.remove(task.id);
    const { text, createdAt } = task;
    const due = typeof fields.due === "string" ? dateOf(fields.due) : undefined;
    tx.put({
      ...bareRecord("goal", { id: tx.newId(), title: plainTitle(task.title), now: createdAt }),
      ...(due ? { due } : {}),
      text,
    });
  },
  nothing: (tx, task) => tx.remove(task.id),
};

export const splitTask = describeCommand({
  name: "splitTask",
  does: "Makes several things of one that was gathered; each is what its own line says, and has what the whole had beside that.",
  input: told.parts({ task: told.id("task"), parts: told.list(told.whole<Draft>("an entry as it was understood")) }),
  run(tx, { task: id, parts }) {
    const task = need(tx, "task", id);
    const named = parts.filter(({ title }) => title.trim() !== "");
    if (named.length < 2) throw new Refusal("Enter at least two lines, one per part.");
    const others = named.filter(({ kind }) => kind !== "task");
    if (others.length > 0) capture.run(tx, others);
    const today = dateOf(tx.now);
    const { unclarified: _unclarified, repeat: _repeat, ...whole } = task;
    const fresh = named
      .filter(({ kind }) => kind === "task")
      .map((draft): Task => {
        const said = taskFieldsOf(tx, draft);
        const part: Task = {
          ...whole,
          ...said,
          tags: [...new Set([...task.tags, ...said.tags])],
          people: [...new Set([...task.people, ...said.people])],
          ...(draft.day ? { doDay: draft.day } : {}),
          id: tx.newId(),
          title: draft.title.trim(),
          carried: 0,
        };
        tx.put(part);
        placeAsSaid(tx, part.id, draft, draft.day ?? today);
        return part;
      });
    const page = task.page === undefined ? undefined : tx.get(task.page);
    tx.remove(task.id);
    if (isPage(page)) tx.update(page.id, { text: withLinesFor(page.text, task.id, fresh) });
    return `Split “${plainTitle(task.title)}” into ${named.length}`;
  },
});

/** A page's text with the lines of tasks in the place of another's. */
function withLinesFor(text: string, id: Id, tasks: readonly Task[]): string {
  const line = readOutline(text).tasks.find(({ attributes }) => attributes?.id === id);
  if (!line)
    return appendLines(
      text,
      tasks.map((task) => writeTaskLine(task)),
    );
  if (tasks.length === 0) return applyEdits(text, [removeLineEdit(line, text)]);
  const [indent = ""] = /^[ \t]*/.exec(text.slice(line.from, line.to)) ?? [];
  const insert = tasks.map((task) => writeTaskLine(task, indent)).join("\n");
  return applyEdits(text, [{ from: line.from, to: line.to, insert }]);
}

export const mergeTask = describeCommand({
  name: "mergeTask",
  does: "Puts a gathered thing into a page, as a line, or into another task, as a line of its note; it is no task any more then.",
  input: told.parts({ task: told.id("task"), into: told.id() }),
  run(tx, { task: id, into }) {
    const task = need(tx, "task", id);
    const target = tx.get(into);
    if (!target || target.id === task.id || !("text" in target))
      throw new Refusal("There is no page or task with that name. Nothing was merged.");
    const words = [
      `- ${task.title}`,
      ...(task.text.trim() === ""
        ? []
        : task.text
            .trimEnd()
            .split("\n")
            .map((line) => `  ${line}`)),
    ];
    tx.update(target.id, { text: appendLines(target.text, words) });
    tx.remove(task.id);
    const name =
      "title" in target
        ? plainTitle(target.title)
        : target.id === dayPageId(dateOf(tx.now))
          ? "today"
          : target.id.slice(4);
    return `Merged “${plainTitle(task.title)}” into “${name}”`;
  },
});

export const gatherPage = describeCommand({
  name: "gatherPage",
  does: "Puts the loose tasks of a page into the inbox: those of which nothing was said but their words.",
  input: told.parts({ page: told.id() }),
  run(tx, { page }) {
    const loose = looseTasks(tx, page);
    if (loose.length === 0) throw new Refusal("Every task on this page is already clarified.");
    for (const task of loose) tx.update(task.id, { unclarified: true });
    return `Sent ${counted(loose.length, "task")} from this page to the inbox`;
  },
});

/** The open tasks of a page that have no theme, goal, project, estimate, priority or due date. */
export function looseTasks(tx: Pick<Transaction, "list">, page: Id): Task[] {
  return (tx.list("linesByPage", page) as readonly Task[]).filter(
    (task) =>
      task.kind === "task" &&
      (task.state === "open" || task.state === "doing") &&
      !task.unclarified &&
      !task.theme &&
      !task.goal &&
      !task.project &&
      !task.priority &&
      task.estimateMinutes === undefined &&
      task.due === undefined,
  );
}
