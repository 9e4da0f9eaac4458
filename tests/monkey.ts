import { expect, type BrowserContext, type Page } from "@playwright/test";
import { seededRandom } from "../src/core/model/ids";
import { open, ready, saved } from "./helpers";

const keys = [
  ..."Tab|Shift+Tab|Enter|Escape|Space|ArrowUp|ArrowDown|ArrowLeft|ArrowRight|Home|End|Delete|Backspace|F2|F6".split(
    "|",
  ),
  ..."Shift+ArrowDown|Shift+ArrowUp|Shift+End|Alt+ArrowDown|Alt+ArrowUp|Alt+Shift+ArrowUp|Alt+Shift+ArrowDown".split(
    "|",
  ),
  ..."Control+z|Control+Shift+z|Control+x|Control+v|Control+c|Control+a|Control+d|Control+Enter|n|g|h|t|/|w|p|Alt+w|Alt+p|s|j|+|-".split(
    "|",
  ),
];
const words = [
  "order stakes 45 min high",
  "walk every weekday 7:30 for 20 min",
  "- [ ] plain {#odd}",
  "[[Reach 4]] @Ines #flood",
  "due friday 9:00",
  "x",
  "<b>&amp;",
  "0.5",
  "every 2 weeks",
];
const rooms = [
  "/",
  "/gather",
  "/plan",
  "/plan/calendar/month",
  "/plan/calendar/14",
  "/plan/timeline",
  "/plan/matrix",
  "/notes",
  "/registers/tasks",
  "/registers/events",
  "/registers/work",
];
/** What asks for a file, leaves the page, or empties the workspace on purpose. */
const left =
  /backup|folder|calendar file|save all|delete|remove|reset|demo|own workspace|write|read|import|export|print/i;

interface Doing {
  readonly page: Page;
  readonly random: () => number;
}

const from = <T>({ random }: Doing, list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;

/** Presses something that can be pressed and is in sight. */
async function press(doing: Doing): Promise<string> {
  const { page, random } = doing;
  const all = await page
    .locator(
      "button:visible, a[href^='/']:visible, [role=gridcell]:visible, .cm-line:visible, [data-tray]:visible, .rail-item:visible",
    )
    .all();
  const target = all[Math.floor(random() * all.length)];
  if (!target) return "nothing to press";
  const name =
    ((await target.getAttribute("aria-label").catch(() => "")) ?? "") + (await target.textContent().catch(() => ""));
  if (left.test(name)) return `left ${name.slice(0, 30)}`;
  await target.click({ timeout: 800, force: random() < 0.2 }).catch(() => {});
  return `pressed ${name.slice(0, 30)}`;
}

async function pullSomething(doing: Doing): Promise<string> {
  const { page, random } = doing;
  const at = () => ({ x: 60 + random() * 1150, y: 70 + random() * 700 });
  const [start, end] = [at(), at()];
  await page.mouse.move(start.x, start.y);
  await page.mouse.down();
  await page.mouse.move((start.x + end.x) / 2, (start.y + end.y) / 2, { steps: 3 });
  await page.mouse.move(end.x, end.y, { steps: 3 });
  if (random() < 0.15) await page.keyboard.press("Escape");
  await page.mouse.up();
  return "pulled";
}

async function pasteSomething({ page, random }: Doing): Promise<string> {
  const text = [words[Math.floor(random() * words.length)], random() < 0.5 ? "\nsecond line\t5\n" : ""].join("");
  await page.evaluate((given) => {
    const data = new DataTransfer();
    data.setData("text/plain", given);
    const event = new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true });
    (document.activeElement ?? document.body).dispatchEvent(event);
  }, text);
  return `pasted ${text.slice(0, 20)}`;
}

/** The thing that has the focus, and where and how it stands; undefined where no thing has it. */
async function thingInFocus(page: Page): Promise<{ mark: string; id: string; where: string } | undefined> {
  return await page.evaluate(() => {
    const element = document.activeElement as HTMLElement | null;
    const mark = ["item", "entry", "strip", "layer", "card"].find((one) => element?.dataset[one]);
    if (!element || !mark) return undefined;
    const day = element.closest<HTMLElement>("[data-column], [data-month-day]");
    const where = `${element.getAttribute("aria-label")} ${day?.dataset.column ?? day?.dataset.monthDay ?? ""}`;
    return { mark, id: element.dataset[mark] as string, where };
  });
}

