"use client";
import { ChevronDown, ChevronRight, Plus } from "lucide-react";
import { memo, useRef, type PointerEvent } from "react";
import type { Group, LensDraft, LensView } from "@/core/lens";
import { countedThings, type Register } from "@/core/register";
import type { Fields } from "@/core/store";
import { cellWords, groupWords, isNumeric, typeWords, type Writing } from "@/panels/fields/cells";
import { Why } from "@/panels/why/Why";
import { trackPointer } from "@/ui/trackPointer";
import type { LensForm } from "./lensForm";
import { FieldMenu } from "./FieldMenu";
import { nothingWords, totalWords } from "./lensWords";
import type { Column } from "./RecordRow";

/** How wide a column is that nobody made wider or narrower, in pixels. */
export const usualWidth = 130;

/** What a table is given. */
export interface TableProps extends LensForm {
  /** What a new record is given so that the lens shows it. */
  onGiven: () => Fields;
  onAddField: () => void;
  onEditField: (name: string) => void;
  onChoose: (ids: readonly string[]) => void;
}

interface TableEdgeProps {
  /** All that the table was given: the same object while it only scrolls. */
  table: TableProps;
  columns: readonly Column[];
  template: string;
}

/** The headings; drawn anew for what the table is given, and not while it scrolls. */
export const TableHead = memo(function TableHead({ table, columns, template }: TableEdgeProps) {
  return (
    <div role="row" className="table-head" style={{ gridTemplateColumns: template }}>
      <span role="columnheader" aria-label="Open" />
      {columns.map((column, at) => (
        <HeadCell key={column.field} {...table} column={column} at={at} />
      ))}
      <span role="columnheader">
        <button
          className="button-quiet grid place-items-center"
          aria-label="Add a field"
          title="Add a field"
          onClick={table.onAddField}
        >
          <Plus size={15} aria-hidden />
        </button>
      </span>
    </div>
  );
});

/** The totals; the view is the same object after a change, and its revision tells. */
export const TableFoot = memo(function TableFoot({ table, columns, template }: TableEdgeProps & { revision: number }) {
  return (
    <div role="row" className="table-foot" style={{ gridTemplateColumns: template }}>
      <span role="gridcell" />
      {columns.map((column, at) => (
        <TotalCell key={column.field} {...table} column={column} first={at === 0} />
      ))}
    </div>
  );
});

function HeadCell(props: TableProps & { column: Column; at: number }) {
  const { column, lens, onChange } = props;
  const { field } = column.of;
  const width = useRef(0);
  /** Pulled sideways, a heading takes its column along, to before or behind the one it is let go over. */
  const drag = (event: PointerEvent<HTMLElement>) => {
    const head = event.currentTarget.closest<HTMLElement>("[role=row]");
    if (event.button !== 0 || !head) return;
    const mark = document.createElement("i");
    mark.className = "head-mark";
    let place: number | undefined;
    trackPointer(event.nativeEvent, {
      threshold: 6,
      scroller: () => undefined,
      begin: () => head.append(mark),
      move(x) {
        const heads = [...head.querySelectorAll<HTMLElement>("[role=columnheader][data-field]")];
        place = heads.filter((one) => {
          const box = one.getBoundingClientRect();
          return x > box.left + box.width / 2;
        }).length;
        const at = heads[place]?.offsetLeft ?? (heads.at(-1)?.offsetLeft ?? 0) + (heads.at(-1)?.offsetWidth ?? 0);
        mark.style.left = `${at - 1}px`;
      },
      end(kept) {
        mark.remove();
        if (!kept || place === undefined) return;
        const names = lens.shown.map(({ field: name }) => name);
        const from = names.indexOf(column.field);
        const moved = lens.shown[from];
        if (!moved) return;
        const rest = lens.shown.toSpliced(from, 1);
        const to = place > from ? place - 1 : place;
        if (to !== from) onChange({ shown: rest.toSpliced(to, 0, moved) });
      },
    });
  };
  const resize = (event: PointerEvent<HTMLElement>) => {
    if (event.buttons !== 1) return;
    const next = Math.max(50, Math.min(900, Math.round(width.current + event.clientX)));
    const cell = event.currentTarget.closest<HTMLElement>("[role=columnheader]");
    event.currentTarget.dataset.width = String(next);
    cell?.style.setProperty("--resized", `${next}px`);
  };
  return (
    <div
      role="columnheader"
      className={`head-cell ${isNumeric(column.of.type) ? "is-number" : ""}`}
      data-field={column.field}
      aria-sort={sortOf(lens, column.field)}
    >
      <FieldMenu {...props} column={column} onDrag={drag}>
        <span className="block truncate font-semibold">{field.label}</span>
        <span className="block truncate text-small font-normal text-ink-3">{typeWords(field)}</span>
      </FieldMenu>
      <span
        className="head-edge"
        aria-hidden
        onPointerDown={(event) => {
          event.preventDefault();
          event.currentTarget.setPointerCapture(event.pointerId);
          width.current = (column.width ?? usualWidth) - event.clientX;
        }}
        onPointerMove={resize}
        onPointerUp={(event) => {
          const next = Number(event.currentTarget.dataset.width);
          delete event.currentTarget.dataset.width;
          if (next)
            onChange({ shown: lens.shown.map((one) => (one.field === column.field ? { ...one, width: next } : one)) });
        }}
      />
    </div>
  );
}

