import { readFile } from "node:fs/promises";
import { expect, test, type Page } from "@playwright/test";
import { capture, middle, notice, open, pull, ready, saved, trayRow } from "./helpers";

const item = (page: Page, words: string) => page.locator(".plan-hours .rail-item", { hasText: words });

/** The place of a minute of a day on the calendar, scrolled into sight. */
async function pointOn(page: Page, date: string, minute: number) {
  const column = page.locator(`[data-column="${date}"]`);
  await column.evaluate((element, at) => {
    const scroller = element.closest(".plan-hours") as HTMLElement;
    scroller.scrollTop = (element.clientHeight * (at - 180)) / 1440;
  }, minute);
  const box = (await column.boundingBox())!;
  return { x: box.x + box.width / 2, y: box.y + (box.height * minute) / 1440 };
}

async function gather(page: Page) {
  await open(page);
  for (const words of ["survey report 4 h", "order stakes 45 min", "call the mill 30 min"]) await capture(page, words);
  await page.getByRole("link", { name: "Plan", exact: true }).click();
  await expect(page).toHaveURL(/\/plan$/);
  await expect(page.locator(".plan-hours")).toBeVisible();
  await expect(trayRow(page, "survey report")).toBeVisible();
}

/** Each block of the plan: its words and its hours. */
const plan = (page: Page) =>
  page
    .locator(".plan-hours .rail-item")
    .evaluateAll((all) =>
      all
        .map((one) => `${one.closest("[data-column]")?.getAttribute("data-column")} ${one.getAttribute("aria-label")}`)
        .sort(),
    );

test("a week is planned by pointer, and again by keys, to the same plan", async ({ page, browser }) => {
  await gather(page);
  await pull(page, await middle(trayRow(page, "order stakes")), await pointOn(page, "2026-11-25", 9 * 60));
  await expect(item(page, "order stakes")).toHaveAttribute("aria-label", /9:00 to 9:45/);
  await expect(trayRow(page, "order stakes")).toHaveCount(0);
  await pull(page, await middle(trayRow(page, "call the mill")), await pointOn(page, "2026-11-26", 14 * 60));
  await expect(
    page.locator(".plan-hours").getByRole("link", { name: /Thursday 26 November, 30 min of 8 h/ }),
  ).toBeVisible();
  const byPointer = await plan(page);
  expect(byPointer).toHaveLength(2);

  const other = await (await browser.newContext({ locale: "en-GB", timezoneId: "Europe/Berlin" })).newPage();
  await gather(other);
  for (const [words, right, down] of [
    ["order stakes", 1, 0],
    ["call the mill", 2, 5],
  ] as const) {
    await trayRow(other, words).focus();
    await other.keyboard.press("h");
    await expect(notice(other)).toContainText("Enter places it");
    for (let at = 0; at < right; at++) await other.keyboard.press("ArrowRight");
    // From where it stands to nine, or to fourteen: the present is 11:07.
    await other.keyboard.press("Shift+ArrowUp");
    await other.keyboard.press("Shift+ArrowUp");
    for (let at = 0; at < down; at++) await other.keyboard.press("Shift+ArrowDown");
    for (let at = 0; at < 2; at++) await other.keyboard.press("ArrowUp");
    await other.keyboard.press("Enter");
  }
  await expect.poll(() => plan(other)).toEqual(byPointer);
  await other.context().close();
});

test("a long task is split over three sittings, and what is left stays in the tray", async ({ page }) => {
  await gather(page);
  await pull(page, await middle(trayRow(page, "order stakes")), await pointOn(page, "2026-11-25", 11 * 60));
  await pull(page, await middle(trayRow(page, "survey report")), await pointOn(page, "2026-11-25", 9 * 60));
  await expect(item(page, "survey report")).toHaveAttribute("aria-label", /9:00 to 11:00/);
  await expect(trayRow(page, "survey report")).toContainText("2 h left");
  await pull(page, await middle(trayRow(page, "call the mill")), await pointOn(page, "2026-11-26", 10 * 60));
  await pull(page, await middle(trayRow(page, "survey report")), await pointOn(page, "2026-11-26", 9 * 60));
  await expect(trayRow(page, "survey report")).toContainText("60 min left");
  await pull(page, await middle(trayRow(page, "survey report")), await pointOn(page, "2026-11-27", 9 * 60));
  await expect(trayRow(page, "survey report")).toHaveCount(0);
  await expect(item(page, "survey report")).toHaveCount(3);

  // One sitting goes back, by a pull off the hours; the others stay.
  await pull(page, await middle(item(page, "survey report").last()), { x: 1150, y: 700 });
  await expect(trayRow(page, "survey report")).toContainText("60 min left");
  await notice(page).getByRole("button", { name: "Undo" }).click();
  await expect(trayRow(page, "survey report")).toHaveCount(0);
  await saved(page);
  await page.reload();
  await ready(page);
  await expect(item(page, "survey report")).toHaveCount(3);
});

