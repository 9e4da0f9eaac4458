import type { PensumRecord } from "../model";

/** Records are values: nobody changes one in place. In tests and development whoever tries to is told so. */
const isGuarded = process.env.NODE_ENV !== "production";

/** What says what is wrong with a record, where acts are held to it. */
let faultOf: ((record: PensumRecord) => string | undefined) | undefined;

/** Holds every act from now on to leaving only records in which `fault` finds nothing wrong: for tests and development. */
export function guardPuts(fault: (record: PensumRecord) => string | undefined): void {
  if (isGuarded) faultOf = fault;
}

/** @throws Error where a command leaves a record that is none: a fault of the command, not of who gave the order */
export function checkPut(record: PensumRecord, command: string): void {
  const fault = faultOf?.(record);
  if (fault !== undefined)
    throw new Error(`“${command}” leaves a ${record.kind} (${record.id}) that is none: ${fault}.`);
}

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
