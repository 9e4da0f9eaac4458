"use client";
import { useEffect, useMemo, useState } from "react";
import { planRows, type ImportPlan, type ImportSetting } from "@/core/interop/table";

/** A page that is read for so long at a time still answers at once. */
const sliceMilliseconds = 12;

/** Reads on for a while: gives how many rows are read, or the plan once all are. */
function readOn(work: Generator<number, ImportPlan>): number | ImportPlan {
  const until = performance.now() + sliceMilliseconds;
  for (;;) {
    const { value } = work.next();
    if (typeof value !== "number" || performance.now() >= until) return value;
  }
}

/** What reading a table in would do, and how many of its rows are read until that is known. Another setting begins anew. */
export function useImportPlan(setting: ImportSetting): number | ImportPlan {
  const begun = useMemo(() => {
    const work = planRows(setting);
    return { work, state: readOn(work) };
  }, [setting]);
  const [later, setLater] = useState(begun);
  useEffect(() => {
    const { work, state } = begun;
    if (typeof state !== "number") return;
    let timer = setTimeout(function next() {
      const state = readOn(work);
      setLater({ work, state });
      if (typeof state === "number") timer = setTimeout(next);
    });
    return () => clearTimeout(timer);
  }, [begun]);
  return later.work === begun.work ? later.state : begun.state;
}