test("a time box holds tasks, shows how full it is, and is worked off in order", async ({ page }) => {
  await gather(page);
  const from = await pointOn(page, "2026-11-25", 9 * 60);
  await pull(page, from, { x: from.x, y: from.y + 2 * 51 });
  const form = page.getByRole("form", { name: "What is this time for?" });
  await form.getByLabel("Description").fill("Small things");
  await form.getByRole("button", { name: "Add" }).click();
  const inside = await pointOn(page, "2026-11-25", 10 * 60);
  await pull(page, await middle(trayRow(page, "order stakes")), inside);
  await expect(notice(page)).toContainText("into “Small things”");
  await pull(page, await middle(trayRow(page, "survey report")), inside);
  await expect(item(page, "Small things")).toHaveAttribute("aria-label", /2 tasks, 2 h of 2 h filled/);
  await expect(trayRow(page, "survey report")).toContainText("2 h 45 left");

  // Hours of its own that a task has go into the box with it.
  await pull(page, await middle(trayRow(page, "call the mill")), await pointOn(page, "2026-11-26", 9 * 60));
  const target = await pointOn(page, "2026-11-25", 9 * 60 + 45);
  await pull(page, await middle(item(page, "call the mill")), target);
  await expect(item(page, "Small things")).toHaveAttribute("aria-label", /3 tasks, 2 h 30 of 2 h filled/);
  await page.keyboard.press("Control+z");
  await expect(item(page, "call the mill")).toBeVisible();

  await item(page, "Small things").focus();
  await page.keyboard.press("Enter");
  const tasks = page.getByRole("region", { name: "Tasks in this box" });
  await expect(tasks.getByRole("listitem").first()).toContainText("order stakes");
  await tasks.getByRole("button", { name: "survey report", exact: true }).focus();
  await page.keyboard.press("Alt+ArrowUp");
  await expect(tasks.getByRole("listitem").first()).toContainText("survey report");
  await tasks.getByRole("checkbox", { name: "Mark survey report as done" }).check();
  await tasks.getByRole("button", { name: "order stakes", exact: true }).focus();
  await page.keyboard.press("Delete");
  await expect(tasks.getByRole("listitem")).toHaveCount(1);
  await page.getByRole("button", { name: "Close the record" }).click();
  await expect(trayRow(page, "order stakes")).toBeVisible();
});

test("a due date that does not fit is told early, with what could move", async ({ page }) => {
  await gather(page);
  await capture(page, "claim narrative 12 h due Wed");
  await capture(page, "budget table 6 h due Wed");
  const warning = page.getByRole("region", { name: "Work that does not fit" });
  await expect(warning).toContainText("Tomorrow is short by");
  await expect(warning).toContainText("18 h is due by the end of tomorrow");
  await pull(page, await middle(trayRow(page, "order stakes")), await pointOn(page, "2026-11-25", 9 * 60));
  await warning.getByRole("button", { name: "Show what could move" }).click();
  const short = await warning.locator("h2").textContent();
  await warning.getByRole("button", { name: "to Thu" }).click();
  await expect(page.locator('[data-column="2026-11-26"] .rail-item')).toHaveCount(1);
  await expect(warning.locator("h2")).not.toHaveText(short!);
});

test("the strip without hours takes from the hours and gives back; a copy is made with the platform’s key", async ({
  page,
}) => {
  await gather(page);
  await pull(page, await middle(trayRow(page, "order stakes")), await pointOn(page, "2026-11-25", 9 * 60));
  const strip = page.getByRole("group", { name: "No set time" });
  const box = (await strip.boundingBox())!;
  const thursday = (await page.locator('[data-column="2026-11-26"]').boundingBox())!;
  const above = { x: thursday.x + 40, y: box.y + 20 };
  await pull(page, await middle(item(page, "order stakes")), above);
  await expect(item(page, "order stakes")).toHaveCount(0);
  const chip = strip.getByRole("button", { name: /order stakes, Thursday 26 November/ });
  await expect(chip).toBeVisible();
  const morning = await pointOn(page, "2026-11-27", 10 * 60);
  await pull(page, await middle(chip), morning);
  await expect(page.locator('[data-column="2026-11-27"]').getByText("order stakes")).toBeVisible();

  await page.keyboard.down("Control");
  const later = await pointOn(page, "2026-11-27", 12 * 60);
  await pull(page, await middle(item(page, "order stakes")), later);
  await page.keyboard.up("Control");
  await expect(item(page, "order stakes")).toHaveCount(2);
});

