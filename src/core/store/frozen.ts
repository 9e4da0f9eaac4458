import type { PensumRecord } from "../model";

/** Records are values: nobody changes one in place. In tests and development whoever tries to is told so. */
const isGuarded = process.env.NODE_ENV !== "production";

/** The record itself, which cannot be changed any more where that is guarded. */
export function frozen<R extends PensumRecord | undefined>(record: R): R {
  if (isGuarded) freeze(record);
  return record;
}

function freeze(value: unknown): void {
  if (typeof value !== "object" || value === null || Object.isFrozen(value)) return;
  Object.freeze(value);
  for (const part of Object.values(value)) freeze(part);
}
