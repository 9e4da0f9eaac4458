import fc from "fast-check";
import rrule from "rrule";
import { beforeAll, describe, expect, test } from "vitest";
import { addDays } from "../dates";
import {
  needLibrary,
  occurrences,
  readRepeat,
  readRule,
  repeatOf,
  ruleOf,
  ruleOfWords,
  startsOf,
  type Repeat,
  type RepeatRule,
} from ".";

beforeAll(needLibrary);

const rule = (text: string): RepeatRule => {
  const read = readRule(text);
  if ("fault" in read) throw new Error(read.fault);
  return read;
};
const zone = "America/New_York";

/** Dates as RFC 5545 lists them: "1997-09: 2 3 4; 1997-10: 1". */
function listed(text: string, time = "T09:00"): string[] {
  return text.split(";").flatMap((part) => {
    const [month, days] = part.split(":").map((one) => one.trim()) as [string, string];
    return days.split(/\s+/).map((day) => `${month}-${day.padStart(2, "0")}${time}`);
  });
}

/** The examples of RFC 5545, section 3.8.5.3, all from DTSTART 9:00 New York: start, rule, the end of the window, the dates. */
const examples: readonly (readonly [what: string, start: string, rule: string, until: string, dates: string])[] = [
  ["daily for 10 occurrences", "1997-09-02", "FREQ=DAILY;COUNT=10", "1998-01-01", "1997-09: 2 3 4 5 6 7 8 9 10 11"],
  ["every other day", "1997-09-02", "FREQ=DAILY;INTERVAL=2", "1997-09-20", "1997-09: 2 4 6 8 10 12 14 16 18 20"],
  [
    "every 10 days, 5 occurrences",
    "1997-09-02",
    "FREQ=DAILY;INTERVAL=10;COUNT=5",
    "1998-01-01",
    "1997-09: 2 12 22; 1997-10: 2 12",
  ],
  [
    "weekly for 10 occurrences",
    "1997-09-02",
    "FREQ=WEEKLY;COUNT=10",
    "1998-01-01",
    "1997-09: 2 9 16 23 30; 1997-10: 7 14 21 28; 1997-11: 4",
  ],
  [
    "weekly until December 24",
    "1997-09-02",
    "FREQ=WEEKLY;UNTIL=19971224T000000Z",
    "1998-01-31",
    "1997-09: 2 9 16 23 30; 1997-10: 7 14 21 28; 1997-11: 4 11 18 25; 1997-12: 2 9 16 23",
  ],
  [
    "every other week",
    "1997-09-02",
    "FREQ=WEEKLY;INTERVAL=2;WKST=SU",
    "1997-11-11",
    "1997-09: 2 16 30; 1997-10: 14 28; 1997-11: 11",
  ],
  [
    "Tuesday and Thursday for five weeks",
    "1997-09-02",
    "FREQ=WEEKLY;UNTIL=19971007T000000Z;WKST=SU;BYDAY=TU,TH",
    "1998-01-01",
    "1997-09: 2 4 9 11 16 18 23 25 30; 1997-10: 2",
  ],
  [
    "the same by count",
    "1997-09-02",
    "FREQ=WEEKLY;COUNT=10;WKST=SU;BYDAY=TU,TH",
    "1998-01-01",
    "1997-09: 2 4 9 11 16 18 23 25 30; 1997-10: 2",
  ],
  [
    "every other week on Monday, Wednesday and Friday until December 24",
    "1997-09-01",
    "FREQ=WEEKLY;INTERVAL=2;UNTIL=19971224T000000Z;WKST=SU;BYDAY=MO,WE,FR",
    "1998-01-01",
    "1997-09: 1 3 5 15 17 19 29; 1997-10: 1 3 13 15 17 27 29 31; 1997-11: 10 12 14 24 26 28; 1997-12: 8 10 12 22",
  ],
  [
    "every other week on Tuesday and Thursday, 8 occurrences",
    "1997-09-02",
    "FREQ=WEEKLY;INTERVAL=2;COUNT=8;WKST=SU;BYDAY=TU,TH",
    "1998-01-01",
    "1997-09: 2 4 16 18 30; 1997-10: 2 14 16",
  ],
  [
    "monthly on the first Friday, 10 occurrences",
    "1997-09-05",
    "FREQ=MONTHLY;COUNT=10;BYDAY=1FR",
    "1999-01-01",
    "1997-09: 5; 1997-10: 3; 1997-11: 7; 1997-12: 5; 1998-01: 2; 1998-02: 6; 1998-03: 6; 1998-04: 3; 1998-05: 1; 1998-06: 5",
  ],
  [
    "monthly on the first Friday until December 24",
    "1997-09-05",
    "FREQ=MONTHLY;UNTIL=19971224T000000Z;BYDAY=1FR",
    "1999-01-01",
    "1997-09: 5; 1997-10: 3; 1997-11: 7; 1997-12: 5",
  ],
  [
    "every other month on the first and last Sunday, 10 occurrences",
    "1997-09-07",
    "FREQ=MONTHLY;INTERVAL=2;COUNT=10;BYDAY=1SU,-1SU",
    "1999-01-01",
    "1997-09: 7 28; 1997-11: 2 30; 1998-01: 4 25; 1998-03: 1 29; 1998-05: 3 31",
  ],
  [
    "monthly on the second-to-last Monday, 6 months",
    "1997-09-22",
    "FREQ=MONTHLY;COUNT=6;BYDAY=-2MO",
    "1999-01-01",
    "1997-09: 22; 1997-10: 20; 1997-11: 17; 1997-12: 22; 1998-01: 19; 1998-02: 16",
  ],
  [
    "monthly on the third-to-last day",
    "1997-09-28",
    "FREQ=MONTHLY;BYMONTHDAY=-3",
    "1998-02-28",
    "1997-09: 28; 1997-10: 29; 1997-11: 28; 1997-12: 29; 1998-01: 29; 1998-02: 26",
  ],
  [
    "monthly on the 2nd and 15th, 10 occurrences",
    "1997-09-02",
    "FREQ=MONTHLY;COUNT=10;BYMONTHDAY=2,15",
    "1999-01-01",
    "1997-09: 2 15; 1997-10: 2 15; 1997-11: 2 15; 1997-12: 2 15; 1998-01: 2 15",
  ],
  [
    "monthly on the first and last day, 10 occurrences",
    "1997-09-30",
    "FREQ=MONTHLY;COUNT=10;BYMONTHDAY=1,-1",
    "1999-01-01",
    "1997-09: 30; 1997-10: 1 31; 1997-11: 1 30; 1997-12: 1 31; 1998-01: 1 31; 1998-02: 1",
  ],
  [
    "every 18 months on the 10th to the 15th, 10 occurrences",
    "1997-09-10",
    "FREQ=MONTHLY;INTERVAL=18;COUNT=10;BYMONTHDAY=10,11,12,13,14,15",
    "2000-01-01",
    "1997-09: 10 11 12 13 14 15; 1999-03: 10 11 12 13",
  ],
  [
    "every Tuesday, every other month",
    "1997-09-02",
    "FREQ=MONTHLY;INTERVAL=2;BYDAY=TU",
    "1998-01-31",
    "1997-09: 2 9 16 23 30; 1997-11: 4 11 18 25; 1998-01: 6 13 20 27",
  ],
  [
    "yearly in June and July, 10 occurrences",
    "1997-06-10",
    "FREQ=YEARLY;COUNT=10;BYMONTH=6,7",
    "2010-01-01",
    "1997-06: 10; 1997-07: 10; 1998-06: 10; 1998-07: 10; 1999-06: 10; 1999-07: 10; 2000-06: 10; 2000-07: 10; 2001-06: 10; 2001-07: 10",
  ],
  [
    "every other year in January, February and March, 10 occurrences",
    "1997-03-10",
    "FREQ=YEARLY;INTERVAL=2;COUNT=10;BYMONTH=1,2,3",
    "2010-01-01",
    "1997-03: 10; 1999-01: 10; 1999-02: 10; 1999-03: 10; 2001-01: 10; 2001-02: 10; 2001-03: 10; 2003-01: 10; 2003-02: 10; 2003-03: 10",
  ],
  [
    "every third year on the 1st, 100th and 200th day, 10 occurrences",
    "1997-01-01",
    "FREQ=YEARLY;INTERVAL=3;COUNT=10;BYYEARDAY=1,100,200",
    "2010-01-01",
    "1997-01: 1; 1997-04: 10; 1997-07: 19; 2000-01: 1; 2000-04: 9; 2000-07: 18; 2003-01: 1; 2003-04: 10; 2003-07: 19; 2006-01: 1",
  ],
  [
    "every 20th Monday of the year",
    "1997-05-19",
    "FREQ=YEARLY;BYDAY=20MO",
    "1999-12-31",
    "1997-05: 19; 1998-05: 18; 1999-05: 17",
  ],
  [
    "Monday of week 20",
    "1997-05-12",
    "FREQ=YEARLY;BYWEEKNO=20;BYDAY=MO",
    "1999-12-31",
    "1997-05: 12; 1998-05: 11; 1999-05: 17",
  ],
  [
    "every Thursday in March",
    "1997-03-13",
    "FREQ=YEARLY;BYMONTH=3;BYDAY=TH",
    "1999-12-31",
    "1997-03: 13 20 27; 1998-03: 5 12 19 26; 1999-03: 4 11 18 25",
  ],
  [
    "every Thursday in June, July and August",
    "1997-06-05",
    "FREQ=YEARLY;BYDAY=TH;BYMONTH=6,7,8",
    "1997-12-31",
    "1997-06: 5 12 19 26; 1997-07: 3 10 17 24 31; 1997-08: 7 14 21 28",
  ],
  [
    "the first Saturday behind the first Sunday",
    "1997-09-13",
    "FREQ=MONTHLY;BYDAY=SA;BYMONTHDAY=7,8,9,10,11,12,13",
    "1998-06-30",
    "1997-09: 13; 1997-10: 11; 1997-11: 8; 1997-12: 13; 1998-01: 10; 1998-02: 7; 1998-03: 7; 1998-04: 11; 1998-05: 9; 1998-06: 13",
  ],
  [
    "the day of presidential elections",
    "1996-11-05",
    "FREQ=YEARLY;INTERVAL=4;BYMONTH=11;BYDAY=TU;BYMONTHDAY=2,3,4,5,6,7,8",
    "2004-12-31",
    "1996-11: 5; 2000-11: 7; 2004-11: 2",
  ],
  [
    "the third Tuesday, Wednesday or Thursday of the month, 3 months",
    "1997-09-04",
    "FREQ=MONTHLY;COUNT=3;BYDAY=TU,WE,TH;BYSETPOS=3",
    "1998-01-01",
    "1997-09: 4; 1997-10: 7; 1997-11: 6",
  ],
  [
    "the second-to-last weekday of the month",
    "1997-09-29",
    "FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-2",
    "1998-03-31",
    "1997-09: 29; 1997-10: 30; 1997-11: 27; 1997-12: 30; 1998-01: 29; 1998-02: 26; 1998-03: 30",
  ],
  [
    "weeks that begin on Monday",
    "1997-08-05",
    "FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=MO",
    "1998-01-01",
    "1997-08: 5 10 19 24",
  ],
  [
    "weeks that begin on Sunday",
    "1997-08-05",
    "FREQ=WEEKLY;INTERVAL=2;COUNT=4;BYDAY=TU,SU;WKST=SU",
    "1998-01-01",
    "1997-08: 5 17 19 31",
  ],
  [
    "an invalid date (February 30) is passed over",
    "2007-01-15",
    "FREQ=MONTHLY;BYMONTHDAY=15,30;COUNT=5",
    "2008-01-01",
    "2007-01: 15 30; 2007-02: 15; 2007-03: 15 30",
  ],
];