function sortOf(lens: LensDraft, name: string): "ascending" | "descending" | "none" {
  const sort = lens.sorts.find(({ field }) => field === name);
  return sort ? (sort.descending ? "descending" : "ascending") : "none";
}

interface GroupRowProps extends TableProps {
  group: Group;
  level: number;
  columns: readonly Column[];
  template: string;
  style: { transform: string; height: number };
  rowId: string;
  active: boolean;
  folded: boolean;
  onFold: () => void;
}

export function GroupRow({
  writing,
  view,
  group,
  level,
  columns,
  template,
  style,
  rowId,
  active,
  folded,
  onFold,
  onAdd,
  register,
  lens,
}: Omit<GroupRowProps, "onAdd"> & { onAdd: () => void }) {
  const grouping = lens.groups[level];
  const of = view.fields.find(({ name }) => name === grouping?.field);
  const title = of ? groupWords(writing, of.field, of.type, group.keys[level] ?? "", grouping?.by) : "";
  const count = group.end - group.start;
  // The title goes on over the columns that have no total.
  const firstTotal = columns.findIndex(({ total }, at) => at > 0 && total !== undefined);
  const titleColumns = firstTotal < 0 ? columns.length : firstTotal;
  return (
    <div
      role="row"
      id={`${rowId}-0`}
      className="table-group"
      data-active={active ? "" : undefined}
      style={{ ...style, gridTemplateColumns: template }}
    >
      <span role="gridcell" className="grid">
        {" "}
        <button
          className="grid place-items-center text-ink-3"
          style={{ marginLeft: level * 12 }}
          tabIndex={-1}
          aria-expanded={!folded}
          aria-label={`${folded ? "Unfold" : "Fold"} ${title}`}
          onClick={onFold}
        >
          {folded ? <ChevronRight size={14} aria-hidden /> : <ChevronDown size={14} aria-hidden />}
        </button>
      </span>
      {columns.map((column, at) =>
        at === 0 ? (
          <span
            key={column.field}
            role="gridcell"
            aria-colspan={titleColumns}
            className="group-title"
            style={{ paddingLeft: 8 + level * 12, gridColumn: `span ${titleColumns}` }}
          >
            <span className="truncate font-words text-[15px] font-semibold">{title}</span>
            <span className="flex-none text-small text-ink-2">{countedThings(register, count)}</span>
            <button
              className="group-add button-quiet"
              tabIndex={-1}
              aria-label={`Add to ${title}`}
              title={`Add to ${title}`}
              onClick={onAdd}
            >
              <Plus size={13} aria-hidden />
            </button>
          </span>
        ) : at < titleColumns ? null : (
          <span
            key={column.field}
            role="gridcell"
            className={`text-ink-2 ${isNumeric(column.of.type) ? "is-number" : ""} truncate px-2`}
          >
            <Total writing={writing} view={view} column={column} group={group} />
          </span>
        ),
      )}
    </div>
  );
}

function totalText(writing: Writing, view: LensView, { field, total, of }: Column, group?: Group): string {
  if (!total) return "";
  const cell = view.total(field, group);
  if (cell === undefined) return "";
  if (total === "count") return `${String(cell)} filled`;
  const words = cellWords(writing, { ...of.field, name: "" }, of.type, cell);
  return total === "sum" || group ? words : `${totalWords[total]} ${words}`;
}

interface TotalProps {
  writing: Writing;
  view: LensView;
  column: Column;
  group?: Group;
}

/** A total that tells where it comes from. */
function Total({ writing, view, column, group }: TotalProps) {
  const words = totalText(writing, view, column, group);
  if (words === "" || !column.total) return null;
  return (
    <Why of={{ what: "total", view, of: column.of, way: column.total, group }} {...(group ? { tabIndex: -1 } : {})}>
      {words}
    </Why>
  );
}

function TotalCell({
  writing,
  view,
  column,
  first,
  register,
}: {
  writing: Writing;
  view: LensView;
  column: Column;
  first: boolean;
  register: Register;
}) {
  const total = <Total writing={writing} view={view} column={column} />;
  const hasTotal = totalText(writing, view, column) !== "";
  const count = countedThings(register, view.count);
  return (
    <span role="gridcell" className={`truncate px-2 font-semibold ${isNumeric(column.of.type) ? "is-number" : ""}`}>
      {first && count}
      {first && hasTotal && ", "}
      {total}
    </span>
  );
}

export function Nothing({ writing, register, onAdd }: { writing: Writing; register: Register; onAdd: () => void }) {
  return (
    <div role="row">
      <p role="gridcell" className="px-2 py-8 font-words text-page">
        {nothingWords(writing, register)}{" "}
        {register.kind !== "day" && (
          <button className="link" onClick={onAdd}>
            {`Add ${/^[aeiou]/i.test(register.one) ? "an" : "a"} ${register.one.toLowerCase()}`}
          </button>
        )}
      </p>
    </div>
  );
}
