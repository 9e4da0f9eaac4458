"use client";
import { useRef, useState } from "react";
import { Refusal } from "@/core/model";
import { decodeText } from "@/core/interop/decodeText";
import { readTable, writeTable, type Table } from "@/core/interop/table";
import type { LensDraft, LensView } from "@/core/lens";
import type { Register } from "@/core/register";
import { download } from "@/ui/download";
import { FileInput } from "@/ui/FileInput";
import { useHandedFile } from "@/ui/handed";
import type { Writing } from "@/panels/fields/cells";
import { notify } from "@/ui/notices";
import { MenuButton } from "./FieldMenu";
import { ImportDialog } from "./ImportDialog";
import { SentencePart } from "@/ui/SentencePart";

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
    try {
      setTable({ name: file.name, table: readTable(decodeText(new Uint8Array(await file.arrayBuffer()))) });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      notify({ text: error.message, tone: "refused" });
    }
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
      {table && <ImportDialog writing={writing} register={register} {...table} onClose={() => setTable(undefined)} />}
    </span>
  );
}
