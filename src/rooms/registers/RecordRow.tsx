"use client";
import { Maximize2 } from "lucide-react";
import { memo, type ReactNode } from "react";
import type { PensumRecord, ShownField } from "@/core/model";
import type { LensField } from "@/core/lens";
import { isNumeric, type Writing } from "@/panels/fields/cells";
import { CellContent } from "./CellContent";

/** A column of a table: how it is shown, and of which field. */
export interface Column extends ShownField {
  readonly of: LensField;
}

interface RecordRowProps {
  writing: Writing;
  record: PensumRecord;
  columns: readonly Column[];
  template: string;
  /** The line of the table it is, from 0, and where that lies. */
  line: number;
  top: number;
  height: number;
  id: string;
  /** The chosen columns of this line, first and last; none when the first is behind the last. */
  chosenFrom: number;
  chosenTo: number;
  active: number;
  /** The column that is being edited, and its editor. */
  editing: number;
  editor: ReactNode;
  /** Another one when something that is computed may have changed. */
  revision: number;
  /** Whether it just went to another line. */
  moved: boolean;
}

/** One record of a table. Drawn again only when something of it changed: scrolling draws only what comes into sight. */
export const RecordRow = memo(function RecordRow(props: RecordRowProps) {
  const { writing, record, columns, template, line, top, height, id, chosenFrom, chosenTo, active, editing, editor } =
    props;
  const { moved } = props;
  return (
    <div
      role="row"
      aria-rowindex={line + 1}
      className="table-row"
      data-moved={moved ? "" : undefined}
      style={{ transform: `translateY(${top}px)`, height, gridTemplateColumns: template }}
    >
      <span role="gridcell" className="grid">
        <button
          className="open-row"
          tabIndex={-1}
          data-open={record.id}
          aria-label="Open the record"
          title="Open the record (Shift Enter)"
        >
          <Maximize2 size={12} aria-hidden />
        </button>
      </span>
      {columns.map(({ field, of }, at) => (
        <div
          key={field}
          role="gridcell"
          id={`${id}-${line}-${at}`}
          data-line={line}
          data-column-at={at}
          aria-selected={at >= chosenFrom && at <= chosenTo}
          data-active={at === active ? "" : undefined}
          className={`table-cell ${isNumeric(of.type) ? "is-number" : ""} ${at === editing ? "is-editing" : ""}`}
        >
          {at === editing ? (
            editor
          ) : (
            <CellContent writing={writing} record={record} field={of.field} type={of.type} cell={of.read(record)} />
          )}
        </div>
      ))}
    </div>
  );
});
