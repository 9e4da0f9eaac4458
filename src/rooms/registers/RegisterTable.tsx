"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ChevronDown, ChevronRight, Plus } from "lucide-react";
import {
  memo,
  useEffect,
  useId,
  useMemo,
  useRef,
  useState,
  type ClipboardEvent,
  type FocusEvent,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
} from "react";
import { setState } from "@/core/commands";
import type { Group, LensDraft, LensView } from "@/core/lens";
import { isUnfinished } from "@/core/model";
import { textOfCell, type Register } from "@/core/register";
import { openRecord } from "@/ui/navigation";
import { CellEditor } from "@/panels/fields/CellEditor";
import { cellWords, groupWords, isNumeric, typeWords, type Writing } from "@/panels/fields/cells";
import { trackPointer } from "@/ui/trackPointer";
import { useAct } from "@/ui/workspaceContext";
import type { Fields } from "@/core/store";
import { FieldMenu } from "./FieldMenu";
import { isNarrowed, totalWords } from "./lensWords";
import { RecordRow, type Column } from "./RecordRow";
import { groupKey, TableRows } from "./tableRows";
import { isEditable, useSetCells, type TypedCell } from "./useSetCells";
import { useTableCursor } from "./useTableCursor";
import { blockOfText, textOfBlock } from "./clipboard";

const rowHeight = 31;
const usualWidth = 130;
const rowPool = 8;

interface RegisterTableProps {
  writing: Writing;
  register: Register;
  lens: LensDraft;
  view: LensView;
  onChange: (setting: Partial<LensDraft>) => void;
  /** Adds a record, in a group when one is given; gives its id. */
  onAdd: (group?: Group) => string | undefined;
  /** What a new record is given so that the lens shows it. */
  onGiven: () => Fields;
  onAddField: () => void;
  onEditField: (name: string) => void;
  onChoose: (ids: readonly string[]) => void;
}

