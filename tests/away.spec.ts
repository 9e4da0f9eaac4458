import { expect, test, type Page } from "@playwright/test";
import { editor, notice, open, saved, trayRow } from "./helpers";

const field = (page: Page) => page.getByRole("textbox", { name: "Add a task, event or note" });

test("a line that is added while the server is away stays in the field, and is added once it is back", async ({
  page,
  context,
}) => {
  await open(page);
  await context.setOffline(true);
  await field(page).click();
  await field(page).fill("order willow stakes 45 min");
  await field(page).press("Enter");
  await expect(notice(page)).toContainText("The line was not added");
  await expect(field(page)).toHaveValue("order willow stakes 45 min");
  await context.setOffline(false);
  await field(page).press("Enter");
  await expect(field(page)).toHaveValue("");
  await expect(trayRow(page, "order willow stakes")).toHaveCount(1);
  await saved(page);
});

interface Fault {
  readonly said: RegExp;
  begin(page: Page): Promise<unknown>;
  end(page: Page): Promise<unknown>;
}

const chunks = "**/_next/static/**";
const faults: Record<string, Fault> = {
  "the server is away": {
    said: /the server does not answer/,
    begin: (page) => page.context().setOffline(true),
    end: (page) => page.context().setOffline(false),
  },
  "another version was deployed": {
    said: /there is a newer version of Pensum/,
    begin: (page) => page.route(chunks, (route) => route.fulfill({ status: 404, body: "Not found" })),
    end: (page) => page.unroute(chunks),
  },
};

for (const [how, { said, begin, end }] of Object.entries(faults))
  test(`a room that cannot be loaded because ${how} says so in its own place, and the rest goes on`, async ({
    page,
  }) => {
    await open(page);
    await begin(page);
    await page.getByRole("link", { name: "Registers", exact: true }).click();
    await expect(page.getByText(said)).toBeVisible();
    await page.getByRole("link", { name: "Today", exact: true }).click();
    // The page was never written on, and its editor is away too: it takes words as they are.
    await editor(page).click();
    await page.keyboard.type("- [ ] go on writing");
    await expect(page.getByText(said)).toBeVisible();
    await page.locator("h1").first().click();
    await expect(editor(page)).toHaveValue("- [ ] go on writing");
    await saved(page);
    await end(page);
    await page.getByRole("link", { name: "Registers", exact: true }).click();
    await expect(page.getByRole("grid")).toContainText("go on writing");
  });
