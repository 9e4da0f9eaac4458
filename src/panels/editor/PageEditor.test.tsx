import { act, fireEvent, waitFor } from "@testing-library/react";
import { createRef, useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { saveSettings, writePage } from "@/core/commands";
import { bareRecord, defaultSettings, type Note } from "@/core/model";
import { draw, now } from "@/ui/testing/screen";
import { LoadedEditor } from "./LoadedEditor";
import { PageEditor } from "./PageEditor";
import { PlainPage, type PlainWords } from "./PlainPage";

const note = (text: string): Note => ({ ...bareRecord("note", { id: "letters", title: "Letters", now }), text });
const page = { id: "letters", label: "Page", placeholder: "Write here" };
const ground = (text: string) => [defaultSettings, note(text)];
const lines = (container: HTMLElement) =>
  [...container.querySelectorAll(".cm-line")].map((line) => line.textContent?.trim());

/** A page whose editor is away as soon as the button is pressed. */
function LeftAlone() {
  const [isAlone, setAlone] = useState(false);
  return (
    <>
      <PlainPage ref={null} isAlone={isAlone} {...page} />
      <button onClick={() => setAlone(true)} />
    </>
  );
}

describe("a page that is empty", () => {
  it("asks for no editor until something is pressed, and has it then", async () => {
    const { container, getByRole } = await draw(<PageEditor {...page} />, ground(""));
    expect(container.querySelector(".cm-editor")).toBeNull();
    expect((getByRole("textbox", { name: "Page" }) as HTMLTextAreaElement).placeholder).toBe("Write here");
    fireEvent.pointerDown(document.body);
    await waitFor(() => expect(container.querySelector(".cm-editor")).not.toBeNull());
    expect(container.querySelector("textarea")).toBeNull();
    expect(document.activeElement).toBe(document.body);
  });

  it("has what is written on it before its editor is there neither lost nor taken for saved", async () => {
    const { getByRole, store, user, unmount } = await draw(
      <PlainPage ref={createRef()} isAlone={false} {...page} />,
      ground(""),
    );
    await user.type(getByRole("textbox", { name: "Page" }), "Dear Ines,");
    expect(store.isUnsettled).toBe(true);
    // What is done elsewhere takes it along.
    act(() => void store.act(saveSettings, { bufferMinutes: 15 }));
    expect([(store.get("letters") as Note).text, store.isUnsettled]).toEqual(["Dear Ines,", false]);
    await user.type(getByRole("textbox", { name: "Page" }), " the stakes came");
    unmount();
    expect([(store.get("letters") as Note).text, store.isUnsettled]).toEqual(["Dear Ines, the stakes came", false]);
  });

  it("leaves alone what comes onto it from elsewhere, and puts what is written on it below", async () => {
    const { getByRole, store, user, unmount } = await draw(
      <PlainPage ref={createRef()} isAlone={false} {...page} />,
      ground(""),
    );
    act(() => void store.act(writePage, { id: "letters", text: "- water the plants" }));
    act(() => void store.act(saveSettings, { bufferMinutes: 15 }));
    expect((store.get("letters") as Note).text).toBe("- water the plants");
    await user.type(getByRole("textbox", { name: "Page" }), "Dear Ines,");
    unmount();
    expect((store.get("letters") as Note).text).toBe("- water the plants\nDear Ines,");
  });

  it("keeps what waited for an editor that never came, also where one leaves before it does", async () => {
    const first = await draw(<PlainPage ref={createRef()} isAlone={false} {...page} />, ground(""));
    await first.user.type(first.getByRole("textbox", { name: "Page" }), "Dear Ines,{Enter}the stakex{Backspace}s came");
    expect((first.getByRole("textbox", { name: "Page" }) as HTMLTextAreaElement).value).toBe("Dear Ines,");
    first.unmount();
    expect((first.store.get("letters") as Note).text).toBe("Dear Ines,\nthe stakes came");

    const other = await draw(<LeftAlone />, ground(""));
    const field = () => other.getByRole("textbox", { name: "Page" }) as HTMLTextAreaElement;
    await other.user.type(field(), "one{Enter}two");
    await other.user.click(other.getByRole("button"));
    expect(field().value).toBe("one\ntwo");
    await other.user.type(field(), "{Enter}three");
    expect(field().value).toBe("one\ntwo\nthree");
    act(() => other.store.settle());
    expect((other.store.get("letters") as Note).text).toBe("one\ntwo\nthree");
  });

  it("hands words, cursor and the keys after a line's end over, once", async () => {
    const words = createRef<PlainWords>();
    const { getByRole, user } = await draw(<PlainPage ref={words} isAlone={false} {...page} />, ground(""));
    const field = getByRole("textbox", { name: "Page" });
    await user.type(field, "- [[ ] Order stakes{ArrowLeft}");
    await user.keyboard("{Enter}ab{Backspace}");
    const begun = words.current?.hand();
    expect(begun).toMatchObject({ text: "- [ ] Order stakes", chosen: [17, 17], hasFocus: true });
    expect(begun?.held.map((act) => "key" in act && act.key.key)).toEqual(["Enter", "a", "b", "Backspace"]);
    expect(words.current?.hand()).toBeUndefined();
  });
});

describe("the editor that takes a page over", () => {
  it("goes on where one was: a list goes on at the end of its line, and all of it comes into the store", async () => {
    const onMounted = vi.fn();
    const keys = ["Enter", "m", "i", "l", "l", "s", "Backspace"].map((key) => ({ key: { key, bubbles: true } }));
    const begun = () => ({
      text: "- [ ] Order stakes",
      kept: "",
      chosen: [18, 18] as const,
      hasFocus: true,
      held: keys,
    });
    const { container, store } = await draw(<LoadedEditor {...{ ...page, begun, onMounted }} />, ground(""));
    expect(lines(container)).toEqual([expect.stringContaining("Order stakes"), expect.stringContaining("mill")]);
    expect(container.contains(document.activeElement)).toBe(true);
    expect(onMounted).toHaveBeenCalledTimes(1);
    act(() => store.settle());
    expect((store.get("letters") as Note).text).toMatch(/^- \[ \] Order stakes.*\n- \[ \] mill/);
  });

  it("keeps what came into the store meanwhile, and goes on behind it where one was", async () => {
    const begun = () => ({
      text: "Dear",
      kept: "",
      chosen: [4, 4] as const,
      hasFocus: true,
      held: [{ key: { key: "!" } }],
    });
    const { container } = await draw(<LoadedEditor {...{ ...page, begun }} />, ground("first"));
    expect(lines(container)).toEqual(["first", "Dear!"]);
  });

  it("takes nothing twice that came into the store meanwhile, and draws a page that has words at once", async () => {
    const begun = () => ({ text: "first", kept: "first", chosen: [2, 4] as const, hasFocus: false, held: [] });
    const { container, store } = await draw(<LoadedEditor {...{ ...page, begun }} />, ground("first"));
    expect(lines(container)).toEqual(["first"]);
    expect(store.isUnsettled).toBe(false);
    const drawn = await draw(<PageEditor {...page} />, ground("second"));
    await waitFor(() => expect(lines(drawn.container)).toEqual(["second"]));
  });
});