/** A lens as a table that is worked in like a spreadsheet. */
export function RegisterTable(props: RegisterTableProps) {
  const { writing, register, lens, view, onChange, onAdd, onGiven, onChoose } = props;
  const scroller = useRef<HTMLDivElement>(null);
  const id = useId();
  const setCells = useSetCells();
  const act = useAct();
  const [edited, setEditing] = useState<{ key: string; line: number; field: string; text: string }>();
  const { revision } = view;
  const columns = useMemo<Column[]>(
    () =>
      lens.shown.flatMap((shown) =>
        view.fields.filter(({ name }) => name === shown.field).map((of) => ({ ...shown, of })),
      ),
    [lens.shown, view],
  );
  // The view is the same object after a change; its revision tells.
  // eslint-disable-next-line react-hooks/exhaustive-deps
  const rows = useMemo(() => new TableRows(view, lens.folded), [view, lens.folded, revision]);
  const { cursor, place, choose, lineOf, hold, moved } = useTableCursor(view, rows, columns, scroller);
  const editedLine = edited && lineOf(edited.key, edited.line);
  const editedColumn = columns.findIndex(({ field }) => field === edited?.field);
  const editing =
    edited && editedLine !== undefined && editedColumn >= 0
      ? { line: editedLine, column: editedColumn, text: edited.text }
      : undefined;
  const widths = columns.map(({ width = usualWidth }) => width);
  const template = `28px ${widths.map((width) => `${width}px`).join(" ")} 44px`;
  const virtual = useVirtualizer({
    count: rows.count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 3,
  });

  const shownLines = virtual.getVirtualItems();
  // Rows that leave the sight are filled anew for those that come into it.
  const [pool, setPool] = useState(rowPool);
  if (shownLines.length > pool) setPool(Math.ceil(shownLines.length / 8) * 8);

  const entryAt = (line: number) => {
    const row = rows.row(line);
    return row?.kind === "entry" ? view.entries[row.at] : undefined;
  };
  const chosen = () => {
    const [from, to] = [Math.min(cursor.line, cursor.fromLine), Math.max(cursor.line, cursor.fromLine)];
    const [left, right] = [Math.min(cursor.column, cursor.fromColumn), Math.max(cursor.column, cursor.fromColumn)];
    return { from, to, left, right };
  };
  const go = (line: number, column: number, extend = false) => {
    const next = place(line, column, extend);
    // The row that was worked in goes to its place when it is left.
    const here = entryAt(next.line)?.record.id;
    if (here !== entryAt(cursor.line)?.record.id || next.line !== cursor.line) hold(undefined);
    virtual.scrollToIndex(next.line, { align: "auto" });
    const [from, until] = [Math.min(next.line, next.fromLine), Math.max(next.line, next.fromLine)];
    const ids =
      from === until
        ? []
        : Array.from({ length: until - from + 1 }, (_, at) => entryAt(from + at)?.record.id ?? "").filter(Boolean);
    onChoose(ids);
  };
  const focusBack = () => scroller.current?.focus({ preventScroll: true });
  const edit = (line: number, column: number, text?: string) => {
    const entry = entryAt(line);
    const of = columns[column]?.of;
    if (!entry || !of) return;
    if (!isEditable(of.field)) {
      openRecord(entry.record.id);
      return;
    }
    hold(entry.record.id);
    setEditing({
      key: entry.record.id,
      line,
      field: of.name,
      text: text ?? textOfCell(writing.values, of.field, of.type, of.read(entry.record)),
    });
  };
  const commit = (text: string, step: "down" | "right" | "left" | "stay"): boolean => {
    const entry = editing && entryAt(editing.line);
    const of = editing && columns[editing.column]?.of;
    if (!entry || !of) return true;
    const before = textOfCell(writing.values, of.field, of.type, of.read(entry.record));
    if (text !== before && !setCells(register, [{ record: entry.record, name: of.name, text }])) return false;
    setEditing(undefined);
    focusBack();
    if (step === "down") go(editing.line + 1, editing.column);
    if (step === "right") go(editing.line, editing.column + 1);
    if (step === "left") go(editing.line, editing.column - 1);
    return true;
  };
  /** Turns a yes or no round, or ticks a task off and on again. */
  const toggle = (line: number, column: number): boolean => {
    const record = entryAt(line)?.record;
    const of = columns[column]?.of;
    if (!record || !of) return false;
    if (of.field.type === "yesNo" && isEditable(of.field)) {
      hold(record.id);
      setCells(register, [{ record, name: of.name, text: of.read(record) === true ? "no" : "yes" }]);
      return true;
    }
    if (record.kind !== "task") return false;
    hold(record.id);
    act(setState, { tasks: [record.id], state: isUnfinished(record.state) ? "done" : "open" });
    return true;
  };

  const fillDown = () => {
    const { from, to, left, right } = chosen();
    const first = entryAt(from);
    if (!first || from === to) return;
    const cells: TypedCell[] = [];
    for (let line = from + 1; line <= to; line++) {
      const record = entryAt(line)?.record;
      for (let at = left; record && at <= right; at++) {
        const of = columns[at]?.of;
        if (of && isEditable(of.field))
          cells.push({
            record,
            name: of.name,
            text: textOfCell(writing.values, of.field, of.type, of.read(first.record)),
          });
      }
    }
    setCells(register, cells);
  };
  const clear = () => {
    const { from, to, left, right } = chosen();
    const cells: TypedCell[] = [];
    for (let line = from; line <= to; line++) {
      const record = entryAt(line)?.record;
      for (let at = left; record && at <= right; at++) {
        const of = columns[at]?.of;
        if (of && isEditable(of.field)) cells.push({ record, name: of.name, text: "" });
      }
    }
    setCells(register, cells);
  };
  const copy = (event: ClipboardEvent) => {
    if (editing) return;
    const { from, to, left, right } = chosen();
    const lines = [];
    for (let line = from; line <= to; line++) {
      const record = entryAt(line)?.record;
      if (record)
        lines.push(
          columns
            .slice(left, right + 1)
            .map(({ of }) => textOfCell(writing.values, of.field, of.type, of.read(record))),
        );
    }
    if (lines.length === 0) return;
    event.preventDefault();
    event.clipboardData.setData("text/plain", textOfBlock(lines));
    if (event.type === "cut") clear();
  };
  const paste = (event: ClipboardEvent) => {
    if (editing) return;
    event.preventDefault();
    const block = blockOfText(event.clipboardData.getData("text/plain"));
    const { from, to, left, right } = chosen();
    const [only] = block;
    const single = block.length === 1 && only?.length === 1;
    const cells: TypedCell[] = [];
    const lines = single ? to - from + 1 : block.length;
    let taken = 0;
    for (let at = from; taken < lines && at < rows.count; at++) {
      const record = entryAt(at)?.record;
      if (!record) continue;
      const texts = single
        ? Array.from({ length: right - left + 1 }, () => only[0] as string)
        : (block[taken] as string[]);
      texts.forEach((text, offset) => {
        const of = columns[left + offset]?.of;
        if (of && isEditable(of.field)) cells.push({ record, name: of.name, text });
      });
      taken++;
    }
    // What goes on below the last line becomes records of its own.
    const more = single || register.kind === "day" ? [] : block.slice(taken);
    const added = more.map((texts) => ({
      given: onGiven(),
      texts: texts.flatMap((text, offset) => {
        const of = columns[left + offset]?.of;
        return of && isEditable(of.field) ? [{ name: of.name, text }] : [];
      }),
    }));
    setCells(register, cells, added);
  };

  const press = (event: KeyboardEvent) => {
    if (editing || event.target !== scroller.current) return;
    const mod = event.ctrlKey || event.metaKey;
    const { line, column } = cursor;
    const page = Math.max(1, Math.floor((scroller.current?.clientHeight ?? 400) / rowHeight) - 2);
    const steps: Record<string, readonly [number, number]> = {
      ArrowUp: [mod ? -rows.count : -1, 0],
      ArrowDown: [mod ? rows.count : 1, 0],
      ArrowLeft: [0, mod ? -columns.length : -1],
      ArrowRight: [0, mod ? columns.length : 1],
      PageUp: [-page, 0],
      PageDown: [page, 0],
      Home: [mod ? -rows.count : 0, -columns.length],
      End: [mod ? rows.count : 0, columns.length],
    };
    const step = event.altKey ? undefined : steps[event.key];
    const row = rows.row(line);
    if (step) {
      if (row?.kind === "group" && (event.key === "ArrowLeft" || event.key === "ArrowRight") && !event.shiftKey) {
        if (lens.folded.includes(row.key) === (event.key === "ArrowRight")) fold(row.group);
      } else go(line + step[0], column + step[1], event.shiftKey);
    } else if (event.key === "Tab" && !event.shiftKey && column < columns.length - 1) go(line, column + 1);
    else if (event.key === "Tab" && event.shiftKey && column > 0) go(line, column - 1);
    else if (event.key === "Enter" && row?.kind === "group") fold(row.group);
    else if (event.key === "Enter" && event.shiftKey) openRecord(entryAt(line)?.record.id);
    else if (event.key === "Enter" || event.key === "F2") edit(line, column);
    else if (event.key === "Escape") go(line, column);
    else if (event.key === "Delete" || event.key === "Backspace") clear();
    else if (mod && event.key.toLowerCase() === "d") fillDown();
    else if (mod && event.key.toLowerCase() === "a") {
      choose({ line: rows.count - 1, column: columns.length - 1, fromLine: 0, fromColumn: 0 });
      onChoose(view.entries.map(({ record }) => record.id));
    } else if (event.key === " " && toggle(line, column)) {
      // Done already.
    } else if (event.key.length === 1 && !mod && !event.altKey) edit(line, column, event.key);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  const fold = (group: Group) => {
    const key = groupKey(group);
    onChange({
      folded: lens.folded.includes(key) ? lens.folded.filter((other) => other !== key) : [...lens.folded, key],
    });
  };
  const added = useRef<string>(undefined);
  const add = (group?: Group) => {
    added.current = onAdd(group);
  };
  // A record that was just added is named at once, wherever the order put it.
  useEffect(() => {
    const fresh = added.current;
    if (!fresh) return;
    const at = view.indexOf(fresh);
    const line = at < 0 ? undefined : rows.lineOf(at);
    added.current = undefined;
    const column = columns.findIndex(({ field }) => field === "title");
    if (line === undefined) return;
    virtual.scrollToIndex(line);
    choose({ line, column: Math.max(0, column), fromLine: line, fromColumn: Math.max(0, column) });
    hold(fresh);
    if (column >= 0) setEditing({ key: fresh, line, field: "title", text: "" });
  }, [view, rows, columns, virtual, choose, hold]);

  const block = chosen();
  const cellAt = (target: EventTarget) => {
    const cell = (target as HTMLElement).closest<HTMLElement>("[data-column-at]");
    return cell ? { line: Number(cell.dataset.line), column: Number(cell.dataset.columnAt) } : undefined;
  };
  const point = (event: PointerEvent) => {
    const at = cellAt(event.target);
    if (!at || event.button !== 0 || (event.target as HTMLElement).closest("a, input, ul")) return;
    event.preventDefault();
    focusBack();
    setEditing(undefined);
    go(at.line, at.column, event.shiftKey);
  };
  const openCell = (event: MouseEvent) => {
    const at = cellAt(event.target);
    if (at && !(event.target as HTMLElement).closest("input, ul, [data-tick]")) edit(at.line, at.column);
  };
  /** The row that was worked in goes to its place when the table is left; not when the whole window is. */
  const leave = (event: FocusEvent<HTMLElement>) => {
    if (!document.hasFocus() || event.currentTarget.contains(event.relatedTarget)) return;
    hold(undefined);
  };
  const openRow = (event: MouseEvent) => {
    const tick = (event.target as HTMLElement).closest<HTMLElement>("[data-tick]");
    const cell = tick ? cellAt(tick) : undefined;
    if (cell) return void toggle(cell.line, cell.column);
    const button = (event.target as HTMLElement).closest<HTMLElement>("[data-open]");
    if (button) openRecord(button.dataset.open);
  };
  const editorOf = (column: number, text: string) => {
    const field = columns[column]?.of.field;
    return field ? (
      <CellEditor
        writing={writing}
        field={field}
        text={text}
        label={field.label}
        onCommit={commit}
        onCancel={() => {
          setEditing(undefined);
          focusBack();
        }}
      />
    ) : null;
  };
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div
        ref={scroller}
        role="grid"
        aria-label={`${lens.title}, ${register.title}`}
        aria-rowcount={rows.count}
        aria-colcount={columns.length}
        aria-activedescendant={rows.count > 0 ? `${id}-${cursor.line}-${cursor.column}` : undefined}
        tabIndex={0}
        data-pane-focus=""
        className="register-table min-h-0 flex-1 overflow-auto outline-none [scrollbar-width:thin]"
        onKeyDown={press}
        onBlur={leave}
        onCopy={copy}
        onCut={copy}
        onPaste={paste}
      >
        <TableHead table={props} columns={columns} template={template} />
        {rows.count === 0 && <Nothing register={register} onAdd={() => add()} isFiltered={isNarrowed(lens)} />}
        <div
          role="rowgroup"
          onPointerDown={point}
          onDoubleClick={openCell}
          onClick={openRow}
          className="relative"
          style={{ height: virtual.getTotalSize(), minWidth: widths.reduce((a, b) => a + b, 72) }}
        >
          {shownLines.map(({ index, start }) => {
            const row = rows.row(index);
            if (!row) return null;
            const style = { transform: `translateY(${start}px)`, height: rowHeight };
            if (row.kind === "group")
              return (
                <GroupRow
                  key={row.key}
                  {...props}
                  group={row.group}
                  level={row.level}
                  columns={columns}
                  template={template}
                  style={style}
                  rowId={`${id}-${index}`}
                  active={cursor.line === index}
                  folded={lens.folded.includes(row.key)}
                  onFold={() => fold(row.group)}
                  onAdd={() => add(row.group)}
                />
              );
            const entry = view.entries[row.at];
            if (!entry) return null;
            const isEdited = editing?.line === index;
            const inBlock = index >= block.from && index <= block.to;
            return (
              <RecordRow
                key={index % pool}
                writing={writing}
                record={entry.record}
                columns={columns}
                template={template}
                line={index}
                top={start}
                height={rowHeight}
                id={id}
                chosenFrom={inBlock ? block.left : 0}
                chosenTo={inBlock ? block.right : -1}
                active={cursor.line === index ? cursor.column : -1}
                editing={isEdited ? editing.column : -1}
                editor={isEdited ? editorOf(editing.column, editing.text) : null}
                revision={revision}
                moved={moved === entry.record.id}
              />
            );
          })}
        </div>
        {rows.count > 0 && (
          <>
            <div role="row">
              <span role="gridcell">
                <button className="add-row" onClick={() => add()}>
                  Add {register.one.toLowerCase()}
                </button>
              </span>
            </div>
            <TableFoot table={props} columns={columns} template={template} revision={revision} />
          </>
        )}
      </div>
    </div>
  );
}

