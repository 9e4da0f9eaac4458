"use client";
import { proxy, wrap } from "comlink";
import { useEffect, useRef, useState } from "react";
import { counted, dateText } from "@/core/time";
import { storedText } from "@/data/contents";
import { listDailyCopies, readDailyCopy, type DailyCopy } from "@/data/dailyCopies";
import type { Mended } from "@/data/mend";
import { Dialog } from "@/ui/Dialog";
import { download } from "@/ui/download";
import { FileInput } from "@/ui/FileInput";
import { localeHour12, writingLocale } from "@/ui/locale";
import { sizeText } from "@/ui/sizeText";
import type { BackupWorker } from "@/workers/backup.worker";
import type { WorkspaceName } from "./workspaces";

/** What can be done about a workspace of which nothing whole is stored: a copy of another day, a backup file, the rows as they are. */
export function Rescue({ name }: { name: WorkspaceName }) {
  const [copies, setCopies] = useState<readonly DailyCopy[]>([]);
  const [said, setSaid] = useState("");
  const [isBusy, setBusy] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  useEffect(() => {
    void listDailyCopies(name).then(setCopies);
  }, [name]);
  // The settings of the workspace cannot be read: dates are written as the device has them.
  const style = { locale: writingLocale(), hour12: localeHour12() };
  const restore = async (reading: Promise<Blob | undefined>) => {
    setBusy(true);
    setSaid("Restoring…");
    const worker = new Worker(new URL("../workers/backup.worker.ts", import.meta.url), { type: "module" });
    try {
      const file = await reading;
      if (!file) return setSaid("This copy is no longer there.");
      const result = await wrap<BackupWorker>(worker).read(
        name,
        file,
        proxy((share: number) => setSaid(`Restoring, ${Math.round(share * 100)}%`)),
      );
      if (result.refused) setSaid(result.refused);
      else location.reload();
    } catch (error) {
      setSaid(`It could not be restored: ${(error as Error).message}`);
    } finally {
      worker.terminate();
      setBusy(false);
    }
  };
  return (
    <div className="mt-4 font-interface text-base">
      {copies.length > 0 && (
        <>
          <h2 className="mb-1 font-semibold">Copies of earlier days</h2>
          <ul className="mb-4 border-t border-rule">
            {copies.map(({ date, size }) => (
              <li key={date} className="flex items-baseline justify-between gap-3 border-b border-hairline py-1.5">
                <span>
                  {dateText(date, "short", style)}, {sizeText(size)}
                </span>
                <button
                  className="link min-h-6"
                  disabled={isBusy}
                  onClick={() => void restore(readDailyCopy(name, date))}
                >
                  Restore
                </button>
              </li>
            ))}
          </ul>
        </>
      )}
      <div className="flex flex-wrap gap-3">
        <button className="button" disabled={isBusy} onClick={() => input.current?.click()}>
          Restore from a backup
        </button>
        <button
          className="button"
          onClick={() => void storedText(name).then((text) => download(text, `pensum-${name}-stored.jsonl`))}
        >
          Save the stored data as a file
        </button>
        <FileInput
          ref={input}
          accept=".pensum"
          label="Backup file"
          onFiles={([file]) => file && void restore(Promise.resolve(file))}
        />
      </div>
      <p role="status" className="mt-3 text-ink-2">
        {said}
      </p>
    </div>
  );
}

const mostNamed = 20;

/** What was found damaged, what was mended from where, and what is missing. */
export function MendedNotice({ mended, name, onClose }: { mended: Mended; name: string; onClose: () => void }) {
  const { found, records, from, missing, rows } = mended;
  const places = from.map(({ place, entries }) =>
    entries === 0 ? `${place} had them` : `${counted(entries, "later change")} came from ${place}`,
  );
  const named = missing.filter(Boolean);
  return (
    <Dialog title="This workspace was damaged, and was mended" onClose={onClose}>
      <p className="font-words text-page">
        {found} {counted(records, "record")} {records === 1 ? "is" : "are"} here: {places.join("; ")}.
      </p>
      {missing.length === 0 ? (
        <p className="mt-2 font-words text-page">Nothing is missing.</p>
      ) : (
        <>
          <p className="mt-2 font-words text-page">
            {missing.length === 1 ? "The last change is" : `The last ${missing.length.toLocaleString()} changes are`}{" "}
            missing
            {named.length > 0 ? ":" : ". What they were is not known."}
          </p>
          <ul className="mt-1 max-h-60 overflow-y-auto border-y border-hairline [scrollbar-width:thin]">
            {named.slice(0, mostNamed).map((said, at) => (
              <li key={at} className="border-b border-hairline py-1 last:border-b-0">
                {said}
              </li>
            ))}
            {named.length > mostNamed && <li className="py-1 text-ink-2">and {named.length - mostNamed} more</li>}
          </ul>
          <p className="mt-2 text-ink-2">
            The copies of earlier days, and single records of them, are in the settings under Backup.
          </p>
        </>
      )}
      <div className="mt-4 flex flex-wrap gap-3">
        <button className="button-filled" onClick={onClose}>
          Close
        </button>
        <button className="button" onClick={() => download(rows, `pensum-${name}-damaged.jsonl`)}>
          Save the damaged data as a file
        </button>
      </div>
    </Dialog>
  );
}
