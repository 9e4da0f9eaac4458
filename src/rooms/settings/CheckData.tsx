"use client";
import { useRef, useState } from "react";
import { openRecord } from "@/ui/navigation";
import { counted } from "@/core/time";
import { askForCheck, type DiskReport } from "@/data/checkDisk";
import { useWorkspace } from "@/ui/workspaceContext";
import type { Oddity } from "@/core/workspace/oddities";

type Stage =
  | { readonly at: "idle" }
  | { readonly at: "checking"; readonly share: number }
  | {
      readonly at: "checked";
      readonly found: readonly Oddity[];
      readonly records: number;
      readonly disk: DiskReport | undefined;
    }
  | { readonly at: "failed" };

const mostShown = 100;

/** Looks through all records for what should not be. Nothing is changed. */
export function CheckData() {
  const { store, checkDisk, name } = useWorkspace();
  const [stage, setStage] = useState<Stage>({ at: "idle" });
  const stopped = useRef(false);
  const check = async () => {
    stopped.current = false;
    setStage({ at: "checking", share: 0 });
    store.settle();
    try {
      const { odditiesInSteps } = await import("@/core/workspace/oddities");
      const found = await odditiesInSteps(store, async (share) => {
        if (stopped.current) throw new Error("stopped");
        setStage({ at: "checking", share });
        await new Promise((resolve) => setTimeout(resolve));
      });
      const disk = await checkDisk?.();
      if (disk && disk.odd.length > 0) askForCheck(name);
      setStage({ at: "checked", found, records: store.size, disk });
    } catch {
      setStage({ at: stopped.current ? "idle" : "failed" });
    }
  };
  return (
    <div className="mt-4 grid justify-items-start gap-2">
      {stage.at === "checking" ? (
        <span className="flex items-center gap-3">
          <span role="status">Checking, {Math.round(stage.share * 100)}%</span>
          <button className="link" onClick={() => (stopped.current = true)}>
            Cancel
          </button>
        </span>
      ) : (
        <button className="button" onClick={() => void check()}>
          Check my data
        </button>
      )}
      {stage.at === "failed" && <p role="alert">The check could not be loaded. Try again when the server answers.</p>}
      {stage.at === "checked" && <Found found={stage.found} records={stage.records} />}
      {stage.at === "checked" && stage.disk && <Disk disk={stage.disk} />}
    </div>
  );
}

/** What the disk holds, row by row against its checksum. */
function Disk({ disk: { rows, odd } }: { disk: DiskReport }) {
  if (odd.length === 0)
    return (
      <p role="status">
        {counted(rows, "row")} on the disk held against their checksums. All are as they were written.
      </p>
    );
  return (
    <div className="w-full" role="alert">
      <p>On the disk, {counted(odd.length, "problem was found", "problems were found")}:</p>
      <ul aria-label="What is damaged on the disk" className="my-1 border-y border-hairline">
        {odd.map((one) => (
          <li key={one} className="border-b border-hairline py-1 last:border-b-0">
            {one}
          </li>
        ))}
      </ul>
      <button className="button" onClick={() => location.reload()}>
        Reload and mend
      </button>
    </div>
  );
}

function Found({ found, records }: { found: readonly Oddity[]; records: number }) {
  if (found.length === 0)
    return <p role="status">{records.toLocaleString()} records checked. Everything is as it should be.</p>;
  return (
    <div className="w-full">
      <p role="status">
        {records.toLocaleString()} records checked. {found.length.toLocaleString()}{" "}
        {found.length === 1 ? "problem was" : "problems were"} found; nothing was changed.
      </p>
      <ul aria-label="What is odd" className="mt-1 max-h-80 overflow-y-auto border-y border-hairline">
        {found.slice(0, mostShown).map(({ id, title, what }) => (
          <li key={`${id} ${what}`} className="flex gap-2 border-b border-hairline py-1 last:border-b-0">
            <button className="link" onClick={() => openRecord(id)}>
              {title || "Untitled"}
            </button>
            <span className="min-w-0 flex-1">{what}</span>
          </li>
        ))}
        {found.length > mostShown && <li className="py-1 text-ink-2">and {found.length - mostShown} more</li>}
      </ul>
    </div>
  );
}
