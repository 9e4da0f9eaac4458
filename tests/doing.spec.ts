import { expect, test, type Page } from "@playwright/test";
import { notice, ready } from "./helpers";

/** The demo on its Tuesday at seven past eleven, by a clock that goes on and can be put forward. */
async function openDemo(page: Page) {
  await page.addInitScript(() => localStorage.setItem("pensum-workspace", "demo"));
  await page.clock.install({ time: new Date("2026-11-24T10:07:00Z") });
  await page.goto("/");
  await ready(page);
  await page.locator("[data-tray]").first().waitFor();
  await page.getByRole("region", { name: "Portion" }).waitFor();
}

const minutesIn = (words: string) => {
  const [, hours = 0, rest = 0] = /(?:(\d+) h)?\s*(\d+)?(?: min)?/.exec(words) ?? [];
  return Number(hours) * 60 + Number(rest);
};
const timer = (page: Page) => page.getByRole("timer").first();
const worked = (page: Page) => page.getByRole("group", { name: "Worked" });

/** The numbers of the day, from every place where they stand, agree. */
async function expectAgreement(page: Page, title: string) {
  const head = (await page.getByRole("region", { name: "Hours" }).locator("h2 span").first().textContent()) ?? "";
  const sum = minutesIn(/, (.*) worked$/.exec(head)?.[1] ?? "");
  await expect(page.getByRole("region", { name: "Log" }).getByRole("heading")).toContainText("worked");
  const log = (await page.getByRole("region", { name: "Log" }).getByRole("heading").textContent()) ?? "";
  expect(minutesIn(log.replace(/^Log/, ""))).toBe(sum);
  await page.evaluate(() => history.pushState(null, "", "/registers/work"));
  await page.getByRole("button", { name: "Shown as" }).click();
  await page.getByText("Timesheet", { exact: true }).click();
  const sheet = page.getByRole("table", { name: "Timesheet" });
  await sheet.locator("tfoot").waitFor();
  const column = await sheet
    .locator("thead th")
    .evaluateAll((cells) => cells.findIndex((cell) => /24/.test(cell.textContent ?? "")));
  const foot = await sheet.locator("tfoot tr > *").nth(column).textContent();
  expect(minutesIn(foot ?? "")).toBe(sum);
  const row = sheet.locator("tbody tr").filter({ hasText: title });
  const ofTask = minutesIn(await row.locator("td, th").nth(column).locator("input").inputValue());
  await page.evaluate(() => history.pushState(null, "", "/"));
  await page.getByRole("region", { name: "Portion" }).waitFor();
  return { sum, ofTask };
}

test("a day by pointer: aims, portion, over-run, break, switch, a jotted note, a gap, a habit, a reminder", async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole("button", { name: "Add an aim" }).click();
  await page.getByRole("textbox", { name: "An aim for the day" }).fill("Out by four");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("region", { name: "Aims" }).getByRole("listitem")).toHaveCount(3);

  // A fourth for the portion asks which one goes.
  const fourth = page.locator("[data-tray]").filter({ hasText: "Oil the trailer hitch" });
  await fourth.hover();
  await page.mouse.down();
  const portion = page.getByRole("region", { name: "Portion" });
  const box = (await portion.boundingBox())!;
  await page.mouse.move(box.x + 200, box.y + 60, { steps: 8 });
  await page.mouse.up();
  await page
    .getByRole("dialog", { name: "Which one goes?" })
    .getByRole("button", { name: /willow stakes/ })
    .click();
  await expect(portion).toContainText("Oil the trailer hitch");

  // The clock on the block that is now: it runs over, gets five more minutes, and goes on after a break.
  await portion.getByRole("button", { name: "Start" }).click();
  await expect(timer(page)).toHaveAccessibleName(/left$/);
  await page.clock.runFor(95 * 60_000);
  await expect(timer(page)).toHaveAccessibleName("5 min over");
  await expect(page).toHaveTitle(/^5 min over, Finish the gravel survey/);
  await page.getByRole("button", { name: "5 more minutes" }).click();
  await expect(timer(page)).toHaveAccessibleName("5 min left");
  await page.getByRole("textbox", { name: "Jot something down" }).fill("figure 3 has no scale");
  await page.keyboard.press("Enter");
  // An editor that is out of sight need not have drawn its last lines.
  const words = page.locator(".day-page :is(.cm-content, .plain-page)");
  await words.evaluate((content) => content.scrollIntoView({ block: "end" }));
  await expect(words).toContainText("12:42, Finish the gravel survey");
  await page.getByRole("button", { name: "Break", exact: true }).click();
  await page.clock.runFor(10 * 60_000);
  await page.getByRole("button", { name: "Go on" }).click();
  await page.clock.runFor(3 * 60_000);
  await page.getByRole("button", { name: "Switch", exact: true }).click();
  await page.getByRole("combobox", { name: "Switch to" }).fill("Timesheets for the crew");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("button", { name: /^Clock: Timesheets for the crew/ })).toBeVisible();
  await page.clock.runFor(20 * 60_000);
  await page.getByRole("button", { name: "Finish", exact: true }).click();
  await page.getByRole("button", { name: "Stop here" }).click();
  await expect(page.getByRole("timer")).toHaveCount(0);

  // What lies between the entries was something: a gap is mended, and what was planned is taken over.
  await worked(page)
    .getByRole("button", { name: /^9:42 to 11:07: what was it/ })
    .click();
  await page.getByRole("combobox", { name: "What was it" }).fill("Telephone");
  await page.keyboard.press("Enter");
  await expect(worked(page).getByRole("button", { name: /^Worked: Telephone, 9:42 to 11:07/ })).toBeVisible();

  const habit = page.getByRole("region", { name: "Habits" }).getByRole("button").first();
  await habit.click();
  await expect(habit).toHaveAttribute("aria-pressed", "true");
  await page.keyboard.press("Control+z");
  await expect(habit).toHaveAttribute("aria-pressed", "false");

  // A reminder that was typed rings, and rings again when it was put off.
  const field = page.getByRole("textbox", { name: "Add a task, event or note" });
  await field.fill("call the mill 14:00 remind me 10 min before");
  await field.press("Enter");
  await field.press("Escape");
  await page.clock.runFor(40 * 60_000);
  const ringing = page.getByRole("region", { name: "Reminders" });
  await expect(ringing).toContainText("call the mill");
  await ringing.getByRole("button", { name: "In 5 min" }).first().click();
  await expect(ringing.filter({ hasText: "call the mill" })).toHaveCount(0);
  await page.clock.runFor(5 * 60_000);
  await expect(ringing).toContainText("call the mill");
  await ringing.getByRole("button", { name: "Dismiss" }).first().click();

  const { ofTask } = await expectAgreement(page, "Finish the gravel survey write-up");
  expect(ofTask).toBe(95 + 3);
});

