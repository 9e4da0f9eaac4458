import type { PensumRecord } from "@/core/model";

/** The text of a record; nothing where it has none, or is not there. */
export function textOf(record: PensumRecord | undefined): string {
  return record && "text" in record ? record.text : "";
}
