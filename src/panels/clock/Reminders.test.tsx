import { act, waitFor, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { bareRecord, defaultSettings, type Event, type PensumRecord } from "@/core/model";
import { draw, MovedClock, now, today } from "@/ui/testing/screen";
import { Reminders, WillRing } from "./Reminders";
import { RingingNow } from "./ringingNow";

const settings = { ...defaultSettings, hour12: false };
const meeting: PensumRecord = {
  ...(bareRecord("event", { id: "ea", title: "Site meeting", now }) as Event),
  ...{ start: `${today}T13:00`, end: `${today}T13:45`, remindMinutes: 10 },
};

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("AudioContext", undefined);
});

describe("reminders", () => {
  it("ring once, say how long it still is, and are snoozed and dismissed", async () => {
    const clock = new MovedClock();
    const { findByRole, queryByRole, user } = await draw(<Reminders />, [settings, meeting], clock);
    expect(queryByRole("alert")).toBeNull();
    await clock.pass(103);
    const alert = await findByRole("alert");
    expect(alert.textContent).toContain("Site meetingin 10 min, at 13:00");
    await user.click(within(alert).getByRole("button", { name: "In 5 min" }));
    await waitFor(() => expect(queryByRole("alert")).toBeNull());
    await clock.pass(5);
    expect((await findByRole("alert")).textContent).toContain("in 5 min");
    await user.click(within(await findByRole("alert")).getByRole("button", { name: "Dismiss" }));
    await waitFor(() => expect(queryByRole("alert")).toBeNull());
    await clock.pass(30);
    expect(queryByRole("alert")).toBeNull();
  });

  it("that were missed are shown on return, and one tab takes each up for all", async () => {
    const clock = new MovedClock();
    const { store, unmount } = await draw(<Reminders />, [settings, meeting], clock);
    await clock.pass(1);
    unmount();
    clock.minutes = 200;
    const tabs = [new RingingNow("own", store), new RingingNow("own", store)];
    const fresh = await Promise.all(tabs.map((tab) => tab.look()));
    expect(fresh.map((all) => all.length)).toEqual([1, 0]);
    const { findByRole } = await draw(<Reminders />, [settings, meeting], clock);
    expect((await findByRole("alert")).textContent).toContain("began at 13:00");
  });

  it("that are old are shown as missed without a sound, and go after some days; who flies west hears what is still to come", async () => {
    const clock = new MovedClock();
    const { store, unmount } = await draw(<Reminders />, [settings, meeting], clock);
    await clock.pass(1);
    unmount();
    const tab = () => new RingingNow("own", store);
    clock.minutes = 103 + 13 * 60;
    const missed = tab();
    expect(await missed.look()).toEqual([]);
    expect(missed.read()).toHaveLength(1);
    clock.minutes = 103 + 4 * 1440;
    const later = tab();
    expect(await later.look()).toEqual([]);
    expect(later.read()).toEqual([]);
    // The clocks went back to before it: it is to come again.
    clock.minutes = 60;
    expect(await tab().look()).toEqual([]);
    clock.minutes = 103;
    expect(await tab().look()).toHaveLength(1);
  });

  it("go when what they are of was moved, and what is to come can be looked over", async () => {
    const clock = new MovedClock();
    const { findByRole, queryByRole, store, getByRole } = await draw(
      <>
        <Reminders />
        <WillRing />
      </>,
      [settings, meeting],
      clock,
    );
    expect(getByRole("region", { name: "What will ring" }).textContent).toContain("Site meeting");
    await clock.pass(103);
    await findByRole("alert");
    act(
      () =>
        void store.act(
          { name: "move", run: (tx) => (tx.update("ea", { start: `${today}T15:00`, end: `${today}T16:00` }), "") },
          {},
        ),
    );
    await waitFor(() => expect(queryByRole("alert")).toBeNull());
  });

  it("survive what is no memory of theirs", async () => {
    localStorage.setItem("pensum-reminders:own", `{"until":"${now}","ringing":[{},null],"snoozed":[7]}`);
    const { queryByRole } = await draw(<Reminders />, [settings, meeting], new MovedClock());
    expect(queryByRole("alert")).toBeNull();
  });
});
