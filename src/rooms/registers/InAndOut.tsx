"use client";
import { proxy } from "comlink";
import { useRef, useState } from "react";
import { writeTable, type Table } from "@/core/interop/table";
import type { LensDraft, LensView } from "@/core/lens";
import type { Register } from "@/core/register";
import { download } from "@/ui/download";
import { FileInput } from "@/ui/FileInput";
import { useHandedFile } from "@/ui/handed";
import type { Writing } from "@/panels/fields/cells";
import { useLongWork, WorkLine } from "@/panels/longWork";
import { notify } from "@/ui/notices";
import { MenuButton } from "./FieldMenu";
import { ImportDialog } from "./ImportDialog";
import { SentencePart } from "@/ui/SentencePart";
import type { TableWorker } from "@/workers/table.worker";

interface InAndOutProps {
  writing: Writing;
  register: Register;
  lens: LensDraft;
  view: LensView;
}

/** Whether what stands in a register can stand in a calendar. */
function isCalendarKind({ kind }: Register): boolean {
  return kind === "event" || kind === "task" || kind === "note" || kind === "work";
}

/** This lens as a file for other programs, and a file of theirs into this register. */
export function InAndOut({ writing, register, lens, view }: InAndOutProps) {
  const [table, setTable] = useState<{ name: string; table: Table }>();
  const { stage, run } = useLongWork<TableWorker>(
    () => new Worker(new URL("../../workers/table.worker.ts", import.meta.url), { type: "module" }),
    (text, refused) => notify(refused ? { text, tone: "refused" } : { text }),
  );
  const input = useRef<HTMLInputElement>(null);
  const write = (separator: "," | "\t") => {
    const text = writeTable(
      writing.values,
      view,
      lens.shown.map(({ field }) => field),
      separator,
    );
    const name = `${register.title} ${lens.title} ${writing.today}`.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, "-");
    download(new Blob(["\uFEFF", text], { type: "text/csv" }), `${name}.${separator === "," ? "csv" : "tsv"}`);
  };
  const writeCalendarFile = async () => {
    const { isWritable, writeCalendar } = await import("@/core/interop/icalendar");
    const { store } = writing.values;
    const records = [...new Set(view.entries.map(({ record }) => record))].filter(isWritable);
    const text = writeCalendar(records, {
      find: (id) => store.get(id),
      now: store.clock.now(),
      zone: store.clock.zone,
    });
    const name = `${register.title} ${lens.title} ${writing.today}`.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, "-");
    download(new Blob([text], { type: "text/calendar" }), `${name}.ics`);
  };
  const read = async (file: File) => {
    const rows: Table["rows"][number][] = [];
    const rest = await run("Reading the table", (door, progress) =>
      door.read(
        file,
        proxy(async (some: Table["rows"], share: number) => {
          rows.push(...some);
          progress(share);
        }),
      ),
    );
    if (rest) setTable({ name: file.name, table: { ...rest, rows } });
  };
  useHandedFile([".csv", ".tsv"], (file) => void read(file));
  return (
    <span className="text-ink-2">
      <SentencePart label="Import and export" words="Import and export">
        {(close) => (
          <>
            <MenuButton
              onClick={() => {
                write(",");
                close();
              }}
            >
              Export this lens as CSV
            </MenuButton>
            <MenuButton
              onClick={() => {
                write("\t");
                close();
              }}
            >
              Export this lens as TSV
            </MenuButton>
            {isCalendarKind(register) && (
              <MenuButton
                onClick={() => {
                  void writeCalendarFile();
                  close();
                }}
              >
                Export this lens as iCalendar
              </MenuButton>
            )}
            {register.kind !== "day" && (
              <MenuButton
                onClick={() => {
                  close();
                  input.current?.click();
                }}
              >
                Import a CSV or TSV file
              </MenuButton>
            )}
          </>
        )}
      </SentencePart>
      <FileInput
        ref={input}
        accept=".csv,.tsv,.txt,text/csv,text/tab-separated-values"
        label="CSV or TSV file"
        onFiles={([file]) => file && void read(file)}
      />
      <WorkLine stage={stage} />
      {table && <ImportDialog writing={writing} register={register} {...table} onClose={() => setTable(undefined)} />}
    </span>
  );
}
