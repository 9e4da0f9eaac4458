"use client";
import { dequal } from "dequal";
import { useCallback, useState, type ReactNode } from "react";
import { setDone } from "@/core/commands";
import type { Id } from "@/core/model";
import {
  cellAfter,
  isDone,
  isEditable,
  textOfCell,
  type CellGrid,
  type CellText,
  type Register,
} from "@/core/register";
import { CellEditor, type Step } from "@/panels/fields/CellEditor";
import type { Writing } from "@/panels/fields/cells";
import { openRecord } from "@/ui/navigation";
import { useAct } from "@/ui/workspaceContext";
import type { Column } from "./RecordRow";
import { useSetCells } from "./useSetCells";

interface CellEditing {
  writing: Writing;
  register: Register;
  columns: readonly Column[];
  grid: CellGrid;
  lineOf: (key: string, near: number) => number | undefined;
  hold: (id: Id | undefined) => void;
  go: (line: number, column: number) => void;
  focusBack: () => void;
}

/** The one cell of a table that is being typed into: it belongs to a record and a field, wherever these stand. */
export function useCellEditing(table: CellEditing) {
  const { writing, register, columns, grid, lineOf, hold, go, focusBack } = table;
  const [edited, setEdited] = useState<{ key: string; line: number; field: string; text: string }>();
  const setCells = useSetCells();
  const act = useAct();
  const line = edited && lineOf(edited.key, edited.line);
  const column = columns.findIndex(({ field }) => field === edited?.field);
  const editing = edited && line !== undefined && column >= 0 ? { line, column, text: edited.text } : undefined;

  const edit = (at: number, across: number, text?: string) => {
    const record = grid.recordAt(at);
    const of = columns[across]?.of;
    if (!record || !of) return;
    if (!isEditable(of.field)) return openRecord(record.id);
    hold(record.id);
    const words = text ?? textOfCell(writing.values, of.field, of.type, of.read(record));
    setEdited({ key: record.id, line: at, field: of.name, text: words });
  };
  const commit = (text: string, step: Step, chosen?: CellText["chosen"]): boolean => {
    const record = editing && grid.recordAt(editing.line);
    const of = editing && columns[editing.column]?.of;
    if (!record || !of) return true;
    const before = textOfCell(writing.values, of.field, of.type, of.read(record));
    const isNew = chosen ? !dequal(chosen.value, of.read(record)) : text !== before;
    if (isNew && !setCells(register, [{ record, name: of.name, text, chosen }])) return false;
    setEdited(undefined);
    focusBack();
    if (step !== "stay") go(...cellAfter(grid, editing.line, editing.column, step));
    return true;
  };
  /** Turns a yes or no round, or ticks a task off and on again. */
  const toggle = (at: number, across: number): boolean => {
    const record = grid.recordAt(at);
    const of = columns[across]?.of;
    if (!record || !of) return false;
    const isYesNo = of.field.type === "yesNo" && isEditable(of.field);
    const done = isDone(writing.values.store, record);
    if (!isYesNo && done === undefined) return false;
    hold(record.id);
    if (isYesNo) setCells(register, [{ record, name: of.name, text: of.read(record) === true ? "no" : "yes" }]);
    else act(setDone, { ids: [record.id], done: !done });
    return true;
  };
  const stop = () => setEdited(undefined);
  const cancel = () => {
    stop();
    focusBack();
  };
  const editorOf = (across: number, text: string): ReactNode => {
    const of = columns[across]?.of;
    const record = editing && grid.recordAt(editing.line);
    if (!of || !record) return null;
    const cell = of.read(record);
    return (
      <CellEditor
        {...{ writing, field: of.field, text, cell, label: of.field.label }}
        onCommit={commit}
        onCancel={cancel}
      />
    );
  };
  /** Opens the editor of a fresh record's title. */
  const name = useCallback((id: Id, at: number) => setEdited({ key: id, line: at, field: "title", text: "" }), []);
  return { editing, edit, name, stop, toggle, editorOf };
}
