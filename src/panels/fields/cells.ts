import { fileOfField, isUnfinished, types, type DatePeriod, type Field, type PensumRecord } from "@/core/model";
import { plainTitle } from "@/core/page";
import { isLate } from "@/core/plan";
import { optionsOf, titleOf, type Cell, type CellType, type FieldValues } from "@/core/register";
import {
  clockText,
  dateText,
  durationText,
  estimateText,
  relativeMomentText,
  repeatOf,
  repeatWords,
  weekday,
  type DateText,
  type MomentText,
  type TimeStyle,
} from "@/core/time";

/** What cells are written in. */
export interface Writing {
  readonly values: FieldValues;
  readonly style: TimeStyle;
  readonly today: DateText;
}

const numbers = new Map<string, Intl.NumberFormat>();

function numberText(value: number, { locale }: TimeStyle, decimals: number | undefined): string {
  const key = `${locale} ${decimals}`;
  let format = numbers.get(key);
  if (!format) {
    const digits =
      decimals === undefined
        ? { maximumFractionDigits: 4 }
        : { minimumFractionDigits: decimals, maximumFractionDigits: decimals };
    numbers.set(key, (format = new Intl.NumberFormat(locale, digits)));
  }
  return format.format(value);
}

/** A cell in words, as the person writes dates and numbers. */
export function cellWords({ values, style, today }: Writing, field: Field, type: CellType, cell: Cell): string {
  if (cell === undefined) return "";
  const option = (id: string) => optionsOf(field, values.settings.priorities).find((one) => one.id === id)?.title ?? id;
  switch (type) {
    case "number": {
      const text = numberText(cell as number, style, field.decimals);
      return field.unit ? `${text} ${field.unit}` : text;
    }
    case "minutes":
      return field.name === "estimateMinutes" ? estimateText(cell as number) : durationText(cell as number);
    case "yesNo":
      return cell ? "Yes" : field.type === "formula" ? "No" : "";
    case "option":
      return option(cell as string);
    case "options":
      return field.type === "dates"
        ? `${(cell as readonly string[]).length} days`
        : (cell as readonly string[])
            .map((one) => (field.type === "files" ? fileOfField(one).name : option(one)))
            .join(", ");
    case "link":
      return titleOf(values.store.get(cell as string));
    case "links":
      return (cell as readonly string[]).map((id) => titleOf(values.store.get(id))).join(", ");
    case "date":
      return relativeMomentText(cell as string, today, style);
    case "range":
      return (cell as readonly string[]).map((one) => relativeMomentText(one, today, style)).join(" to ");
    default: {
      const repeat = field.type === "repeat" ? repeatOf(String(cell)) : undefined;
      if (repeat) return repeatWords(repeat, style);
      return field.type === "title" ? plainTitle(String(cell)) : String(cell);
    }
  }
}

/** What a field holds, in a word under its name. */
export function typeWords(field: Field): string {
  return types[field.type].short;
}

/** Whether the cells of a type are numbers, which stand to the right. */
export function isNumeric(type: CellType): boolean {
  return type === "number" || type === "minutes";
}

/** The heading of a group. */
export function groupWords(
  writing: Writing,
  field: Field,
  type: CellType,
  key: string,
  by: DatePeriod | undefined,
): string {
  if (key === "") return `No ${field.label.toLowerCase()}`;
  if (type === "date" || type === "range") return periodWords(writing, key, by ?? "day");
  if (type === "number" || type === "minutes") return cellWords(writing, field, type, Number(key));
  if (type === "yesNo") return key === "yes" ? field.label : `Not ${field.label.toLowerCase()}`;
  if (type === "links") return titleOf(writing.values.store.get(key));
  return cellWords(writing, field, type, type === "options" ? [key] : key);
}

function periodWords({ style, today }: Writing, key: string, by: DatePeriod): string {
  switch (by) {
    case "week":
      return `Week of ${dateText(key, key.slice(0, 4) === today.slice(0, 4) ? "short" : "day", style)}`;
    case "month":
      return dateText(`${key}-01`, "month", style);
    case "weekday":
      // 2024-01-01 was a Monday.
      return new Intl.DateTimeFormat(style.locale, { weekday: "long", timeZone: "UTC" }).format(
        Date.UTC(2024, 0, Number(key)),
      );
    case "dayOrWeekend":
    case "day":
      if (by === "dayOrWeekend" && weekday(key) === 6) return `Weekend of ${dateText(key, "short", style)}`;
      return key === today
        ? `Today, ${dateText(key, "short", style)}`
        : dateText(key, key.slice(0, 4) === today.slice(0, 4) ? "full" : "day", style);
    case "hour":
      return clockText(Number(key) * 60, style);
    case "partOfDay":
      return key[0]!.toUpperCase() + key.slice(1);
    default:
      return key;
  }
}

/** Whether a due date says that something not done is late, by the same rule as everywhere else. */
export function saysLate(record: PensumRecord, field: Field, cell: Cell, now: MomentText): boolean {
  if (field.name !== "due" || typeof cell !== "string" || !("state" in record)) return false;
  return isUnfinished(record.state) && isLate({ due: cell }, now);
}
