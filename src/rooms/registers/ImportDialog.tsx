"use client";
import { useMemo, useState } from "react";
import { cellsOf, guessColumns, type ColumnPlan, type ImportPlan, type Table } from "@/core/interop/table";
import type { Field, OwnType } from "@/core/model";
import { fieldsIn, isComputed, type Register } from "@/core/register";
import { importTable } from "@/core/shaping";
import { counted } from "@/core/time";
import { Dialog } from "@/ui/Dialog";
import { dayFirst as localeDayFirst } from "@/ui/locale";
import type { Writing } from "@/panels/fields/cells";
import { useAct, useStore } from "@/ui/workspaceContext";
import { useImportPlan } from "./useImportPlan";

interface ImportDialogProps {
  writing: Writing;
  register: Register;
  name: string;
  table: Table;
  onClose: () => void;
}

const newTypes: readonly (readonly [OwnType, string])[] = [
  ["text", "text"],
  ["longText", "long text"],
  ["number", "number"],
  ["yesNo", "yes or no"],
  ["choice", "choice"],
  ["choices", "several choices"],
  ["date", "date"],
  ["moment", "date and time"],
  ["minutes", "duration"],
  ["url", "address"],
];

const shownFaults = 60;

/** A table on its way in: where each column goes, what would be added, changed and left out. Nothing happens before it is confirmed. */
export function ImportDialog({ writing, register, name, table, onClose }: ImportDialogProps) {
  const store = useStore();
  const act = useAct();
  const [columns, setColumns] = useState(() => guessColumns(store, register, table));
  const [asked, setAsked] = useState<boolean>();
  const [matchTitles, setMatchTitles] = useState(false);
  const dayFirst = asked ?? table.dayFirst ?? localeDayFirst();
  const { values, today } = writing;
  const setting = useMemo(
    () => ({ values, register, table, columns, today, dayFirst, matchTitles }),
    [values, register, table, columns, today, dayFirst, matchTitles],
  );
  const plan = useImportPlan(setting);
  const fields = fieldsIn(store, register).filter((field) => !field.kept && !isComputed(field));
  const unanswered = table.dayFirst === undefined && asked === undefined;
  return (
    <Dialog wide title={`Import “${name}” into ${register.title}`} onClose={onClose}>
      <div className="grid gap-3">
        <ColumnPlans table={table} columns={columns} fields={fields} onChange={setColumns} />
        {table.dayFirst === undefined && (
          <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-1">
            <legend className="float-left mr-4">Some dates can be read two ways. 3/4 is</legend>
            {[true, false].map((first) => (
              <label key={String(first)} className="flex items-center gap-1.5">
                <input type="radio" name="day-first" checked={asked === first} onChange={() => setAsked(first)} />
                {first ? "3 April" : "4 March"}
              </label>
            ))}
          </fieldset>
        )}
        <label className="flex items-center gap-2">
          <input type="checkbox" checked={matchTitles} onChange={({ target }) => setMatchTitles(target.checked)} />
          Update the record when a row has the same title
        </label>
        {typeof plan === "number" ? (
          // Not announced: it changes faster than anybody could say it.
          <p>
            Reading row {plan.toLocaleString()} of {table.rows.length.toLocaleString()}
          </p>
        ) : (
          <Outcome plan={plan} />
        )}
        <div className="flex justify-end gap-2">
          <button className="button" onClick={onClose}>
            Cancel
          </button>
          <button
            className="button-filled disabled:opacity-40"
            disabled={typeof plan === "number" || rowsOf(plan) === 0 || unanswered}
            onClick={() => {
              if (typeof plan !== "number" && act(importTable, plan) !== undefined) onClose();
            }}
          >
            Import {typeof plan === "number" ? "" : counted(rowsOf(plan), "row")}
          </button>
        </div>
      </div>
    </Dialog>
  );
}

