import { screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { fieldsOf, type Field } from "@/core/model";
import { fieldValues } from "@/core/register";
import { someTask } from "@/core/testing/arbitraries";
import { draw, today, workspaceWith } from "@/ui/testing/screen";
import { CellContent } from "./CellContent";

const due = fieldsOf.task.find(({ name }) => name === "due") as Field;

test.each([
  [`${today}T09:00`, "open", true],
  [`${today}T17:00`, "open", false],
  [today, "open", false],
  ["2026-11-23", "open", true],
  ["2026-11-23", "done", false],
] as const)("due %s and %s at 11:07 is late: %s, in a table as in the tray", async (at, state, late) => {
  const task = someTask("ta", { title: "Order stakes", due: at, state });
  const { store } = await workspaceWith([task]);
  const writing = { values: fieldValues(store), style: { locale: "en-GB", hour12: false }, today };
  await draw(<CellContent writing={writing} record={task} field={due} type="date" cell={at} />, [task]);
  const [shown] = screen.getAllByText(/./);
  expect(shown!.classList.contains("text-madder")).toBe(late);
});
