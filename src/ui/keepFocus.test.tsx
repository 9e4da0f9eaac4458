import { fireEvent, waitFor } from "@testing-library/react";
import { useState } from "react";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { keepFocus } from "./keepFocus";
import { draw } from "./testing/screen";

/** Rows that go when they are ticked by Space, and a dialog that opens over them by G. */
function Rows() {
  const [rows, setRows] = useState(["one", "two", "three"]);
  const [isOpen, setOpen] = useState(false);
  return (
    <>
      <div data-pane="tray">
        {rows.map((row) => (
          <div
            key={row}
            role="button"
            tabIndex={0}
            onKeyDown={({ key }) => {
              if (key === " ") setRows(rows.filter((other) => other !== row));
              if (key === "g") setOpen(true);
            }}
          >
            {row}
          </div>
        ))}
      </div>
      {isOpen && (
        <input
          aria-label="Day"
          ref={(input) => input?.focus()}
          onKeyDown={({ key }) => key === "Escape" && setOpen(false)}
        />
      )}
    </>
  );
}

/** Rows with a button each, of which one is reached by Tab; those that are chosen go by Space, all at once. */
function ChosenRows({ chosen }: { chosen: readonly string[] }) {
  const [rows, setRows] = useState(["one", "two", "three", "four", "five", "six"]);
  return (
    <div data-pane="tray" onKeyDown={({ key }) => key === " " && setRows(rows.filter((row) => !chosen.includes(row)))}>
      {rows.map((row, at) => (
        <div key={row} data-tray={row} tabIndex={at === 0 ? 0 : -1}>
          {row}
          <button>Tick {row}</button>
        </div>
      ))}
    </div>
  );
}

describe("the focus of those who work by keys", () => {
  let end: () => void;
  beforeEach(() => void (end = keepFocus()));
  afterEach(() => end());

  it("goes to the next row when the one that had it is gone, and to the last when that was the last", async () => {
    const { getByText, user } = await draw(<Rows />);
    getByText("two").focus();
    await user.keyboard(" ");
    await waitFor(() => expect(document.activeElement).toBe(getByText("three")));
    await user.keyboard(" ");
    await waitFor(() => expect(document.activeElement).toBe(getByText("one")));
  });

  it.each([
    [["two", "three", "four"], "four", "five"],
    [["two", "three"], "two", "four"],
    [["five", "six"], "six", "four"],
  ])("goes to the row after those that went together, %s", async (chosen, had, then) => {
    const { container, user } = await draw(<ChosenRows chosen={chosen} />);
    const row = (name: string) => container.querySelector<HTMLElement>(`[data-tray=${name}]`);
    row(had)!.focus();
    await user.keyboard(" ");
    await waitFor(() => expect(document.activeElement).toBe(row(then)));
  });

  it("goes back to where something was opened from", async () => {
    const { getByText, getByLabelText, user } = await draw(<Rows />);
    getByText("two").focus();
    await user.keyboard("g");
    expect(document.activeElement).toBe(getByLabelText("Day"));
    await user.keyboard("{Escape}");
    await waitFor(() => expect(document.activeElement).toBe(getByText("two")));
  });

  it("is not given back to what let go of it: Escape leaves a field, and single letters are keys again", async () => {
    const leaves = (
      <div data-pane="capture">
        <input aria-label="Add" onKeyDown={({ key, currentTarget }) => key === "Escape" && currentTarget.blur()} />
      </div>
    );
    const { getByLabelText, user } = await draw(leaves);
    getByLabelText("Add").focus();
    await user.keyboard("stakes{Escape}");
    await new Promise((resolve) => setTimeout(resolve, 60));
    expect(document.activeElement).toBe(document.body);
  });

  it("is not put anywhere after a press of the pointer", async () => {
    const { getByText } = await draw(<Rows />);
    getByText("two").focus();
    fireEvent.pointerDown(document.body);
    getByText("two").blur();
    await new Promise((resolve) => setTimeout(resolve, 60));
    expect(document.activeElement).toBe(document.body);
  });
});
