import { render, screen } from "@testing-library/react";
import userEvent from "@testing-library/user-event";
import { useState } from "react";
import { describe, expect, it } from "vitest";
import { PickList } from "./SentencePart";

const fields = Array.from({ length: 20 }, (_, at) => [`f${at}`, `Field ${at}`] as const);

function Picking({ options }: { options: typeof fields }) {
  const [chosen, setChosen] = useState<readonly string[]>(["f3"]);
  return <PickList many options={options} chosen={chosen} onPick={(id) => setChosen((before) => [...before, id])} />;
}
const titles = () => screen.getAllByRole("button").map(({ textContent }) => textContent);
const pressed = () => screen.getAllByRole("button", { pressed: true }).map(({ textContent }) => textContent);

describe("a list to pick from", () => {
  it("narrows to what is typed where it is long, takes the first by Enter, and says when nothing is left", async () => {
    const user = userEvent.setup();
    render(<Picking options={fields} />);
    await user.type(screen.getByRole("textbox"), "eld 1");
    expect(titles()).toEqual(["Field 1", ...Array.from({ length: 10 }, (_, at) => `Field ${10 + at}`)]);
    await user.clear(screen.getByRole("textbox"));
    await user.type(screen.getByRole("textbox"), "17{Enter}");
    expect(pressed()).toEqual(["Field 17✓"]);
    await user.clear(screen.getByRole("textbox"));
    expect(pressed()).toEqual(["Field 3✓", "Field 17✓"]);
    await user.type(screen.getByRole("textbox"), "zebra");
    expect(screen.queryAllByRole("button")).toEqual([]);
    expect(screen.getByText("Nothing matches “zebra”.")).toBeTruthy();
  });

  it("is gone through by arrows, and a short one has no field to narrow it", async () => {
    const user = userEvent.setup();
    render(<Picking options={fields.slice(0, 3)} />);
    expect(screen.queryByRole("textbox")).toBeNull();
    screen.getAllByRole("button")[0]!.focus();
    await user.keyboard("{ArrowDown}{ArrowDown}{ArrowDown}");
    expect(document.activeElement?.textContent).toBe("Field 2");
    await user.keyboard("{ArrowUp}{Enter}");
    expect(pressed()).toEqual(["Field 1✓"]);
  });
});
