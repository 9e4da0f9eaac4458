"use client";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useId, useMemo, useRef, useState, type FocusEvent, type KeyboardEvent } from "react";
import type { Group } from "@/core/lens";
import type { CellGrid, CellRange } from "@/core/register";
import { openRecord } from "@/ui/navigation";
import { usePhone } from "@/ui/usePhone";
import { gridAct, type GridAct } from "./gridKeys";
import { RecordRow, type Column } from "./RecordRow";
import { GroupRow, Nothing, TableFoot, TableHead, usualWidth, type TableProps } from "./TableEdges";
import { groupKey, TableRows } from "./tableRows";
import { useCellBlock } from "./useCellBlock";
import { useCellEditing } from "./useCellEditing";
import { useTableCursor } from "./useTableCursor";
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
    const { current: sight } = scroller;
    if (!sight || !isWide) return;
    const left = widths.slice(0, column).reduce((sum, width) => sum + width, openWidth);
    const right = left + (widths[column] ?? 0);
    const kept = widths[0] ?? 0;
    if (column === 0 || left - kept < sight.scrollLeft) sight.scrollLeft = column === 0 ? 0 : left - kept;
    else if (right > sight.scrollLeft + sight.clientWidth) sight.scrollLeft = right - sight.clientWidth;
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
  const block: CellRange = {
    from: Math.min(cursor.line, cursor.fromLine),
    to: Math.max(cursor.line, cursor.fromLine),
    left: Math.min(cursor.column, cursor.fromColumn),
    right: Math.max(cursor.column, cursor.fromColumn),
  };
  const focusBack = () => scroller.current?.focus({ preventScroll: true });
  const go = (line: number, column: number, extend = false) => {
    const next = place(line, column, extend);
    // The row that was worked in goes to its place when it is left.
    const here = entryAt(next.line)?.record.id;
    if (here !== entryAt(cursor.line)?.record.id || next.line !== cursor.line) hold(undefined);
    virtual.scrollToIndex(next.line, { align: "auto" });
    showColumn(next.column);
    const [from, until] = [Math.min(next.line, next.fromLine), Math.max(next.line, next.fromLine)];
    const ids =
      from === until
        ? []
        : Array.from({ length: until - from + 1 }, (_, at) => entryAt(from + at)?.record.id ?? "").filter(Boolean);
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
  const perform = (act: GridAct, line: number, column: number) => {
    const row = rows.row(line);
    switch (act.do) {
      case "go":
        return go(act.line, act.column, act.extend);
      case "fold":
        return row?.kind === "group" ? fold(row.group) : undefined;
      case "open":
        return openRecord(entryAt(line)?.record.id);
      case "edit":
        return edit(line, column, act.text);
      case "toggle":
        return toggle(line, column) ? undefined : edit(line, column, " ");
      case "clear":
        return clear();
      case "fillDown":
        return fillDown();
      case "all":
        choose({ line: rows.count - 1, column: columns.length - 1, fromLine: 0, fromColumn: 0 });
        onChoose(view.entries.map(({ record }) => record.id));
    }
  };
  const press = (event: KeyboardEvent) => {
    if (editing || event.target !== scroller.current) return;
    const { line, column } = cursor;
    const row = rows.row(line);
    const act = gridAct(event, {
      ...{ line, column, lines: rows.count, columns: columns.length },
      page: Math.max(1, Math.floor((scroller.current?.clientHeight ?? 400) / rowHeight) - 2),
      group: row?.kind !== "group" ? "none" : lens.folded.includes(row.key) ? "folded" : "open",
    });
    if (!act) return;
    perform(act, line, column);
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
