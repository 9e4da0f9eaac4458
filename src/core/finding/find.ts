import { builtInRegisters, ownRegisters } from "../register";
import type { Store } from "../store";
import { addDays, addMonths, dateText, startOfWeek, weekNumber, type DateText, type TimeStyle } from "../time";
import { absentEntries } from "./absent";
import { actEntries, roomEntries, type ActName } from "./acts";
import { helpParts } from "./help";
import { settingEntries } from "./settings";

/** Where something that was found leads: an act, or an address and the part of it that is meant. */
export type Goal = { readonly act: ActName } | { readonly path: string; readonly part?: string };

export type FindingKind = "act" | "day" | "room" | "register" | "lens" | "setting" | "help" | "absent";

/** Something of Pensum itself that words lead to; records are found by the search. */
export interface Finding {
  readonly kind: FindingKind;
  readonly name: string;
  /** Where it is, or what stands in its place. */
  readonly note: string;
  readonly key?: string;
  readonly goal: Goal;
}

/** What is found beside the words that are always there. */
export interface FindContext {
  readonly store: Store;
  readonly today: DateText;
  readonly style: TimeStyle;
  readonly firstWeekday: number;
  /** The date that words mean, and nothing else. */
  readonly readDate: (text: string) => DateText | undefined;
}

interface Entry extends Finding {
  readonly also: string;
}

/** What counts for nothing in a question. */
const idleWords = new Set(
  "a an and are as at be by can change choose do does for from get have how i in is it make me my of on or set the there this to use want what when where which who why with you your".split(
    " ",
  ),
);

/** All of Pensum that words lead to, the best first; all that is done from anywhere where there are no words. */
export function find(typed: string, context: FindContext): readonly Finding[] {
  const wanted = wantedWords(typed);
  if (wanted.length === 0) return [...fixedEntries.filter(({ kind }) => kind === "act" || kind === "room")];
  const entries = [...fixedEntries, ...ownEntries(context)].map((entry) => ({
    entry,
    ranks: wanted.map((word) => rankOf(entry, word)),
  }));
  // A word that many entries have tells less than one that few have.
  const weights = wanted.map((_, at) => Math.log(1 + entries.length / (1 + count(entries, at))));
  const scored = entries.map(({ entry, ranks }) => ({
    entry,
    matched: ranks.filter((rank) => rank > 0).length,
    score: ranks.reduce((sum, rank, at) => sum + rank * (weights[at] as number), kindScores[entry.kind]),
  }));
  const most = Math.max(0, ...scored.map(({ matched }) => matched));
  // Where nothing has all of the words, what has most of them, and at least half, is offered.
  const least = most === wanted.length ? most : Math.max(most, Math.ceil(wanted.length / 2));
  const found = scored
    .filter(({ matched }) => matched > 0 && matched >= least)
    .sort((a, b) => b.score - a.score)
    .map(({ entry }) => entry);
  return [...daysMeant(typed, context), ...found];
}

/** The words of a question that say something: all of them where that is none. */
export function wantedWords(typed: string): readonly string[] {
  const all = typed.toLowerCase().match(/[\p{L}\p{N}-]+/gu) ?? [];
  const telling = all.filter((word) => !idleWords.has(word));
  return telling.length > 0 ? telling : all;
}

/** Whether an entry has all of some words in its texts, each by its beginning. */
export function hasWords(texts: readonly string[], wanted: readonly string[]): boolean {
  const words = wordsOf(texts.join(" "));
  return wanted.every((one) => words.some((word) => matches(word, one)));
}

function wordsOf(text: string): readonly string[] {
  return text.toLowerCase().match(/[\p{L}\p{N}-]+/gu) ?? [];
}

/** Several of a thing are looked for as one is. */
const stem = (word: string) => (word.length > 4 ? word.replace(/(?:ies|ied|y|e?s|ing|ed)$/, "") : word);

const matches = (word: string, wanted: string) => word.startsWith(wanted) || word.startsWith(stem(wanted));

const kindScores: Record<FindingKind, number> = {
  ...{ day: 1, act: 0.4, room: 0.3, setting: 0.25, register: 0.3, lens: 0.2, help: 0.1, absent: 0.15 },
};

function count(entries: readonly { readonly ranks: readonly number[] }[], at: number): number {
  return entries.filter(({ ranks }) => (ranks[at] as number) > 0).length;
}

