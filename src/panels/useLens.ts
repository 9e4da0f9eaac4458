"use client";
import { useEffect, useMemo, useReducer } from "react";
import { LensView, type LensQuery } from "@/core/lens";
import { fieldValues, type FieldValues } from "@/core/register";
import { dateOf } from "@/core/time";
import { useNow } from "@/ui/clock";
import { useFirstWeekday, useStore } from "@/ui/workspaceContext";

/** The values of all fields, computed ones too. */
export function useFieldValues(): FieldValues {
  return fieldValues(useStore());
}

/** What a lens shows, followed as records change, and asked anew when the lens, a field or the day is another. */
export function useLensView(query: LensQuery, search: string): LensView {
  const store = useStore();
  const values = useFieldValues();
  const firstWeekday = useFirstWeekday();
  const today = dateOf(useNow(store.clock));
  const [revision, changed] = useReducer((count: number) => count + 1, 0);
  const [shape, reshape] = useReducer((count: number) => count + 1, 0);
  const { registers, where, done, groups, sorts, shown, byHand } = query;
  const view = useMemo(
    () =>
      new LensView(
        values,
        { registers, where, done, groups, sorts, shown, ...(byHand ? { byHand } : {}) },
        { firstWeekday, search },
      ),
    // The day and the fields are read by the view itself.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [values, registers, where, done, groups, sorts, shown, byHand, firstWeekday, search, today, shape],
  );
  useEffect(
    () =>
      values.onChange((ids, everything) => {
        if (everything || view.settlesWith(ids)) reshape();
        else if (view.change(ids)) changed();
      }),
    [values, view],
  );
  void revision;
  return view;
}
