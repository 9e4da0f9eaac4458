"use client";
import { useMemo, useState } from "react";
import { cellsOf, guessColumns, type ColumnPlan, type ImportPlan, type Table } from "@/core/interop/table";
import type { OwnType } from "@/core/model";
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
  const samples = useMemo(() => table.header.map((_, at) => cellsOf(table, at, 3)), [table]);
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
  const set = (at: number, value: string) => {
    const [into, what] = value.split(":") as [string, string];
    const next: ColumnPlan =
      into === "field"
        ? { into, name: what }
        : into === "new"
          ? { into, title: table.header[at] as string, type: what as OwnType }
          : { into: "nothing" };
    // A field takes one column: the one that had it before goes nowhere.
    setColumns((known) =>
      known.map((plan, place) =>
        place === at
          ? next
          : next.into === "field" && plan.into === "field" && plan.name === next.name
            ? { into: "nothing" }
            : plan,
      ),
    );
  };
  return (
    <Dialog wide title={`Import “${name}” into ${register.title}`} onClose={onClose}>
      <div className="grid gap-3">
        <div role="table" aria-label="Columns" className="border-t border-rule">
          {table.header.map((title, at) => {
            const plan = columns[at] ?? { into: "nothing" };
            const value =
              plan.into === "field" ? `field:${plan.name}` : plan.into === "new" ? `new:${plan.type}` : plan.into;
            return (
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
                    value={value}
                    onChange={({ target }) => set(at, target.value)}
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
            );
          })}
        </div>
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
