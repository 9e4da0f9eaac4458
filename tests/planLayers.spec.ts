import { expect, test } from "@playwright/test";
import { capture, notice, open, pull, railItem } from "./helpers";

test("calendars and lenses are switched on and off side by side, each in its colour, beside the hours of another zone", async ({
  page,
}) => {
  await open(page, { workspace: "demo", path: "/plan/calendar/7/2026-11-30" });
  const crew = page.locator(".plan-hours .rail-item", { hasText: "Crew call" });
  const renewal = page.locator("[data-strip]", { hasText: "River house internet" });
  await expect(crew).toBeVisible();
  await expect(renewal).toHaveAttribute("data-dye", "ochre");
  await page.getByRole("button", { name: /^Items/ }).click();
  const shown = page.getByRole("dialog");
  await shown.getByRole("checkbox", { name: "Crew" }).uncheck();
  await expect(crew).toHaveCount(0);
  await shown.getByLabel("Colour of Renewals ahead").selectOption("walnut");
  await expect(renewal).toHaveAttribute("data-dye", "walnut");
  await shown.getByRole("checkbox", { name: /Renewals ahead/ }).uncheck();
  await expect(renewal).toHaveCount(0);
  await shown.getByRole("checkbox", { name: "Crew" }).check();
  await shown.getByRole("combobox", { name: "Add a time zone" }).fill("halif");
  await page.getByRole("option", { name: "America/Halifax" }).click();
  await expect(shown.getByText("America/Halifax")).toBeVisible();
  await shown.getByRole("button", { name: "people" }).click();
  await page.keyboard.press("Escape");
  await expect(page.locator(".plan-hours").getByText("Halifax")).toBeVisible();
  await page.reload();
  await expect(crew).toBeVisible();
  await expect(renewal).toHaveCount(0);
  await expect(page.locator(".plan-hours").getByText("Halifax")).toBeVisible();
});

test("the hours of the plan are narrowed, widen for what lies outside of them, and are kept; a week is found by its number", async ({
  page,
}) => {
  await open(page, { workspace: "own", path: "/plan/calendar/7/2026-11-23" });
  const drawn = page.locator(".plan-drawn");
  const height = async () => (await drawn.boundingBox())!.height;
  const whole = await height();
  await page.getByRole("button", { name: "Hours shown: all" }).click();
  await page.getByLabel("First hour").selectOption("7:00");
  await page.getByLabel("Last hour").selectOption("19:00");
  await page.keyboard.press("Escape");
  await expect.poll(height).toBeCloseTo(whole / 2, 0);
  // Drawn by hand at a place in sight, it is where the hand was.
  const noon = page.locator(".plan-hours").getByText("12:00", { exact: true });
  const at = (await noon.boundingBox())!;
  const day = (await page.locator("[data-column='2026-11-26']").boundingBox())!;
  await page.mouse.move(day.x + day.width / 2, at.y + 9);
  await page.mouse.down();
  await page.mouse.move(day.x + day.width / 2, at.y + 60, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText(/^12:00 to 13:\d\d$/).first()).toBeVisible();
  await page.keyboard.press("Escape");
  // What lies later widens the hours of its week.
  await capture(page, "Choir Thu 20:00-22:00");
  await expect.poll(height).toBeCloseTo((whole / 24) * 15, 0);
  await page.locator(".plan-hours").evaluate((element) => element.scrollTo({ top: element.scrollHeight }));
  await expect(railItem(page, "Choir")).toBeInViewport();
  await page.reload();
  await expect.poll(height).toBeCloseTo((whole / 24) * 15, 0);
  await page.getByRole("button", { name: /^Range/ }).click();
  await page.getByLabel(/^Week/).fill("53");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("28 December 2026 to 3 January 2027");
  await expect.poll(height).toBeCloseTo(whole / 2, 0);
});

test("tasks are shown by their priority, on the hours, in the strip and in the tray, and follow when it changes", async ({
  page,
}) => {
  await open(page, { path: "/plan" });
  for (const words of [
    "Order stakes Thu 10:00 30 min vital",
    "Oil the hinges Thu 11:00 30 min",
    "Letter vital",
    "Ring",
  ])
    await capture(page, words);
  const item = (words: string) => page.locator(".plan-hours .rail-item", { hasText: words });
  await expect(item("Oil the hinges")).toBeVisible();
  await page.getByRole("button", { name: /^Items/ }).click();
  const priorities = page.getByRole("region", { name: "Task priority" });
  await priorities.getByRole("button", { name: "No priority" }).click();
  await page.keyboard.press("Escape");
  await expect(item("Oil the hinges")).toHaveCount(0);
  await expect(item("Order stakes")).toBeVisible();
  await expect(page.locator("[data-tray]")).toHaveText(/Letter/);
  await expect(page.getByRole("button", { name: "Items: some" })).toBeVisible();
  // A task whose priority changes is seen again without anything else being touched.
  await item("Order stakes").click();
  const sheet = page.getByRole("complementary", { name: "Record" });
  await sheet.getByRole("combobox", { name: "Priority" }).selectOption({ label: "None" });
  await expect(item("Order stakes")).toHaveCount(0);
  await page.locator("body").press("Control+z");
  await expect(item("Order stakes")).toBeVisible();
  await page.reload();
  await expect(item("Order stakes")).toBeVisible();
  await expect(item("Oil the hinges")).toHaveCount(0);
});

