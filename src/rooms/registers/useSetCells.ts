"use client";
import { useCallback } from "react";
import { setCells } from "@/core/shaping";
import { newId, type Id, type Option } from "@/core/model";
import {
  fieldsIn,
  findRegister,
  readText,
  registerOf,
  type CellChange,
  type CellText,
  type Register,
} from "@/core/register";
import type { Fields } from "@/core/store";
import { openDay } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { useAct, useStore } from "@/ui/workspaceContext";
import { useReading } from "@/panels/fields/useReading";
import {} from "@/panels/useLens";

/** A record that is made of pasted texts, with what else it is given. */
interface TypedRow {
  readonly texts: readonly CellText[];
  readonly given: Fields;
}

/**
 * Takes typed or pasted texts into cells, in one act. Choices that are new are made; the first text that a field cannot
 * hold refuses all of them, by name. Returns whether they were taken.
 */
export function useSetCells(): (
  register: Register,
  cells: readonly CellChange[],
  rows?: readonly TypedRow[],
) => boolean {
  const store = useStore();
  const reading = useReading();
  const act = useAct();
  return useCallback(
    (register, cells, rows = []) => {
      const readIn = reading();
      const options = new Map<string, readonly Option[]>();
      const meant = (of: Register, name: string, text: string): { value: unknown } | undefined => {
        const field = fieldsIn(store, of).find((one) => one.name === name);
        if (!field) return undefined;
        const known = options.get(name) ?? field.options;
        const read = readText(readIn, known ? { ...field, options: known } : field, text);
        if ("fault" in read) throw new Fault(read.fault);
        if (read.made) options.set(name, [...(known ?? []), ...read.made]);
        return read;
      };
      const edits = new Map<Id, Record<string, unknown>>();
      const added: { id: Id; fields: Fields }[] = [];
      try {
        for (const { record, name, text, chosen } of cells) {
          const read = chosen ?? meant(findRegister(store, registerOf(record) ?? "") ?? register, name, text);
          if (read) edits.set(record.id, { ...edits.get(record.id), [name]: read.value });
        }
        for (const { texts, given } of rows) {
          const fields: Record<string, unknown> = { ...given };
          for (const { name, text, chosen } of texts) {
            const read = text === "" ? undefined : (chosen ?? meant(register, name, text));
            if (read) fields[name] = read.value;
          }
          added.push({ id: newId(), fields });
        }
      } catch (error) {
        if (!(error instanceof Fault)) throw error;
        notify({ text: `${error.message} Nothing was changed.`, tone: "refused" });
        return false;
      }
      if (edits.size + added.length === 0) return true;
      const day = openDay();
      const input = {
        register: register.id,
        options,
        edits: [...edits].map(([id, fields]) => ({ id, fields })),
        added,
        ...(day ? { openDay: day } : {}),
      };
      return act(setCells, input, { quiet: edits.size === 1 && added.length === 0 }) !== undefined;
    },
    [store, reading, act],
  );
}

class Fault extends Error {}
