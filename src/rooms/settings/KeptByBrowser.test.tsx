import { afterEach, describe, expect, it, vi } from "vitest";
import { draw } from "@/ui/testing/screen";
import { KeptByBrowser } from "./KeptByBrowser";

/** A browser that keeps what is stored once it agreed, with 3 MB of 10 MB used. */
function browserThat(agrees: boolean) {
  let isKept = false;
  const persist = vi.fn(() => Promise.resolve((isKept = agrees)));
  Object.defineProperty(navigator, "storage", {
    configurable: true,
    value: {
      persist,
      persisted: () => Promise.resolve(isKept),
      estimate: () => Promise.resolve({ usage: 3_000_000, quota: 10_000_000 }),
    },
  });
  return persist;
}

describe("whether the browser keeps the data", () => {
  afterEach(() => Reflect.deleteProperty(navigator, "storage"));

  it("is said with the room that is left, and asked of it by a press", async () => {
    const persist = browserThat(true);
    const { findByText, findByRole, user } = await draw(<KeptByBrowser />, []);
    await findByText(/may delete this data when the disk is full/);
    await findByText(/3 MB used, 7 MB free/);
    await user.click(await findByRole("button", { name: "Ask it to keep the data" }));
    await findByText(/keeps this data until you delete it/);
    expect(persist).toHaveBeenCalledOnce();
  });

  it("is told where the browser refuses, with what to do then", async () => {
    browserThat(false);
    const { findByText, findByRole, user } = await draw(<KeptByBrowser />, []);
    await user.click(await findByRole("button", { name: "Ask it to keep the data" }));
    await findByText(/export a backup now and then/);
  });
});
