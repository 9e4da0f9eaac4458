"use client";
import { useState } from "react";
import { useStore } from "@/ui/workspaceContext";

/** Offers a newer version of Pensum. Nothing changes until it is asked for. */
export function VersionBanner({ onUse }: { onUse: () => void }) {
  const store = useStore();
  const [isLater, setLater] = useState(false);
  if (isLater) return null;
  return (
    <div
      role="status"
      className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule bg-sheet px-4 py-1.5"
    >
      <p className="min-w-0 flex-1">A newer version of Pensum is ready. You stay where you are.</p>
      <button
        className="button"
        onClick={() => {
          store.settle();
          onUse();
        }}
      >
        Update now
      </button>
      <button className="button-quiet" onClick={() => setLater(true)}>
        Later
      </button>
    </div>
  );
}
