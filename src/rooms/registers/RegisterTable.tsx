"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useId, useMemo, useRef, useState, type FocusEvent, type KeyboardEvent } from "react";
import { removeRecords } from "@/core/commands";
import type { Group } from "@/core/lens";
import type { CellGrid, CellRange } from "@/core/register";
import { openRecord } from "@/ui/navigation";
import { usePhone } from "@/ui/usePhone";
import { useAct } from "@/ui/workspaceContext";
import { gridAct, type GridAct } from "./gridKeys";
import { RecordRow, type Column } from "./RecordRow";
import { GroupRow, Nothing, TableFoot, TableHead, usualWidth, type TableProps } from "./TableEdges";
import { groupKey, TableRows } from "./tableRows";
import { useCellBlock } from "./useCellBlock";
import { useCellEditing } from "./useCellEditing";
import { useTableCursor, type Cursor } from "./useTableCursor";
import { useTablePointer } from "./useTablePointer";

const usualRowHeight = 31;
/** As high as a thumb is wide. */
const phoneRowHeight = 44;
const rowPool = 8;
/** What stands before the first column and behind the last one. */
const openWidth = 28;
const addWidth = 44;

/** A lens as a table that is worked in like a spreadsheet. */
export function RegisterTable(props: TableProps) {
  const { writing, register, lens, view, onChange, onAdd, onGiven, onChoose } = props;
  const act = useAct();
  const scroller = useRef<HTMLDivElement>(null);
  const id = useId();
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
  const isPhone = usePhone();
  const rowHeight = isPhone ? phoneRowHeight : usualRowHeight;
  // On a phone the first column leaves room for the next.
  const widths = columns.map(({ width = usualWidth }, at) => (isPhone && at === 0 ? Math.min(width, 168) : width));
  const template = `${openWidth}px ${widths.map((width) => `${width}px`).join(" ")} ${addWidth}px`;
  const wholeWidth = widths.reduce((sum, width) => sum + width, openWidth + addWidth);
  const virtual = useVirtualizer({
    count: rows.count,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 3,
  });
  const shownLines = virtual.getVirtualItems();
  // Where not all columns are in sight at once, the first one stays beside the others.
  const isWide = wholeWidth > (virtual.scrollRect?.width ?? Infinity);
  const showColumn = (column: number) => {
    if (scroller.current && isWide) scrollToColumn(scroller.current, widths, column);
  };
  // Rows that leave the sight are filled anew for those that come into it.
  const [pool, setPool] = useState(rowPool);
  if (shownLines.length > pool) setPool(Math.ceil(shownLines.length / 8) * 8);

  const entryAt = (line: number) => {
    const row = rows.row(line);
    return row?.kind === "entry" ? view.entries[row.at] : undefined;
  };
  const grid: CellGrid = {
    count: rows.count,
    recordAt: (line) => entryAt(line)?.record,
    columns: columns.map(({ of }) => of),
  };
  const block = blockOf(cursor);
  const focusBack = () => scroller.current?.focus({ preventScroll: true });
  /** Whether whole rows are chosen, and not cells in them. */
  const areRows = useRef(false);
  const idsBetween = (from: number, until: number) =>
    Array.from(
      { length: Math.abs(until - from) + 1 },
      (_, at) => entryAt(Math.min(from, until) + at)?.record.id ?? "",
    ).filter(Boolean);
  const go = (line: number, column: number, extend = false) => {
    const next = place(line, column, extend);
    // The row that was worked in goes to its place when it is left.
    const here = entryAt(next.line)?.record.id;
    if (here !== entryAt(cursor.line)?.record.id || next.line !== cursor.line) hold(undefined);
    virtual.scrollToIndex(next.line, { align: "auto" });
    showColumn(next.column);
    areRows.current &&= extend;
    const ids = next.line === next.fromLine && !areRows.current ? [] : idsBetween(next.line, next.fromLine);
    onChoose(ids);
  };
  const { editing, edit, name, stop, toggle, editorOf } = useCellEditing({
    ...{ writing, register, columns, grid, lineOf, hold, go, focusBack },
  });
  const { copy, paste, clear, fillDown } = useCellBlock({
    ...{ writing, register, grid, range: block, onGiven, isEditing: editing !== undefined },
  });
  const fold = (group: Group) => {
    const key = groupKey(group);
    onChange({
      folded: lens.folded.includes(key) ? lens.folded.filter((other) => other !== key) : [...lens.folded, key],
    });
  };
  const perform = (meant: GridAct, line: number, column: number) => {
    const row = rows.row(line);
    switch (meant.do) {
      case "go":
        return go(meant.line, meant.column, meant.extend);
      case "fold":
        return row?.kind === "group" ? fold(row.group) : undefined;
      case "open":
        return openRecord(entryAt(line)?.record.id);
      case "edit":
        return edit(line, column, meant.text);
      case "toggle":
        return toggle(line, column) ? undefined : edit(line, column, " ");
      case "clear":
        return areRows.current ? void act(removeRecords, idsBetween(cursor.line, cursor.fromLine)) : clear();
      case "fillDown":
        return fillDown();
      case "rows":
        areRows.current = true;
        choose({ ...cursor, column: columns.length - 1, fromColumn: 0 });
        return onChoose(idsBetween(cursor.line, cursor.fromLine));
      case "all":
        areRows.current = true;
        choose({ line: rows.count - 1, column: columns.length - 1, fromLine: 0, fromColumn: 0 });
        onChoose(view.entries.map(({ record }) => record.id));
    }
  };
  const press = (event: KeyboardEvent) => {
    if (editing || event.target !== scroller.current) return;
    const { line, column } = cursor;
    const row = rows.row(line);
    const meant = gridAct(event, {
      ...{ line, column, lines: rows.count, columns: columns.length },
      page: Math.max(1, Math.floor((scroller.current?.clientHeight ?? 400) / rowHeight) - 2),
      group: row?.kind !== "group" ? "none" : lens.folded.includes(row.key) ? "folded" : "open",
    });
    if (!meant) return;
    perform(meant, line, column);
    event.preventDefault();
    event.stopPropagation();
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
    if (column >= 0) name(fresh, line);
  }, [view, rows, columns, virtual, choose, hold, name]);

  const pointer = useTablePointer({ go, edit, stop, toggle, focusBack });
  /** The row that was worked in goes to its place when the table is left; not when the whole window is. */
  const leave = (event: FocusEvent<HTMLElement>) => {
    if (!document.hasFocus() || event.currentTarget.contains(event.relatedTarget)) return;
    hold(undefined);
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
        data-wide={isWide ? "" : undefined}
        className="register-table min-h-0 flex-1 overflow-auto outline-none [scrollbar-width:thin]"
        onKeyDown={press}
        onBlur={leave}
        onCopy={copy}
        onCut={copy}
        onPaste={paste}
      >
        <TableHead table={props} columns={columns} template={template} />
        {rows.count === 0 && <Nothing writing={writing} register={register} onAdd={() => add()} />}
        <div
          role="rowgroup"
          {...pointer}
          className="relative"
          style={{ height: virtual.getTotalSize(), minWidth: wholeWidth }}
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
            <div role="row" style={{ minWidth: wholeWidth }}>
              <span role="gridcell" className="sticky left-0 inline-block">
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

/** Brings a column into sight, beside the first one, which stays. */
function scrollToColumn(sight: HTMLElement, widths: readonly number[], column: number) {
  const left = widths.slice(0, column).reduce((sum, width) => sum + width, openWidth);
  const right = left + (widths[column] ?? 0);
  const kept = widths[0] ?? 0;
  if (column === 0 || left - kept < sight.scrollLeft) sight.scrollLeft = column === 0 ? 0 : left - kept;
  else if (right > sight.scrollLeft + sight.clientWidth) sight.scrollLeft = right - sight.clientWidth;
}

/** The cells from where a choice began to where it is. */
function blockOf({ line, fromLine, column, fromColumn }: Cursor): CellRange {
  return {
    ...{ from: Math.min(line, fromLine), to: Math.max(line, fromLine) },
    ...{ left: Math.min(column, fromColumn), right: Math.max(column, fromColumn) },
  };
}
