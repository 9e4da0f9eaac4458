import type { Theme } from "../../model";
import { weeklyTarget } from "../../plan";
import { addDays, durationText } from "../../time";
import type { Chart } from "../chart";
import { spanDays, type Span } from "../span";
import { entriesBehind, sum, type Asking } from "./asking";
import { hoursTold } from "./hoursWays";

/** Less than this is no difference worth a sentence. */
const worthSaying = 30;

/**
 * Where the hours went: what was logged in a span, each entry in full, by theme, project, area, goal, person or a field of
 * tasks that the person made; of themes
 * against their weekly targets. The target of a span is that of its weeks; of a longer one that is not over, of the days
 * so far.
 */
export function hoursBy(asked: Asking): Chart {
  // By person, everybody's hours are told.
  const asking: Asking = asked.way === "person" ? { ...asked, who: "all" } : asked;
  const { store, settings, span, beside, today } = asking;
  const told = hoursTold(store, asking.way);
  const { way } = told;
  const minutes = told.minutes(asking, span);
  const earlier = beside && told.minutes(asking, beside);
  const all = sum(minutes.values());
  const weeks = countedWeeks(span, today);
  const themes = way === "theme" ? (store.list("kind", "theme") as readonly Theme[]) : [];
  const targets = new Map(
    themes.flatMap((theme) => {
      const target = weeklyTarget(theme, settings.workingWeek);
      return target === undefined ? [] : [[theme.id, target * weeks] as const];
    }),
  );
  const keys = new Set([...minutes.keys(), ...targets.keys(), ...(earlier?.keys() ?? [])]);
  const rows = [...keys]
    .map((key) => {
      const worked = minutes.get(key) ?? 0;
      const target = key === undefined ? undefined : targets.get(key);
      return {
        key: key ?? "none",
        label: told.called(key),
        dye: told.dyeOf(key),
        values: [
          worked,
          ...(way === "theme" ? [target, target ? worked / target : undefined] : []),
          all > 0 ? worked / all : undefined,
          ...(earlier ? [earlier.get(key) ?? 0] : []),
        ],
        behind: () => entriesBehind(asking, span, (row, ledger) => told.keyOf(ledger, row) === key),
      };
    })
    .sort((a, b) => b.values[0]! - a.values[0]! || compared(a.label, b.label) || compared(a.key, b.key));
  const without = minutes.get(undefined) ?? 0;
  return {
    answer: answerOf(rows, targets, all, told.without, way === "person"),
    about:
      all === 0
        ? "hours of the work log"
        : `${durationText(all)} logged${without > 0 && way !== "person" ? `, ${durationText(without)} of it ${inSentence(told.without)}` : ""}${targets.size > 0 ? "; the short rule is the target" : ""}`,
    form: "bars",
    rowLabel: told.rowLabel,
    columns: [
      { label: "Hours", measure: "minutes", drawn: "worked" },
      ...(way === "theme"
        ? ([
            { label: "Target", measure: "minutes", drawn: "target" },
            { label: "Of the target", measure: "share", drawn: "said" },
          ] as const)
        : []),
      { label: "Share of all", measure: "share", drawn: way === "theme" ? "hidden" : "said" },
      ...(earlier ? [{ label: "Before", measure: "minutes", drawn: "before" } as const] : []),
    ],
    rows,
    register: "work",
  };
}

function countedWeeks(span: Span, today: string): number {
  const days = spanDays(span);
  if (days <= 7 || span.to <= today) return days / 7;
  return Math.max(1, spanDays({ from: span.from, to: span.from > today ? addDays(span.from, 6) : today })) / 7;
}

type Rows = Chart["rows"];

function answerOf(
  rows: Rows,
  targets: ReadonlyMap<string, number>,
  all: number,
  without: string,
  isByPerson: boolean,
): string {
  if (all === 0) return "Nothing was logged in these days.";
  const off = rows
    .filter(({ key }) => targets.has(key))
    .map((row) => ({ ...row, worked: row.values[0]!, target: targets.get(row.key)! }))
    .map((row) => ({ ...row, by: row.worked - row.target }));
  const short = off.filter(({ by }) => by <= -worthSaying).sort((a, b) => a.by - b.by)[0];
  const more = off.filter(({ by }) => by >= worthSaying).sort((a, b) => b.by - a.by)[0];
  const shortWords =
    short && `${short.label} got ${durationText(short.worked)} of the ${durationText(short.target)} you want for it`;
  const moreWords = more && `${more.label} got ${durationText(more.by)} more than its ${durationText(more.target)}`;
  if (shortWords || moreWords) return `${[shortWords, moreWords].filter(Boolean).join("; ")}.`;
  if (targets.size > 0 && off.length > 0) return "Every theme got about the hours you want for it.";
  const named = rows.filter(({ key }) => key !== "none" || isByPerson);
  const [first] = named;
  if (!first) return `${durationText(all)} was logged, all of it ${inSentence(without)}.`;
  return `${first.label} took ${durationText(first.values[0]!)} of ${durationText(all)}.`;
}

/** As it stands within a sentence. */
const inSentence = (words: string) => words[0]!.toLowerCase() + words.slice(1);

const compared = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);
