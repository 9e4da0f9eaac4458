import { waitFor } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { editRecord } from "@/core/commands";
import { defaultSettings, type Task } from "@/core/model";
import { draw, taskOf, today } from "@/ui/testing/screen";
import { useAct, useRecord } from "@/ui/workspaceContext";
import { RepeatField } from "./RepeatField";

function Sheet() {
  const task = useRecord("ta") as Task;
  const act = useAct();
  return (
    <>
      <span id="label">Repeat</span>
      <RepeatField
        record={task}
        value={task.repeat}
        labelledBy="label"
        set={(repeat) => act(editRecord, { id: "ta", fields: { repeat } }) !== undefined}
      />
    </>
  );
}
const drawn = (fields: Partial<Task> = {}) =>
  draw(<Sheet />, [defaultSettings, taskOf("ta", { doDay: today, ...fields })]);

describe("how something comes again", () => {
  it("is chosen in words that fit the day it starts on, and taken away again", async () => {
    const { getByRole, user, store } = await drawn();
    const choice = getByRole("combobox", { name: "Repeat" });
    const weekly = choice.querySelector<HTMLOptionElement>('option[value="FREQ=WEEKLY;BYDAY=TU"]');
    expect(weekly?.textContent).toMatch(/^every week.*Tue/);
    await user.selectOptions(choice, weekly!);
    expect(store.get("ta")).toMatchObject({ repeat: expect.stringContaining("FREQ=WEEKLY;BYDAY=TU") as string });
    await user.selectOptions(choice, "does not repeat");
    expect(store.get("ta")).not.toHaveProperty("repeat");
  });

  it("takes a rule of one's own only where it can be followed, and says why not", async () => {
    const { getByRole, getByLabelText, user, store } = await drawn();
    await user.selectOptions(getByRole("combobox", { name: "Repeat" }), "own");
    const rule = getByLabelText("The rule, in words or as RFC 5545");
    await user.clear(rule);
    await user.type(rule, "banana{Enter}");
    expect(store.get("ta")).not.toHaveProperty("repeat");
    expect(getByRole("status").textContent).not.toBe("");
    await user.clear(rule);
    await user.type(rule, "FREQ=SECONDLY{Enter}");
    expect(store.get("ta")).not.toHaveProperty("repeat");
    await user.clear(rule);
    await user.type(rule, "FREQ=DAILY;INTERVAL=3{Enter}");
    await waitFor(() =>
      expect(store.get("ta")).toMatchObject({ repeat: expect.stringContaining("FREQ=DAILY;INTERVAL=3") as string }),
    );
  });

  it("asks for a day first", async () => {
    const { container } = await draw(<Sheet />, [defaultSettings, taskOf("ta")]);
    expect(container.textContent).toContain("Set a day first");
  });
});
