import fc from "fast-check";
import { describe, expect, it, test } from "vitest";
import { bareRecord, defaultSettings, type PensumRecord, type Work } from "../model";
import { faultOf } from "../model/checks";
import { entryMinutes, loggedMinutes, workedOn } from "../plan";
import { Store } from "../store";
import { momentAt, standingClock } from "../time";
import { oneClock, tookFollowsLog } from ".";
import { startClock } from "./clock";
import { joinEntries, logAsPlanned, logWork, moveEntry, settleOverlap, splitEntry } from "./workLog";

const date = "2026-11-24";
const now = `${date}T18:00`;
const zone = "Europe/Berlin";
const at = (clock: string) => `${date}T${clock}`;
const task = (id: string, fields: object = {}): PensumRecord => ({
  ...bareRecord("task", { id, title: `Task ${id}`, now }),
  ...fields,
});
const entry = (id: string, start: string, end: string | undefined, fields: object = {}): PensumRecord => {
  const { end: _end, ...bare } = bareRecord("work", { id, now });
  return { ...bare, start: at(start), ...(end === undefined ? {} : { end: at(end) }), task: "ta", ...fields };
};
const opened = (...records: PensumRecord[]) =>
  new Store(
    new Map([defaultSettings, task("ta"), task("tb"), ...records].map((record) => [record.id, record])),
    [oneClock, tookFollowsLog],
    standingClock(now, zone),
  );
const hours = (store: Store) =>
  (store.list("kind", "work") as Work[])
    .map(({ task, title, start, end }) => `${task ?? title} ${start.slice(11)} ${end?.slice(11) ?? ""}`.trim())
    .sort();
const day = (store: Store) => workedOn(store, date, now);

describe("the day as it was worked", () => {
  it("shows what is missing between entries, and where two say the same time", () => {
    const store = opened(
      entry("a", "08:15", "09:17"),
      entry("b", "09:20", "09:42", { task: "tb" }),
      entry("c", "09:30", "10:00"),
      entry("d", "10:30", "11:00"),
      entry("other", "08:00", "17:00", { person: "ines" }),
      { ...bareRecord("person", { id: "ines", title: "Ines", now }), role: "" },
      { ...bareRecord("person", { id: "me", title: "Me", now }), role: "" },
    );
    store.act({ name: "me", run: (tx) => (tx.update("settings", { me: "me" }), "") }, {});
    const { gaps, overlaps, workedMinutes, entries } = day(store);
    // Three minutes are a way to the door.
    expect(gaps).toEqual([{ startMinute: 600, endMinute: 630 }]);
    expect(overlaps).toEqual([{ startMinute: 570, endMinute: 582, entries: ["b", "c"] }]);
    expect(entries.map(({ record }) => record.id)).toEqual(["a", "b", "c", "d"]);
    expect(workedMinutes).toBe(62 + 40 + 30);
    expect(workedOn(store, date, now, "ines").workedMinutes).toBe(540);
  });

  it("counts what runs up to now, over midnight and over a clock change as it really was", () => {
    const store = opened(entry("run", "17:30", undefined));
    expect(day(store)).toMatchObject({ workedMinutes: 30, entries: [{ isRunning: true, endMinute: 1080 }] });
    expect(workedOn(store, "2026-11-25", "2026-11-25T01:00").workedMinutes).toBe(60);
    expect(workedOn(store, date, "2026-11-25T01:00").workedMinutes).toBe(390);
    const night = { ...entry("night", "08:00", "09:00"), start: "2026-10-25T01:00", end: "2026-10-25T04:00" } as Work;
    expect(entryMinutes(night, now, zone)).toBe(240);
    expect(workedOn(opened(night), "2026-10-25", now).workedMinutes).toBe(240);
  });

  const stretch = fc.tuple(fc.integer({ min: -200, max: 1500 }), fc.integer({ min: 1, max: 300 }));
  test("agrees with a list of all its minutes", () => {
    fc.assert(
      fc.property(fc.array(stretch, { maxLength: 25 }), (stretches) => {
        const all = stretches.map(([start, length], n) => ({
          ...entry(`e${n}`, "08:00", "09:00"),
          start: momentAt(date, start),
          end: momentAt(date, start + length),
        })) as Work[];
        const { entries, gaps, overlaps, workedMinutes } = day(opened(...all));
        const covers = Array.from({ length: 1440 }, (_, minute) =>
          all
            .filter(({ start, end }) => start <= momentAt(date, minute) && end! > momentAt(date, minute))
            .map(({ id }) => id)
            .sort(),
        );
        expect(workedMinutes).toBe(covers.filter((ids) => ids.length > 0).length);
        const said = Array.from({ length: 1440 }, (_, minute) =>
          overlaps
            .filter(({ startMinute, endMinute }) => startMinute <= minute && minute < endMinute)
            .flatMap(({ entries: ids }) => ids)
            .sort(),
        );
        expect(said).toEqual(covers.map((ids) => (ids.length > 1 ? ids : [])));
        const missing = new Set(
          gaps.flatMap(({ startMinute, endMinute }) =>
            Array.from({ length: endMinute - startMinute }, (_, n) => startMinute + n),
          ),
        );
        const first = entries[0]?.startMinute ?? 0;
        const last = Math.max(0, ...entries.map(({ endMinute }) => endMinute));
        let run = 0;
        for (let minute = first; minute <= last; minute++) {
          const isFree = minute < last && covers[minute]?.length === 0;
          if (isFree) run++;
          else {
            for (let back = 1; back <= run; back++) expect(missing.has(minute - back)).toBe(run >= 5);
            run = 0;
          }
        }
      }),
      { numRuns: 200 },
    );
  });
});

