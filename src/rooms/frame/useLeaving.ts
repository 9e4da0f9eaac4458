import { useEffect } from "react";
import { useStore, useWorkspace } from "@/ui/workspaceContext";

const stuckMilliseconds = 2000;

/** Hands in what is being typed when the page is left, and asks first where something is not saved. */
export function useLeaving(): void {
  const store = useStore();
  const { journal } = useWorkspace();
  useEffect(() => {
    const leave = () => store.settle();
    const hold = (event: BeforeUnloadEvent) => {
      store.settle();
      const { saving } = journal;
      // What was only just done is on its way; what has waited for long may never arrive.
      const isStuck = saving.kind === "saving" && Date.now() - saving.since > stuckMilliseconds;
      if (saving.kind === "failed" || isStuck || store.isUnsettled) event.preventDefault();
    };
    addEventListener("pagehide", leave);
    addEventListener("beforeunload", hold);
    return () => {
      removeEventListener("pagehide", leave);
      removeEventListener("beforeunload", hold);
    };
  }, [store, journal]);
}
