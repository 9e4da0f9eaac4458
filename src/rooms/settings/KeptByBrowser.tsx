"use client";
import { useEffect, useState } from "react";
import { askToKeep, keepingOf, type Keeping } from "@/ui/durable";

/** Whether the browser keeps the data for good, and how much room there is. */
export function KeptByBrowser() {
  const [keeping, setKeeping] = useState<Keeping>();
  const [isRefused, setRefused] = useState(false);
  useEffect(() => {
    void keepingOf().then(setKeeping);
  }, []);
  if (!keeping) return null;
  const ask = async () => {
    setRefused(!(await askToKeep()));
    setKeeping(await keepingOf());
  };
  return (
    <p className="mt-3 text-ink-2">
      {keeping.isKept
        ? "The browser keeps this data until you delete it."
        : "The browser may delete this data when the disk is full. "}
      {!keeping.isKept &&
        (isRefused ? (
          "It did not agree to keep it: export a backup now and then."
        ) : (
          <button className="link" onClick={() => void ask()}>
            Ask it to keep the data
          </button>
        ))}
      {keeping.room && ` ${keeping.room}.`}
    </p>
  );
}
