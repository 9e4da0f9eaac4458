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

/** Days side by side, on which a key moves a thing on; more of the kind stand beside it, and only so many days are shown. */
function Days({ shown = 4 }: { shown?: number }) {
  const [days, setDays] = useState<Record<string, number>>({ a: 0, b: 0, c: 1, d: 1, e: 2, f: 3 });
  return (
    <div data-pane="days">
      <div data-pane-focus="" tabIndex={0} aria-label="Days" />
      {Array.from({ length: shown }, (_, day) => (
        <div key={day} data-day={day}>
          {Object.keys(days)
            .filter((id) => days[id] === day)
            .map((id) => (
              <button
                key={id}
                data-item={id}
                onKeyDown={({ key }) => {
                  if (key === "ArrowRight") setDays({ ...days, [id]: day + 1 });
                  if (key === "Delete") setDays({ ...days, [id]: -1 });
                }}
              >
                {id}
              </button>
            ))}
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

  it("stays with what a key moves, however fast the next one follows", async () => {
    const { getByText, user } = await draw(<Days />);
    getByText("a").focus();
    await user.keyboard("{ArrowRight}{ArrowRight}{ArrowRight}");
    expect(getByText("a").closest("[data-day]")).toHaveProperty("dataset.day", "3");
    expect(document.activeElement).toBe(getByText("a"));
    for (const [id, day] of Object.entries({ b: "0", c: "1", d: "1", e: "2", f: "3" }))
      expect(getByText(id).closest("[data-day]")).toHaveProperty("dataset.day", day);
  });

  it("is on the view, and on no other thing, when a key moved something out of it", async () => {
    const { getByText, queryByText, getByLabelText, user } = await draw(<Days shown={3} />);
    getByText("e").focus();
    await user.keyboard("{ArrowRight}");
    expect(queryByText("e")).toBeNull();
    await user.keyboard("{ArrowRight}{ArrowRight}");
    await waitFor(() => expect(document.activeElement).toBe(getByLabelText("Days")), { timeout: 5_000 });
    await user.keyboard("{ArrowRight}");
    for (const [id, day] of Object.entries({ a: "0", b: "0", c: "1", d: "1" }))
      expect(getByText(id).closest("[data-day]")).toHaveProperty("dataset.day", day);
  });

  it("goes on to the next thing, which a key that is still held down does nothing to", async () => {
    const { container, getByText, queryByText, user } = await draw(<Days />);
    getByText("a").focus();
    fireEvent.keyDown(getByText("a"), { key: "Delete" });
    await waitFor(() => expect(document.activeElement).toBe(getByText("b")));
    fireEvent.keyDown(getByText("b"), { key: "Delete", repeat: true });
    expect(queryByText("b")).not.toBeNull();
    await user.keyboard("{Delete}");
    expect(queryByText("b")).toBeNull();
    expect(container.querySelectorAll("[data-item]")).toHaveLength(4);
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
