import { describe, expect, it } from "vitest";
import { defaultSettings, type PensumRecord } from "@/core/model";
import { draw, taskOf } from "@/ui/testing/screen";
import { CheckData } from "./CheckData";

describe("the check of all data", () => {
  it("says how many records it looked at, and that they are as they should be", async () => {
    const { getByRole, findByText, user, store } = await draw(<CheckData />, [defaultSettings, taskOf("ta")]);
    const before = [...store.records()];
    await user.click(getByRole("button", { name: "Check my data" }));
    expect((await findByText(/checked/)).textContent).toBe("2 records checked. Everything is as it should be.");
    expect([...store.records()]).toEqual(before);
  });

  it("lists what is odd by its title and the reason, and can be asked again", async () => {
    const odd = { ...taskOf("ta", { title: "Letter" }), theme: "gone" } as PensumRecord;
    const { getByRole, findByRole, user } = await draw(<CheckData />, [defaultSettings, odd]);
    for (let times = 0; times < 2; times++) {
      await user.click(getByRole("button", { name: "Check my data" }));
      const list = await findByRole("list", { name: "What is odd" });
      expect(list.textContent).toMatch(/Letter.*Theme links to a record that no longer exists/);
    }
  });
});