/** Presses a key. What it moved has the focus after it, wherever it stands now; or nothing has, where it is out of sight. */
async function pressKey({ page }: Doing, key: string): Promise<string> {
  const before = key.includes("Arrow") ? await thingInFocus(page) : undefined;
  await page.keyboard.press(key);
  if (!before) return `key ${key}`;
  const { mark, id, where } = before;
  const stands = page.locator(`[data-${mark}="${id}"]`);
  const labels = async () => stands.evaluateAll((all) => all.map((one) => one.getAttribute("aria-label")).join("|"));
  if ((await stands.count()) !== 1 || where.startsWith(await labels())) return `key ${key} on ${id}`;
  await expect
    .poll(async () => (await thingInFocus(page))?.id ?? id, { message: `the focus after ${key} on ${where}` })
    .toBe(id);
  return `moved ${id} by ${key}`;
}

/** Leaves whatever is open, checks all data as a person can, and says what is odd, but for links that lead nowhere. */
async function check(page: Page): Promise<void> {
  await page.goto("/settings");
  await ready(page);
  await saved(page);
  await page.getByRole("button", { name: "Check my data" }).click();
  const said = page.getByText(/records checked/);
  await expect(said).toBeVisible({ timeout: 60_000 });
  const odd = await page.getByRole("list", { name: "What is odd" }).locator("li").allTextContents();
  expect(
    odd.filter((one) => !/links to nothing yet|links to a record that no longer exists|and \d+ more/.test(one)),
  ).toEqual([]);
}

interface MonkeyOptions {
  readonly context: BrowserContext;
  readonly seed: number;
  readonly milliseconds: number;
  readonly workspace: "own" | "demo";
}

/** Drives the interface at random, in up to two tabs. Throws what goes wrong, with what was done last. Returns how much was done. */
export async function monkey({ context, seed, milliseconds, workspace }: MonkeyOptions): Promise<number> {
  const random = seededRandom(seed);
  const done: string[] = [];
  const wrong: string[] = [];
  const watch = (page: Page) => {
    page.on("pageerror", (error) => wrong.push(error.message));
    page.on("dialog", (dialog) => void dialog.accept().catch(() => {}));
    page.on("filechooser", () => {});
  };
  const tabs = [await context.newPage()];
  watch(tabs[0] as Page);
  await open(tabs[0] as Page, { workspace });
  const until = Date.now() + milliseconds;
  let steps = 0;
  try {
    for (let next = Date.now() + 45_000; Date.now() < until; steps++) {
      const page = tabs[Math.floor(random() * tabs.length)] as Page;
      const doing = { page, random };
      const chance = random();
      if (chance < 0.34) done.push(await pressKey(doing, from(doing, keys)));
      else if (chance < 0.6) done.push(await press(doing));
      else if (chance < 0.74) {
        const text = from(doing, words);
        await page.keyboard.type(text);
        done.push(`typed ${text}`);
      } else if (chance < 0.84) done.push(await pullSomething(doing));
      else if (chance < 0.9) done.push(await pasteSomething(doing));
      else if (chance < 0.96) {
        const room = from(doing, rooms);
        await page.goto(room);
        await ready(page);
        done.push(`went to ${room}`);
      } else if (chance < 0.98) {
        await page.reload();
        await ready(page);
        done.push("reloaded");
      } else if (tabs.length < 2) {
        const other = await context.newPage();
        watch(other);
        await open(other, { workspace });
        tabs.push(other);
        done.push("opened a second tab");
      }
      const failed = await page.getByText("Something went wrong").count();
      if (failed > 0) wrong.push("the failure screen");
      expect(wrong).toEqual([]);
      if (Date.now() < next) continue;
      next = Date.now() + 45_000;
      await check(page);
    }
    for (const page of tabs) await check(page);
    expect(wrong).toEqual([]);
  } catch (error) {
    throw new Error(`Seed ${seed}, after ${steps} steps: ${done.slice(-25).join(" | ")}\n${String(error)}`, {
      cause: error,
    });
  }
  return steps;
}
