import type { HeldIn, OwnDefinedType } from "./describe";
import { changed } from "./changed";
import { choice } from "./choice";
import { choices } from "./choices";
import { count } from "./count";
import { date } from "./date";
import { dateOrMoment } from "./dateOrMoment";
import { dates } from "./dates";
import { dye } from "./dye";
import { files } from "./files";
import { formula } from "./formula";
import { held } from "./held";
import { level } from "./level";
import { link } from "./link";
import { longText } from "./longText";
import { minutes } from "./minutes";
import { moment } from "./moment";
import { number } from "./number";
import { people } from "./people";
import { priority } from "./priority";
import { range } from "./range";
import { repeat } from "./repeat";
import { state } from "./state";
import { summary } from "./summary";
import { tags } from "./tags";
import { task } from "./task";
import { text } from "./text";
import { theme } from "./theme";
import { title } from "./title";
import { url } from "./url";
import { yesNo } from "./yesNo";
import { zone } from "./zone";

export type { CellType, Conversion, EditorName, MergeRule, Option } from "./describe";
export { isAddress, isRange, longestText } from "./faults";

/** The types that a field can have: first those of which a person can make fields, in the order in which they are offered. */
export const types = {
  text,
  longText,
  number,
  yesNo,
  choice,
  choices,
  level,
  date,
  moment,
  range,
  minutes,
  link,
  url,
  files,
  changed,
  formula,
  summary,
  title,
  state,
  dateOrMoment,
  priority,
  theme,
  task,
  people,
  tags,
  zone,
  dates,
  dye,
  repeat,
  held,
  count,
};

/** What a field holds, which decides how it is shown, edited and checked. */
export type FieldType = keyof typeof types;
/** The types of field that a person can make. */
export type OwnType = {
  [T in FieldType]: (typeof types)[T] extends OwnDefinedType<unknown> ? T : never;
}[FieldType];
/** What a field of a type holds. */
export type HeldBy<T extends FieldType> = HeldIn<(typeof types)[T]>;

export const ownTypes = (Object.keys(types) as FieldType[]).filter((type): type is OwnType => "called" in types[type]);
