import { CompletionContext } from "@codemirror/autocomplete";
import { EditorState } from "@codemirror/state";
import { describe, expect, test } from "vitest";
import type { PensumRecord } from "@/core/model";
import { Store } from "@/core/store";
import { someTask } from "@/core/testing/arbitraries";
import { standingClock } from "@/core/time";
import { completionSources } from "./completions";

const createdAt = "2026-11-24T08:00";
const note = (id: string, title: string): PensumRecord => ({ id, kind: "note", title, tags: [], text: "", createdAt });
const records: PensumRecord[] = [
  note("na", "Reach 4"),
  note("nb", "The reach beyond"),
  { id: "pa", kind: "person", title: "Tam Reed", role: "Modeller", text: "" },
  { id: "ha", kind: "theme", title: "Field work", dye: "lichen", text: "" },
  someTask("ta", { title: "Survey *Reach 5*", tags: ["flood"] }),
  someTask("tb", { title: "Reach done", state: "done" }),
];

/** What is offered at the end of a text, and the page and the records after the one that `choose` names. */
function offered(text: string, after = "") {
  const store = new Store(new Map(records.map((record) => [record.id, record])), [], standingClock(createdAt));
  const state = EditorState.create({ doc: text + after });
  const context = new CompletionContext(state, text.length, false);
  const result = completionSources(store)
    .map((source) => source(context))
    .find(Boolean);
  const shown = (result?.options ?? []).map((option) => option.displayLabel ?? option.label);
  const choose = (name: string): string => {
    const option = result!.options.find((one) => (one.displayLabel ?? one.label) === name)!;
    let page = state;
    const view = { state, dispatch: (spec: object) => (page = page.update(spec).state) };
    if (typeof option.apply === "function") option.apply(view as never, option, result!.from, text.length);
    else page = page.update({ changes: { from: result!.from, to: text.length, insert: option.apply! } }).state;
    return page.doc.toString();
  };
  return { shown, choose, store };
}

describe("after two brackets", () => {
  test("titles of notes, people and open tasks are offered, and the making of what is missing", () => {
    expect(offered("see [[rea").shown).toEqual(["Reach 4", "The reach beyond", "Survey Reach 5", "Add the note “rea”"]);
    expect(offered("see [[reach 4").shown).not.toContain("Add the note “reach 4”");
  });

  test("a chosen title closes the link, over brackets that stand there already", () => {
    expect(offered("see [[rea").choose("Reach 4")).toBe("see [[Reach 4]]");
    expect(offered("see [[rea", "]] now").choose("Reach 4")).toBe("see [[Reach 4]] now");
  });

  test("what is missing is made", () => {
    const { choose, store } = offered("see [[Weir 3");
    expect(choose("Add the note “Weir 3”")).toBe("see [[Weir 3]]");
    expect(store.list("named", "weir 3")).toHaveLength(1);
  });
});

describe("after a sign", () => {
  test("themes and tags, or people, are offered, with hyphens for blanks", () => {
    expect(offered("- [ ] x #f").shown).toEqual(["Field work", "flood"]);
    expect(offered("- [ ] x #fi").choose("Field work")).toBe("- [ ] x #Field-work ");
    expect(offered("ask @ta").choose("Tam Reed")).toBe("ask @Tam-Reed ");
  });

  test("somebody unknown can be added", () => {
    const { choose, store } = offered("ask @Bo");
    expect(choose("Add the person “Bo”")).toBe("ask @Bo ");
    expect(store.list("named", "bo")).toMatchObject([{ kind: "person", title: "Bo" }]);
  });

  test.each(["#", "mail a@b", "a#b", "plain"])("nothing is offered at the end of %j", (text) => {
    expect(offered(text).shown).toEqual([]);
  });
});
