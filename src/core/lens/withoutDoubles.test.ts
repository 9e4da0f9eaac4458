import { expect, test } from "vitest";
import { bareRecord, type PensumRecord } from "../model";
import { withoutDoubles, type LayerItem } from "./layerItems";

const now = "2026-11-24T11:07";
const layer = { lens: "l", field: "due", dye: "slate" } as const;
const item = (record: PensumRecord): LayerItem => ({
  record,
  layer,
  first: "2026-11-24",
  last: "2026-11-24",
  dye: "slate" as const,
});

test("a lens shows no record again that the plan shows on that day, as itself or by its hours", () => {
  const shown = bareRecord("task", { id: "shown", title: "Shown", now });
  const placed = bareRecord("task", { id: "placed", title: "Placed", now });
  const other = bareRecord("task", { id: "other", title: "Other", now });
  const hours = { ...bareRecord("block", { id: "hours", now }), task: "placed", start: now, end: "2026-11-24T12:00" };
  const items = [shown, placed, other].map(item);
  expect(withoutDoubles(items, [shown, hours]).map(({ record }) => record.id)).toEqual(["other"]);
  expect(withoutDoubles(items, [])).toBe(items);
});