/** The columns of a table with their first cells, and which field each of them goes into. */
function ColumnPlans({
  table,
  columns,
  fields,
  onChange,
}: {
  table: ImportDialogProps["table"];
  columns: readonly ColumnPlan[];
  fields: readonly Field[];
  onChange: (columns: ColumnPlan[]) => void;
}) {
  const samples = useMemo(() => table.header.map((_, at) => cellsOf(table, at, 3)), [table]);
  return (
    <div role="table" aria-label="Columns" className="border-t border-rule">
      {table.header.map((title, at) => (
        <div
          key={title}
          role="row"
          className="grid grid-cols-[1fr_1.2fr_1fr] items-center gap-3 border-b border-hairline py-1"
        >
          <span role="cell" className="truncate font-semibold">
            {title}
          </span>
          <span role="cell" className="truncate text-ink-2">
            {samples[at]?.join(", ")}
          </span>
          <span role="cell">
            <select
              className="field w-full"
              aria-label={`Field for ${title}`}
              value={textOfPlan(columns[at] ?? { into: "nothing" })}
              onChange={({ target }) => onChange(givenColumn(columns, at, planOfText(target.value, title)))}
            >
              <option value="nothing">do not import</option>
              <option value="id">says which record it is</option>
              <optgroup label="Existing field">
                {fields.map((field) => (
                  <option key={field.name} value={`field:${field.name}`}>
                    {field.label}
                  </option>
                ))}
              </optgroup>
              <optgroup label="New field">
                {newTypes.map(([type, words]) => (
                  <option key={type} value={`new:${type}`}>
                    new field, {words}
                  </option>
                ))}
              </optgroup>
            </select>
          </span>
        </div>
      ))}
    </div>
  );
}

/** A plan as the value of its option. */
const textOfPlan = (plan: ColumnPlan) =>
  plan.into === "field" ? `field:${plan.name}` : plan.into === "new" ? `new:${plan.type}` : plan.into;

function planOfText(value: string, title: string): ColumnPlan {
  const [into, what] = value.split(":") as [ColumnPlan["into"], string];
  switch (into) {
    case "field":
      return { into, name: what };
    case "new":
      return { into, title, type: what as OwnType };
    default:
      return { into };
  }
}

/** The columns with another plan for one of them. A field takes one column: the one that had it before goes nowhere. */
function givenColumn(columns: readonly ColumnPlan[], at: number, next: ColumnPlan): ColumnPlan[] {
  const isTaken = (plan: ColumnPlan) =>
    (next.into === "field" && plan.into === "field" && plan.name === next.name) ||
    (next.into === "id" && plan.into === "id");
  return columns.map((plan, place) => (place === at ? next : isTaken(plan) ? { into: "nothing" } : plan));
}

const rowsOf = ({ added, changed }: ImportPlan) => added.length + changed.length;

/** What comes of a table: records that are new, that change, and rows that are left out. */
function Outcome({ plan }: { plan: ImportPlan }) {
  const words = [
    `${counted(plan.added.length, "record")} will be added`,
    ...(plan.changed.length > 0 ? [`${plan.changed.length.toLocaleString()} changed`] : []),
    ...(plan.same > 0 ? [`${plan.same.toLocaleString()} already ${plan.same === 1 ? "exists" : "exist"}`] : []),
  ].join(", ");
  return (
    <>
      <p role="status">
        <b>{words}.</b>{" "}
        {plan.newFields.length > 0 && `New fields: ${plan.newFields.map(({ title }) => title).join(", ")}.`}
      </p>
      {plan.faults.length > 0 && (
        <div>
          <p className="font-semibold text-madder">{counted(plan.faults.length, "row")} will be skipped</p>
          <ul
            aria-label="Skipped rows"
            className="max-h-40 overflow-y-auto border-y border-hairline [scrollbar-width:thin]"
          >
            {plan.faults.slice(0, shownFaults).map(({ line, reason }) => (
              <li key={line} className="grid grid-cols-[70px_1fr] gap-2 py-0.5">
                <span className="text-ink-2">Line {line}</span>
                <span>{reason}</span>
              </li>
            ))}
            {plan.faults.length > shownFaults && (
              <li className="text-ink-2">and {plan.faults.length - shownFaults} more</li>
            )}
          </ul>
        </div>
      )}
    </>
  );
}
