import { expect, test } from "vitest";
import { dateMeantBy } from "./dateMeantBy";

// A Tuesday.
const today = "2026-11-24";

test.each([
  ["2026-12-01", "2026-12-01"],
  ["2026/12/1", "2026-12-01"],
  ["today", today],
  ["Tomorrow", "2026-11-25"],
  ["fri", "2026-11-27"],
  ["Tuesday", "2026-12-01"],
  ["1.12.2026", "2026-12-01"],
  ["1.12.", "2026-12-01"],
  ["1.12.26", "2026-12-01"],
  ["1.12.85", "1985-12-01"],
  ["3/4/2026", "2026-04-03"],
  ["1 Dec", "2026-12-01"],
  ["Tue 1 December 2027", "2027-12-01"],
  ["Dec 1, 2027", "2027-12-01"],
  ["29 Feb 2028", "2028-02-29"],
])("“%s” means %s", (text, date) => expect(dateMeantBy(text, today, true)).toBe(date));

test.each(["", "31 Feb", "29.2.2027", "12", "soon", "2026-13-01", "32.1.2026", "1 Foo", "99/99/2026"])(
  "“%s” means no date",
  (text) => expect(dateMeantBy(text, today, true)).toBeUndefined(),
);

test("the month comes first where that is how dates are written, but not with points between", () => {
  expect(dateMeantBy("3/4/2026", today, false)).toBe("2026-03-04");
  expect(dateMeantBy("3.4.2026", today, false)).toBe("2026-04-03");
});
