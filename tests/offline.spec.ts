import { createServer, request as ask, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { expect, test, type Page } from "@playwright/test";
import { capture, editor, line, prepare, ready, saved, trayRow } from "./helpers";

test.use({ serviceWorkers: "allow" });

/** A server before the app's, which can be stopped, started again, and have a newer version to offer. */
class Before {
  private server: Server | undefined;
  private port = 0;
  isNewer = false;

  constructor(private readonly base: string) {}

  async start(): Promise<string> {
    const { hostname, port } = new URL(this.base);
    this.server = createServer(({ url, headers }, response) => {
      const isKeeper = url === "/service-worker.js";
      const plain = isKeeper ? { ...headers, "accept-encoding": "identity" } : headers;
      const forward = ask({ hostname, port, path: url, headers: plain }, (answer) => {
        if (!isKeeper || !this.isNewer) {
          response.writeHead(answer.statusCode ?? 500, answer.headers);
          answer.pipe(response);
          return;
        }
        const parts: Buffer[] = [];
        answer.on("data", (part: Buffer) => parts.push(part));
        answer.on("end", () => {
          response.writeHead(200, answer.headers);
          response.end(
            Buffer.concat(parts)
              .toString()
              .replace(/\b1[678]\d{11}\b/g, (built) => String(Number(built) + 1)),
          );
        });
      });
      forward.on("error", () => response.destroy());
      forward.end();
    });
    await new Promise<void>((resolve) => this.server!.listen(this.port, "127.0.0.1", resolve));
    this.port = (this.server.address() as AddressInfo).port;
    return `http://localhost:${this.port}`;
  }

  async stop(): Promise<void> {
    this.server?.closeAllConnections();
    await new Promise<void>((resolve) => this.server!.close(() => resolve()));
  }
}

/** Waits until the browser keeps the whole app. */
async function kept(page: Page): Promise<void> {
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
    while (!navigator.serviceWorker.controller) await new Promise((resolve) => setTimeout(resolve, 50));
  });
}

/** An app of one's own behind a server that can go away, kept by the browser. */
async function keptApp(page: Page, baseURL: string): Promise<{ before: Before; address: string }> {
  const before = new Before(baseURL);
  const address = await before.start();
  await prepare(page.context(), "own");
  await page.goto(address);
  await ready(page);
  await kept(page);
  return { before, address };
}

const rooms: readonly (readonly [link: string, sign: (page: Page) => ReturnType<Page["locator"]>])[] = [
  ["Gather", (page) => page.getByRole("heading", { name: "Gather" })],
  ["Plan", (page) => page.getByRole("group", { name: /^Hours from/ })],
  ["Goals", (page) => page.getByRole("heading", { name: "Goals" })],
  ["Notes", (page) => page.getByRole("button", { name: "New note" }).first()],
  ["Registers", (page) => page.getByRole("grid")],
  ["Look back", (page) => page.getByRole("heading", { level: 1 })],
  ["Settings", (page) => page.getByRole("heading", { name: "Settings" })],
];

test("a kept page that went bad on the disk is fetched again", async ({ page, baseURL }) => {
  const { before } = await keptApp(page, baseURL!);
  const emptied = await page.evaluate(async () => {
    let count = 0;
    for (const name of await caches.keys()) {
      const cache = await caches.open(name);
      for (const request of await cache.keys())
        if (new URL(request.url).pathname === "/") {
          await cache.put(request, new Response("", { headers: { "content-type": "text/html" } }));
          count++;
        }
    }
    return count;
  });
  expect(emptied).toBeGreaterThan(0);
  await page.reload();
  await ready(page);
  await capture(page, "still here");
  await expect(trayRow(page, "still here")).toHaveCount(1);
  await before.stop();
});

