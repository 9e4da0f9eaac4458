import { act, render, screen } from "@testing-library/react";
import { describe, expect, test, vi } from "vitest";
import { WorkLine, useLongWork } from "./longWork";

vi.mock("comlink", () => ({ wrap: () => ({}) }));
vi.mock("@/ui/workspaceContext", () => ({ useWorkspace: () => ({}) }));

type Long = ReturnType<typeof useLongWork<object>>;

function shown(): Long {
  let long: Long | undefined;
  function Shown() {
    long = useLongWork<object>(() => ({ terminate() {} }) as unknown as Worker);
    return <WorkLine stage={long.stage} />;
  }
  render(<Shown />);
  return long!;
}

describe("work that a worker does", () => {
  test("what came of it stays, though a word of its progress arrives after it", async () => {
    const long = shown();
    let late: (share: number) => void = () => {};
    await act(async () => {
      await long.run("Restoring", async (_, progress) => {
        late = progress;
        progress(0.5);
      });
      long.say("The backup is incomplete.");
      late(0.9);
    });
    expect(screen.getByRole("status").textContent).toBe("The backup is incomplete.");
  });

  test("a failure is said with its reason", async () => {
    const long = shown();
    await act(async () => {
      await long.run("Restoring", () => Promise.reject(new Error("no room")));
    });
    expect(screen.getByRole("status").textContent).toBe("Restoring failed (no room). Nothing was changed.");
  });
});
