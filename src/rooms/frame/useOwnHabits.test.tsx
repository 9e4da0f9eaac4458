import { waitFor } from "@testing-library/react";
import { expect, test } from "vitest";
import { bareRecord, defaultSettings } from "@/core/model";
import { draw, today } from "@/ui/testing/screen";
import { useOwnHabits } from "./useOwnHabits";

function Habits() {
  useOwnHabits(today);
  return null;
}

test("a habit finds its hours once a day: undone or taken away, they are not found again", async () => {
  const habit = { ...bareRecord("habit", { id: "ha", title: "Stretch", now: `${today}T07:00` }), findsHours: true };
  const { store, undo } = await draw(<Habits />, [defaultSettings, habit]);
  const blocks = () => store.list("blocksByDay", today).length;
  await waitFor(() => expect(blocks()).toBe(1));
  undo();
  expect(blocks()).toBe(0);
  await new Promise((resolve) => setTimeout(resolve, 1200));
  expect(blocks()).toBe(0);
});