test("without a server Pensum opens, works in every room, and has everything when it is opened again", async ({
  page,
  context,
  baseURL,
}) => {
  const { before, address } = await keptApp(page, baseURL!);
  await before.stop();

  await page.goto(`${address}/day/2026-11-25`);
  await ready(page);
  await expect(page.getByRole("heading", { name: /Wednesday/ }).first()).toBeVisible();
  await page.goto(address);
  await ready(page);
  await capture(page, "carry the willow stakes 45 min");
  await expect(trayRow(page, "carry the willow stakes")).toHaveCount(1);
  await editor(page).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type("\nfrom the train");
  for (const [link, sign] of rooms) {
    await page.getByRole("link", { name: new RegExp(`^${link}`) }).click();
    await expect(sign(page)).toBeVisible();
  }
  await page.keyboard.press("/");
  await page.keyboard.type("willow");
  await expect(page.getByRole("option", { name: /carry the willow stakes/ }).first()).toBeVisible();
  await page.keyboard.press("Escape");
  await saved(page);
  await page.close();

  const again = await context.newPage();
  await again.goto(address);
  await ready(again);
  await expect(line(again, "from the train")).toBeVisible();
  await expect(trayRow(again, "carry the willow stakes")).toHaveCount(1);
});

test("a newer version is offered and never forced: the open tab goes on, and changes over when it is asked to", async ({
  page,
  baseURL,
}) => {
  const { before } = await keptApp(page, baseURL!);
  await page.reload();
  await ready(page);
  before.isNewer = true;
  await page.evaluate(async () => {
    await (await navigator.serviceWorker.ready).update();
  });
  await expect(page.getByText("A newer version of Pensum is ready.")).toBeVisible();
  await editor(page).click();
  await page.keyboard.type("- [ ] still writing in the one before");
  await page.getByRole("link", { name: "Registers", exact: true }).click();
  await expect(page.getByRole("grid")).toContainText("still writing in the one before");
  await page.getByRole("link", { name: "Today", exact: true }).click();
  const reloaded = page.waitForEvent("load");
  await page.getByRole("button", { name: "Update now" }).click();
  await reloaded;
  await ready(page);
  await expect(line(page, "still writing in the one before")).toBeVisible();
  await expect(page.getByText("A newer version of Pensum is ready.")).toHaveCount(0);
  await before.stop();
});

test("what an address hands over stands in the field as it was understood, and is added by a key; files go to what reads them", async ({
  page,
  context,
}) => {
  await context.addInitScript(() => {
    const file = (name: string, text: string) => ({ getFile: () => Promise.resolve(new File([text], name)) });
    const setConsumer = (take: (launch: unknown) => void) =>
      Object.assign(globalThis, { openWith: (name: string, text: string) => take({ files: [file(name, text)] }) });
    Object.defineProperty(globalThis, "launchQueue", { value: { setConsumer } });
  });
  await prepare(context, "own");
  await page.goto(
    "/add?title=Peat%20maps&url=https%3A%2F%2Fmoor.example%2Fmaps.html&text=read%20tomorrow%2045%20min%20https%3A%2F%2Fmoor.example%2Fmaps.html",
  );
  await ready(page);
  const field = page.getByRole("textbox", { name: "Add a task, event or note" });
  await expect(field).toHaveValue("Peat maps read tomorrow 45 min https://moor.example/maps.html");
  await expect(page).toHaveURL(/\/$/);
  await expect(page.getByRole("list", { name: "Recognised" })).toContainText("45 min");
  await field.press("Enter");
  await expect(page.getByText(/Added “Peat maps read https:\/\/moor\.example\/maps\.html”/)).toBeVisible();
  await page.reload();
  await ready(page);
  await expect(field).toHaveValue("");

  const openWith = (name: string, text: string) =>
    page.evaluate(
      ([called, holds]) => (globalThis as unknown as { openWith(...words: string[]): void }).openWith(called!, holds!),
      [name, text],
    );
  await openWith("plan.csv", "Title,Due\nread the peat maps,2026-12-01\n");
  await expect(page.getByRole("dialog", { name: /plan\.csv/ })).toContainText("1 record will be added");
  await page.keyboard.press("Escape");
  await openWith("other.pensum", "nothing");
  await expect(page.getByRole("dialog", { name: "Replace this workspace?" })).toContainText("other.pensum");
});