describe("the examples of RFC 5545, section 3.8.5.3", () => {
  test.each(examples)("%s", (_, start, text, until, dates) => {
    expect(occurrences({ start: `${start}T09:00`, rule: rule(text), zone }, start, until)).toEqual(listed(dates));
  });

  test("daily until December 24, over a clock change", () => {
    const all = occurrences(
      { start: "1997-09-02T09:00", rule: rule("FREQ=DAILY;UNTIL=19971224T000000Z"), zone },
      "1997-09-01",
      "1998-01-31",
    );
    expect([all.length, all[0], all[all.length - 1]]).toEqual([113, "1997-09-02T09:00", "1997-12-23T09:00"]);
  });

  test.each([
    "FREQ=YEARLY;UNTIL=20000131T140000Z;BYMONTH=1;BYDAY=SU,MO,TU,WE,TH,FR,SA",
    "FREQ=DAILY;UNTIL=20000131T140000Z;BYMONTH=1",
  ])("every day in January for three years: %s", (text) => {
    const all = occurrences({ start: "1998-01-01T09:00", rule: rule(text), zone }, "1998-01-01", "2001-12-31");
    expect([all.length, all[30], all[31], all[92]]).toEqual([
      93,
      "1998-01-31T09:00",
      "1999-01-01T09:00",
      "2000-01-31T09:00",
    ]);
  });

  test("Friday the 13th; the own start counts, as the example with its exception says", () => {
    const all = occurrences(
      { start: "1997-09-02T09:00", rule: rule("FREQ=MONTHLY;BYDAY=FR;BYMONTHDAY=13"), zone },
      "1997-09-01",
      "2000-12-31",
    );
    expect(all).toEqual(listed("1997-09: 2; 1998-02: 13; 1998-03: 13; 1998-11: 13; 1999-08: 13; 2000-10: 13"));
  });

  test("by hours and minutes of one day", () => {
    const times = (text: string) =>
      occurrences({ start: "1997-09-02T09:00", rule: rule(text), zone }, "1997-09-02", "1997-09-02").map((at) =>
        at.slice(11),
      );
    expect(times("FREQ=HOURLY;INTERVAL=3;UNTIL=19970902T210000Z")).toEqual(["09:00", "12:00", "15:00"]);
    expect(times("FREQ=MINUTELY;INTERVAL=15;COUNT=6")).toEqual(["09:00", "09:15", "09:30", "09:45", "10:00", "10:15"]);
    expect(times("FREQ=MINUTELY;INTERVAL=90;COUNT=4")).toEqual(["09:00", "10:30", "12:00", "13:30"]);
    const twenty = times("FREQ=DAILY;BYHOUR=9,10,11,12,13,14,15,16;BYMINUTE=0,20,40");
    expect([twenty.length, twenty[0], twenty[23]]).toEqual([24, "09:00", "16:40"]);
    expect(times("FREQ=MINUTELY;INTERVAL=20;BYHOUR=9,10,11,12,13,14,15,16")).toEqual(twenty);
  });
});

