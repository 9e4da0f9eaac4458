import { act, waitFor } from "@testing-library/react";
import { beforeEach, expect, it } from "vitest";
import { setState } from "@/core/commands";
import { defaultSettings, type PensumRecord, type Work } from "@/core/model";
import { currentNotice, notify } from "@/ui/notices";
import { blockOf, draw, taskOf, today } from "@/ui/testing/screen";
import { useAct } from "@/ui/workspaceContext";
import { useEntryOffer } from "./useEntryOffer";

function Ticking() {
  useEntryOffer();
  const doing = useAct();
  return <button onClick={() => doing(setState, { tasks: ["ta"], state: "done" })}>tick</button>;
}
const drawn = async (...records: PensumRecord[]) => {
  const screen = await draw(<Ticking />, [
    defaultSettings,
    taskOf("ta", { title: "Letter", estimateMinutes: 45 }),
    ...records,
  ]);
  await screen.user.click(screen.getByRole("button", { name: "tick" }));
  const log = () =>
    (screen.store.list("kind", "work") as Work[]).map(({ start, end }) => `${start.slice(11)} ${end?.slice(11)}`);
  return { ...screen, log };
};
beforeEach(() => notify(undefined));

it("offers the estimate of a task that was ticked without a log, up to now, after what is logged", async () => {
  const earlier: Work = {
    ...{ id: "w", kind: "work", title: "Call", text: "", createdAt: `${today}T10:40` },
    ...{ start: `${today}T10:00`, end: `${today}T10:40` },
  };
  const { log, store } = await drawn(earlier);
  expect(currentNotice()).toMatchObject({ undo: true, also: { label: "Log 27 min" } });
  act(() => currentNotice()?.also?.run());
  await waitFor(() => expect(log()).toHaveLength(2));
  expect(log()).toEqual(["10:00 10:40", "10:40 11:07"]);
  expect(store.find("task", "ta")?.tookMinutes).toBe(27);
});

it("offers its hours of today as planned, and nothing where the log has it", async () => {
  const block = blockOf("b", `${today}T09:00`, `${today}T09:50`, { task: "ta" });
  const { log } = await drawn(block);
  act(() => currentNotice()?.also?.run());
  await waitFor(() => expect(log()).toEqual(["09:00 09:50"]));
});

it("offers nothing where the log has it", async () => {
  await drawn({
    ...{ id: "w", kind: "work", title: "", text: "", createdAt: `${today}T10:40`, task: "ta" },
    ...{ start: `${today}T10:00`, end: `${today}T10:40` },
  } as Work);
  expect(currentNotice()?.also).toBeUndefined();
});
