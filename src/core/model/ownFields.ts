import type { Option, OwnType } from "./types";
import type { Id } from "./values";

export { ownTypes, type OwnType } from "./types";

/** How the values of linked records become one. */
export const summaryWays = ["count", "sum", "average", "earliest", "latest", "share"] as const;
export type SummaryWay = (typeof summaryWays)[number];

/** A value computed over the records that link here, or that this one links to. */
export interface Summary {
  /** The register whose records are summed up. */
  readonly register: string;
  /** The link that ties the two registers together: a field of `register`, or of this one when `forward`. */
  readonly link: string;
  readonly forward?: boolean;
  readonly way: SummaryWay;
  /** The field that is summed up; the yes/no field or the FEEL condition whose share is asked. None for a count. */
  readonly of?: string;
}

/**
 * A field that a person made, in any register. Its values stand in the records under `name`. For a built-in field it
 * holds what the person changed of it, under the built-in name.
 */
export interface FieldRecord {
  readonly id: Id;
  readonly kind: "field";
  /** The register it belongs to. */
  readonly register: string;
  /** `f_` and its id, or the name of a built-in field. */
  readonly name: string;
  readonly title: string;
  /** What it was called before, the latest last: formulas that say so still mean it, while nothing else is called so. */
  readonly formerTitles?: readonly string[];
  /** Absent for a built-in field. */
  readonly type?: OwnType;
  readonly order: number;
  readonly hidden?: boolean;
  /** It can be brought back: the values stay in the records. */
  readonly removed?: boolean;
  /** Of a choice, choices or level; a level's from the most to the least. */
  readonly options?: readonly Option[];
  readonly unit?: string;
  readonly decimals?: number;
  /** Of a link: the register it leads to, and whether to one record or several. */
  readonly target?: string;
  readonly many?: boolean;
  /** What the link is called from the other side. */
  readonly backTitle?: string;
  /** Of a formula: FEEL. */
  readonly formula?: string;
  readonly summary?: Summary;
  /** What a new record starts with: FEEL. */
  readonly start?: string;
  readonly text: string;
}