test("an event of a series gets a page for its notes from a template, and its day lists it", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/plan" });
  await page.locator(".plan-hours .rail-item", { hasText: "Board liaison" }).focus();
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Add from a template" }).click();
  const form = page.getByRole("dialog");
  await expect(form.getByLabel("About")).toHaveValue("Board liaison");
  await expect(form.getByLabel("Who")).toHaveValue("Odile");
  await form.getByRole("button", { name: "Add" }).click();
  await expect(notice(page)).toContainText("Added a notes page for “Board liaison”");
  await page.goto("/day/2026-11-25");
  const listed = page.getByRole("region", { name: "Notes for this day’s events" });
  await listed.getByRole("button", { name: "Board liaison, 2026-11-25" }).click();
  await expect(page.locator(".cm-content").first()).toContainText("With Odile");
  await page.goto("/day/2026-12-09");
  await expect(page.getByRole("region", { name: "Hours" })).toContainText("Board liaison");
  await expect(listed).toHaveCount(0);
});

test("the weights of the pull are turned with the order in sight, and kept", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/settings" });
  const pull = page.getByRole("region", { name: "Pull" });
  const first = pull.getByRole("listitem").first();
  await expect(first).toContainText("Narrative");
  await pull.getByRole("slider", { name: "Carried often" }).fill("50");
  await expect(pull.getByRole("listitem").filter({ hasText: "loppers" })).toContainText("up");
  await pull.getByRole("button", { name: "Save" }).click();
  await expect(pull.getByText("Current order")).toBeVisible();
  await page.reload();
  await expect(pull.getByRole("slider", { name: "Carried often" })).toHaveValue("50");
  await pull.getByRole("button", { name: "Reset to defaults" }).click();
  await expect(first).toContainText("Narrative");
});

test("a habit stands on its days and is marked there; double bookings are listed with a way out", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/plan/calendar/1/2026-11-23" });
  const habit = page.locator("[data-strip]", { hasText: "Practice scales" });
  await page.getByRole("button", { name: /more on Monday/ }).click();
  await expect(habit).toHaveAttribute("aria-label", /done/);
  const before = await habit.getAttribute("aria-label");
  await habit.focus();
  await page.keyboard.press(" ");
  await expect(habit).not.toHaveAttribute("aria-label", before!);
  await page.getByRole("button", { name: /double booking/ }).click();
  const list = page.getByRole("region", { name: "Warnings" });
  await list.getByRole("button", { name: /^Move Rating curve rerun to/ }).click();
  await expect(notice(page)).toContainText("Rating curve rerun");
  await expect(list.getByRole("button", { name: /Board call/ })).toHaveCount(0);
});

test("a record of one's own register is moved on the calendar by keys and by a pull, one step each; a computed date stays", async ({
  page,
}) => {
  await open(page, { workspace: "demo", path: "/plan/calendar/7/2026-11-30" });
  const permit = page.locator("[data-strip]", { hasText: "Abstraction, reach 5" });
  await expect(permit).toHaveAttribute("aria-label", /Wednesday 2 December/);
  await permit.focus();
  await page.keyboard.press("ArrowRight");
  await expect(permit).toHaveAttribute("aria-label", /Thursday 3 December/);
  const from = (await permit.boundingBox())!;
  const strip = (await page.getByRole("group", { name: "No set time" }).boundingBox())!;
  const start = { x: from.x + 20, y: from.y + 8 };
  await pull(page, start, { x: strip.x + strip.width - 20, y: start.y });
  await expect(permit).toHaveAttribute("aria-label", /Sunday 6 December/);
  await page.keyboard.press("Control+z");
  await expect(permit).toHaveAttribute("aria-label", /Thursday 3 December/);
  await page.keyboard.press("Control+z");
  await expect(permit).toHaveAttribute("aria-label", /Wednesday 2 December/);
  const renewal = page.locator("[data-strip]", { hasText: "River house internet" });
  await renewal.focus();
  await page.keyboard.press("ArrowRight");
  await expect(renewal).toHaveAttribute("aria-label", /Monday 30 November/);
});

test("a register says what means done; its records are ticked in lists, on the plan and on Today, and dyed by a choice", async ({
  page,
}) => {
  await open(page, { workspace: "demo", path: "/registers/permits" });
  await page.getByRole("link", { name: "Permits" }).click();
  await page.getByRole("button", { name: "Field Stage" }).click();
  await page.getByRole("combobox", { name: "Means done" }).selectOption({ label: "Granted" });
  await page.keyboard.press("Escape");
  await page.goto("/plan/calendar/7/2026-11-30");
  const permit = page.locator("[data-strip]", { hasText: "Abstraction, reach 5" });
  await expect(permit).toHaveAttribute("aria-label", /not done/);
  await permit.locator("[data-tick]").click();
  await expect(permit).toHaveAttribute("aria-label", /, done/);
  await page.keyboard.press("Control+z");
  await expect(permit).toHaveAttribute("aria-label", /not done/);

  await page.goto("/day/2026-12-02");
  const line = page.locator(".rail [data-layer]", { hasText: "Abstraction, reach 5" });
  await line.focus();
  await page.keyboard.press("Space");
  await expect(line).toHaveAttribute("aria-label", /, done/);
  await page.keyboard.press("ArrowRight");
  // The page goes on with it to its new day, and the focus stays on it.
  await expect(page).toHaveURL(/2026-12-03/);
  await expect(line).toHaveAttribute("aria-label", /, done/);
  await expect(line).toBeFocused();
});
