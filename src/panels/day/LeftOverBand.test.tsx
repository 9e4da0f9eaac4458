import { describe, expect, it } from "vitest";
import { defaultSettings, type PensumRecord } from "@/core/model";
import { draw, taskOf, today } from "@/ui/testing/screen";
import { LeftOverBand } from "./LeftOverBand";

const yesterday = "2026-11-23";
const tasks = ["ta", "tb", "tc"].map((id) => taskOf(id, { doDay: yesterday, page: `day-${yesterday}` }));
const page = {
  id: `day-${yesterday}`,
  kind: "day",
  date: yesterday,
  text: tasks.map(({ id, title }) => `- [ ] ${title} {#${id}}`).join("\n"),
} satisfies PensumRecord;
const drawn = async () => {
  const screen = await draw(<LeftOverBand today={today} />, [defaultSettings, page, ...tasks]);
  await screen.user.click(screen.getByRole("button", { name: /left over/ }));
  return screen;
};

describe("what was left over", () => {
  it("is decided one by one: the second is carried, and the first and third stay", async () => {
    const { getByRole, getAllByRole, store, user, undo } = await drawn();
    await user.click(getAllByRole("button", { name: "Today" })[1] as HTMLElement);
    expect(store.get("tb")).toMatchObject({ doDay: today, carried: 1, page: `day-${today}` });
    expect(getByRole("button", { name: /2 tasks left over/ })).toBeTruthy();
    expect([store.get("ta"), store.get("tc")]).toEqual([tasks[0], tasks[2]]);
    undo();
    expect(store.get("tb")).toEqual(tasks[1]);
    expect(store.get(page.id)).toEqual(page);
  });

  it("is decided for all that are chosen at once, in one act that undoes", async () => {
    const { getByRole, store, user, undo } = await drawn();
    let acts = 0;
    store.onAct(() => acts++);
    await user.click(getByRole("button", { name: "Select all" }));
    await user.click(getByRole("checkbox", { name: "Select Task tc" }));
    const choices = getByRole("group", { name: "2 selected" });
    await user.click([...choices.querySelectorAll("button")].find(({ textContent }) => textContent === "Drop")!);
    expect(acts).toBe(1);
    expect([store.get("ta"), store.get("tb"), store.get("tc")]).toMatchObject([
      { state: "dropped" },
      { state: "dropped" },
      { state: "open" },
    ]);
    undo();
    expect(["ta", "tb", "tc"].map((id) => store.get(id))).toEqual(tasks);
  });

  it("that is left stays where it was written, without a day, and goes from the band", async () => {
    const { container, getAllByRole, store, user } = await drawn();
    for (let left = 3; left > 0; left--)
      await user.click(getAllByRole("button", { name: "Keep without a day" })[0] as HTMLElement);
    for (const id of ["ta", "tb", "tc"]) {
      expect(store.get(id)).not.toHaveProperty("doDay");
      expect(store.get(id)).toMatchObject({ state: "open", page: page.id });
    }
    expect(container.querySelector("section")).toBeNull();
  });

  it("asks what keeps a task that was carried for long, keeps the words in its note, and undoes in one step", async () => {
    const long = taskOf("ta", { doDay: yesterday, page: page.id, carried: 4 });
    const { getByRole, getAllByRole, findByRole, store, user, undo } = await draw(<LeftOverBand today={today} />, [
      defaultSettings,
      page,
      long,
      tasks[1]!,
    ]);
    await user.click(getByRole("button", { name: /left over/ }));
    const at = getAllByRole("button", { name: "Task ta" })[0]!.closest("li")!;
    await user.click([...at.querySelectorAll("button")].find(({ textContent }) => textContent === "Today")!);
    expect(store.get("ta")).toEqual(long);
    await findByRole("form", { name: "What keeps Task ta" });
    await user.keyboard("the mill does not answer{Enter}");
    expect(store.get("ta")).toMatchObject({
      ...{ doDay: today, carried: 5 },
      text: "Carried on [[2026-11-24]]: the mill does not answer",
    });
    undo();
    expect(store.get("ta")).toEqual(long);
    // Of several that are chosen, it stays for a decision of its own.
    await user.click(getByRole("button", { name: "Select all" }));
    const choices = getByRole("group", { name: "2 selected" });
    await user.click([...choices.querySelectorAll("button")].find(({ textContent }) => textContent === "Today")!);
    expect([store.get("ta"), store.get("tb")]).toMatchObject([{ doDay: yesterday }, { doDay: today }]);
  });

  it("is not carried a ninth time without a reason", async () => {
    const kept = taskOf("ta", { doDay: yesterday, page: page.id, carried: 8 });
    const { getByRole, findByRole, store, user } = await draw(<LeftOverBand today={today} />, [
      defaultSettings,
      page,
      kept,
    ]);
    await user.click(getByRole("button", { name: /left over/ }));
    await user.click(getByRole("button", { name: "Today" }));
    await findByRole("form", { name: "What keeps Task ta" });
    await user.keyboard("{Enter}");
    expect(store.get("ta")).toEqual(kept);
    await user.click(getByRole("button", { name: "It waits for somebody" }));
    expect(store.get("ta")).toMatchObject({ state: "waiting", carried: 8 });
  });
});
