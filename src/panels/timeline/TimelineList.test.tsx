import { describe, expect, it } from "vitest";
import type { TimelineBar, TimelineRow } from "@/core/plan";
import { minutesSince } from "@/core/plan";
import { defaultSettings } from "@/core/model";
import { draw, taskOf, today } from "@/ui/testing/screen";
import { TimelineList } from "./TimelineList";

const bar = (id: string, title: string, start: string, end: string, more: Partial<TimelineBar> = {}): TimelineBar => ({
  ...{ id, title, kind: "task", done: false, theme: undefined, sittings: [], worked: [], after: [] },
  ...{ start: minutesSince(start), end: minutesSince(end) },
  ...more,
});
const row: TimelineRow = {
  id: "goal",
  title: "Report",
  span: undefined,
  leftMinutes: 90,
  bars: [
    bar("tb", "Read [[Reach 4]]", "2026-11-26T09:00", "2026-11-26T10:30"),
    bar("ta", "Draft", "2026-11-20", "2026-11-21"),
    bar("tc", "Sent", "2026-11-18", "2026-11-19", { done: true }),
  ],
};
const list = (from: string) => (
  <TimelineList
    {...{ rows: [row], from, today, folded: [], onFold: () => {} }}
    dyeOf={() => "slate"}
    rowTitle={({ title }) => title}
    rowNote={() => "90 min left"}
    empty="Nothing here."
  />
);
const lines = (all: HTMLElement[]) => all.map(({ textContent }) => textContent);

describe("a timeline as a list", () => {
  it("tells what is ahead and what is late, in order, and leaves out what is over", async () => {
    const { getAllByRole, getByRole } = await draw(list(today), [defaultSettings, taskOf("ta"), taskOf("tb")]);
    expect(lines(getAllByRole("listitem"))).toEqual(["DraftFri Nov 20", "Read Reach 4Thu Nov 26 9:00 to 10:30 am"]);
    expect(getByRole("heading", { level: 2 }).textContent).toBe("Report90 min left, 2 items");
  });

  it("begins at another day with what lies there", async () => {
    const { getAllByRole } = await draw(list("2026-11-19"), [defaultSettings]);
    expect(lines(getAllByRole("listitem"))).toEqual(["DraftFri Nov 20", "Read Reach 4Thu Nov 26 9:00 to 10:30 am"]);
  });

  it("says that there is nothing", async () => {
    const { getByText } = await draw(list("2027-01-01"), [defaultSettings]);
    expect(getByText("Nothing here.")).toBeTruthy();
  });
});
