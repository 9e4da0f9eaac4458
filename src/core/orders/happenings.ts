import { predicateOf } from "../lens";
import { isUnfinished, valueIn, type Id, type PensumRecord, type StandingOrder } from "../model";
import { findRegister, recordsIn, registerOf, type FieldValues } from "../register";
import type { ChangeSet } from "../store";
import { addDays, dateOf, isDate, isMoment, type DateText } from "../time";

/** A standing order, and the records for which its time has come. */
export interface Happening {
  readonly order: StandingOrder;
  readonly records: readonly Id[];
}

interface Reading {
  readonly values: FieldValues;
  readonly today: DateText;
  readonly firstWeekday: number;
}

function activeOrders({ store }: FieldValues): StandingOrder[] {
  return (store.list("kind", "standingOrder") as readonly StandingOrder[])
    .filter(({ active }) => active)
    .toSorted((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1));
}

/** The records of these for which a standing order's condition holds. */
function held(reading: Reading, order: StandingOrder, records: readonly PensumRecord[]): Id[] {
  const { values, today, firstWeekday } = reading;
  const register = findRegister(values.store, order.register);
  if (!register) return [];
  const holds = predicateOf(order.where, { values, register, today, firstWeekday });
  return records.filter((record) => registerOf(record) === order.register && holds(record)).map(({ id }) => id);
}

/** Which standing orders an act calls up: those about records that it added, or fields that it changed. */
export function calledByAct(reading: Reading, changes: ChangeSet): Happening[] {
  const { store } = reading.values;
  const standing = (ids: Iterable<Id>) =>
    [...ids].flatMap((id) => {
      const record = store.get(id);
      return record ? [record] : [];
    });
  return activeOrders(reading.values).flatMap((order) => {
    const { when } = order;
    if (when.on === "added") return happening(order, held(reading, order, standing(changes.added.keys())));
    if (when.on !== "changed") return [];
    const touched = [...changes.updated].filter(([, [, to]]) => when.field === undefined || when.field in to);
    return happening(order, held(reading, order, standing(touched.map(([id]) => id))));
  });
}

/**
 * Which standing orders a day calls up, of all that are active or of those asked: those about what begins on it, becomes
 * due or becomes late, where they were not looked at for it yet.
 */
export function calledByDay(reading: Reading, ...asked: readonly StandingOrder[]): Happening[] {
  const { today, values } = reading;
  return (asked.length > 0 ? asked : activeOrders(values)).flatMap((order) => {
    if (order.lookedOn !== undefined && order.lookedOn >= today) return [];
    const register = findRegister(values.store, order.register);
    if (!register) return [];
    return happening(order, held(reading, order, recordsIn(values.store, register).filter(isTime(order, today))));
  });
}

/** Whether the time of a record has come today, or on a day since the order was last looked at. */
function isTime(order: StandingOrder, today: DateText): (record: PensumRecord) => boolean {
  const { when } = order;
  const lookedOn = order.lookedOn ?? addDays(today, -1);
  if (when.on === "dayBegins") return () => true;
  if (when.on !== "due" && when.on !== "late") return () => false;
  const shift = when.on === "late" ? 1 : 0;
  return (record) => {
    const value = valueIn(record, when.field);
    if (!isDate(value) && !isMoment(value)) return false;
    if ("state" in record && !isUnfinished(record.state)) return false;
    const day = addDays(dateOf(value), shift);
    return day > lookedOn && day <= today;
  };
}

function happening(order: StandingOrder, records: readonly Id[]): Happening[] {
  return records.length > 0 ? [{ order, records }] : [];
}