/** How well a word stands for an entry, from 0 for not at all; better where the entry is called by it, and by few words. */
function rankOf({ name, also }: Entry, wanted: string): number {
  const names = wordsOf(name);
  if (names.includes(wanted)) return 4 + 1 / names.length;
  if (names.some((word) => matches(word, wanted))) return 3 + 1 / names.length;
  const others = wordsOf(also);
  if (others.includes(wanted)) return 2.5;
  return others.some((word) => matches(word, wanted)) ? 1.5 : 0;
}

const fixedEntries: readonly Entry[] = [
  ...actEntries.map(({ name, also, act, key }): Entry => ({
    ...{ kind: "act", name, also, note: "", goal: { act } },
    ...(key === undefined ? {} : { key }),
  })),
  ...roomEntries.map(({ name, also, path }): Entry => ({ kind: "room", name, also, note: "", goal: { path } })),
  ...settingEntries.map(({ part, name, also }): Entry => ({
    ...{ kind: "setting", name, also: `${also} ${part}`, note: `Settings, ${part}` },
    goal: { path: "/settings", part },
  })),
  ...helpParts.flatMap((part) =>
    part.entries.map(({ title, also = "" }): Entry => ({
      ...{ kind: "help", name: title, also: `${also} ${part.title}`, note: `Help, ${part.title}` },
      goal: { path: "/help", part: title },
    })),
  ),
  ...absentEntries.map(({ name, also, instead, help }): Entry => ({
    ...{ kind: "absent", name, also, note: `Not in Pensum. ${instead}` },
    goal: { path: "/help", part: help },
  })),
];

/** Registers and lenses of the workspace. */
function ownEntries({ store }: FindContext): Entry[] {
  const registers = [...builtInRegisters, ...ownRegisters(store)];
  const lenses = store.list("kind", "lens").flatMap((lens): Entry[] => {
    const register = lens.kind === "lens" ? registers.find(({ id }) => id === lens.registers[0]) : undefined;
    return lens.kind === "lens" && register
      ? [
          {
            ...{ kind: "lens", name: lens.title, also: "lens view filter", note: `Lens of ${register.title}` },
            goal: { path: `/registers/${register.id}/${lens.id}` },
          },
        ]
      : [];
  });
  return [
    ...registers.map(({ id, title, one }): Entry => ({
      ...{ kind: "register", name: title, also: `register table list ${one}`, note: "Register" },
      goal: { path: `/registers/${id}` },
    })),
    ...lenses,
  ];
}

/** The day or the week that words mean. */
function daysMeant(typed: string, { today, style, firstWeekday, readDate }: FindContext): Finding[] {
  const text = typed.trim().toLowerCase();
  const week = (date: DateText): Finding => ({
    ...{ kind: "day", name: `Week ${weekNumber(addDays(date, 3))}, from ${dateText(date, "short", style)}` },
    ...{ note: "Week", goal: { path: `/plan/calendar/7/${date}` } },
  });
  const thisWeek = startOfWeek(today, firstWeekday);
  const numbered = /^(?:week|wk|kw|w)\s*(\d{1,2})$/.exec(text)?.[1];
  if (numbered !== undefined) {
    const weeks = Array.from({ length: 53 }, (_, at) => addDays(thisWeek, 7 * at));
    const found = weeks.find((date) => weekNumber(addDays(date, 3)) === Number(numbered));
    return found ? [week(found)] : [];
  }
  const step = { "this week": 0, "next week": 7, "last week": -7 }[text];
  if (step !== undefined) return [week(addDays(thisWeek, step))];
  const months = { "this month": 0, "next month": 1, "last month": -1 }[text];
  if (months !== undefined) {
    const first = `${addMonths(`${today.slice(0, 7)}-01`, months)}`;
    return [
      {
        kind: "day",
        name: dateText(first, "month", style),
        note: "Month",
        goal: { path: `/plan/calendar/month/${first}` },
      },
    ];
  }
  const date = text === "" ? undefined : readDate(text);
  return date === undefined
    ? []
    : [
        {
          ...{ kind: "day", name: dateText(date, "full", style), note: "The page of the day" },
          goal: { path: date === today ? "/" : `/day/${date}` },
        },
      ];
}
