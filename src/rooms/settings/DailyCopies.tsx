"use client";
import { nameOf } from "@/core/things";
import { useEffect, useMemo, useState } from "react";
import { fetchBack, partsOf } from "@/core/commands/fetchBack";
import { readBackup } from "@/core/interop";
import { kindNames, Refusal, type PensumRecord } from "@/core/model";
import { fieldChange } from "@/core/store";
import { dateText, type DateText } from "@/core/time";
import { listDailyCopies, readDailyCopy, type DailyCopy } from "@/data/dailyCopies";
import { Dialog } from "@/ui/Dialog";
import { download } from "@/ui/download";
import { notify } from "@/ui/notices";
import { useAct, useComputed, useStore, useTimeStyle, useWorkspace } from "@/ui/workspaceContext";

/** The copies that are kept of every day, to be saved as files or looked into for something that is gone. */
export function DailyCopies() {
  const { name } = useWorkspace();
  const style = useTimeStyle();
  const [copies, setCopies] = useState<readonly DailyCopy[]>([]);
  const [open, setOpen] = useState<{ date: DateText; records: readonly PensumRecord[] }>();
  useEffect(() => {
    const look = () => void listDailyCopies(name).then(setCopies);
    look();
    const timer = setInterval(look, 5000);
    return () => clearInterval(timer);
  }, [name]);
  const lookInside = async (date: DateText) => {
    try {
      const copy = await readDailyCopy(name, date);
      if (copy)
        setOpen({
          date,
          records: (await readBackup(copy.stream() as unknown as AsyncIterable<Uint8Array>, copy.size)).records,
        });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      notify({ text: error.message, tone: "refused" });
    }
  };
  const save = async (date: DateText) => {
    const copy = await readDailyCopy(name, date);
    if (copy) download(copy, `pensum-${name}-${date}.pensum`);
  };
  if (copies.length === 0)
    return (
      <p className="mt-3 text-ink-2">Pensum keeps a daily copy in this browser for 14 days. There is no copy yet.</p>
    );
  return (
    <div className="mt-4">
      <h3 className="font-semibold text-ink-2">Daily copies of the last 14 days, kept in this browser</h3>
      <ul aria-label="Daily copies">
        {copies.map(({ date, size }) => (
          <li key={date} className="flex flex-wrap items-center gap-x-4 border-b border-hairline py-1">
            <span className="w-32">{dateText(date, "short", style)}</span>
            <span className="w-24 text-right text-ink-2">
              {Math.max(1, Math.round(size / 1024)).toLocaleString(style.locale)} kB
            </span>
            <button className="link min-h-6" onClick={() => void lookInside(date)}>
              Open
            </button>
            <button className="link min-h-6" onClick={() => void save(date)}>
              Save as a file
            </button>
          </li>
        ))}
      </ul>
      {open && <CopyDialog {...open} onClose={() => setOpen(undefined)} />}
    </div>
  );
}

const mostShown = 100;

/** What is gone or was otherwise in a copy; each can be fetched back by itself. */
function CopyDialog({
  date,
  records,
  onClose,
}: {
  date: DateText;
  records: readonly PensumRecord[];
  onClose: () => void;
}) {
  const store = useStore();
  const act = useAct();
  const style = useTimeStyle();
  const [typed, setTyped] = useState("");
  const revision = useComputed((facts) => facts.factsRevision);
  const others = useMemo(
    () =>
      records.flatMap((record) => {
        const now = store.get(record.id);
        if (record.kind === "settings" || record.kind === "clock" || (now && !fieldChange(now, record))) return [];
        return [{ record, gone: now === undefined }];
      }),
    // The store is the same object after a change; its revision tells.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [records, store, revision],
  );
  const words = typed.toLowerCase();
  const shown = others
    .filter(({ record }) => nameOf(record, store).toLowerCase().includes(words))
    .toSorted((a, b) => Number(b.gone) - Number(a.gone));
  return (
    <Dialog wide title={`The copy of ${dateText(date, "short", style)}`} onClose={onClose}>
      <p className="mb-2">
        {records.length.toLocaleString(style.locale)} records.{" "}
        {others.length === 0
          ? "None of them has changed since."
          : `${others.length.toLocaleString(style.locale)} were changed or deleted since.`}
      </p>
      {others.length > 0 && (
        <input
          type="search"
          className="field w-full"
          aria-label="Search in the copy"
          placeholder="Words of a title"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
        />
      )}
      <ul aria-label="Differences" className="mt-2 max-h-80 overflow-y-auto [scrollbar-width:thin]">
        {shown.slice(0, mostShown).map(({ record, gone }) => (
          <li key={record.id} className="flex items-center gap-3 border-b border-hairline py-1">
            <span className="min-w-0 flex-1 truncate">{nameOf(record, store)}</span>
            <span className="flex-none text-ink-2">
              {kindNames[record.kind].toLowerCase()}, {gone ? "gone" : "changed since"}
            </span>
            <button
              className="button flex-none"
              onClick={() => act(fetchBack, { record, from: date, parts: gone ? partsOf(records, record) : [] })}
            >
              Restore
            </button>
          </li>
        ))}
      </ul>
      {shown.length > mostShown && (
        <p className="mt-1 text-ink-2">and {shown.length - mostShown} more. Search to find a record.</p>
      )}
    </Dialog>
  );
}
