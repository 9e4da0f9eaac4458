"use client";
import { useMemo, useRef, type KeyboardEvent } from "react";
import { setDone, type GivenValues } from "@/core/commands";
import type { DatePeriod, Grouping, Id, PensumRecord } from "@/core/model";
import { givenValues, periodKey, type LensDraft, type LensField, type LensView } from "@/core/lens";
import { isDone, optionsOf } from "@/core/register";
import { addDays, dateText, startOfWeek, weekday } from "@/core/time";
import { focusSoon } from "@/ui/focusSoon";
import { carriedRecord } from "@/core/gestures";
import { openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { useAct, useFirstWeekday } from "@/ui/workspaceContext";
import type { LensForm } from "./lensForm";
import { BoardColumn, type Column } from "./BoardColumn";
import { useBoardDrag } from "./useBoardDrag";
import { groupWords, type Writing } from "@/panels/fields/cells";

interface BoardViewProps extends LensForm {
  /** Gives cards what their new column stands for, and keeps the order by hand, in one act. False where it was refused. */
  onPut: (given: readonly GivenValues[], byHand?: Readonly<Record<Id, number>>) => boolean;
  chosen: readonly Id[];
  onChoose: (ids: readonly Id[]) => void;
}

/** A lens as a board: a column for each group, and a card for each record, to be dragged from one to another. */
export function BoardView(props: BoardViewProps) {
  const { lens, view } = props;
  const [grouping] = lens.groups;
  const of = view.fields.find(({ name }) => name === grouping?.field);
  if (!of || !grouping)
    return (
      <p className="py-8 font-words text-page">
        A board needs columns. Group this lens by a choice, level, link or date field.
      </p>
    );
  return <Board {...props} of={of} grouping={grouping} />;
}

function Board(props: BoardViewProps & { of: LensField; grouping: Grouping }) {
  const { writing, register, lens, view, onChange, onAdd, onPut, chosen, onChoose, of, grouping } = props;
  const firstWeekday = useFirstWeekday();
  const act = useAct();
  const board = useRef<HTMLDivElement>(null);
  const { revision } = view;
  const columns = useMemo(
    () => columnsOf(writing, view, lens, of, firstWeekday),
    // The view is the same object after a change; its revision tells.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [writing, view, lens, of, firstWeekday, revision],
  );

  /** What a card that goes to a column gets; undefined where it stands there already. */
  const fieldsIn = (record: PensumRecord, column: Column): Readonly<Record<string, unknown>> | undefined => {
    const here = columnOf(columns, record)?.key;
    if (here === column.key) return undefined;
    const given = givenValues(writing.values, register, writing.today, { all: [] }, [grouping], [column.key]);
    const value = column.key === "" ? undefined : given[of.name];
    const was = of.read(record);
    const isMany = of.type === "options" || of.type === "links";
    const next = isMany ? otherThan(was as readonly string[], here, column.key) : value;
    return { [of.name]: keptTime(was, next) };
  };
  /** All cards that are chosen go to a column together, in one step. */
  const moveChosen = (column: Column) => {
    const edits = chosen.flatMap((id) => {
      const record = view.entries.find((entry) => entry.record.id === id)?.record;
      const fields = record && fieldsIn(record, column);
      return fields ? [{ id, fields }] : [];
    });
    return edits.length > 0 && onPut(edits);
  };
  const move = (record: PensumRecord, column: Column, before: Id | undefined): boolean => {
    if (chosen.length > 1 && chosen.includes(record.id)) return moveChosen(column);
    const fields = fieldsIn(record, column);
    const order = column.records.map(({ id }) => id).filter((id) => id !== record.id);
    const at = before === undefined ? order.length : order.indexOf(before);
    order.splice(at < 0 ? order.length : at, 0, record.id);
    const byHand = { ...lens.byHand, ...Object.fromEntries(order.map((id, place) => [id, place])) };
    const isOrdered = before !== undefined || lens.byHand !== undefined;
    if (!fields && !isOrdered) return false;
    return onPut(fields ? [{ id: record.id, fields }] : [], isOrdered ? byHand : undefined);
  };
  const { store } = writing.values;
  const { target, drag } = useBoardDrag(board, {
    carried: (record) =>
      chosen.length > 1 && chosen.includes(record.id)
        ? {
            ...{ kind: "several", title: `${chosen.length} cards`, minutes: 0 },
            of: chosen.flatMap((id) => {
              const one = store.get(id);
              return one ? [carriedRecord(store, one)] : [];
            }),
          }
        : carriedRecord(store, record),
    put(record, { key, before }) {
      const column = columns.find((one) => one.key === key);
      if (column) move(record, column, before);
    },
  });
  const toggle = (id: Id) => onChoose(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  /** The keys go on with a card once it is drawn where it stands now. */
  const focusCard = (id: Id) =>
    requestAnimationFrame(() => focusSoon(() => board.current?.querySelector<HTMLElement>(`[data-card="${id}"]`)));
  const press = (event: KeyboardEvent, record: PensumRecord, columnAt: number) => {
    const column = columns[columnAt] as Column;
    const at = column.records.indexOf(record);
    if (event.key === "Enter") openRecord(record.id);
    else if (event.key === " ") toggle(record.id);
    else if (event.code === "KeyX" && !event.ctrlKey && !event.metaKey && !event.altKey) {
      const done = isDone(writing.values.store, record);
      if (done !== undefined) act(setDone, { ids: [record.id], done: !done });
      focusCard(record.id);
    } else if (event.key === "Escape" && chosen.length > 0) onChoose([]);
    else if (event.altKey && (event.key === "ArrowLeft" || event.key === "ArrowRight")) {
      const next = columns[columnAt + (event.key === "ArrowLeft" ? -1 : 1)];
      if (!next) return;
      if (!move(record, next, undefined)) return;
      notify({ text: `Moved to ${next.title}`, undo: true });
      focusCard(record.id);
    } else if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      const before = event.key === "ArrowUp" ? column.records[at - 1]?.id : column.records[at + 2]?.id;
      if (event.key === "ArrowUp" ? at > 0 : at < column.records.length - 1) move(record, column, before);
      focusCard(record.id);
    } else {
      const focus = { ArrowUp: [0, -1], ArrowDown: [0, 1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key];
      if (!focus) return;
      const next = columns[columnAt + (focus[0] as number)];
      const to = next?.records[Math.min(next.records.length - 1, at + (focus[1] as number))];
      if (to) board.current?.querySelector<HTMLElement>(`[data-card="${to.id}"]`)?.focus();
    }
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div ref={board} className="board min-h-0 flex-1" role="group" aria-label={`${lens.title}, as a board`}>
      {columns.map((column, at) => (
        <BoardColumn
          key={column.key}
          {...props}
          of={of}
          column={column}
          folded={lens.folded.includes(column.key)}
          target={target?.key === column.key ? target : undefined}
          onFold={() =>
            onChange({
              folded: lens.folded.includes(column.key)
                ? lens.folded.filter((key) => key !== column.key)
                : [...lens.folded, column.key],
            })
          }
          onAdd={() => openRecord(onAdd(column.group ?? { keys: [column.key], start: 0, end: 0, inner: [] }))}
          onDrag={drag}
          onPress={(event, record) => press(event, record, at)}
          onToggle={toggle}
        />
      ))}
    </div>
  );
}

/** A list of things with one in place of another. */
function otherThan(was: readonly string[] | undefined, out: string | undefined, into: string): readonly string[] {
  return [...(was ?? []).filter((one) => one !== out && one !== into), ...(into === "" ? [] : [into])];
}

/** A moment that moves to another day keeps its clock time. */
function keptTime(was: unknown, next: unknown): unknown {
  return typeof was === "string" &&
    typeof next === "string" &&
    /^\d{4}-\d{2}-\d{2}T/.test(was) &&
    /^\d{4}-\d{2}-\d{2}$/.test(next)
    ? next + was.slice(10)
    : next;
}

function columnOf(columns: readonly Column[], record: PensumRecord): Column | undefined {
  return columns.find(({ records }) => records.includes(record));
}

/** The columns of a board: every option and every day of the week, also those that nothing stands in. */
function columnsOf(writing: Writing, view: LensView, lens: LensDraft, of: LensField, firstWeekday: number): Column[] {
  const [grouping] = lens.groups;
  const groups = new Map(view.groups.map((group) => [group.keys[0] as string, group]));
  const keys = new Set<string>();
  if (of.type === "option") for (const { id } of optionsOf(of.field, writing.values.settings.priorities)) keys.add(id);
  const week = lens.where && JSON.stringify(lens.where).includes("thisWeek");
  const by = grouping?.by ?? "day";
  if (of.type === "date" && (by === "day" || by === "dayOrWeekend") && week) {
    const start = startOfWeek(writing.today, firstWeekday);
    // A week that begins on a Sunday has the weekend before it in its first column.
    for (let day = 0; day < 7; day++) keys.add(periodKey(addDays(start, day), by, firstWeekday));
  }
  for (const key of groups.keys()) keys.add(key);
  const states = of.field.type === "state" ? shownStates(lens) : undefined;
  return [...keys]
    .filter((key) => groups.has(key) || !states || states.has(key))
    .map((key) => {
      const group = groups.get(key);
      const records = group ? view.entries.slice(group.start, group.end).map(({ record }) => record) : [];
      return { key, title: columnWords(writing, of, key, grouping?.by), group, records };
    });
}

/** A day of a board is written short: its column is narrow. */
function columnWords(writing: Writing, of: LensField, key: string, by: DatePeriod | undefined): string {
  if (by === "dayOrWeekend" && key !== "" && weekday(key) === 6)
    return `Weekend, ${Number(key.slice(8))} and ${Number(addDays(key, 1).slice(8))}`;
  if (of.type === "date" && key !== "" && (by === undefined || by === "day" || by === "dayOrWeekend"))
    return key === writing.today
      ? `Today, ${dateText(key, "weekday", writing.style)} ${Number(key.slice(8))}`
      : dateText(key, "short", writing.style);
  return groupWords(writing, of.field, of.type, key, by);
}

function shownStates(lens: LensDraft): Set<string> {
  return new Set(["open", "doing", "waiting", "done", ...(lens.done === "all" ? ["dropped"] : [])]);
}
