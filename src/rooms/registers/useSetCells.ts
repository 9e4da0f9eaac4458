"use client";
import { useCallback } from "react";
import { editRecord, editRecords } from "@/core/commands";
import { editField } from "@/core/shaping";
import type { Field, Id, PensumRecord } from "@/core/model";
import { fieldsIn, findRegister, readText, registerOf } from "@/core/register";
import type { Fields } from "@/core/store";
import { dateOf } from "@/core/time";
import { notify } from "@/ui/notices";
import { useAct, useStore } from "@/ui/workspaceContext";
import { dayFirst } from "@/ui/locale";
import { useFieldValues } from "./useLens";

/** A text for one field of one record. */
export interface TypedCell {
  readonly record: PensumRecord;
  readonly name: string;
  readonly text: string;
}

/**
 * Takes typed or pasted texts into cells, in one step. Choices that are new are made; the first text that a field
 * cannot hold refuses all of them, by name. Tells whether they were taken.
 */
export function useSetCells(): (cells: readonly TypedCell[]) => boolean {
  const store = useStore();
  const values = useFieldValues();
  const act = useAct();
  return useCallback(
    (cells) => {
      const edits = new Map<Id, Record<string, unknown>>();
      const reading = { values, today: dateOf(store.clock.now()), dayFirst: dayFirst() };
      for (const { record, name, text } of cells) {
        const register = findRegister(store, registerOf(record) ?? "");
        const field = register && fieldsIn(store, register).find((one) => one.name === name);
        if (!register || !field) continue;
        const read = readText(reading, field, text);
        if ("fault" in read) {
          notify({ text: `${read.fault} Nothing was changed.`, tone: "refused" });
          return false;
        }
        if (
          read.made &&
          act(
            editField,
            { register: register.id, name, setting: { options: [...(field.options ?? []), ...read.made] } },
            { quiet: true },
          ) === undefined
        )
          return false;
        edits.set(record.id, { ...edits.get(record.id), [name]: read.value });
      }
      const all = [...edits].map(([id, fields]) => ({ id, fields }));
      const [only] = all;
      if (!only) return true;
      return (all.length === 1 ? act(editRecord, only, { quiet: true }) : act(editRecords, all)) !== undefined;
    },
    [store, values, act],
  );
}

/** Sets one value for several records. */
export function useSetAll(): (records: readonly PensumRecord[], fields: Fields) => boolean {
  const act = useAct();
  return useCallback(
    (records, fields) =>
      act(
        editRecords,
        records.map(({ id }) => ({ id, fields })),
      ) !== undefined,
    [act],
  );
}

/** Whether a person can type into a field's cells. */
export function isEditable(field: Field): boolean {
  return !field.kept && field.type !== "formula" && field.type !== "summary";
}
