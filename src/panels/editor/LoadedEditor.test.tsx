import { act } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { editRecord, saveSettings, setState } from "@/core/commands";
import { bareRecord, defaultSettings, type Note } from "@/core/model";
import { draw, now, taskOf } from "@/ui/testing/screen";
import { LoadedEditor } from "./LoadedEditor";

const note = (text: string): Note => ({ ...bareRecord("note", { id: "letters", title: "Letters", now }), text });
const drawn = (text: string, handlers: object = {}) =>
  draw(<LoadedEditor id="letters" label="Page" placeholder="Write here" {...handlers} />, [
    defaultSettings,
    note(text),
  ]);
const lines = (container: HTMLElement) =>
  [...container.querySelectorAll(".cm-line")].map((line) => line.textContent?.trim());

describe("the editor of a page", () => {
  it("shows the words of its record", async () => {
    const { container, getByRole } = await drawn("first\nsecond");
    expect(lines(container)).toEqual(["first", "second"]);
    expect(getByRole("textbox", { name: "Page" })).toBeTruthy();
  });

  it("is the same editor after a setting was changed that it does not show", async () => {
    const { container, store } = await drawn("first");
    const editor = container.querySelector(".cm-editor");
    act(() => void store.act(saveSettings, { bufferMinutes: 15 }));
    act(() => void store.act(saveSettings, { longestRunMinutes: 90 }));
    expect(container.querySelector(".cm-editor")).toBe(editor);
  });

  it("follows a task that is ticked elsewhere, and its undo", async () => {
    const letter = taskOf("k3letter001", { title: "Write the letter", page: "letters" });
    const line = "- [ ] Write the letter {#k3letter001}";
    const { container, store, undo } = await draw(<LoadedEditor id="letters" label="Page" placeholder="Write here" />, [
      defaultSettings,
      note(line),
      letter,
    ]);
    expect(lines(container)[0]).toContain("Write the letter");
    const drawnBefore = container.querySelector(".cm-line")?.innerHTML;
    act(() => void store.act(setState, { tasks: ["k3letter001"], state: "done" }));
    expect((store.get("letters") as Note).text).toContain("- [x] Write the letter");
    expect(container.querySelector(".cm-line")?.innerHTML).not.toBe(drawnBefore);
    undo();
    expect((store.get("letters") as Note).text).toBe(line);
    expect(container.querySelector(".cm-line")?.innerHTML).toBe(drawnBefore);
  });

  it("calls for nothing where no line is under the cursor", async () => {
    const onPlace = vi.fn();
    const { container, user } = await drawn("", { onPlace });
    container.querySelector<HTMLElement>(".cm-content")?.focus();
    await user.keyboard("{Alt>}h{/Alt}");
    expect(onPlace).not.toHaveBeenCalled();
  });

  it("goes with its page, and takes its listeners along", async () => {
    const { container, unmount, store } = await drawn("first");
    expect(container.querySelector(".cm-editor")).not.toBeNull();
    unmount();
    expect(container.querySelector(".cm-editor")).toBeNull();
    expect(() => act(() => void store.act(editRecord, { id: "letters", fields: { title: "Post" } }))).not.toThrow();
  });
});
