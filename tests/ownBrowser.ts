import { spawn, type ChildProcess } from "node:child_process";
import { chromium, type Browser } from "@playwright/test";
import config from "../playwright.config";

const { executablePath, args } = config.use!.launchOptions!;
/** Where the app answers. */
export const address = config.use!.baseURL!;

/** Starts Chromium as a process of its own, so that it can be killed by its id, and connects to it. */
export async function start(profile: string): Promise<{ browser: Browser; child: ChildProcess }> {
  const child = spawn(
    executablePath!,
    [...args!, "--headless", "--remote-debugging-port=0", `--user-data-dir=${profile}`, "about:blank"],
    {
      stdio: ["ignore", "ignore", "pipe"],
      detached: true,
    },
  );
  const endpoint = await new Promise<string>((resolve, reject) => {
    let said = "";
    child.stderr!.on("data", (data: Buffer) => {
      said += String(data);
      const found = /DevTools listening on (ws:\S+)/.exec(said);
      if (found) resolve(found[1]!);
    });
    child.once("exit", () => reject(new Error(`Chromium ended: ${said.slice(0, 500)}`)));
  });
  return { browser: await chromium.connectOverCDP(endpoint), child };
}

/** Ends a browser at once, as a power cut does. */
export function kill(child: ChildProcess): Promise<unknown> {
  const gone = new Promise((resolve) => child.once("exit", resolve));
  process.kill(-child.pid!, "SIGKILL");
  return gone;
}
