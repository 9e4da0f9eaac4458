"use client";
import { useMemo } from "react";
import { barsOfCounts, shownByChart } from "@/core/insight";
import type { Lens } from "@/core/model";
import { findRegister } from "@/core/register";
import { dateOf } from "@/core/time";
import { LensFigure } from "@/panels/charts/LensFigure";
import { useFieldValues, useLensView } from "@/panels/useLens";
import { useNow } from "@/ui/clock";
import { PlaceLink } from "@/ui/PlaceLink";
import { useList, useStore, useTimeStyle } from "@/ui/workspaceContext";

/** The lenses that are kept as charts, whose register is still there. */
export function useOwnCharts(): readonly Lens[] {
  const store = useStore();
  const all = useList("kind", "lens") as readonly Lens[];
  return useMemo(
    () =>
      all
        .filter(({ look, registers }) => look === "chart" && findRegister(store, registers[0] ?? ""))
        .toSorted((a, b) => a.title.localeCompare(b.title) || (a.id < b.id ? -1 : 1)),
    [all, store],
  );
}

/** A question of one's own: a lens that is kept as a chart. Its days are those that it says itself. */
export function OwnChart({ lens }: { lens: Lens }) {
  const store = useStore();
  const values = useFieldValues();
  const style = useTimeStyle();
  const today = dateOf(useNow(store.clock));
  const query = useMemo(() => ({ ...lens, shown: shownByChart(lens.chart ?? barsOfCounts) }), [lens]);
  const view = useLensView(query, "");
  const writing = useMemo(() => ({ values, style, today }), [values, style, today]);
  const register = findRegister(store, lens.registers[0] ?? "");
  if (!register) return null;
  return (
    <div className="min-w-0">
      <PlaceLink path={`/registers/${register.id}/${lens.id}`} here={false} className="link text-small">
        {lens.title}
      </PlaceLink>
      <LensFigure writing={writing} lens={lens} register={register} view={view} />
    </div>
  );
}
