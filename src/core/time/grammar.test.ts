import { describe, expect, test } from "vitest";
import { counted, listed, withArticle } from "./grammar";

describe("grammar", () => {
  test("agrees in number", () => {
    expect([counted(0, "task"), counted(1, "task"), counted(2, "entry"), counted(1905, "box")]).toEqual([
      "0 tasks",
      "1 task",
      "2 entries",
      "1,905 boxes",
    ]);
    expect([counted(1, "day"), counted(3, "day"), counted(2, "person", "people")]).toEqual([
      "1 day",
      "3 days",
      "2 people",
    ]);
  });

  test("has the article that is spoken", () => {
    expect(["event", "hour", "unit", "user", "urgent task", "habit", "area", "one-off"].map(withArticle)).toEqual([
      "an event",
      "an hour",
      "a unit",
      "a user",
      "an urgent task",
      "a habit",
      "an area",
      "a one-off",
    ]);
  });

  test("lists with commas and one and", () => {
    expect([[], ["a"], ["a", "b"], ["a", "b", "c"]].map(listed)).toEqual(["", "a", "a and b", "a, b and c"]);
  });
});
