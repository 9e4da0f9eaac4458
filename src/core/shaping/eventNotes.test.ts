import { expect, test } from "vitest";
import { addEvent, copyItem, editRecord } from "../commands";
import type { Event, Note, Template } from "../model";
import { dayItems, eventNotesOf } from "../plan";
import { Store } from "../store";
import { standingClock } from "../time";
import { addToRegister, addTemplate, eventFills, makeEventNotes } from ".";

const zone = "Europe/Berlin";

function world(): Store {
  const store = new Store(new Map(), [], standingClock("2026-11-24T11:07", zone));
  store.act(addToRegister, { register: "people", id: "ines", fields: { title: "Ines" } });
  store.act(addEvent, { id: "call", title: "Crew call", start: "2026-11-30T09:00", end: "2026-11-30T09:45" });
  store.act(editRecord, { id: "call", fields: { people: ["ines"], repeat: "RRULE:FREQ=WEEKLY" } });
  store.act(addTemplate, {
    title: "Meeting",
    id: "meeting",
    setting: { naming: "{{About}}, {{today}}", text: "# {{title}}\n\nWith {{Who}}.\n" },
  });
  return store;
}

test("notes come from a template that knows the event, for one occurrence of a series alone", () => {
  const store = world();
  const second = dayItems(store, "2026-12-07")[0]!.record as Event;
  const fills = eventFills(store, second, store.find("template", "meeting") as Template);
  expect(fills).toEqual({ About: "Crew call", Who: "Ines" });
  store.act(makeEventNotes, { event: second.id, template: "meeting", fills, id: "page" });
  expect(store.find("note", "page")).toMatchObject({
    title: "Crew call, 2026-12-07",
    text: "# Crew call, 2026-12-07\n\nWith Ines.\n",
  });
  expect(eventNotesOf(store, "2026-12-07").map(({ notes }) => notes.id)).toEqual(["page"]);
  expect(eventNotesOf(store, "2026-12-14")).toEqual([]);
  expect(() => store.act(makeEventNotes, { event: second.id })).toThrow(/already has a notes page/);
  store.undo();
  expect(store.find("note", "page")).toBeUndefined();
  expect(eventNotesOf(store, "2026-12-07")).toEqual([]);
});

test("an empty page gets a title that no other has", () => {
  const store = world();
  store.act(addToRegister, { register: "notes", id: "other", fields: { title: "Crew call, 2026-11-30" } });
  const first = dayItems(store, "2026-11-30")[0]!.record;
  store.act(makeEventNotes, { event: first.id, id: "page" });
  expect((store.find("note", "page") as Note).title).toBe("Crew call, 2026-11-30 (2)");
});

test("the notes of an event stay with it: its copies, and what comes again after it, have none", () => {
  const store = world();
  store.act(addEvent, { id: "walk", title: "Walk", start: "2026-11-25T14:00", end: "2026-11-25T15:00" });
  store.act(makeEventNotes, { event: "walk", id: "page" });
  store.act(copyItem, { id: "walk", start: "2026-11-27T14:00", newId: "copy" });
  store.act(editRecord, { id: "walk", fields: { repeat: "RRULE:FREQ=WEEKLY" } });
  expect(store.get("copy")).not.toHaveProperty("notes");
  const noted = ["2026-11-25", "2026-11-27", "2026-12-02"].filter((date) => eventNotesOf(store, date).length > 0);
  expect(noted).toEqual(["2026-11-25"]);
});