const code = fc.constantFrom("MO", "TU", "WE", "TH", "FR", "SA", "SU");
const part = (name: string, values: fc.Arbitrary<unknown>, most = 3) =>
  fc.option(
    fc.uniqueArray(values, { minLength: 1, maxLength: most }).map((all) => `;${name}=${all.join(",")}`),
    { nil: "" },
  );
const months = part("BYMONTH", fc.integer({ min: 1, max: 12 }));
const monthDays = part("BYMONTHDAY", fc.oneof(fc.integer({ min: 1, max: 31 }), fc.integer({ min: -31, max: -1 })));
/** The peer takes “MO,1MO” for what is both; by the standard it is either. */
const nth = fc.tuple(fc.constantFrom("1", "2", "4", "5", "-1", "-2"), code).map((parts) => parts.join(""));
const anyRule = fc
  .oneof(
    fc.tuple(fc.constant("DAILY"), months, monthDays, part("BYDAY", code), fc.constant("")),
    fc.tuple(fc.constant("WEEKLY"), months, fc.constant(""), part("BYDAY", code), fc.constant("")),
    fc.tuple(
      fc.constant("MONTHLY"),
      months,
      monthDays,
      fc.oneof(part("BYDAY", nth), part("BYDAY", code)),
      fc.constant(""),
    ),
    fc.tuple(
      fc.constant("MONTHLY"),
      fc.constant(""),
      fc.constant(""),
      part("BYDAY", code).filter(Boolean),
      fc.constantFrom(";BYSETPOS=1", ";BYSETPOS=-1", ";BYSETPOS=2,-2"),
    ),
    fc.tuple(fc.constant("YEARLY"), months, monthDays, fc.constant(""), fc.constant("")),
    fc.tuple(
      fc.constant("YEARLY"),
      months,
      fc.constant(""),
      fc.oneof(part("BYDAY", nth), part("BYDAY", code)),
      fc.constant(""),
    ),
  )
  .chain((parts) =>
    fc
      .tuple(
        fc.integer({ min: 1, max: 4 }),
        fc.constantFrom("", ";COUNT=1", ";COUNT=7", ";COUNT=40", ";UNTIL=20280229", ";UNTIL=20270101"),
        fc.constantFrom("", ";WKST=SU", ";WKST=WE"),
      )
      .map(([interval, end, week]) => `FREQ=${parts[0]};INTERVAL=${interval}${week}${end}${parts.slice(1).join("")}`),
  );

