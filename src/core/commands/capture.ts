import { isBare, type Draft } from "../capture/draft";
import { dayPageId, Refusal, type Id, type Task, bareRecord, told } from "../model";
import { appendUnder, namedRecord, plainTitle, writeTaskLine } from "../page";
import { describeCommand, type Transaction } from "../store";
import { dateOf, momentAt, type DateText, counted } from "../time";
import { appendToDay, checkStretch, dayPage } from "./shared";

/** A task of which nothing is said may stand in the inbox alone. Any other task's line goes to the end of the page of its day, of today where it names none, and its hours onto the rail. A task that has only a due date gets no do day: when to do it is decided later. */
export const capture = describeCommand({
  name: "capture",
  does: "Makes records of drafts.",
  input: told.list(told.whole<Draft>("an entry as it was understood")),
  run(tx, drafts) {
    const lines = new Map<DateText, CapturedLine[]>();
    for (const draft of drafts) {
      if (draft.title === "") throw new Refusal("There is nothing to add.");
      if (draft.kind === "note") addNote(tx, draft);
      else if (draft.kind === "event") addEvent(tx, draft);
      else addTask(tx, draft, lines);
    }
    for (const [date, added] of lines) {
      const [under, atEnd] = [added.filter((one) => one.under !== undefined), added.filter((one) => !one.under)];
      if (atEnd.length > 0)
        appendToDay(
          tx,
          date,
          atEnd.map(({ line }) => line),
        );
      for (const { line, under: heading = "" } of under) {
        const page = dayPage(tx, date);
        tx.update(page.id, { text: appendUnder(page.text, heading, [line]) });
      }
    }
    const [first] = drafts;
    return drafts.length === 1 && first
      ? `Added “${plainTitle(first.title)}”`
      : `Added ${counted(drafts.length, "record")}`;
  },
});

/** A line for the page of a day, and the heading under which it goes. */
interface CapturedLine {
  readonly line: string;
  readonly under: string | undefined;
}

function addTask(tx: Transaction, draft: Draft, lines: Map<DateText, CapturedLine[]>) {
  if (draft.inboxOnly && isBare(draft)) {
    const task = bareRecord("task", { id: tx.newId(), title: draft.title, now: tx.now });
    tx.put({ ...task, ...taskFieldsOf(tx, draft) });
    return;
  }
  const day = draft.day ?? dateOf(tx.now);
  const task: Task = {
    ...bareRecord("task", { id: tx.newId(), title: draft.title, now: tx.now }),
    ...(draft.day || !(draft.due || draft.restUntil) ? { doDay: day } : {}),
    ...taskFieldsOf(tx, draft),
    page: dayPageId(day),
  };
  tx.put(task);
  lines.set(day, [...(lines.get(day) ?? []), { line: writeTaskLine(task), under: draft.under }]);
  placeAsSaid(tx, task.id, draft, day);
}

/** What a draft says of a task, beside its title and the day to do it on. */
export function taskFieldsOf(tx: Transaction, draft: Draft) {
  return {
    ...(draft.due ? { due: draft.due } : {}),
    ...(draft.estimateMinutes ? { estimateMinutes: draft.estimateMinutes } : {}),
    ...(draft.repeat ? { repeat: draft.repeat } : {}),
    ...(draft.priority ? { priority: draft.priority } : {}),
    ...(draft.remindMinutes === undefined ? {} : { remindMinutes: draft.remindMinutes }),
    ...(draft.remindAt ? { remindAt: draft.remindAt } : {}),
    ...(draft.restUntil ? { restUntil: draft.restUntil } : {}),
    ...(draft.inSummary ? { inSummary: true } : {}),
    ...(draft.theme ? { theme: draft.theme } : {}),
    tags: draft.tags,
    people: peopleOf(tx, draft),
    text: draft.text ?? "",
    ...(isBare(draft) ? { unclarified: true as const } : {}),
  };
}

/** Gives a task the hours that its draft says, where it says some. */
export function placeAsSaid(tx: Transaction, task: Id, { startMinute, endMinute }: Draft, day: DateText) {
  if (startMinute === undefined || endMinute === undefined) return;
  const [start, end] = [momentAt(day, startMinute), momentAt(day, endMinute)];
  checkStretch(start, end);
  tx.put({ ...bareRecord("block", { id: tx.newId(), now: tx.now }), start, end, task });
}

function addEvent(tx: Transaction, draft: Draft) {
  const day = draft.day ?? dateOf(tx.now);
  const timed = draft.startMinute !== undefined && draft.endMinute !== undefined;
  const start = timed ? momentAt(day, draft.startMinute as number) : day;
  const lastDay = draft.endDay ?? day;
  const end = timed ? momentAt(lastDay, draft.endMinute as number) : lastDay;
  if (timed) checkStretch(start, end);
  tx.put({
    ...bareRecord("event", { id: tx.newId(), title: draft.title, now: tx.now }),
    start,
    end,
    ...(draft.repeat ? { repeat: draft.repeat } : {}),
    ...(draft.place ? { place: draft.place } : {}),
    ...(draft.calendar ? { calendar: draft.calendar } : {}),
    ...(draft.theme ? { theme: draft.theme } : {}),
    ...(draft.remindMinutes === undefined ? {} : { remindMinutes: draft.remindMinutes }),
    ...(draft.inSummary ? { inSummary: true } : {}),
    people: peopleOf(tx, draft),
    text: draft.text ?? "",
  });
}

function addNote(tx: Transaction, draft: Draft) {
  tx.put({
    ...bareRecord("note", { id: tx.newId(), title: draft.title, now: tx.now }),
    tags: draft.tags,
    text: draft.text ?? "",
  });
}

function peopleOf(tx: Transaction, draft: Draft): Id[] {
  return draft.people.map((name) => {
    const known = namedRecord(tx, "person", name);
    if (known) return known.id;
    const id = tx.newId();
    tx.put(bareRecord("person", { id, title: name, now: tx.now }));
    return id;
  });
}
