"use client";
import { useEffect, useState } from "react";
import type { Review } from "@/core/model";
import { actsDuring, type ActSince } from "@/data/actsSince";
import { useSaving, useStore, useWorkspace } from "@/ui/workspaceContext";

const nothing: readonly ActSince[] = [];

/** What was changed on this device while a review ran, the newest first; follows what is written to the log. */
export function useReviewChanges({ id, endedAt }: Review): readonly ActSince[] {
  const store = useStore();
  const { database, journal } = useWorkspace();
  const saving = useSaving();
  const [acts, setActs] = useState(nothing);
  const seq = saving.kind === "saved" ? journal.seq : undefined;
  const hasEnded = endedAt !== undefined;
  useEffect(() => {
    if (!database || seq === undefined) return;
    let isGone = false;
    actsDuring(database, store, seq, id, hasEnded).then(
      (found) => !isGone && setActs(found),
      () => !isGone && setActs(nothing),
    );
    return () => {
      isGone = true;
    };
  }, [database, store, seq, id, hasEnded]);
  return acts;
}
