import type { Dye, PensumRecord } from "../model";
import { themeOf, type ThingReads } from "./subject";

/** The dye of a record where nothing else was asked for: its own, that of its theme; cochineal for an event without one, else slate. */
export function dyeOf(record: PensumRecord, reads: ThingReads): Dye {
  if (record.kind === "theme") return record.dye;
  return themeOf(record, reads)?.dye ?? (record.kind === "event" ? "cochineal" : "slate");
}
