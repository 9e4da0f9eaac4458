"use client";
import { useEffect, useState } from "react";
import { useStore } from "./workspaceContext";

/** Says that a part of Pensum could not be loaded, and why as far as that can be found out. */
export function LoadFailed({ onRetry }: { onRetry: () => void }) {
  const store = useStore();
  const [isServerThere, setServerThere] = useState<boolean>();
  useEffect(() => {
    let isShown = true;
    void fetch("/health", { cache: "no-store" }).then(
      ({ ok }) => isShown && setServerThere(ok),
      () => isShown && setServerThere(false),
    );
    return () => {
      isShown = false;
    };
  }, []);
  const reload = () => {
    store.settle();
    location.reload();
  };
  return (
    <div role="alert" className="grid content-start justify-items-start gap-3 bg-sheet p-9 font-words text-page">
      <p className="max-w-120">
        {isServerThere
          ? "This part could not be loaded: there is a newer version of Pensum. Reload to get it. What you did is kept."
          : "This part could not be loaded: the server does not answer. What is open goes on, and what you do is kept."}
      </p>
      <span className="flex gap-3 font-interface text-base">
        {isServerThere ? (
          <button className="button" onClick={reload}>
            Reload
          </button>
        ) : (
          <button className="button" onClick={onRetry}>
            Try again
          </button>
        )}
      </span>
    </div>
  );
}
