import { expect, test, type Page } from "@playwright/test";
import { capture, open, openFound, ready, saved } from "./helpers";

const changed = (page: Page) => page.getByRole("complementary", { name: "Changed by this review" });
const next = (page: Page) => page.getByRole("button", { name: /^Done, next|^Done, end/ });

test("the week of the demo is reviewed: left, gone on with, one change taken back, and its summary written", async ({
  page,
}) => {
  await open(page, { workspace: "demo", path: "/back/reviews", now: "2026-11-27T16:40" });
  await page.getByRole("button", { name: "Begin The week" }).click();
  await expect(page.getByRole("heading", { name: "What is in the inbox?" })).toBeVisible();
  await page.getByRole("button", { name: "Skip", exact: true }).click();
  const heading = page.getByRole("heading", { name: "Is each project still going where it should?" });
  await expect(heading).toBeFocused();
  // One project: a task gets a day, and the project is set reviewed.
  const project = page.locator("main section").first();
  const name = (await project.getAttribute("aria-label"))!;
  await project.getByRole("textbox", { name: "Next step" }).fill("Ask the parish for the trailer");
  await page.keyboard.press("Enter");
  const chips = page.getByRole("group", { name: "A day for Ask the parish for the trailer" });
  await chips.getByRole("button", { name: /^Thursday 3 December/ }).click();
  await expect(chips.getByRole("button", { name: /^Thursday/ })).toHaveAttribute("aria-pressed", "true");
  await page.getByRole("button", { name: "Looked at" }).click();
  await expect(page.getByRole("region", { name })).toHaveCount(0);
  await expect(changed(page).getByRole("listitem")).toHaveCount(3);
  await saved(page);
  // Left and gone on with, where it stood.
  await page.reload();
  await ready(page);
  await expect(heading).toBeVisible();
  await expect(changed(page)).toContainText(`Looked at “${name}”`);
  await changed(page)
    .getByRole("button", { name: /^Undo: Set the day of “Ask the parish/ })
    .click();
  await expect(changed(page).getByRole("listitem")).toHaveCount(2);
  // The other steps, by the button that has the focus of the eye.
  await next(page).click();
  const loose = page.getByRole("group", { name: "A day for Ask the parish for the trailer" });
  await expect(loose.getByRole("button", { name: /^Thursday/ })).toHaveAttribute("aria-pressed", "false");
  await next(page).click();
  await page.getByRole("textbox", { name: "A goal of next week" }).fill("Trailer found");
  await page.keyboard.press("Enter");
  for (let step = 0; step < 4; step++) await next(page).click();
  await expect(page.getByRole("heading", { name: "What came of it, and what comes" })).toBeVisible();
  await expect(page.locator(".review-step")).toContainText("Trailer found");
  await next(page).click();
  await expect(page.getByRole("region", { name: "Earlier reviews" })).toContainText("The week of Mon 23 Nov");
  await page.getByRole("navigation", { name: "Rooms" }).getByRole("link", { name: "Today" }).click();
  await expect(page.locator(".day-page")).toContainText("The week of Mon 23 Nov");
  await expect(page.locator(".day-page")).toContainText("Goals ahead");
});

test("the day is opened and closed by keys alone, in an empty workspace", async ({ page }) => {
  await open(page);
  await capture(page, "Write the minutes 30 min today");
  await page.getByRole("button", { name: "Opening the day: due" }).press("Enter");
  await page.getByRole("button", { name: "Begin Opening the day" }).press("Enter");
  for (let step = 0; step < 3; step++) await next(page).press("Enter");
  await expect(page.getByText("done today 11:07")).toBeVisible();
  await page.getByRole("button", { name: "Begin Closing the day" }).press("Enter");
  await page.getByRole("checkbox", { name: "Done: Write the minutes" }).press(" ");
  await expect(page.getByRole("checkbox", { name: "Done: Write the minutes" })).toBeChecked();
  for (let step = 0; step < 3; step++) await next(page).press("Enter");
  await page.getByRole("textbox", { name: "How it went" }).fill("Short, and enough.");
  await page.keyboard.press("Enter");
  await next(page).press("Enter");
  await next(page).press("Enter");
  await page.goto("/");
  await ready(page);
  await expect(page.locator(".day-page")).toContainText("Short, and enough.");
  await expect(page.getByRole("button", { name: /: due$/ })).toHaveCount(0);
});