/** The days by another implementation of the standard. It leaves the own start out where the rule does not name it. */
function byPeer(text: string, start: string, from: string, to: string): string[] {
  const peer = rrule.rrulestr(
    `DTSTART:${start.replace(/-/g, "")}T000000Z\nRRULE:${text.replace(/(UNTIL=\d{8})/, "$1T000000Z")}`,
  );
  return peer
    .between(new Date(`${from}T00:00Z`), new Date(`${to}T00:00Z`), true)
    .map((date) => date.toISOString().slice(0, 10));
}

describe("a rule", () => {
  test("gives the days that another implementation gives, for any rule and window", () => {
    fc.assert(
      fc.property(
        anyRule,
        fc.integer({ min: 0, max: 1500 }),
        fc.integer({ min: -50, max: 900 }),
        fc.integer({ min: 0, max: 400 }),
        (text, at, ahead, length) => {
          // A start that the rule itself names: others leave it undefined what a start is that it does not.
          const begin = addDays("2024-01-01", at);
          const [start] = byPeer(text.replace(/;(COUNT|UNTIL)=\w+/, ""), begin, begin, addDays(begin, 4000));
          if (!start) return;
          const from = addDays(start, ahead);
          const to = addDays(from, length);
          // A start from which INTERVAL counts differently is another rule.
          expect(occurrences({ start, rule: rule(text) }, from, to)).toEqual(byPeer(text, start, from, to));
        },
      ),
      { numRuns: 250 },
    );
  }, 60_000);

  test.each([
    ["", /needs a frequency/],
    ["FREQ=SOMETIMES", /needs a frequency/],
    ["FREQ=DAILY;INTERVAL=0", /INTERVAL/],
    ["FREQ=DAILY;COUNT=3;UNTIL=20260101", /not both/],
    ["FREQ=WEEKLY;BYDAY=1MO", /monthly and yearly/],
    ["FREQ=MONTHLY;BYMONTHDAY=32", /out of range/],
    ["FREQ=DAILY;UNTIL=20260231", /not a valid end date/],
    ["FREQ=DAILY;nonsense", /not part of a repeat rule/],
    ["FREQ=DAILY;FREQ=WEEKLY", /appears twice/],
  ])("that is wrong is told of: %s", (text, reason) => {
    expect((readRule(text) as { fault: string }).fault).toMatch(reason);
    expect(ruleOf(text)).toBeUndefined();
  });

  test("without an end is no endless loop, and ends with the calendar", () => {
    expect(occurrences({ start: "1899-12-31", rule: rule("FREQ=DAILY") }, "2026-11-24", "2026-11-26")).toHaveLength(3);
    expect(
      occurrences(
        { start: "2026-01-31", rule: rule("FREQ=MONTHLY;BYMONTH=2;BYMONTHDAY=30;COUNT=5") },
        "2026-01-01",
        "2400-01-01",
      ),
    ).toEqual(["2026-01-31"]);
  });
});

