import {
  dayPageId,
  Refusal,
  type DayPage,
  type Id,
  type PensumRecord,
  type RecordOf,
  type Kind,
  kindNames,
} from "../model";
import { appendLines } from "../page";
import { occurrenceRecord } from "../plan";
import type { Transaction } from "../store";
import { isMoment, minutesBetween, type DateText, type MomentText } from "../time";

/** The record of that id and kind. @throws Refusal when it is gone, as it may be when another tab removed it */
export function need<K extends Kind>(tx: Transaction, kind: K, id: Id): RecordOf<K> {
  const record = takenOut(tx, id);
  if (record?.kind !== kind)
    throw new Refusal(
      `This ${kindNames[kind].toLowerCase()} no longer exists. It may have been deleted in another tab.`,
    );
  return record as RecordOf<K>;
}

/** The record of an id; where it names an occurrence that follows its rule, that one, put in as a record of its own. */
export function takenOut(tx: Transaction, id: Id): PensumRecord | undefined {
  const record = tx.get(id);
  if (record) return record;
  const one = occurrenceRecord(tx, id);
  if (one) tx.put(one);
  return one;
}

/** The page of a date; made when it is not there yet. */
export function dayPage(tx: Transaction, date: DateText): DayPage {
  const id = dayPageId(date);
  const page = tx.find("day", id);
  if (page) return page;
  const fresh: DayPage = { id, kind: "day", date, text: "" };
  tx.put(fresh);
  return fresh;
}

/** Adds lines at the end of a date's page. */
export function appendToDay(tx: Transaction, date: DateText, lines: readonly string[]) {
  const page = dayPage(tx, date);
  tx.update(page.id, { text: appendLines(page.text, lines) });
}

const longestStretch = 14 * 1440;

/** @throws Refusal when a stretch of time is none, or is longer than two weeks */
export function checkStretch(start: MomentText, end: MomentText) {
  if (!isMoment(start) || !isMoment(end)) throw new Refusal("That is not a valid time.");
  if (end <= start) throw new Refusal("The end must be after the start.");
  if (minutesBetween(start, end) > longestStretch)
    throw new Refusal("A block or event on the rail cannot be longer than two weeks.");
}

/** A moment's clock time for what an act says: `T14:00` (ISO 8601), which is shown in the person's own way. */
export function clock(moment: MomentText): string {
  return moment.slice(10);
}
