import { useState } from "react";
import { describe, expect, it } from "vitest";
import { editRecord } from "@/core/commands";
import { defaultSettings, fieldsOf, type PensumRecord } from "@/core/model";
import { currentNotice } from "@/ui/notices";
import { draw, taskOf } from "@/ui/testing/screen";
import { useAct, useRecord } from "@/ui/workspaceContext";
import { FieldRow } from "./FieldRow";

/** One field of a record. */
function Sheet({ id, name }: { id: string; name: string }) {
  const record = useRecord(id) as PensumRecord;
  const act = useAct();
  const [field] = useState(() => fieldsOf.task.find((one) => one.name === name)!);
  return <FieldRow record={record} field={field} onSet={(fields) => act(editRecord, { id, fields }) !== undefined} />;
}
const task = taskOf("ta", { estimateMinutes: 30, tags: ["old"] });
const drawn = (name: string) => draw(<Sheet id="ta" name={name} />, [defaultSettings, task]);

describe("a field of the record sheet", () => {
  it.each([
    ["estimateMinutes", "1 h 30", 90],
    ["estimateMinutes", "45", 45],
    ["tags", "flood, #reach flood", ["flood", "reach"]],
    ["title", "Write the letter", "Write the letter"],
  ])("%s takes “%s”, once, and one undo brings the old back", async (name, typed, value) => {
    const { getByRole, user, store, undo } = await drawn(name);
    const input = getByRole(name === "tags" ? "combobox" : "textbox");
    await user.clear(input);
    await user.type(input, `${typed}{Enter}`);
    expect(store.get("ta")).toMatchObject({ [name]: value });
    undo();
    expect(store.get("ta")).toEqual(task);
  });

  it("refuses what is no length of time, says why, and changes nothing", async () => {
    const { getByRole, user, store } = await drawn("estimateMinutes");
    const input = getByRole("textbox");
    await user.clear(input);
    await user.type(input, "banana{Enter}");
    expect(currentNotice()?.text).toContain("“banana” is not a length of time");
    expect(store.get("ta")).toEqual(task);
  });

  it("leaves the old value on Escape", async () => {
    const { getByRole, user, store } = await drawn("title");
    await user.clear(getByRole("textbox"));
    await user.type(getByRole("textbox"), "half{Escape}");
    expect(store.get("ta")).toEqual(task);
    expect(getByRole("textbox")).toHaveProperty("value", "Task ta");
  });
});
