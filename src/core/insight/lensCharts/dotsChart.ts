import { axisFields, axisOf, type Axis, type LensField, type LensView } from "../../lens";
import type { Id, LensAxes } from "../../model";
import { titleOf } from "../../things";
import { dateOfDayNumber, dateText, dayNumber } from "../../time";
import type { Chart, ChartColumn } from "../chart";
import { capital, type LensAsking } from "./asking";
import { rankCorrelation } from "./rankCorrelation";

const mostDots = 2000;
/** Rank correlation of fewer pairs says nothing. */
const fewestPairs = 8;

/** The fields along which dots can be laid: dates, numbers and durations. */
export function dotFields(view: LensView): readonly LensField[] {
  return axisFields(view).filter(({ type }) => type !== "option");
}

/** The axes of dots: those that are named, or the first date and the first number. */
export function dotAxes(view: LensView, axes: LensAxes | undefined): { across?: string; up?: string } {
  const fields = dotFields(view);
  const has = (name: string | undefined) => fields.find((field) => field.name === name)?.name;
  const numbers = fields.filter(({ type }) => type !== "date");
  const up = has(axes?.up) ?? numbers[0]?.name;
  const across =
    has(axes?.across) ?? fields.find(({ name, type }) => type === "date" && name !== up)?.name ?? numbers[1]?.name;
  return { ...(across ? { across } : {}), ...(up ? { up } : {}) };
}

const more = ({ kind }: Axis) => (kind === "date" ? "later" : "larger");
const less = ({ kind }: Axis) => (kind === "date" ? "earlier" : "smaller");

/** A chart with a dot for each record, and whether its two values go together. */
export function dotsChart(asking: LensAsking): Chart {
  const { view, values, register, things, today, style } = asking;
  const names = dotAxes(view, asking.axes);
  const [across, up] = [names.across, names.up].map((name) => (name ? axisOf(values, view, name, today) : undefined));
  const base = { form: "dots", rowLabel: capital(things), register } as const;
  if (!across || !up)
    return {
      ...base,
      ...{
        answer: `Dots need two fields of ${things} with numbers, durations or dates.`,
        about: "",
        columns: [],
        rows: [],
      },
    };
  const offset = dayNumber(today);
  const at = (axis: Axis, value: number) => (axis.kind === "date" ? value + offset : value);
  const seen = new Set<Id>();
  const dots = view.entries.flatMap(({ record }) => {
    const [x, y] = [across.valueOf(record), up.valueOf(record)];
    if (x === undefined || y === undefined || seen.has(record.id)) return [];
    seen.add(record.id);
    return [{ record, x: at(across, x), y: at(up, y) }];
  });
  const without = view.count - dots.length;
  const agree = rankCorrelation(dots.map(({ x }) => x), dots.map(({ y }) => y)); // prettier-ignore
  const [acrossName, upName] = [across.label.toLowerCase(), up.label.toLowerCase()];
  const answer =
    dots.length === 0
      ? `No ${things} have both ${acrossName} and ${upName}.`
      : dots.length < fewestPairs || agree === undefined
        ? `${dots.length} with ${acrossName} and ${upName}: too few to say whether they go together.`
        : Math.abs(agree) < 0.2
          ? `${capital(acrossName)} and ${upName} hardly go together.`
          : `${capital(upName)} is ${agree > 0 ? more(up) : less(up)} where ${acrossName} is ${more(across)}${
              Math.abs(agree) < 0.5 ? ", but loosely" : ""
            }.`;
  const column = (axis: Axis, drawn: "across" | "up"): ChartColumn => ({
    label: axis.label,
    ...(axis.kind === "date"
      ? { measure: "date", written: (value) => dateText(dateOfDayNumber(value), "day", style) }
      : { measure: axis.kind === "minutes" ? "minutes" : "number" }),
    drawn,
  });
  return {
    ...base,
    answer,
    about: [
      ...(agree !== undefined && dots.length >= fewestPairs
        ? [`agreement of their ranks ${agree.toFixed(2)}, from −1 to 1, over ${dots.length.toLocaleString("en")}`]
        : []),
      ...(without > 0 ? [`${without.toLocaleString("en")} without one of both`] : []),
      ...(dots.length > mostDots ? [`the first ${mostDots.toLocaleString("en")} are drawn`] : []),
    ].join("; "),
    columns: [column(across, "across"), column(up, "up")],
    rows: dots.slice(0, mostDots).map(({ record, x, y }) => ({
      ...{ key: record.id, label: titleOf(record, values.store), values: [x, y], behind: () => [record.id] },
    })),
  };
}