test("steps are put in another order, one of one’s own is added, and at phone width nothing runs over the side", async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 780 });
  await open(page, { path: "/back/reviews" });
  await page.getByRole("button", { name: "Begin Opening the day" }).click();
  await page.getByRole("button", { name: "Change the steps" }).click();
  await page.getByRole("textbox", { name: "A step of your own" }).fill("Water the plants");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Move “Water the plants” up" }).click();
  await page.getByRole("button", { name: "Remove “Events and load”" }).click();
  await expect(page.getByRole("navigation", { name: "Steps" }).locator("li")).toHaveText([
    /Left over/,
    /Water the plants/,
    /Aims and portion/,
  ]);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  expect(await page.locator(".review").evaluate((room) => room.scrollWidth - room.clientWidth)).toBeLessThanOrEqual(0);
});

test("a week is seen as it stood on Monday: what was kept, moved and added since, and by what act", async ({
  page,
}) => {
  const at = (moment: string) => page.addInitScript((now) => Object.assign(globalThis, { pensumNow: now }), moment);
  await open(page, { now: "2026-11-23T07:30" });
  for (const line of ["Level the gauge today 9:00 45 min", "Call the mill today 14:00 30 min"])
    await capture(page, line);
  await saved(page);
  // Tuesday: one thing goes to another hour, another comes.
  await at("2026-11-24T11:07");
  await page.reload();
  await ready(page);
  await page.goto("/day/2026-11-23");
  await ready(page);
  await page.locator(".rail-item", { hasText: "Call the mill" }).focus();
  await page.keyboard.press("ArrowDown");
  await page.goto("/");
  await ready(page);
  await capture(page, "Write it up today 15:00 60 min");
  await saved(page);
  await page.goto("/back/stood");
  await ready(page);
  await expect(page.getByRole("heading", { level: 2 })).toHaveText(
    "Of the 2 things planned then, 1 was kept and 1 was moved; 1 thing was added since.",
  );
  await expect(page.getByRole("region", { name: "Moved" })).toContainText(
    /Call the mill.*14:00 to 14:30, now .*Tue 24 Nov 11:07/,
  );
  await expect(page.getByRole("region", { name: "Added since" })).toContainText("Write it up");
  // Before anything was planned, all of it is new.
  await page.getByLabel("as it stood on").fill("2026-11-23T07:00");
  await expect(page.getByRole("heading", { level: 2 })).toHaveText(
    "Nothing was planned then; 3 things were added since.",
  );
});

test("a project is reviewed from its record: where its hours went, and its next step", async ({ page }) => {
  await open(page, { workspace: "demo", path: "/registers/projects/all" });
  await openFound(page, "Hydraulic model");
  const sheet = page.getByRole("complementary", { name: "Record" });
  await sheet.getByRole("button", { name: "Review this project" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Where did its hours go?" })).toBeVisible();
  await expect(page.getByRole("region", { name: "Where its hours went" }).getByRole("heading")).toContainText(
    /Hydraulic model/,
  );
  await page.getByRole("button", { name: "Done, next" }).click();
  await page.getByRole("textbox", { name: "Next step" }).fill("Ask for the culvert drawings");
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: "Looked at" }).click();
  await expect(page.getByText("last looked at 0 days ago")).toBeVisible();
  await page.getByRole("button", { name: "Done, end the review" }).click();
  await expect(page.getByRole("region", { name: "Earlier reviews" })).toContainText("A look at Hydraulic model");
});