test("the matrix sets priority by keys and by pull, and takes several at once", async ({ page }) => {
  await gather(page);
  await capture(page, "claim narrative 2 h due Wed");
  await page.goto("/plan/matrix");
  await ready(page);
  const card = page.locator("[data-card]", { hasText: "claim narrative" });
  await expect(card).toHaveAttribute("aria-label", /normal/);
  await card.focus();
  await page.keyboard.press("ArrowUp");
  await expect(card).toHaveAttribute("aria-label", /high/);
  await expect(page.getByText("Do now")).toBeVisible();
  await page.getByRole("button", { name: "Shown as: a matrix" }).click();
  await page.getByRole("button", { name: "a list", exact: true }).click();
  await expect(page.getByRole("region", { name: "Do now" })).toContainText("claim narrative");
});

test("one occurrence of a series is moved alone, then all later ones, and one is left out", async ({ page }) => {
  await gather(page);
  const from = await pointOn(page, "2026-11-24", 14 * 60);
  await pull(page, from, { x: from.x, y: from.y + 51 });
  await page.getByRole("textbox", { name: "Description" }).fill("Crew call");
  await page.getByRole("button", { name: "Event", exact: true }).click();
  await page.getByRole("button", { name: "Add" }).click();
  await item(page, "Crew call").click();
  const sheet = page.getByRole("complementary", { name: "Record" });
  await sheet.getByRole("combobox", { name: "Repeat" }).selectOption({ label: "every week on Tuesday" });
  await page.getByRole("button", { name: "Close the record" }).click();

  const starts = async (date: string) => {
    await page.goto(`/plan/calendar/7/${date}`);
    await ready(page);
    await expect(page.locator(".plan-hours")).toBeVisible();
    return plan(page);
  };
  expect(await starts("2026-12-01")).toEqual(["2026-12-01 Crew call, 14:00 to 15:00, repeats"]);
  await item(page, "Crew call").focus();
  await page.keyboard.press("ArrowRight");
  await expect.poll(() => plan(page)).toEqual(["2026-12-02 Crew call, 14:00 to 15:00, repeats"]);
  await saved(page);
  expect(await starts("2026-12-08")).toEqual(["2026-12-08 Crew call, 14:00 to 15:00, repeats"]);

  await item(page, "Crew call").click();
  await sheet.getByRole("radio", { name: "this and later ones" }).click();
  await sheet.getByRole("button", { name: "Remove this and later ones" }).click();
  await expect(item(page, "Crew call")).toHaveCount(0);
  await saved(page);
  expect(await starts("2026-12-15")).toEqual([]);
  expect(await starts("2026-12-01")).toEqual(["2026-12-02 Crew call, 14:00 to 15:00, repeats"]);
});

test("a calendar file is read with its faults told, a second time changes nothing, and comes out again", async ({
  page,
}) => {
  await open(page, { path: "/settings" });
  const file = [
    "BEGIN:VCALENDAR",
    "BEGIN:VEVENT",
    "UID:site",
    "SUMMARY:Site meeting",
    "DTSTART;TZID=America/Halifax:20261125T090000",
    "DTEND;TZID=America/Halifax:20261125T100000",
    "X-ROOM:yard",
    "END:VEVENT",
    "BEGIN:VEVENT",
    "UID:broken",
    "SUMMARY:No time",
    "END:VEVENT",
    "END:VCALENDAR",
  ].join("\r\n");
  const read = () =>
    page
      .getByLabel("Calendar file")
      .setInputFiles({ name: "site.ics", mimeType: "text/calendar", buffer: Buffer.from(file) });
  await read();
  const preview = page.getByRole("dialog", { name: "“site.ics” into this workspace" });
  await expect(preview).toContainText("1 × event");
  await expect(preview.getByRole("list", { name: "Skipped" })).toContainText("Line 9");
  await preview.getByRole("button", { name: "Import" }).click();
  await expect(notice(page)).toContainText("Imported “site.ics”");
  await saved(page);
  await read();
  await expect(preview).toContainText("Unchanged");
  await expect(preview.getByRole("button", { name: "Import" })).toBeDisabled();
  await preview.getByRole("button", { name: "Cancel" }).click();
  const download = page.waitForEvent("download");
  await page.getByRole("button", { name: "Export a calendar file" }).click();
  const path = await (await download).path();
  expect(await readFile(path, "utf8")).toMatch(/DTSTART;TZID=America\/Halifax:20261125T090000[^]*X-ROOM:yard/);

  await page.goto("/plan/calendar/1/2026-11-25");
  await ready(page);
  await expect(item(page, "Site meeting")).toHaveAttribute("aria-label", /14:00 to 15:00/);
});

