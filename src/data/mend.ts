import { isWholePart, NewerVersion, salvage, type LogEntry, type SalvageBase, type Salvaged } from "@/core/store";
import { Damaged } from "./damaged";
import { startOfGeneration, type SnapshotPart, type WorkspaceDatabase } from "./database";
import type { KeptCopy } from "./secondCopy";
import { replaceLog } from "./snapshots";

/** What was mended in a damaged workspace, for the person. */
export interface Mended {
  /** What was found, in a sentence. */
  readonly found: string;
  readonly records: number;
  readonly from: Salvaged["from"];
  /** What later acts had said that could not be brought back; undefined where not even that is known. */
  readonly missing: readonly (string | undefined)[];
  /** All rows as they were, damaged ones among them. */
  readonly rows: Blob;
}

const snapshotWords = "the snapshot";
const logWords = "the log";
const copyWords = "the second copy";

/**
 * Puts a damaged workspace together from its snapshots, its log and its second copy, and writes that in place of what is
 * stored, all of it or nothing. Files stay as they are.
 * @throws Damaged where nothing whole is left of it; NewerVersion
 */
export async function mend(database: WorkspaceDatabase, copy: KeptCopy, name: string, found: string): Promise<Mended> {
  const parts = await database.snapshots.toArray();
  const log: unknown[] = await database.log.toArray();
  const pieces = await copy.readPieces(name);
  const seqs = [...parts.map(({ seq }) => seq), ...[...log, ...(pieces?.rows ?? [])].map(seqOf)].filter(
    Number.isSafeInteger,
  );
  const generation = startOfGeneration(Math.max(0, ...seqs.map((seq) => seq - 1)));
  const bases: SalvageBase[] = [
    ...wholeSnapshots(parts),
    ...(pieces?.bases ?? []).flatMap(({ seq, version, parts: texts }) =>
      seq > 0 || texts.length > 0 ? [{ seq, version, parts: texts, place: copyWords }] : [],
    ),
  ];
  let salvaged: Salvaged | undefined;
  try {
    salvaged = salvage(
      bases,
      [
        { place: logWords, rows: log },
        { place: copyWords, rows: pieces?.rows ?? [] },
      ],
      generation,
    );
  } catch (error) {
    if (error instanceof NewerVersion) throw error;
    throw new Damaged(found, { cause: error });
  }
  if (!salvaged) throw new Damaged(found);
  const { records, entries, from, missing } = salvaged;
  const rows = new Blob([...parts, ...log].map((row) => `${JSON.stringify(row)}\n`));
  await database.transaction("rw", database.log, database.snapshots, () =>
    replaceLog(database, [...records.values()], entries),
  );
  return { found, records: records.size, from, missing, rows };
}

const seqOf = (row: unknown): number => Number((row as Partial<LogEntry> | null)?.seq);

/** The snapshots of which every part is there; whether it can be read shows when it is. */
function wholeSnapshots(parts: readonly SnapshotPart[]): SalvageBase[] {
  return [...new Set(parts.map(({ seq }) => seq))].flatMap((seq) => {
    const texts = parts.filter((part) => part.seq === seq).sort((a, b) => a.part - b.part);
    const [first] = texts;
    if (!first || texts.length !== first.parts || !texts.every(isWholePart)) return [];
    return [{ seq, version: first.version, parts: texts.map(({ text }) => text), place: snapshotWords }];
  });
}
