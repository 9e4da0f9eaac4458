import { isId, kindNames, newId, usualFields, type Kind, type Note, type PensumRecord } from "../model";
import { asRecord, faultOf, faultsOf } from "../model/checks";
import type { MomentText } from "../time";

/** A record that was read, as it is or as far as it could be mended, and what had to be done to it. */
interface MendedRecord {
  readonly record: PensumRecord;
  /** In sentences; empty when nothing was wrong. */
  readonly faults: readonly string[];
}

/**
 * Takes a value for a record where it is one. A field that holds what it may not is taken out, reported, and kept as
 * text in the record's own note; a record that is none without it becomes a note that holds all of it.
 */
export function mendRecord(value: unknown, now: MomentText): MendedRecord {
  const faults = faultsOf(value);
  if (typeof faults !== "string" && faults.size === 0) return { record: asRecord(value), faults: [] };
  const given = (typeof value === "object" && value !== null ? value : {}) as Readonly<Record<string, unknown>>;
  const kind = given.kind as Kind;
  const name = typeof given.title === "string" && given.title !== "" ? `“${given.title.slice(0, 80)}”` : "a record";
  if (typeof faults !== "string") {
    const whole = withoutFields(given, kind, faults);
    if (faultOf(whole) === undefined)
      return {
        record: asRecord(whole),
        faults: [...faults].map(
          ([field, fault]) =>
            `${kindNames[kind]} ${name}: ${fault}. The field was left out (${field}) and kept as text.`,
        ),
      };
  }
  const reason = typeof faults === "string" ? faults : [...faults.values()].join("; ");
  return {
    record: asNote(given, now),
    faults: [`${name} could not be read (${reason}). It was kept whole in a note.`],
  };
}

function withoutFields(
  given: Readonly<Record<string, unknown>>,
  kind: Kind,
  faults: ReadonlyMap<string, string>,
): Record<string, unknown> {
  const kept = Object.fromEntries(Object.entries(given).filter(([field]) => !faults.has(field)));
  const usual = Object.fromEntries(Object.entries(usualFields(kind)).filter(([field]) => faults.has(field)));
  if (kind === "settings") return { ...kept, ...usual };
  const lines = [...faults].map(([field, fault]) => `${field}: ${wordsOf(given[field])} (${fault})`);
  const text = typeof kept.text === "string" ? kept.text : "";
  return { ...kept, ...usual, text: [...(text === "" ? [] : [text, ""]), ...lines].join("\n") };
}

function asNote(given: Readonly<Record<string, unknown>>, now: MomentText): Note {
  const title = typeof given.title === "string" ? given.title.replace(/\s+/g, " ").trim().slice(0, 200) : "";
  return {
    id: isId(given.id) ? given.id : newId(),
    kind: "note",
    title: title === "" ? "Unreadable record" : `${title} (unreadable record)`,
    tags: [],
    text: `\`\`\`json\n${JSON.stringify(given, null, 2) ?? ""}\n\`\`\`\n`,
    createdAt: now,
  };
}

function wordsOf(value: unknown): string {
  return typeof value === "string" ? value : (JSON.stringify(value) ?? "nothing");
}
