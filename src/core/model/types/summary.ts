import type { OwnDefinedType } from "./describe";
import { formula } from "./formula";

/** What the values of linked records come to; nothing of it is stored, as of a formula. */
export const summary: OwnDefinedType<never> = { ...formula, called: "Summary of linked records", short: "summary" };