interface TableEdgeProps {
  /** All that the table was given: the same object while it only scrolls. */
  table: RegisterTableProps;
  columns: readonly Column[];
  template: string;
}

/** The headings; drawn anew for what the table is given, and not while it scrolls. */
const TableHead = memo(function TableHead({ table, columns, template }: TableEdgeProps) {
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
const TableFoot = memo(function TableFoot({ table, columns, template }: TableEdgeProps & { revision: number }) {
  return (
    <div role="row" className="table-foot" style={{ gridTemplateColumns: template }}>
      <span role="gridcell" />
      {columns.map((column, at) => (
        <TotalCell key={column.field} {...table} column={column} first={at === 0} />
      ))}
    </div>
  );
});

function HeadCell(props: RegisterTableProps & { column: Column; at: number }) {
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

interface GroupRowProps extends RegisterTableProps {
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

function GroupRow({
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
          <span key={column.field} role="gridcell" className="group-title" style={{ paddingLeft: 8 + level * 12 }}>
            <span className="truncate font-words text-[15px] font-semibold">{title}</span>
            <span className="flex-none text-small text-ink-2">
              {count} {count === 1 ? register.one.toLowerCase() : register.title.toLowerCase()}
            </span>
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
        ) : (
          <span
            key={column.field}
            role="gridcell"
            className={`text-ink-2 ${isNumeric(column.of.type) ? "is-number" : ""} truncate px-2`}
          >
            {totalText(writing, view, column, group)}
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
  const words = totalText(writing, view, column);
  const count = `${view.count.toLocaleString(writing.style.locale)} ${view.count === 1 ? register.one.toLowerCase() : register.title.toLowerCase()}`;
  return (
    <span role="gridcell" className={`truncate px-2 font-semibold ${isNumeric(column.of.type) ? "is-number" : ""}`}>
      {first ? [count, words].filter(Boolean).join(", ") : words}
    </span>
  );
}

function Nothing({ register, onAdd, isFiltered }: { register: Register; onAdd: () => void; isFiltered: boolean }) {
  return (
    <div role="row">
      <p role="gridcell" className="px-2 py-8 font-words text-page">
        {isFiltered ? `No ${register.title.toLowerCase()} match. ` : ""}
        {register.kind !== "day" && (
          <button className="link" onClick={onAdd}>
            {`Add ${/^[aeiou]/i.test(register.one) ? "an" : "a"} ${register.one.toLowerCase()}`}
          </button>
        )}
      </p>
    </div>
  );
}
