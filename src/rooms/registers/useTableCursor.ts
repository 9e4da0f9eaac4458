"use client";
import { useEffect, useReducer, useRef, useState, type RefObject } from "react";
import type { LensView } from "@/core/lens";
import type { Id } from "@/core/model";
import { plainTitle } from "@/core/page";
import { notify } from "@/ui/notices";
import type { Column } from "./RecordRow";
import type { TableRows } from "./tableRows";

/** Where the keyboard is: a line and a column, and from where a choice of cells goes on. */
export interface Cursor {
  readonly line: number;
  readonly column: number;
  readonly fromLine: number;
  readonly fromColumn: number;
}

/** One end of a choice of cells. It belongs to a record, or to the heading of a group, and to a field, wherever they stand. */
interface End {
  readonly key: string;
  readonly line: number;
  readonly field: string;
  readonly column: number;
}

const movedMilliseconds = 1600;

interface TableCursor {
  readonly cursor: Cursor;
  /** Moves the cursor, or the end of what is chosen. */
  place(line: number, column: number, extend?: boolean): Cursor;
  choose(cursor: Cursor): void;
  /** Where the record of an id, or a group, stands now. */
  lineOf(key: string, near: number): number | undefined;
  /** Keeps a record in its line until another one is worked in, or none. */
  hold(id: Id | undefined): void;
  /** The record that just went to its place. */
  readonly moved: Id | undefined;
}

/** The cursor of a table, which stays with its record and field, and the record that keeps its line while it is worked in. */
export function useTableCursor(
  view: LensView,
  rows: TableRows,
  columns: readonly Column[],
  scroller: RefObject<HTMLElement | null>,
): TableCursor {
  const start = { key: "", line: 0, field: "", column: 0 };
  const [ends, setEnds] = useState<{ to: End; from: End }>({ to: start, from: start });
  const [moved, setMoved] = useState<Id>();
  const [, redraw] = useReducer((count: number) => count + 1, 0);
  const held = useRef<Id>(undefined);

  const keyAt = (line: number): string => {
    const row = rows.row(line);
    if (!row) return "";
    return row.kind === "group" ? `group ${row.key}` : (view.entries[row.at]?.record.id ?? "");
  };
  const lineOf = (key: string, near: number): number | undefined => {
    if (key === "" || keyAt(near) === key) return near;
    if (key.startsWith("group ")) return rows.lineOfGroup(key.slice("group ".length));
    const at = view.indexOf(key);
    return at < 0 ? undefined : rows.lineOf(at);
  };
  const columnOf = ({ field, column }: End): number => {
    if (field === "" || columns[column]?.field === field) return column;
    const at = columns.findIndex((one) => one.field === field);
    return at < 0 ? Math.max(0, Math.min(columns.length - 1, column)) : at;
  };
  const lineOfEnd = (end: End): number => Math.max(0, Math.min(rows.count - 1, lineOf(end.key, end.line) ?? end.line));
  const cursor = {
    line: lineOfEnd(ends.to),
    column: columnOf(ends.to),
    fromLine: lineOfEnd(ends.from),
    fromColumn: columnOf(ends.from),
  };
  const endAt = (line: number, column: number): End => ({
    key: keyAt(line),
    line,
    field: columns[column]?.field ?? "",
    column,
  });

  const release = () => {
    const id = held.current;
    held.current = undefined;
    if (id === undefined) return;
    const before = view.indexOf(id);
    const record = view.entries[before]?.record;
    if (!view.hold(undefined)) return;
    redraw();
    const after = view.indexOf(id);
    if (!record || after === before) return;
    const title = "title" in record ? plainTitle(record.title) : "";
    if (after < 0) notify({ text: `“${title}” does not match this lens, and left it.`, undo: true });
    else {
      setMoved(id);
      const line = rows.lineOf(after);
      if (line !== undefined && !isInSight(scroller.current, line))
        notify({ text: `“${title}” moved to line ${line + 1}.` });
    }
  };
  const hold = (id: Id | undefined) => {
    if (id === held.current) return;
    release();
    held.current = id;
    view.hold(id);
  };
  // What is asked anew, after a lens was changed, goes on holding the record.
  useEffect(() => {
    if (held.current !== undefined) view.hold(held.current);
    return () => void view.hold(undefined);
  }, [view]);
  useEffect(() => {
    if (moved === undefined) return;
    const timer = setTimeout(() => setMoved(undefined), movedMilliseconds);
    return () => clearTimeout(timer);
  }, [moved]);

  return {
    cursor,
    lineOf,
    hold,
    moved,
    choose: (next) => setEnds({ to: endAt(next.line, next.column), from: endAt(next.fromLine, next.fromColumn) }),
    place(line, column, extend = false) {
      const to = endAt(Math.max(0, Math.min(rows.count - 1, line)), Math.max(0, Math.min(columns.length - 1, column)));
      const from = extend ? ends.from : to;
      setEnds({ to, from });
      return {
        line: to.line,
        column: to.column,
        fromLine: extend ? cursor.fromLine : to.line,
        fromColumn: extend ? cursor.fromColumn : to.column,
      };
    },
  };
}

function isInSight(scroller: HTMLElement | null, line: number): boolean {
  const row = scroller?.querySelector(`[aria-rowindex="${line + 1}"]`);
  if (!scroller || !row) return false;
  const [box, own] = [scroller.getBoundingClientRect(), row.getBoundingClientRect()];
  return own.top >= box.top && own.bottom <= box.bottom;
}
