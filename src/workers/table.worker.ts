import { expose } from "comlink";
import { decodeText } from "@/core/interop/decodeText";
import { readTable, type Table } from "@/core/interop/table";

/** So many rows come over in a few milliseconds. */
const batch = 1000;

const worker = {
  /** Reads a table; its rows are given to `take` some at a time, so that what takes them is never held up for long. */
  async read(file: Blob, take: (rows: Table["rows"], share: number) => Promise<void>): Promise<Omit<Table, "rows">> {
    const { rows, ...table } = readTable(decodeText(new Uint8Array(await file.arrayBuffer())));
    for (let from = 0; from < rows.length; from += batch)
      await take(rows.slice(from, from + batch), Math.min(1, (from + batch) / rows.length));
    return table;
  },
};

export type TableWorker = typeof worker;
expose(worker);
