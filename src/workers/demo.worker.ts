import "temporal-polyfill/global";
import { expose } from "comlink";
import { replaceContents } from "@/data/contents";
import { WorkspaceDatabase } from "@/data/database";
import { demoRecords, type DemoOptions } from "@demo/generate";

const worker = {
  /** Puts the demo's records into the demo's workspace; reports shares from 0 to 1. */
  async fill(options: DemoOptions, progress: (share: number) => void): Promise<void> {
    progress(0.1);
    const records = demoRecords(options);
    progress(0.6);
    const database = new WorkspaceDatabase("demo");
    await replaceContents(database, { records, log: [], files: [] });
    database.close();
    progress(1);
  },
};

export type DemoWorker = typeof worker;
expose(worker);
