import { ensureSyntaxTree } from "@codemirror/language";
import { EditorState, type StateCommand } from "@codemirror/state";
import { describe, expect, test } from "vitest";
import { cursorAmongWords, linkSelection, pageKeys, toggleAround, toggleLines, toggleTick } from "./keys";
import { pageLanguage } from "./pageLanguage";

/** A page with its cursor at `|`, or its selection between two of them. */
function pageAt(marked: string): EditorState {
  const [before = "", ...rest] = marked.split("|");
  const inside = rest.length > 1 ? (rest[0] as string) : "";
  const state = EditorState.create({
    doc: before + rest.join(""),
    selection: { anchor: before.length, head: before.length + inside.length },
    extensions: [pageLanguage, cursorAmongWords],
  });
  ensureSyntaxTree(state, state.doc.length, 1000);
  return state;
}

function shown(state: EditorState): string {
  const { from, to } = state.selection.main;
  const text = state.doc.toString();
  return from === to
    ? `${text.slice(0, from)}|${text.slice(from)}`
    : `${text.slice(0, from)}|${text.slice(from, to)}|${text.slice(to)}`;
}

function run(marked: string, command: StateCommand): string | undefined {
  const state = pageAt(marked);
  let after: EditorState | undefined;
  command({ state, dispatch: (transaction) => (after = transaction.state) });
  return after && shown(after);
}

/** What a key makes of a page; undefined where the page leaves it to the editor. */
function press(key: string, marked: string): string | undefined {
  return run(marked, pageKeys.find((binding) => binding.key === key)!.run as unknown as StateCommand);
}

describe("a key in a list", () => {
  test.each([
    ["Enter", "- [ ] stakes|", "- [ ] stakes\n- [ ] |"],
    ["Enter", "- [x] stakes| {#tstakes}", "- [x] stakes {#tstakes}\n- [ ] |"],
    ["Enter", "  - [ ] order |stakes {#tstakes}", "  - [ ] order  {#tstakes}\n  - [ ] |stakes"],
    ["Enter", "- milk|", "- milk\n- |"],
    ["Enter", "9. nine|", "9. nine\n10. |"],
    ["Enter", "+ [x] plain|", "+ [x] plain\n+ [ ] |"],
    ["Enter", "  - [ ] |", "- [ ] |"],
    ["Enter", "- [ ] |", "|"],
    ["Backspace", "  - [ ] |part", "- [ ] |part"],
    ["Backspace", "- [ ] |stakes {#tstakes}", "- |stakes {#tstakes}"],
    ["Backspace", "- |stakes", "|stakes"],
    ["Backspace", "- [ ] one {#tone}\n|two", "- [ ] one|two {#tone}"],
    ["Delete", "- [ ] one| {#tone}\n- [ ] two {#ttwo}", "- [ ] one|two {#tone}"],
    ["ArrowRight", "- [ ] one| {#tone}\n- [ ] two", "- [ ] one {#tone}\n- [ ] |two"],
    ["ArrowLeft", "- [ ] one {#tone}\n- [ ] |two", "- [ ] one| {#tone}\n- [ ] two"],
    ["Tab", "- [ ] one\n- [ ] tw|o", "- [ ] one\n  - [ ] tw|o"],
    ["Shift-Tab", "- [ ] one\n  - [ ] tw|o", "- [ ] one\n- [ ] tw|o"],
  ])("%s in %j", (key, before, after) => {
    expect(press(key, before)).toBe(after);
  });

  test.each([
    ["Enter", "words|"],
    ["Enter", "```\n- [ ] code|\n```"],
    ["Enter", "- |[ ] x"],
    ["Backspace", "- [ ] st|akes"],
    ["Backspace", "one\n|two"],
    ["Backspace", "|one"],
    ["Delete", "- [ ] o|ne {#tone}"],
    ["Tab", "wo|rds"],
  ])("%s in %j is the editor’s own", (key, before) => {
    expect(press(key, before)).toBeUndefined();
  });
});

describe("the bar", () => {
  test.each([
    ["wo|rds", "- [ ] wo|rds"],
    ["- wo|rds", "- [ ] wo|rds"],
    ["- [ ] wo|rds {#twords}", "- wo|rds {#twords}"],
    ["## wo|rds", "- [ ] wo|rds"],
  ])("makes a task of %j, or a plain item of a task", (before, after) => {
    expect(run(before, toggleLines("task"))).toBe(after);
  });

  test("changes every selected line", () => {
    expect(run("|one\ntwo|", toggleLines("list"))).toBe("- |one\n- two|");
  });

  test("makes a heading, and takes it away again", () => {
    expect(run("wo|rds", toggleLines("heading"))).toBe("## wo|rds");
    expect(run("## wo|rds", toggleLines("heading"))).toBe("wo|rds");
  });

  test("puts signs around what is selected, and takes them away again", () => {
    expect(run("see |Reach 4| now", toggleAround("**"))).toBe("see **|Reach 4|** now");
    expect(run("see **|Reach 4|** now", toggleAround("**"))).toBe("see |Reach 4| now");
    expect(run("see |Reach 4| now", linkSelection)).toBe("see [[Reach 4]]| now");
    expect(run("see |", linkSelection)).toBe("see [[|]]");
  });

  test("ticks a task off and opens it again; a plain line becomes a task", () => {
    expect(run("- [ ] st|akes {#tstakes}", toggleTick)).toBe("- [x] st|akes {#tstakes}");
    expect(run("- [x] st|akes {#tstakes}", toggleTick)).toBe("- [ ] st|akes {#tstakes}");
    expect(run("st|akes", toggleTick)).toBe("- [ ] st|akes");
  });
});

describe("a lone cursor", () => {
  const put = (text: string, at: number) => {
    const state = pageAt(`${text}|`);
    return state.update({ selection: { anchor: at } }).state.selection.main.head;
  };
  test("stays among the words of a list line", () => {
    const line = "- [ ] stakes {#tstakes}";
    expect(put(line, 0)).toBe(6);
    expect(put(line, 8)).toBe(8);
    expect(put(line, line.length)).toBe(12);
  });
  test("goes anywhere in code", () => {
    expect(put("```\n- [ ] code\n```", 4)).toBe(4);
  });
});
