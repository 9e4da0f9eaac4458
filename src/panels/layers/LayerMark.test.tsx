import { act } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import type { LayerItem } from "@/core/lens";
import { bareRecord, defaultSettings, type Event } from "@/core/model";
import { minuteOf } from "@/core/time";
import { useRecord } from "@/ui/workspaceContext";
import { draw, now } from "@/ui/testing/screen";
import { LayerMark } from "./LayerMark";

const layer = { lens: "lens", field: "start", dye: "ochre" } as const;
const fair: Event = {
  ...bareRecord("event", { id: "fair", title: "Fair", now }),
  ...{ start: "2026-11-24T10:00", end: "2026-11-24T11:00" },
};

function Mark({ movable }: { movable: boolean }) {
  const record = useRecord("fair") as Event;
  const item: LayerItem = {
    ...{ record, layer, dye: "ochre", first: "2026-11-24", last: "2026-11-24" },
    ...{ startMinute: minuteOf(record.start), endMinute: minuteOf(record.end) },
    ...(movable ? { movedBy: { field: "start" } } : {}),
  };
  return (
    <LayerMark
      item={item}
      column={{ column: 0, of: 1, span: 1 }}
      minutePixels={1}
      leastMinutes={18}
      showDay={() => {}}
    />
  );
}
const drawn = async (movable = true) => {
  const screen = await draw(<Mark movable={movable} />, [defaultSettings, fair]);
  act(() => screen.getByRole("button").focus());
  const hours = () => {
    const { start, end } = screen.store.get("fair") as Event;
    return [start.slice(5), end.slice(5)];
  };
  return { ...screen, hours };
};

describe("a record of a lens at its hour", () => {
  it("is moved by arrows and stretched with Shift, in steps of the setting", async () => {
    const { user, hours, undo } = await drawn();
    await user.keyboard("{ArrowDown}");
    expect(hours()).toEqual(["11-24T10:05", "11-24T11:05"]);
    await user.keyboard("{Shift>}{ArrowDown}{ArrowDown}{/Shift}");
    expect(hours()).toEqual(["11-24T10:05", "11-24T11:15"]);
    await user.keyboard("{ArrowRight}");
    expect(hours()).toEqual(["11-25T10:05", "11-25T11:15"]);
    undo();
    expect(hours()[0]).not.toBe("11-25T10:05");
  });

  it("stays where its date is a computed one, and has no box where nothing means done", async () => {
    const { user, hours, container } = await drawn(false);
    await user.keyboard("{ArrowDown}{Shift>}{ArrowDown}{/Shift} ");
    expect(hours()).toEqual(["11-24T10:00", "11-24T11:00"]);
    expect(container.querySelector("[data-tick]")).toBeNull();
  });
});
