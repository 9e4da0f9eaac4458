"use client";
import { proxy } from "comlink";
import { useRef, useState } from "react";
import type { CalendarFault, CalendarReading } from "@/core/interop/icalendar";
import { counted, dateOf, needLibrary } from "@/core/time";
import { Dialog } from "@/ui/Dialog";
import { download } from "@/ui/download";
import { FileInput } from "@/ui/FileInput";
import { useHandedFile } from "@/ui/handed";
import { notify } from "@/ui/notices";
import { useWorkspace } from "@/ui/workspaceContext";
import type { CalendarWorker } from "@/workers/calendar.worker";
import { useLongWork, WorkLine } from "@/panels/longWork";
import { Section } from "./Section";

const shownFaults = 60;

/** Events, tasks and notes as iCalendar, out and in. */
export function CalendarFiles() {
  const workspace = useWorkspace();
  const { store, database, name } = workspace;
  const { stage, say, run, whenSaved } = useLongWork<CalendarWorker>(
    () => new Worker(new URL("../../workers/calendar.worker.ts", import.meta.url), { type: "module" }),
  );
  const [taken, setTaken] = useState<{ name: string; reading: CalendarReading }>();
  const input = useRef<HTMLInputElement>(null);
  const busy = stage.at === "working" || !database;
  const { clock } = store;

  const write = async () => {
    if (!(await whenSaved())) return;
    const written = await run("Exporting the calendar", (door) => door.write(name, clock.now(), clock.zone));
    if (!written) return;
    const file = `pensum-${name}-${dateOf(clock.now())}.ics`;
    download(new Blob([written.text], { type: "text/calendar" }), file);
    say(`Exported ${counted(written.count, "entry")} to ${file}.`);
  };
  const read = async (file: File) => {
    if (!(await whenSaved())) return;
    const reading = await run("Reading the calendar file", (door, progress) =>
      door.plan(name, file, clock.now(), clock.zone, proxy(progress)),
    );
    if (reading) setTaken({ name: file.name, reading });
  };
  const takeIn = async () => {
    if (!taken) return;
    await needLibrary();
    const said = `Imported “${taken.name}”`;
    store.adopt({ said, changes: taken.reading.changes });
    notify({ text: said, undo: true });
    setTaken(undefined);
  };
  useHandedFile([".ics", ".ical"], (file) => void read(file));
  const changes = taken?.reading.changes;
  const count = changes ? changes.added.size + changes.updated.size + changes.removed.size : 0;
  return (
    <Section
      title="iCalendar"
      note="Exchange events, tasks and notes with other calendars (RFC 5545), with their time zones, repeat rules and exceptions. Pensum keeps what it does not use and exports it again. Importing a file twice changes nothing."
    >
      <div className="flex flex-wrap gap-3">
        <button className="button" disabled={busy} onClick={() => void write()}>
          Export a calendar file
        </button>
        <button className="button" disabled={busy} onClick={() => input.current?.click()}>
          Import a calendar file
        </button>
        <FileInput
          ref={input}
          accept=".ics,.ical,text/calendar"
          label="Calendar file"
          onFiles={([file]) => file && void read(file)}
        />
      </div>
      <WorkLine stage={stage} />
      {taken && (
        <Dialog wide title={`Import “${taken.name}” into this workspace`} onClose={() => setTaken(undefined)}>
          <ReadingWords reading={taken.reading} />
          <div className="mt-4 flex gap-3">
            <button className="button-filled" disabled={count === 0} onClick={() => void takeIn()}>
              Import
            </button>
            <button className="button" onClick={() => setTaken(undefined)}>
              Cancel
            </button>
          </div>
        </Dialog>
      )}
    </Section>
  );
}

function ReadingWords({ reading }: { reading: CalendarReading }) {
  const listed = (counts: Readonly<Record<string, number>>) =>
    Object.entries(counts)
      .map(([kind, count]) => `${count.toLocaleString()} × ${kind}`)
      .join(", ");
  const rows = [
    ["Added", listed(reading.added)],
    ["Changed", listed(reading.changed)],
    ["Cancelled, and deleted here", reading.cancelled > 0 ? `${reading.cancelled.toLocaleString()} × event` : ""],
    ["Unchanged", reading.same > 0 ? reading.same.toLocaleString() : ""],
  ].filter(([, words]) => words !== "");
  return (
    <>
      {rows.length === 0 && <p className="mb-3">Nothing in this file can be imported.</p>}
      <dl className="border-t border-rule">
        {rows.map(([label, words]) => (
          <div key={label} className="grid grid-cols-[170px_1fr] gap-3 border-b border-hairline py-1">
            <dt className="font-semibold">{label}</dt>
            <dd>{words}</dd>
          </div>
        ))}
      </dl>
      <FaultList title="Skipped" faults={reading.faults} />
      <FaultList title="Imported with changes" faults={reading.notes} />
    </>
  );
}

function FaultList({ title, faults }: { title: string; faults: readonly CalendarFault[] }) {
  if (faults.length === 0) return null;
  return (
    <>
      <h3 className="mt-3 mb-1 font-semibold">{title}</h3>
      <ul aria-label={title} className="max-h-40 overflow-auto border-t border-rule">
        {faults.slice(0, shownFaults).map(({ line, reason }, at) => (
          <li key={at} className="grid grid-cols-[80px_1fr] gap-2 border-b border-hairline py-1">
            <span className="text-ink-2">Line {line}</span>
            <span className="break-words">{reason}</span>
          </li>
        ))}
      </ul>
      {faults.length > shownFaults && (
        <p className="mt-1 text-ink-2">and {(faults.length - shownFaults).toLocaleString()} more</p>
      )}
    </>
  );
}