test("the timeline goes from bar to bar by keys, and moves one", async ({ page }) => {
  await gather(page);
  await pull(page, await middle(trayRow(page, "order stakes")), await pointOn(page, "2026-11-25", 9 * 60));
  await expect(item(page, "order stakes")).toBeVisible();
  await page.getByRole("link", { name: "Timeline", exact: true }).click();
  const canvas = page.getByRole("application", { name: /Timeline/ });
  await canvas.focus();
  const current = page.locator("#timeline-current");
  for (let at = 0; at < 3 && !/order stakes/.test((await current.textContent()) ?? ""); at++)
    await page.keyboard.press("ArrowRight");
  await expect(current).toContainText("order stakes, tomorrow 9:00");
  await page.keyboard.press("Control+ArrowRight");
  await expect(current).toContainText("Thu 9:00 to Thu 9:45");
  await page.keyboard.press("Control+z");
  await expect(current).toContainText("order stakes, tomorrow 9:00");
  await page.keyboard.press("Space");
  await expect(current).toContainText("done");
  await page.keyboard.press("Space");
  await expect(current).not.toContainText("done");

  // Moved by hand, the address follows, and Today leads back.
  const box = (await canvas.boundingBox())!;
  await pull(page, { x: box.x + 600, y: box.y + 300 }, { x: box.x + 300, y: box.y + 300 });
  await expect(page).toHaveURL(/\/plan\/timeline\/2026-12-0\d/);
  await page.locator(".plan-head").getByRole("link", { name: "Today" }).click();
  await expect(page).toHaveURL(/\/plan\/timeline$/);
  await page.waitForTimeout(400);
  await expect(page).toHaveURL(/\/plan\/timeline$/);
});

test("a week prints without what is only for the screen", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/plan" });
  await expect(page.locator(".plan-hours .rail-item").first()).toBeVisible();
  await page.emulateMedia({ media: "print" });
  for (const hidden of [".top-bar", ".spine", ".side-column"]) await expect(page.locator(hidden)).toBeHidden();
  await expect(page.locator(".plan-hours .rail-item").first()).toBeVisible();
  const pdf = await page.pdf({ format: "A4", landscape: true, printBackground: true });
  expect(pdf.length).toBeGreaterThan(10_000);
});

/** The days and hours of all that has a title, as the plan's records have them. */
async function stands(page: Page): Promise<Record<string, string>> {
  const all = await page
    .locator("[data-item], [data-strip], [data-entry]")
    .evaluateAll((found) =>
      found.map((one) => [
        one.textContent!.replace(/\s*\d+:\d\d.*$/, "").trim(),
        `${(one.closest("[data-column]") ?? one.closest("[data-month-day]"))?.getAttribute("data-column") ?? one.closest("[data-month-day]")?.getAttribute("data-month-day") ?? ""} ${one.getAttribute("aria-label")!.replace(/, not done.*$/, "")}`,
      ]),
    );
  return Object.fromEntries(all as [string, string][]);
}

for (const [look, mark, words] of [
  ["/plan", "data-item", "alder survey"],
  ["/plan", "data-strip", "order reeds"],
  ["/plan/calendar/month", "data-entry", "order reeds"],
] as const)
  test(`an arrow that is pressed again moves the same thing on, and no other: ${words} at ${look}`, async ({
    page,
  }) => {
    await open(page);
    for (const line of [
      "alder survey Tue 14:00-15:00",
      "landowners Wed 14:00-15:00",
      "crew call Thu 14:00-15:00",
      "mill visit Fri 14:00-15:00",
      "boat check Sat 14:00-15:00",
      ...["order reeds today", "order stakes Wed", "order sedge Thu", "order willow Fri", "order alder Sat"],
      ...["print maps Wed", "print signs Wed", "print lists Wed", "print plans Thu", "print notes Thu"],
    ])
      await capture(page, line);
    await page.goto(look);
    await ready(page);
    const thing = page.locator(`[${mark}]`, { hasText: words });
    await thing.focus();
    const id = await thing.getAttribute(mark);
    const before = await stands(page);
    const presses = 5;
    for (let press = 0; press < presses; press++) {
      await expect(page.locator(`[${mark}="${id}"]`)).toBeFocused();
      await page.keyboard.press("ArrowRight");
    }
    await expect(page.locator(`[${mark}="${id}"]`)).toBeFocused();
    await expect(page.locator(`[${mark}="${id}"]`)).toBeInViewport();
    // Sunday: still in the week and the month that are shown, among all that stood there.
    const after = await stands(page);
    const named = Object.keys(before).find((one) => one.includes(words))!;
    expect(after[named]).not.toBe(before[named]);
    for (const other of Object.keys(before))
      if (other !== named && after[other] !== undefined) expect(after[other]).toBe(before[other]);
    // Over the end of the week the view goes with it.
    await page.keyboard.press("ArrowRight");
    await expect(page.locator(`[${mark}="${id}"]`)).toBeFocused();
    await page.keyboard.press("ArrowRight");
    await expect(page.locator(`[${mark}="${id}"]`)).toBeFocused();
    await saved(page);
  });
