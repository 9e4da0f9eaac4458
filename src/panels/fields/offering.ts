"use client";
import { useCallback, useMemo } from "react";
import { emptyValue, type Field } from "@/core/model";
import { cellType, offerNamed, offersFor, offersHeld, takesNewWords, type Cell } from "@/core/register";
import type { Choice } from "@/ui/Combobox";
import type { Writing } from "./cells";

/** What a field offers, as the field that is typed into asks for it. */
export function useOffers(writing: Writing, field: Field, cell?: Cell, except?: string) {
  const { values, style, today } = writing;
  const offering = useMemo(
    () => ({ store: values.store, priorities: values.settings.priorities, style, today }),
    [values, style, today],
  );
  return {
    many: isMany(field),
    held: useMemo(() => offersHeld(offering, field, cell), [offering, field, cell]),
    offers: useCallback(
      (words: string) => offersFor(offering, field, words, except === undefined ? [] : [except]),
      [offering, field, except],
    ),
    named: (offers: readonly Choice[], words: string) => offerNamed(offers, words, takesNewWords(field)),
  };
}

function isMany(field: Field): boolean {
  const type = cellType(field);
  return type === "options" || type === "links";
}

/** The value of a field that leads to these. */
export function valueOfIds(field: Field, ids: readonly string[]): unknown {
  if (ids.length === 0) return emptyValue(field);
  return isMany(field) ? [...new Set(ids)] : ids[0];
}
