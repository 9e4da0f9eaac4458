"use client";
import { Plus } from "lucide-react";
import { useCallback, useState, type KeyboardEvent, type PointerEvent as ReactPointerEvent } from "react";
import { setDone } from "@/core/commands";
import { LayerTick } from "@/panels/layers/LayerTick";
import type { Id, PensumRecord } from "@/core/model";
import type { Group, LensField, LensView } from "@/core/lens";
import { isDone } from "@/core/register";
import { openRecord } from "@/ui/navigation";
import { useAct, useComputed } from "@/ui/workspaceContext";
import type { LensForm } from "./lensForm";
import { CellContent, dyeOf } from "./CellContent";
import { cellWords } from "@/panels/fields/cells";

/** The cards that stand together. */
export interface Column {
  readonly key: string;
  readonly title: string;
  readonly group: Group | undefined;
  readonly records: readonly PensumRecord[];
}

/** So many cards are drawn of a column before more are asked for. */
const shownAtFirst = 80;

interface BoardColumnProps extends Pick<LensForm, "writing" | "view" | "lens" | "onChange"> {
  of: LensField;
  chosen: readonly Id[];
  column: Column;
  folded: boolean;
  target: { before: Id | undefined } | undefined;
  onFold: () => void;
  onAdd: () => void;
  onDrag: (event: ReactPointerEvent<HTMLElement>, record: PensumRecord) => void;
  onPress: (event: KeyboardEvent, record: PensumRecord) => void;
  onToggle: (id: Id) => void;
}

/** A column of a board: what it is called, how much is in it, its cards, and how many it may hold. */
export function BoardColumn({
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
