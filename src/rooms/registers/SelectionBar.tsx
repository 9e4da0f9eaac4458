"use client";
import { useState } from "react";
import { giveDay, removeRecords } from "@/core/commands";
import type { Id } from "@/core/model";
import type { LensView } from "@/core/lens";
import { isEditable, thingsWords, type Register } from "@/core/register";
import { DayPicker } from "@/panels/days/DayPicker";
import { useAct, useStore } from "@/ui/workspaceContext";
import { CellEditor } from "@/panels/fields/CellEditor";
import type { Writing } from "@/panels/fields/cells";
import { SentencePart } from "@/ui/SentencePart";
import { useSetCells } from "./useSetCells";

interface SelectionBarProps {
  writing: Writing;
  register: Register;
  ids: readonly Id[];
  view: LensView;
  onDone: () => void;
}

/** What can be done with all records that are chosen, in one step. */
export function SelectionBar({ writing, register, ids, view, onDone }: SelectionBarProps) {
  const act = useAct();
  const store = useStore();
  const setCells = useSetCells();
  const [name, setName] = useState("");
  const fields = view.fields.filter(({ field }) => isEditable(field) && field.type !== "title");
  const of = fields.find((one) => one.name === name);
  const records = ids.flatMap((id) => store.get(id) ?? []);
  const noun = records.length === 1 ? register.one.toLowerCase() : thingsWords(register);
  return (
    <div
      className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1 border-y border-rule py-1.5"
      role="group"
      aria-label="Selected records"
    >
      <span className="font-semibold" role="status">
        {records.length} {noun} chosen
      </span>
      <span className="flex items-center gap-2">
        <select
          className="field"
          aria-label="Field to set"
          value={name}
          onChange={({ target }) => setName(target.value)}
        >
          <option value="">Set a field…</option>
          {fields.map(({ name: one, field }) => (
            <option key={one} value={one}>
              {field.label}
            </option>
          ))}
        </select>
        {of && (
          <span className="relative inline-block h-7 w-52">
            <CellEditor
              key={name}
              writing={writing}
              field={of.field}
              text=""
              label={`${of.field.label} of all selected records`}
              onCancel={() => setName("")}
              onCommit={(text, step, chosen) => {
                if (text === "" && step === "stay") return true;
                const cells = records.map((record) => ({ record, name, text, chosen }));
                if (!setCells(register, cells)) return false;
                setName("");
                return true;
              }}
            />
          </span>
        )}
      </span>
      {register.kind === "task" && (
        <SentencePart label="Day" words="move to another day">
          {(close) => (
            <DayPicker
              today={writing.today}
              onPick={(date) => {
                close();
                act(giveDay, { tasks: records.map(({ id }) => id), day: date });
              }}
            />
          )}
        </SentencePart>
      )}
      <button
        className="button"
        onClick={() => {
          if (act(removeRecords, ids) !== undefined) onDone();
        }}
      >
        Delete
      </button>
      <button className="button-quiet" onClick={onDone}>
        Clear selection
      </button>
    </div>
  );
}
