import { screen, within } from "@testing-library/react";
import { describe, expect, test } from "vitest";
import type { Lens, PensumRecord } from "@/core/model";
import { currentNotice } from "@/ui/notices";
import { draw, now } from "@/ui/testing/screen";
import { RegistersRoom } from "./RegistersRoom";

const field = (id: string, title: string, type: string, order: number, more = {}) =>
  ({ id, kind: "field", register: "gigs", name: `f_${id}`, title, type, order, text: "", ...more }) as PensumRecord;
const gig = (id: string, title: string, more = {}) =>
  ({ id, kind: "row", register: "gigs", title, text: "", createdAt: now, ...more }) as unknown as PensumRecord;
const lens = (more: Partial<Lens> = {}) =>
  ({
    id: "all1",
    kind: "lens",
    title: "All",
    registers: ["gigs"],
    where: { all: [] },
    done: "all",
    groups: [],
    sorts: [{ field: "title" }],
    shown: ["title", "f_when", "f_fee", "f_paid", "f_kind"].map((name) => ({ field: name })),
    look: "table",
    folded: [],
    order: 1,
    text: "",
    ...more,
  }) as unknown as PensumRecord;
const gigs = (...rows: PensumRecord[]) => [
  { id: "gigs", kind: "register", title: "Gigs", one: "Gig", order: 1, text: "" } as PensumRecord,
  field("when", "When", "date", 1),
  field("fee", "Fee", "number", 2),
  field("paid", "Paid", "yesNo", 3),
  field("kind", "Kind", "choice", 4, { options: [{ id: "loud", title: "Loud" }] }),
  ...rows,
];

const table = () => screen.getByRole("grid");
const lines = () =>
  within(table())
    .getAllByRole("row")
    .filter((row) => row.classList.contains("table-row"))
    .toSorted((a, b) => Number(a.getAttribute("aria-rowindex")) - Number(b.getAttribute("aria-rowindex")));
const titles = () => lines().map((row) => within(row).getAllByRole("gridcell")[1]?.textContent);
const drawGigs = (rows: PensumRecord[], more: Partial<Lens> = {}) =>
  draw(<RegistersRoom register="gigs" lens="all1" />, [...gigs(...rows), lens(more)]);

describe("a table that is sorted by what is typed", () => {
  test("a new row is filled in cell by cell, each value in that row, and goes to its place when it is left", async () => {
    const { user, store } = await drawGigs([
      gig("ra", "Mill", { f_when: "2026-12-01" }),
      gig("rb", "Town hall", { f_when: "2026-12-03" }),
    ]);
    await user.click(screen.getByRole("button", { name: "Add gig" }));
    await user.keyboard("Abba night{Tab}4 dec 2026{Tab}250{Enter}");
    const rows = [...store.records()].filter((record) => record.kind === "row") as unknown as Record<string, unknown>[];
    expect(rows.find(({ title }) => title === "Abba night")).toMatchObject({ f_when: "2026-12-04", f_fee: 250 });
    expect(store.get("ra")).toMatchObject({ title: "Mill", f_when: "2026-12-01" });
    expect(store.get("rb")).toMatchObject({ title: "Town hall", f_when: "2026-12-03" });
    // There is no line below it, so it is still worked in, and goes when it is left.
    expect(titles()).toEqual(["Mill", "Town hall", "Abba night"]);
    await user.keyboard("{ArrowUp}");
    expect(titles()).toEqual(["Abba night", "Mill", "Town hall"]);
  });

  test("the second row and the third: Tab goes on in the same record, Enter to the one below it", async () => {
    const { user, store } = await drawGigs(
      [gig("ra", "A", { f_fee: 10 }), gig("rb", "B", { f_fee: 20 }), gig("rc", "C", { f_fee: 30 })],
      { sorts: [{ field: "f_fee" }] },
    );
    table().focus();
    await user.keyboard("{ArrowDown}{ArrowRight}{ArrowRight}");
    // B gets the largest fee, and stays in its line until the line is left.
    await user.keyboard("99{Tab}");
    expect(titles()).toEqual(["A", "B", "C"]);
    await user.keyboard(" ");
    expect(store.get("rb")).toMatchObject({ f_fee: 99, f_paid: true });
    await user.keyboard("{ArrowLeft}5{Enter}");
    // 5 makes it the first; the cursor stands on what was below it.
    expect(titles()).toEqual(["B", "A", "C"]);
    await user.keyboard("7{Enter}");
    expect([store.get("ra"), store.get("rb"), store.get("rc")]).toMatchObject([
      { f_fee: 10 },
      { f_fee: 5 },
      { f_fee: 7 },
    ]);
  });

  test("several rows are filled by Tab alone: from the last cell it goes on to the first of the next record", async () => {
    const { user, store } = await drawGigs([gig("ra", "A"), gig("rb", "B")], {
      shown: [{ field: "title" }, { field: "f_fee" }],
    });
    table().focus();
    await user.keyboard("Abba{Tab}10{Tab}Barn dance{Tab}20{Tab}");
    expect([store.get("ra"), store.get("rb")]).toMatchObject([
      { title: "Abba", f_fee: 10 },
      { title: "Barn dance", f_fee: 20 },
    ]);
    // There is none after it; and back it goes the same way.
    await user.keyboard("30{Shift>}{Tab}{/Shift}");
    await user.keyboard("Barn{Shift>}{Tab}{/Shift}");
    await user.keyboard("40{Enter}");
    expect([store.get("ra"), store.get("rb")]).toMatchObject([
      { title: "Abba", f_fee: 40 },
      { title: "Barn", f_fee: 30 },
    ]);
  });

  test("a row that no longer matches stays until it is left, and says that it went", async () => {
    const { user, store } = await drawGigs([gig("ra", "A", { f_fee: 10 }), gig("rb", "B", { f_fee: 20 })], {
      where: { all: [{ field: "f_fee", is: "below", value: 50 }] },
    } as Partial<Lens>);
    table().focus();
    await user.keyboard("{ArrowRight}{ArrowRight}80{Tab}");
    expect(titles()).toEqual(["A", "B"]);
    await user.keyboard("{ArrowDown}");
    expect(titles()).toEqual(["B"]);
    expect(currentNotice()?.text).toContain("“A” does not match this lens");
    expect(store.get("ra")).toMatchObject({ f_fee: 80 });
  });

  test("the cursor stays with its record when another tab puts rows before it", async () => {
    const { user, store } = await drawGigs([gig("rb", "B"), gig("rc", "C")]);
    table().focus();
    await user.keyboard("{ArrowDown}");
    const fresh = gig("ra", "A");
    store.applyExactly({ added: new Map([["ra", fresh]]), updated: new Map(), removed: new Map() });
    await screen.findByText("A");
    await user.keyboard("{ArrowRight}{ArrowRight}3{Enter}");
    expect(store.get("rc")).toMatchObject({ f_fee: 3 });
    expect(store.get("rb")).not.toHaveProperty("f_fee");
  });

  test("the same in groups: a row that is given another group stays until it is left", async () => {
    const { user, store } = await drawGigs([gig("ra", "A"), gig("rb", "B"), gig("rc", "C", { f_kind: "loud" })], {
      groups: [{ field: "f_kind" }],
    } as Partial<Lens>);
    const before = titles();
    table().focus();
    const at = before.indexOf("A");
    // Headings are lines too.
    const line = Number(lines()[at]!.getAttribute("aria-rowindex")) - 1;
    await user.keyboard(`${"{ArrowDown}".repeat(line)}${"{ArrowRight}".repeat(4)}Loud{Enter}`);
    expect(store.get("ra")).toMatchObject({ f_kind: "loud" });
    await user.keyboard("Loud{Tab}");
    expect(store.get("rb")).toMatchObject({ f_kind: "loud" });
  });
});

