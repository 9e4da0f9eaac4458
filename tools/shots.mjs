// Takes the pictures in docs/screenshots from the demo data. `npm run shots -- today` takes only those named so;
// SHOTS_TO names another folder.
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import {
  chromiumFlags,
  chromiumPath,
  ensureBuild,
  ensureChromium,
  ensurePackages,
  freePort,
  root,
  startApp,
} from "./setup.mjs";

ensurePackages();
ensureChromium();
ensureBuild();
const { chromium } = await import("@playwright/test");
const { views } = await import("./views.mjs");
const folder = process.env.SHOTS_TO ?? join(root, "docs", "screenshots");
mkdirSync(folder, { recursive: true });
const wanted = process.argv.slice(2);
const app = await startApp({ port: await freePort() });
const browser = await chromium.launch({ executablePath: chromiumPath, args: chromiumFlags });
try {
  for (const [
    name,
    { path = "/", width = 1280, height = 800, dark = false, now = "2026-11-24T11:07", act },
  ] of Object.entries(views)) {
    if (wanted.length > 0 && !wanted.some((word) => name.includes(word))) continue;
    const context = await browser.newContext({
      viewport: { width, height },
      serviceWorkers: "block",
      colorScheme: dark ? "dark" : "light",
      locale: "en-GB",
      timezoneId: "Europe/Berlin",
      reducedMotion: "reduce",
    });
    const page = await context.newPage();
    page.on("console", (message) => message.type() === "error" && console.log(`${name}: ${message.text()}`));
    page.on("pageerror", (error) => console.log(`${name}: ${error.message}`));
    await page.addInitScript(
      `globalThis.pensumNow = ${JSON.stringify(now)}; localStorage.getItem("pensum-workspace") ?? localStorage.setItem("pensum-workspace", "demo")`,
    );
    await page.goto(app.address + path);
    await page.locator(".top-bar").waitFor();
    await page.waitForTimeout(400);
    await act?.(page);
    await page.waitForTimeout(250);
    await page.screenshot({ path: join(folder, `${name}.png`) });
    console.log(`${name}.png`);
    await context.close();
  }
} finally {
  await browser.close();
  app.stop();
}
