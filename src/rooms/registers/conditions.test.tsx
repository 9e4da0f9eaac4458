import { screen } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import { LensView, predicateOf } from "@/core/lens";
import type { Condition, Lens, PensumRecord } from "@/core/model";
import { fieldValues, findRegister } from "@/core/register";
import { draw, workspaceWith } from "@/ui/testing/screen";
import { someTask } from "@/core/testing/arbitraries";
import { conditionWords } from "./lensWords";
import { RegistersRoom } from "./RegistersRoom";

const lens = {
  id: "mine",
  kind: "lens",
  title: "Mine",
  registers: ["tasks"],
  where: { all: [] },
  done: "all",
  groups: [],
  sorts: [],
  shown: [{ field: "title" }],
  look: "table",
  folded: [],
  order: 1,
  text: "",
} as unknown as PensumRecord;
const whereOf = (record: PensumRecord | undefined) => (record as Lens).where;

describe("a condition on a date", () => {
  test("that is chosen goes along with the days: the word is kept, not the date it stood for", async () => {
    const { user, store } = await draw(<RegistersRoom register="tasks" lens="mine" />, [
      someTask("ta", { due: "2026-11-20" }),
      lens,
    ]);
    await user.click(screen.getByRole("button", { name: /^Add a condition/ }));
    await user.click(await screen.findByRole("button", { name: "Due" }));
    expect(whereOf(store.get("mine"))).toEqual({ all: [{ field: "due", is: "before", value: "today" }] });
    await user.click(screen.getByRole("button", { name: /due before today/ }));
    await user.click(await screen.findByRole("button", { name: "yesterday" }));
    expect(whereOf(store.get("mine"))).toEqual({ all: [{ field: "due", is: "before", value: "yesterday" }] });
  });

  test("that is typed as a date is fixed, says so, and is written as a date on that very day too", async () => {
    const { user, store } = await draw(<RegistersRoom register="tasks" lens="mine" />, [
      { ...lens, where: { all: [{ field: "due", is: "before", value: "today" }] } } as PensumRecord,
    ]);
    await user.click(screen.getByRole("button", { name: /due before today/ }));
    const field = await screen.findByRole("textbox", { name: "Value" });
    await user.clear(field);
    await user.type(field, "24 Nov 2026{Enter}");
    expect(whereOf(store.get("mine"))).toEqual({ all: [{ field: "due", is: "before", value: "2026-11-24" }] });
    expect(screen.getByText(/A fixed date/)).toBeTruthy();
    expect(screen.getByRole("button", { name: /due before (24 Nov 2026|Nov 24, 2026)/ })).toBeTruthy();
  });

  test.each([
    ["today", "2026-12-05", ["2026-12-04", "2026-12-05", "2026-12-06"], [true, false, false]],
    ["yesterday", "2026-12-05", ["2026-12-03", "2026-12-04", "2026-12-05"], [true, false, false]],
  ])("before %s is asked of the day it is, on %s too", async (value, today, dues, held) => {
    const { store } = await workspaceWith();
    const where: Condition = { field: "due", is: "before", value };
    const values = fieldValues(store);
    const register = findRegister(store, "tasks")!;
    const holds = predicateOf(where, { values, register, today, firstWeekday: 1 });
    expect(dues.map((due) => holds(someTask("ta", { due })))).toEqual(held);
    const words = conditionWords({ values, today, style: { locale: "en-GB", hour12: false } }, register, where);
    expect(words).toBe(`due before ${value}`);
    expect(new LensView(values, lens as unknown as Lens, { firstWeekday: 1 }).count).toBe(0);
  });
});
