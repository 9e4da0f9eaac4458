import { describe, expect, test } from "vitest";
import { writePage } from "../commands";
import { fillPlaces, followPages, placesIn } from "../page";
import { Store } from "../store";
import { standingClock } from "../time";
import {
  addTemplate,
  askedPlaces,
  editTemplate,
  makeFromTemplate,
  templateUpdates,
  updateFromTemplate,
} from "./templates";

const meeting =
  "# {{title}}\n\nWith {{Client}} on {{today}}\n\n## Agenda\n- \n\n## What I do\n- [ ] send notes to {{client}}\n";

function withMeeting() {
  const store = new Store(new Map(), [followPages()], standingClock("2026-11-24T11:07"));
  store.act(addTemplate, { title: "Meeting", id: "tm", setting: { naming: "{{Client}}, {{today}}", text: meeting } });
  const template = () => store.find("template", "tm")!;
  return { store, template };
}

describe("places", () => {
  test("are named once each, in any case, and filled; unknown ones stay", () => {
    expect(placesIn("{{Client}} and {{ client }}", "{{when}} {{}} {not} {{a\nb}}")).toEqual(["Client", "when"]);
    expect(fillPlaces("{{client}} {{When}} {{other}}", { Client: "Mill", when: "$& now" })).toBe(
      "Mill $& now {{other}}",
    );
  });
});

describe("a template", () => {
  test("asks for its places, and makes a note with its tasks, its title and the day in them", () => {
    const { store, template } = withMeeting();
    expect(askedPlaces(template())).toEqual(["Client"]);
    expect(askedPlaces({ naming: "{{Title}}, {{week}}", text: "{{title}} {{Who}} {{today}}" })).toEqual([
      "Title",
      "Who",
    ]);
    store.act(makeFromTemplate, { template: "tm", fills: { Client: "Mill Lab" }, id: "na" });
    const note = store.find("note", "na")!;
    expect(note.title).toBe("Mill Lab, 2026-11-24");
    expect(note.text).toContain("# Mill Lab, 2026-11-24\n\nWith Mill Lab on 2026-11-24\n");
    expect(store.list("kind", "task")).toMatchObject([{ title: "send notes to Mill Lab", page: "na" }]);
    expect(() => store.act(makeFromTemplate, { template: "tm", fills: { Client: "Mill Lab" } })).toThrow("already");
  });

  test("brings its changes to what was made from it, and keeps what was written there since", () => {
    const { store, template } = withMeeting();
    store.act(makeFromTemplate, { template: "tm", fills: { Client: "Mill Lab" }, id: "na" });
    store.act(makeFromTemplate, { template: "tm", fills: { Client: "Tam" }, id: "nb" });
    const written = store.find("note", "na")!.text.replace("- \n", "- the weir\n- costs\n");
    store.act(writePage, { id: "na", text: written });
    expect(templateUpdates(store, template())).toEqual([]);

    const changed = meeting
      .replace("## What I do", "## What others do\n- \n\n## What I do")
      .replace("send notes", "send the notes");
    store.act(editTemplate, { id: "tm", setting: { text: changed } });
    const updates = templateUpdates(store, template());
    expect(updates.map(({ name }) => name)).toEqual(["Mill Lab, 2026-11-24", "Tam, 2026-11-24"]);
    expect(updates[0]!.changes.flatMap(({ added }) => added)).toContain("## What others do");
    const [task] = store.list("linesByPage", "na");
    store.act(updateFromTemplate, { template: "tm", ids: ["na"] });
    const text = store.find("note", "na")!.text;
    expect(text).toContain("- the weir\n- costs\n");
    expect(text).toContain("## What others do\n- \n");
    expect(store.list("linesByPage", "na")).toMatchObject([{ id: task!.id, title: "send the notes to Mill Lab" }]);
    expect(templateUpdates(store, template()).map(({ name }) => name)).toEqual(["Tam, 2026-11-24"]);
    store.undo();
    expect(store.find("note", "na")!.text).toBe(written.replace(/\s*\{#\w+\}/, (id) => id));
  });

  test("puts its lines on a day's page, and makes records with the fields it gives", () => {
    const { store } = withMeeting();
    store.act(addTemplate, {
      title: "Evening",
      id: "te",
      setting: { register: "days", text: "- [ ] look back\n- [ ] lay out tomorrow\n" },
    });
    store.act(makeFromTemplate, { template: "te" });
    expect(store.find("day", "day-2026-11-24")?.text).toMatch(
      /^- \[ \] look back \{#\w+\}\n- \[ \] lay out tomorrow \{#\w+\}\n$/,
    );
    store.act(addTemplate, {
      title: "Call",
      id: "tc",
      setting: { register: "tasks", naming: "Call {{Who}}", fields: { estimateMinutes: 15 } },
    });
    store.act(makeFromTemplate, { template: "tc", fills: { Who: "Ines" }, id: "tt" });
    expect(store.get("tt")).toMatchObject({ title: "Call Ines", estimateMinutes: 15 });
  });
});
