import "temporal-polyfill/global";
import { expose } from "comlink";
import type { Progress } from "@/core/interop";
import { decodeText } from "@/core/interop/decodeText";
import { isWritable, readCalendar, writeCalendar, type CalendarReading } from "@/core/interop/icalendar";
import { needLibrary } from "@/core/time";
import { readContents } from "@/data/contents";
import { WorkspaceDatabase } from "@/data/database";

const worker = {
  /** All events, tasks and notes that are durable in a workspace, as iCalendar. */
  async write(name: string, now: string, zone: string): Promise<{ text: string; count: number }> {
    const records = await recordsOf(name);
    const known = new Map(records.map((record) => [record.id, record]));
    // The log is written from a lens of its own: in the calendar of all it would stand beside every plan.
    const writable = records.filter(isWritable).filter(({ kind }) => kind !== "work");
    return { text: writeCalendar(writable, { find: (id) => known.get(id), now, zone }), count: writable.length };
  },

  /** What reading a calendar into a workspace comes to. Nothing is done. */
  async plan(name: string, file: Blob, now: string, zone: string, progress: Progress): Promise<CalendarReading> {
    await needLibrary();
    return readCalendar(decodeText(new Uint8Array(await file.arrayBuffer())), {
      base: await recordsOf(name),
      now,
      zone,
      progress,
    });
  },
};

async function recordsOf(name: string) {
  const database = new WorkspaceDatabase(name);
  try {
    return (await readContents(database)).records;
  } finally {
    database.close();
  }
}

export type CalendarWorker = typeof worker;
expose(worker);
