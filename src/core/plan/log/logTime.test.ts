import { expect, test } from "vitest";
import { readLogTime } from "./logTime";

const at = (text: string) => {
  const [hours, minutes] = text.split(":").map(Number) as [number, number];
  return hours * 60 + minutes;
};
/** Read on a line that begins at 10:00, at four in the afternoon. */
const read = (text: string) => readLogTime(text, 600, 960);

test.each([
  ["8:15 to 9:17", "8:15", "9:17"],
  ["8:15-9:17", "8:15", "9:17"],
  ["8.15 – 9.17", "8:15", "9:17"],
  ["9-10", "9:00", "10:00"],
  ["9:15-10", "9:15", "10:00"],
  ["9 to 10:30 am", "9:00", "10:30"],
  ["1 pm to 2:15 pm", "13:00", "14:15"],
  ["1300-1345", "13:00", "13:45"],
  ["915 to 1000", "9:15", "10:00"],
  ["0915 - 10:30", "9:15", "10:30"],
  ["45 min", "10:00", "10:45"],
  ["1 h 30", "10:00", "11:30"],
  ["90", "10:00", "11:30"],
  ["11:20", "10:00", "11:20"],
  ["1120", "10:00", "11:20"],
])("“%s” was worked from %s to %s", (text, start, end) => {
  expect(read(text)).toEqual({ startMinute: at(start), endMinute: at(end) });
});

test.each([
  ["", /From and to/],
  ["soon", /From and to/],
  ["25:00", /From and to/],
  ["2560-2570", /From and to/],
  ["10:00-9:00", /end must be after/],
  ["15:00-17:00", /still to come/],
  ["1500-1700", /still to come/],
])("“%s” is refused: %s", (text, fault) => {
  expect(read(text)).toEqual({ fault: expect.stringMatching(fault) as string });
});

test("a length goes back from now where no line was before", () => {
  expect(readLogTime("45 min", undefined, 960)).toEqual({ startMinute: 915, endMinute: 960 });
  expect(readLogTime("11:20", undefined, 960)).toHaveProperty("fault");
});
