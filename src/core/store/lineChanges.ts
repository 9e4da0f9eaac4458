import { diffIndices } from "node-diff3";

/** Lines of a text that gave way to others. */
export interface LineChange {
  readonly removed: readonly string[];
  readonly added: readonly string[];
}

/** What became of a text, line by line: only the lines that differ. */
export function lineChanges(from: string, to: string): LineChange[] {
  return diffIndices(from.split("\n"), to.split("\n")).map(({ buffer1Content, buffer2Content }) => ({
    removed: buffer1Content as string[],
    added: buffer2Content as string[],
  }));
}
