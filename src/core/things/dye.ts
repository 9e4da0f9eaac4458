import type { Dye, PensumRecord } from "../model";
import { themeOf, type ThingReads } from "./subject";

/** The dye of a record where nothing else was asked for: its own, that of its theme; cochineal for an event without one, else slate. */
export function dyeOf(record: PensumRecord, reads: ThingReads): Dye {
  if (record.kind === "theme") return record.dye;
  return themeOf(record, reads)?.dye ?? (record.kind === "event" ? "cochineal" : "slate");
}

const colours: Readonly<Record<Dye, string>> = {
  woad: "blue",
  madder: "red",
  weld: "yellow",
  lichen: "green",
  walnut: "brown",
  heather: "purple",
  verdigris: "teal",
  cochineal: "pink",
  slate: "grey",
  ochre: "amber",
};

/** What a dye is called in a list of colours: "Woad, blue". */
export function colourName(dye: Dye): string {
  return `${dye.charAt(0).toUpperCase()}${dye.slice(1)}, ${colours[dye]}`;
}