describe("cells", () => {
  test("a yes or no is ticked by Space and by pointer, in one act that undoes", async () => {
    const { user, store, undo } = await drawGigs([gig("ra", "A")]);
    await user.click(within(lines()[0]!).getByRole("checkbox", { name: "Paid" }));
    expect(store.get("ra")).toMatchObject({ f_paid: true });
    table().focus();
    await user.keyboard("{Home}{ArrowRight}{ArrowRight}{ArrowRight} ");
    expect(store.get("ra")).not.toHaveProperty("f_paid");
    undo();
    expect(store.get("ra")).toMatchObject({ f_paid: true });
  });

  test("more lines than there are rows become records, all in one step that undoes", async () => {
    const { user, store, paste, undo } = await drawGigs([gig("ra", "A")]);
    table().focus();
    await user.keyboard("{Home}");
    paste("One\t1 Dec 2026\t5\nTwo\t2 Dec 2026\t6\nThree\t3 Dec 2026\t7\n");
    const rows = () => [...store.records()].flatMap((record) => (record.kind === "row" ? [record.title] : [])).sort();
    expect(rows()).toEqual(["One", "Three", "Two"]);
    undo();
    expect(rows()).toEqual(["A"]);
  });

  test("a new choice and its value are one act, and a text that cannot be read changes nothing, choices neither", async () => {
    const { user, store, paste, undo } = await drawGigs([gig("ra", "A"), gig("rb", "B")]);
    let acts = 0;
    store.onAct(() => acts++);
    table().focus();
    await user.keyboard("{Home}{ArrowRight}{ArrowRight}{ArrowRight}{ArrowRight}Quiet{Enter}");
    expect(acts).toBe(1);
    expect((store.get("kind") as unknown as { options: unknown[] }).options).toHaveLength(2);
    undo();
    expect((store.get("kind") as unknown as { options: unknown[] }).options).toHaveLength(1);
    expect(store.get("ra")).not.toHaveProperty("f_kind");
    const before = [...store.records()];
    await user.keyboard("{Home}{ArrowRight}");
    paste("1 Dec 2026\t5\tyes\tSoft\nnever\t6\tno\tLoud\n");
    expect([...store.records()]).toEqual(before);
    expect(currentNotice()).toMatchObject({ tone: "refused" });
  });

  test("an empty register says so, and names no cell that is not there", async () => {
    const { user, store } = await drawGigs([]);
    expect(table().getAttribute("aria-activedescendant")).toBeNull();
    expect(screen.queryByText(/match/)).toBeNull();
    await user.click(screen.getByRole("button", { name: "Add a gig" }));
    await user.keyboard("First{Enter}");
    expect([...store.records()].filter((record) => record.kind === "row")).toMatchObject([{ title: "First" }]);
  });
});