describe("the log by hand", () => {
  it("takes a stretch on anything one works on, none that is to come, and none that is no time", () => {
    const store = opened();
    store.act(logWork, { on: { id: "ta" }, start: at("08:00"), end: at("09:00") });
    store.act(logWork, { on: { title: "Telephone" }, start: at("09:00"), end: at("09:10") });
    expect(hours(store)).toEqual(["Telephone 09:00 09:10", "ta 08:00 09:00"]);
    expect(loggedMinutes(store, "ta")).toBe(60);
    const wrong = (start: string, end: string) => () => store.act(logWork, { on: { id: "ta" }, start, end });
    expect(wrong(at("17:00"), at("19:00"))).toThrow("still to come");
    expect(wrong(at("09:00"), at("09:00"))).toThrow("after the start");
    expect(wrong("banana", at("09:00"))).toThrow("not a valid date and time");
    expect(() => store.act(logWork, { on: { title: " " }, start: at("08:00"), end: at("09:00") })).toThrow("few words");
  });

  it("takes hours over as they were planned, as far as nothing is logged there", () => {
    const block = (id: string, start: string, end: string, fields: object) =>
      ({ ...bareRecord("block", { id, now }), start: at(start), end: at(end), ...fields }) as PensumRecord;
    const store = opened(
      block("own", "09:00", "10:00", { task: "ta" }),
      block("box", "11:00", "12:00", {
        title: "Desk",
        holds: [
          { task: "ta", minutes: 40 },
          { task: "tb", minutes: 20 },
        ],
      }),
      block("late", "17:30", "19:00", { title: "Reading" }),
      block("next", "18:30", "19:00", { title: "Later" }),
      entry("in", "09:20", "09:30", { task: "tb" }),
    );
    const take = (item: string) => () => store.act(logAsPlanned, { item }).said;
    expect(take("own")()).toBe("Logged 50 min of “Task ta” as planned");
    take("box")();
    take("late")();
    expect(hours(store)).toEqual([
      "Reading 17:30 18:00",
      "ta 09:00 09:20",
      "ta 09:30 10:00",
      "ta 11:00 11:40",
      "tb 09:20 09:30",
      "tb 11:40 12:00",
    ]);
    expect(take("own")).toThrow("logged already");
    expect(take("next")).toThrow("still to come");
  });

  it("splits, joins, moves and stretches entries; what runs goes on running", () => {
    const store = opened();
    store.act(logWork, { on: { id: "ta" }, start: at("08:00"), end: at("09:00"), id: "one" });
    store.act(splitEntry, { id: "one", at: at("08:20") });
    expect(hours(store)).toEqual(["ta 08:00 08:20", "ta 08:20 09:00"]);
    const [, second] = store.list("kind", "work") as Work[];
    store.act(moveEntry, { id: second!.id, start: at("10:00") });
    expect(hours(store)).toEqual(["ta 08:00 08:20", "ta 10:00 10:40"]);
    // What nobody logged for more than an hour is not made work by joining what lies around it.
    expect(() => store.act(joinEntries, { first: second!.id, second: "one" })).toThrow("1 h 40 between");
    store.act(moveEntry, { id: second!.id, start: at("09:20") });
    store.act(joinEntries, { first: second!.id, second: "one" });
    expect(hours(store)).toEqual(["ta 08:00 10:00"]);
    store.act(moveEntry, { id: "one", start: at("08:00"), end: at("17:00") });
    expect(() => store.act(splitEntry, { id: "one", at: at("17:00") })).toThrow("within it");
    expect(() => store.act(moveEntry, { id: "one", start: at("17:30") })).toThrow("still to come");
    store.act(logWork, { on: { id: "tb" }, start: at("07:00"), end: at("07:30"), id: "two" });
    expect(() => store.act(joinEntries, { first: "one", second: "two" })).toThrow("same work");
  });

  it("lets one of two entries count for the stretch that both say, and keeps the rest of the other", () => {
    const settled = (from: string, to: string, ...records: PensumRecord[]) => {
      const store = opened(entry("kept", from, to, { task: "tb" }), ...records);
      store.act(settleOverlap, { keep: "kept", from: at(from), to: at(to) });
      return hours(store).filter((one) => one.startsWith("ta"));
    };
    expect(settled("09:00", "10:00", entry("a", "08:00", "09:30"))).toEqual(["ta 08:00 09:00"]);
    expect(settled("09:00", "10:00", entry("a", "09:30", "11:00"))).toEqual(["ta 10:00 11:00"]);
    expect(settled("09:00", "10:00", entry("a", "08:00", "11:00"))).toEqual(["ta 08:00 09:00", "ta 10:00 11:00"]);
    expect(settled("09:00", "10:00", entry("a", "09:10", "09:50"))).toEqual([]);
  });

  it("splits and joins with the note told once, and keeps the later end and the other people’s hours", () => {
    const store = opened(
      { ...entry("a", "08:00", "10:00"), text: "wet" } as PensumRecord,
      entry("b", "09:00", "09:30"),
      entry("other", "08:00", "11:00", { person: "ines" }),
    );
    store.act(joinEntries, { first: "a", second: "b" });
    expect(store.get("a")).toMatchObject({ start: at("08:00"), end: at("10:00"), text: "wet" });
    store.act(splitEntry, { id: "a", at: at("09:00") });
    const half = (store.list("kind", "work") as Work[]).find(({ start }) => start === at("09:00"))!;
    expect([half.text, (store.get("a") as Work).text]).toEqual(["", "wet"]);
    store.act(joinEntries, { first: "a", second: half.id });
    expect(store.get("a")).toMatchObject({ start: at("08:00"), end: at("10:00"), text: "wet" });
    // Ines was there too: her hours are her own, and are no overlap with mine.
    expect(() => store.act(settleOverlap, { keep: "a", from: at("08:00"), to: at("10:00") })).toThrow(/any longer/);
    expect(store.get("other")).toMatchObject({ start: at("08:00"), end: at("11:00") });
  });

  it("takes what a done task took back to nothing when its last entry goes", () => {
    const store = opened(entry("a", "08:00", "09:00"), task("td", { state: "done", tookMinutes: 60 }));
    store.act({ name: "move", run: (tx) => (tx.update("a", { task: "td" }), "") }, {});
    expect(store.get("td")).toMatchObject({ tookMinutes: 60 });
    store.act({ name: "remove", run: (tx) => (tx.remove("a"), "") }, {});
    expect(store.get("td")).not.toHaveProperty("tookMinutes");
  });

  it("settles every overlap in as many acts as there are, and loses no minute of the day", () => {
    const stretch = fc.tuple(fc.integer({ min: 0, max: 1000 }), fc.integer({ min: 1, max: 200 }));
    fc.assert(
      fc.property(fc.array(stretch, { minLength: 1, maxLength: 8 }), (stretches) => {
        const all = stretches.map(([start, length], n) =>
          Object.assign(entry(`e${n}`, "00:00", "00:01"), {
            start: momentAt(date, start),
            end: momentAt(date, Math.min(1080, start + length)),
          }),
        );
        const store = opened(...all.filter((one) => (one as Work).end! > (one as Work).start));
        const before = day(store).workedMinutes;
        for (let next = day(store).overlaps[0], acts = 0; next; next = day(store).overlaps[0]) {
          expect(++acts).toBeLessThan(200);
          const { startMinute, endMinute, entries } = next;
          const [from, to] = [momentAt(date, startMinute), momentAt(date, endMinute)];
          store.act(settleOverlap, { keep: entries[0] as string, from, to });
        }
        expect(day(store).workedMinutes).toBe(before);
        const sum = (store.list("kind", "work") as Work[]).reduce(
          (minutes, one) => minutes + entryMinutes(one, now, zone),
          0,
        );
        expect(sum).toBe(before);
        for (const record of store.records()) expect(faultOf(record)).toBeUndefined();
      }),
      { numRuns: 150 },
    );
  });

  it("cuts a running entry without stopping the clock", () => {
    const store = opened(entry("kept", "09:00", "10:00", { task: "tb" }));
    store.act(startClock, { on: { id: "ta" }, at: 0, zone });
    const running = (store.list("workByDay", "running") as Work[])[0]!;
    store.act(moveEntry, { id: running.id, start: at("08:00") });
    store.act(settleOverlap, { keep: "kept", from: at("09:00"), to: at("10:00") });
    expect(hours(store)).toEqual(["ta 08:00 09:00", "ta 10:00", "tb 09:00 10:00"]);
  });
});
