"use client";
import { Plus } from "lucide-react";
import {
  useCallback,
  useMemo,
  useRef,
  useState,
  type KeyboardEvent,
  type PointerEvent as ReactPointerEvent,
} from "react";
import { setDone, type GivenValues } from "@/core/commands";
import { LayerTick } from "@/panels/layers/LayerTick";
import type { DatePeriod, Grouping, Id, PensumRecord } from "@/core/model";
import { givenValues, periodKey, type Group, type LensDraft, type LensField, type LensView } from "@/core/lens";
import { isDone, optionsOf } from "@/core/register";
import { addDays, dateText, startOfWeek, weekday } from "@/core/time";
import { focusSoon } from "@/ui/focusSoon";
import { carriedRecord } from "@/core/gestures";
import { openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { useAct, useComputed, useFirstWeekday } from "@/ui/workspaceContext";
import type { LensForm } from "./lensForm";
import { useBoardDrag } from "./useBoardDrag";
import { CellContent, dyeOf } from "./CellContent";
import { cellWords, groupWords, type Writing } from "@/panels/fields/cells";

interface BoardViewProps extends LensForm {
  /** Gives cards what their new column stands for, and keeps the order by hand, in one act. False where it was refused. */
  onPut: (given: readonly GivenValues[], byHand?: Readonly<Record<Id, number>>) => boolean;
  chosen: readonly Id[];
  onChoose: (ids: readonly Id[]) => void;
}

interface Column {
  readonly key: string;
  readonly title: string;
  readonly group: Group | undefined;
  readonly records: readonly PensumRecord[];
}

const shownAtFirst = 80;

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

interface BoardColumnProps extends Omit<BoardViewProps, "onAdd"> {
  of: LensField;
  column: Column;
  folded: boolean;
  target: { before: Id | undefined } | undefined;
  onFold: () => void;
  onAdd: () => void;
  onDrag: (event: ReactPointerEvent<HTMLElement>, record: PensumRecord) => void;
  onPress: (event: KeyboardEvent, record: PensumRecord) => void;
  onToggle: (id: Id) => void;
}

function BoardColumn({
  writing,
  view,
  lens,
  of,
  column,
  folded,
  target,
  onFold,
  onAdd,
  onDrag,
  onPress,
  onChange,
  chosen,
  onToggle,
}: BoardColumnProps) {
  const [most, setMost] = useState(shownAtFirst);
  const limit = lens.limits?.[column.key];
  const over = limit !== undefined && column.records.length > limit;
  const dye = dyeOf(writing, of.field, of.type, of.type === "option" || of.type === "link" ? column.key : undefined);
  const shown = lens.shown.flatMap(({ field }) => view.fields.filter(({ name }) => name === field));
  const [title, ...rest] = shown.toSorted(
    (a, b) => Number(b.field.type === "title") - Number(a.field.type === "title"),
  );
  const work = sumOfEstimates(column.records);
  const setLimit = (value: string) => {
    const { [column.key]: _, ...others } = lens.limits ?? {};
    const next = Number(value);
    onChange({
      limits: value.trim() === "" || !Number.isInteger(next) || next < 1 ? others : { ...others, [column.key]: next },
    });
  };
  return (
    <section
      data-column={column.key}
      aria-label={column.title}
      className={`board-column ${folded ? "is-folded" : ""} ${target ? "is-target" : ""}`}
    >
      <header className="border-b border-ink pb-0.5">
        <div className="flex items-baseline gap-1.5">
          {dye && <i className="diamond" data-dye={dye} />}
          <button
            className="min-h-6 min-w-0 flex-1 truncate text-left font-words text-[15px] font-semibold"
            aria-expanded={!folded}
            onClick={onFold}
          >
            {column.title}
          </button>
        </div>
        <div className="flex min-h-6 items-center justify-between">
          <span className={`text-small ${over ? "font-semibold text-madder" : "text-ink-2"}`}>
            {column.records.length}
            {limit !== undefined && ` of ${limit}`}
            {over && ", over the limit"}
            {work > 0 &&
              !folded &&
              `, ${cellWords(writing, { name: "", label: "", type: "minutes" }, "minutes", work)}`}
          </span>
          {!folded && (
            <button
              className="button-quiet grid flex-none place-items-center"
              aria-label={`Add to ${column.title}`}
              onClick={onAdd}
            >
              <Plus size={13} aria-hidden />
            </button>
          )}
        </div>
      </header>
      {!folded && (
        <div className="board-cards">
          {column.records.slice(0, most).map((record) => (
            <div key={record.id}>
              {target?.before === record.id && <i className="drop-line" />}
              <BoardCard
                writing={writing}
                record={record}
                title={title}
                rest={rest}
                column={column.title}
                isChosen={chosen.includes(record.id)}
                onDrag={onDrag}
                onPress={onPress}
                onToggle={onToggle}
              />
            </div>
          ))}
          {target && target.before === undefined && <i className="drop-line" />}
          {column.records.length > most && (
            <button className="link min-h-7" onClick={() => setMost((count) => count + 200)}>
              Show {column.records.length - most} more
            </button>
          )}
          <CardLimit column={column.title} limit={limit} onSet={setLimit} />
        </div>
      )}
    </section>
  );
}

type ShownField = LensView["fields"][number];

interface BoardCardProps extends Pick<BoardColumnProps, "writing" | "onDrag" | "onPress" | "onToggle"> {
  record: PensumRecord;
  title: ShownField | undefined;
  rest: readonly ShownField[];
  column: string;
  isChosen: boolean;
}

/** A record as a card: its title, and what else the lens shows of it. */
function BoardCard({ writing, record, title, rest, column, isChosen, onDrag, onPress, onToggle }: BoardCardProps) {
  return (
    <article
      data-card={record.id}
      tabIndex={0}
      role="button"
      aria-label={`${title ? cellWords(writing, title.field, title.type, title.read(record)) : ""}, in ${column}`}
      aria-pressed={isChosen}
      className={`board-card ${isChosen ? "is-chosen" : ""}`}
      onPointerDown={(event) => event.button === 0 && onDrag(event, record)}
      onClick={(event) =>
        event.ctrlKey || event.metaKey || event.shiftKey ? onToggle(record.id) : openRecord(record.id)
      }
      onKeyDown={(event) => onPress(event, record)}
    >
      {title && (
        <p className="leading-[17px]">
          <CardTick record={record} />
          <CellContent
            writing={writing}
            record={record}
            field={title.field}
            type={title.type}
            cell={title.read(record)}
          />
        </p>
      )}
      <p className="flex flex-wrap gap-x-3 text-small text-ink-2">
        {rest.map((one) => {
          const cell = one.read(record);
          return cell === undefined || cell === "" ? null : (
            <span key={one.name} title={one.field.label}>
              <CellContent writing={writing} record={record} field={one.field} type={one.type} cell={cell} />
            </span>
          );
        })}
      </p>
    </article>
  );
}

/** How many cards a column may hold before it says that it is over. */
function CardLimit({
  column,
  limit,
  onSet,
}: {
  column: string;
  limit: number | undefined;
  onSet: (typed: string) => void;
}) {
  return (
    <label className="limit-field flex items-center gap-2 pt-2 text-small text-ink-3">
      Limit
      <input
        className="w-10 border-b border-rule bg-transparent text-center text-ink-2"
        inputMode="numeric"
        aria-label={`Card limit for ${column}`}
        defaultValue={limit ?? ""}
        onBlur={({ target: { value } }) => onSet(value)}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === "Enter") event.currentTarget.blur();
        }}
      />
      cards
    </label>
  );
}

/** The box of a card that can be done, for the pointer; by keys, X ticks a card. */
function CardTick({ record }: { record: PensumRecord }) {
  const act = useAct();
  const done = useComputed(useCallback((from) => isDone(from, record), [record]));
  return done === undefined ? null : (
    <LayerTick done={done} onTick={() => act(setDone, { ids: [record.id], done: !done })} />
  );
}

function sumOfEstimates(records: readonly PensumRecord[]): number {
  return records.reduce((sum, record) => sum + (record.kind === "task" ? (record.estimateMinutes ?? 0) : 0), 0);
}