describe("a rule that gives more than a day can hold", () => {
  test.each([
    ["FREQ=SECONDLY", "86,400"],
    ["FREQ=MINUTELY", "1,440"],
    ["FREQ=MINUTELY;INTERVAL=10", "144"],
    ["FREQ=HOURLY;BYMINUTE=0,10,20,30,40,50", "144"],
    ["FREQ=DAILY;BYHOUR=0,1,2,3,4,5,6,7,8,9;BYMINUTE=0,5,10,15,20,25,30,35,40,45,50,55", "120"],
    ["FREQ=SECONDLY;BYHOUR=9;BYMINUTE=0,1", "120"],
  ])("%s is refused, and says how many", (text, times) => {
    expect(readRule(text)).toMatchObject({ fault: expect.stringContaining(`${times} times a day`) as string });
    expect(repeatOf(`RRULE:${text}`)).toBeUndefined();
  });

  test.each([
    "FREQ=HOURLY",
    "FREQ=MINUTELY;INTERVAL=15",
    "FREQ=SECONDLY;INTERVAL=1800",
    "FREQ=MINUTELY;BYHOUR=9;BYMINUTE=0,30",
  ])("%s is followed", async (text) => {
    await needLibrary();
    const starts = startsOf("2026-11-24T09:00", readRepeat(text) as Repeat, "2026-11-25", "2026-11-25");
    expect(starts.length).toBeGreaterThan(1);
    expect(starts.length).toBeLessThanOrEqual(96);
  });

  test("one that never holds is looked for within bounds, and has its own start", async () => {
    await needLibrary();
    const never = readRepeat("FREQ=YEARLY;BYWEEKNO=53;BYMONTH=6;BYDAY=MO") as Repeat;
    expect(startsOf("2026-11-24T09:00", never, "2026-01-01", "2046-12-31")).toEqual(["2026-11-24T09:00"]);
  });

  test.each([
    ["every Monday", "FREQ=WEEKLY;BYDAY=MO"],
    ["Every other Tuesday", "FREQ=WEEKLY;INTERVAL=2;BYDAY=TU"],
    ["every 3 days", "FREQ=DAILY;INTERVAL=3"],
    ["weekly", "FREQ=WEEKLY"],
    ["every last Friday of the month", "FREQ=MONTHLY;BYDAY=-1FR"],
    ["banana", undefined],
    ["every banana", undefined],
    ["every Monday and a banana", undefined],
    ["", undefined],
    ["constructor", undefined],
  ])("“%s” in words is %s", (words, rule) => expect(ruleOfWords(words)).toBe(rule));
});
