import rrule from "rrule";
import { editRecord } from "@/core/commands";
import { defaultSettings, seededRandom, type PensumRecord, type Task } from "@/core/model";
import { columns, dueTasks, FreeAhead, layMatrix, shortages, type CardWish } from "@/core/plan";
import { Store } from "@/core/store";
import { addDays, readRule, ruleOf, occurrences, standingClock, type RepeatRule } from "@/core/time";

/* What runs in Node for the questions about planning. */

const now = "2026-11-24T11:07";
const clock = standingClock(now, "Europe/Berlin");

const rules = [
  "FREQ=DAILY",
  "FREQ=WEEKLY;BYDAY=MO",
  "FREQ=WEEKLY;BYDAY=TU,TH",
  "FREQ=WEEKLY;INTERVAL=2;BYDAY=WE",
  "FREQ=MONTHLY;BYDAY=-1FR",
  "FREQ=MONTHLY;BYMONTHDAY=15",
  "FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2",
  "FREQ=YEARLY;BYMONTH=11;BYMONTHDAY=24",
];

/** 1,000 series over a month, ours and by a peer, both with their rules read already; and whether they agree. */
export function series() {
  const all = Array.from({ length: 1000 }, (_, at) => {
    const text = rules[at % rules.length] as string;
    const rule = readRule(text) as RepeatRule;
    const [start] = occurrences(
      { start: "2000-01-01", rule, zone: undefined },
      addDays("2024-01-01", at),
      addDays("2026-10-31", 400),
    ).slice(1);
    const begin = start ?? "2025-01-01";
    return {
      rule: ruleOf(text) as RepeatRule,
      start: begin,
      peer: rrule.rrulestr(`DTSTART:${begin.replace(/-/g, "")}T000000Z\nRRULE:${text}`, { cache: false }),
    };
  });
  const [from, to] = ["2026-12-01", "2026-12-31"];
  const once = () => all.map(({ rule, start }) => occurrences({ start, rule }, from, to));
  once();
  let begin = performance.now();
  const ours = once();
  const mine = performance.now() - begin;
  begin = performance.now();
  const theirs = all.map(({ peer }) =>
    peer
      .between(new Date(`${from}T00:00Z`), new Date(`${to}T00:00Z`), true)
      .map((date) => date.toISOString().slice(0, 10)),
  );
  const peer = performance.now() - begin;
  return { mine, peer, agree: JSON.stringify(ours) === JSON.stringify(theirs) };
}

/** The layout of 5,000 items that overlap, in milliseconds. */
export function overlaps(): number {
  const random = seededRandom(3);
  const items = Array.from({ length: 5000 }, () => {
    const startMinute = Math.floor(random() * 100_000);
    return { startMinute, endMinute: startMinute + 15 + Math.floor(random() * 180) };
  }).sort((a, b) => a.startMinute - b.startMinute || b.endMinute - a.endMinute);
  columns(items, 18);
  const begin = performance.now();
  columns(items, 18);
  return performance.now() - begin;
}

/** Demand against supply over a year with 2,000 open tasks: from cold, and after one change (p95 of many). */
export function demand(): { cold: number; changed: number[] } {
  const random = seededRandom(9);
  const records: PensumRecord[] = [defaultSettings];
  for (let at = 0; at < 2000; at++)
    records.push({
      id: `t${at}`,
      kind: "task",
      title: `Task ${at}`,
      state: "open",
      tags: [],
      people: [],
      carried: 0,
      text: "",
      createdAt: "2026-10-01T08:00",
      estimateMinutes: 15 + Math.floor(random() * 100),
      due: addDays("2026-11-24", Math.floor(random() * 365)),
    } satisfies Task);
  for (let day = 0; day < 365; day++)
    for (let at = 0; at < 4; at++) {
      const start = `${addDays("2026-11-24", day)}T${String(8 + at * 2).padStart(2, "0")}:00`;
      records.push({
        id: `e${day}-${at}`,
        kind: "event",
        title: "Event",
        start,
        end: start.replace(":00", ":45"),
        place: "",
        people: [],
        text: "",
        createdAt: "2026-10-01T08:00",
      });
    }
  const store = new Store(new Map(records.map((record) => [record.id, record])), [], clock);
  const asked = (free: FreeAhead) => shortages(dueTasks(store), free, now);
  asked(new FreeAhead(store));
  const begin = performance.now();
  const free = new FreeAhead(store);
  asked(free);
  const cold = performance.now() - begin;
  const changed = Array.from({ length: 200 }, (_, at) => {
    const start = `${addDays("2026-11-24", (at * 7) % 365)}T09:${String(at % 60).padStart(2, "0")}`;
    store.act(editRecord, { id: `e${(at * 7) % 365}-1`, fields: { start } });
    const from = performance.now();
    asked(free);
    return performance.now() - from;
  });
  return { cold, changed };
}

/** The layout of a matrix of 500 cards without overlap, in milliseconds. */
export function matrix(): number {
  const random = seededRandom(5);
  const wishes: CardWish[] = Array.from({ length: 500 }, (_, at) => ({
    id: `c${at}`,
    band: Math.floor(random() * 4),
    x: random() * 800,
    width: 80 + random() * 140,
    height: random(),
  }));
  const size = { bands: 4, height: 640, cardHeight: 26, gap: 4, margin: 34 };
  layMatrix(wishes, size);
  const begin = performance.now();
  layMatrix(wishes, size);
  return performance.now() - begin;
}