test("the same day by keys alone", async ({ page }) => {
  await openDemo(page);
  await page
    .getByRole("region", { name: "Portion" })
    .getByRole("button", { name: /^Finish the gravel/ })
    .focus();
  await page.keyboard.press("Alt+ArrowDown");
  const portion = page.getByRole("region", { name: "Portion" });
  await expect(portion.getByRole("listitem").first()).toContainText("culvert");
  await page.keyboard.press("w");
  await expect(timer(page)).toHaveAccessibleName(/left$/);
  await page.clock.runFor(30 * 60_000);

  // P on a task of the tray puts it into the portion; which one goes is chosen by keys.
  await page.locator("[data-tray]").filter({ hasText: "Oil the trailer hitch" }).focus();
  await page.keyboard.press("p");
  await expect(page.getByRole("dialog", { name: "Which one goes?" })).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(portion).toContainText("Oil the trailer hitch");

  // W on another switches; the clock itself is opened by W where nothing is selected.
  await page.locator("[data-tray]").filter({ hasText: "Oil the trailer hitch" }).focus();
  await page.keyboard.press("w");
  await expect(page.getByRole("button", { name: /^Clock: Oil the trailer hitch/ })).toBeVisible();
  await page.clock.runFor(12 * 60_000);
  await page.getByRole("button", { name: /^Clock: / }).focus();
  await page.keyboard.press("Enter");
  const panel = page.getByRole("dialog", { name: "Clock" });
  await panel.getByRole("button", { name: "Finish", exact: true }).focus();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("timer")).toHaveCount(0);
  await expect(notice(page)).toContainText("Finished “Oil the trailer hitch”");
  await page.keyboard.press("Escape");

  // The strand: moved, stretched and taken back.
  const entry = worked(page).getByRole("button", { name: /^Worked: Oil the trailer hitch, 11:37 to 11:49/ });
  await entry.focus();
  await page.keyboard.press("Shift+ArrowUp");
  await expect(
    worked(page).getByRole("button", { name: /^Worked: Oil the trailer hitch, 11:37 to 11:44/ }),
  ).toBeVisible();
  await page.keyboard.press("Control+z");
  await expect(entry).toBeVisible();

  // A line of the log, typed.
  await page.getByRole("textbox", { name: "From and to, or how long" }).focus();
  await page.keyboard.type("9:42 to 10:10");
  await page.keyboard.press("Enter");
  await page.getByRole("combobox", { name: "What was worked on" }).waitFor();
  await page.keyboard.type("Telephone");
  await page.keyboard.press("Enter");
  await expect(worked(page).getByRole("button", { name: /^Worked: Telephone, 9:42 to 10:10/ })).toBeVisible();
  await page.getByRole("region", { name: "Habits" }).getByRole("button").first().focus();
  await page.keyboard.press("Space");
  const { ofTask } = await expectAgreement(page, "Finish the gravel survey write-up");
  expect(ofTask).toBe(30);
  await page.reload();
  await ready(page);
  await expect(worked(page).getByRole("button", { name: /^Worked: Telephone/ })).toBeVisible();
});
