"use client";
import { createContext, useContext, useMemo, useState, type ReactNode } from "react";
import type { Id, Lens, PensumRecord } from "@/core/model";
import { usePlanView } from "@/panels/hours/planView";
import { late } from "@/ui/late";
import { useList } from "@/ui/workspaceContext";

const LensReader = late(() => import("./LensReader").then((reader) => ({ default: reader.LensReader })));

/** What a lens leaves on the calendar: of the registers that it asks, just the records that it shows. */
export interface PlanLens {
  readonly registers: readonly string[];
  readonly ids: ReadonlySet<Id>;
}

/** Of which kinds of record something stands on the calendar, and the registers that they are in. */
const registersOnPlan: Partial<Record<PensumRecord["kind"], string>> = {
  task: "tasks",
  event: "events",
  goal: "goals",
  project: "projects",
  habit: "habits",
};

const PlanLensContext = createContext<PlanLens | undefined>(undefined);

/** What the chosen lens leaves; undefined where none is chosen, and until it was read. */
export const usePlanLens = () => useContext(PlanLensContext);

/** The lenses by which the calendar can be narrowed. */
export function useLensesOfPlan(): readonly Lens[] {
  const lenses = useList("kind", "lens") as readonly Lens[];
  const names = Object.values(registersOnPlan);
  return lenses.filter(({ registers }) => registers.some((register) => names.includes(register)));
}

/** Gives what it surrounds the lens by which the calendar is narrowed on this device. */
export function WithPlanLens({ children }: { children: ReactNode }) {
  const [{ onlyLens }] = usePlanView();
  const lenses = useLensesOfPlan();
  const lens = onlyLens === "" ? undefined : lenses.find(({ id }) => id === onlyLens);
  const [ids, setIds] = useState<ReadonlySet<Id>>();
  const registers = lens?.registers;
  const left = useMemo(() => (ids && registers ? { ids, registers } : undefined), [ids, registers]);
  return (
    <PlanLensContext.Provider value={left}>
      {lens && <LensReader lens={lens} onRead={setIds} />}
      {children}
    </PlanLensContext.Provider>
  );
}

/** Whether a lens leaves a record on the calendar; hours go with their task, and one of a series with the series. */
export function isLeftBy({ registers, ids }: PlanLens, record: PensumRecord): boolean {
  const register = registersOnPlan[record.kind];
  if (register === undefined || !registers.includes(register)) return true;
  return ids.has(record.id) || ("series" in record && record.series !== undefined && ids.has(record.series));
}
