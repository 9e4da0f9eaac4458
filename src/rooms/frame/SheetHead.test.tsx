import { describe, expect, it } from "vitest";
import { bareRecord, defaultSettings, type PensumRecord, type Task } from "@/core/model";
import { useRecord } from "@/ui/workspaceContext";
import { draw, now, taskOf } from "@/ui/testing/screen";
import { SheetHead } from "./SheetHead";

function Head({ id }: { id: string }) {
  const record = useRecord(id);
  return record ? <SheetHead record={record} /> : null;
}
const drawn = (record: PensumRecord, ...others: PensumRecord[]) =>
  draw(<Head id={record.id} />, [defaultSettings, record, ...others]);

describe("the head of a record’s sheet", () => {
  it("has the title to be typed in, which Escape leaves as it was", async () => {
    const { getByRole, user, store } = await drawn(taskOf("level"));
    const title = getByRole("textbox", { name: "Title" });
    await user.clear(title);
    await user.type(title, "Level the  gauge{Enter}");
    expect((store.get("level") as Task).title).toBe("Level the gauge");
    await user.type(title, " twice{Escape}");
    expect((title as HTMLTextAreaElement).value).toBe("Level the gauge");
    expect((store.get("level") as Task).title).toBe("Level the gauge");
    expect(getByRole("heading", { name: "Level the gauge" })).toBeTruthy();
  });

  it("ticks a task and opens it again; a done one is neither placed nor given a day", async () => {
    const { getByRole, queryByRole, user, store } = await drawn(taskOf("level"));
    const done = getByRole("checkbox", { name: "Done" });
    await user.click(done);
    expect((store.get("level") as Task).state).toBe("done");
    expect(queryByRole("button", { name: "Place" })).toBeNull();
    await user.click(done);
    expect((store.get("level") as Task).state).toBe("open");
    await user.click(getByRole("button", { name: "Place" }));
    expect(store.list("blocksByTask", "level")).toHaveLength(1);
  });

  it("has no box for what cannot be done, and no acts for what has no date either", async () => {
    const event = {
      ...bareRecord("event", { id: "fair", title: "Fair", now }),
      start: "2026-11-24",
      end: "2026-11-24",
    };
    const first = await drawn(event);
    expect(first.queryByRole("checkbox")).toBeNull();
    expect(first.getByRole("button", { name: "Give a day" })).toBeTruthy();
    first.unmount();
    const second = await drawn(bareRecord("person", { id: "ines", title: "Ines", now }));
    expect(second.queryByRole("button")).toBeNull();
  });
});
