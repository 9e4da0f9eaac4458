import fc from "fast-check";
import { describe, expect, test } from "vitest";
import type { Block, Task } from "../model";
import { someTask } from "../testing/arbitraries";
import { readAttributes, writeAttributes } from "./attributes";
import { applyEdits } from "./edits";
import {
  appendLines,
  blockLineEdits,
  idEdit,
  removeLineEdit,
  stateOfLine,
  taskLineEdits,
  withoutIdEdit,
  writeCarriedLine,
  writeTaskLine,
} from "./lines";
import { readOutline } from "./outline";

describe("attributes in curly brackets", () => {
  const name = fc.stringMatching(/^[a-z][a-z0-9-]{0,8}$/);
  const value = fc.oneof(name, fc.constantFrom("2026-11-24", "two words", "a=b", ""));

  test("read back as they were written, whatever words stand before them", () => {
    fc.assert(
      fc.property(
        fc.option(name, { nil: undefined }),
        fc.uniqueArray(name, { maxLength: 3 }),
        fc.dictionary(name, value, { maxKeys: 3 }),
        fc.constantFrom("stakes", "a {brace", "#tag", ""),
        (id, classes, pairs, words) => {
          const written = writeAttributes(id, classes, pairs);
          const read = readAttributes(`- ${words} ${written}`);
          if (written === "") expect(read).toBeUndefined();
          else
            expect({ id: read?.id, classes: read?.classes, pairs: read?.pairs }).toEqual({
              id,
              classes,
              pairs: { ...pairs },
            });
        },
      ),
    );
  });

  test.each(["stakes", "{}", "{ }", "{not attributes}", "{#id} more words", "{#a, b}", "code {x", "x}"])(
    "are not found in %j",
    (line) => {
      expect(readAttributes(line)).toBeUndefined();
    },
  );

  test("never break a line or the brackets they stand in", () => {
    expect(writeAttributes("ta", [], { note: 'a "quoted"\n{brace}' })).toBe('{#ta note="a  quoted   brace "}');
  });
});

describe("the line of a task", () => {
  const states = ["open", "doing", "waiting", "done", "dropped"] as const;
  const task = (fields: Partial<Task> = {}) => someTask("tstakes", { title: "Stakes", ...fields });
  const only = (text: string) => readOutline(text).tasks[0]!;

  test.each(states)("says that it is %s, and is read back so", (state) => {
    const text = writeTaskLine(task({ state }), "");
    expect(stateOfLine(only(text))).toBe(state);
    expect(only(text)).toMatchObject({ title: "Stakes", attributes: { id: "tstakes" } });
  });

  test("is brought from any state to any other, and keeps what it knows nothing of", () => {
    for (const before of states)
      for (const after of states) {
        const text = `${writeTaskLine(task({ state: before })).replace("}", " .mine key=1}")}\nwords`;
        const edited = applyEdits(text, taskLineEdits(only(text), task({ state: after, title: "Gauge" })));
        expect(stateOfLine(only(edited))).toBe(after);
        expect(only(edited).title).toBe("Gauge");
        expect(edited).toMatch(/\.mine key=1\}\nwords$/);
      }
  });

  test("needs no edit where it says what its record says", () => {
    const text = writeTaskLine(task({ state: "waiting" }));
    expect(taskLineEdits(only(text), task({ state: "waiting" }))).toEqual([]);
  });

  test("becomes a mark of where it was carried, at the depth at which it stood", () => {
    const text = "- [ ] whole {#twhole}\n  - [ ] part *one* {#tpart}";
    const [, part] = readOutline(text).tasks;
    expect(writeCarriedLine(part!, text, "tpart", "2026-11-25")).toBe(
      "  - part *one* {.carried task=tpart to=2026-11-25}",
    );
  });

  test("gets an id, gets another, and loses it, and nothing else of it changes", () => {
    const bare = "- [ ] Stakes {.mine}\nwords";
    const named = applyEdits(bare, [idEdit(only(bare), bare, "ta")]);
    expect(named).toBe("- [ ] Stakes {#ta .mine}\nwords");
    const renamed = applyEdits(named, [idEdit(only(named), named, "tb")]);
    expect(renamed).toBe("- [ ] Stakes {#tb .mine}\nwords");
    expect(applyEdits(renamed, [withoutIdEdit(only(renamed))])).toBe(bare);
    const plain = "- [ ] Stakes {#ta}";
    expect(applyEdits(plain, [withoutIdEdit(only(plain))])).toBe("- [ ] Stakes");
  });
});

describe("the line of a block", () => {
  const block: Block = {
    id: "ba",
    kind: "block",
    start: "2026-11-24T12:30",
    end: "2026-11-24T13:00",
    title: "lunch",
    text: "",
    createdAt: "2026-11-24T08:00",
  };
  const edited = (text: string, fields: Partial<Block>) =>
    applyEdits(text, blockLineEdits(readOutline(text).blocks[0]!, { ...block, ...fields }, "2026-11-24"));

  test("follows its hours and its words", () => {
    expect(edited("- 12:15-13:00 lunch {#ba}", {})).toBe("- 12:30-13:00 lunch {#ba}");
    expect(edited("- 12:30-13:00 lunch {#ba}", { title: "walk" })).toBe("- 12:30-13:00 walk {#ba}");
    expect(edited("12.30 to 13.00 lunch", {})).toBe("12.30 to 13.00 lunch");
  });

  test("goes over midnight, and up to it", () => {
    const night = { start: "2026-11-24T23:30", end: "2026-11-25T00:30" };
    expect(edited("- 23:00-23:30 lunch {#ba}", night)).toBe("- 23:30-00:30 lunch {#ba}");
    expect(edited("- 23:00-23:30 lunch {#ba}", { ...night, end: "2026-11-25T00:00" })).toBe(
      "- 23:30-24:00 lunch {#ba}",
    );
  });
});

describe("lines put in and taken out", () => {
  test.each([
    ["", "- [ ] a\n"],
    ["words", "words\n\n- [ ] a\n"],
    ["words\n\n\n", "words\n\n- [ ] a\n"],
    ["- [ ] b", "- [ ] b\n- [ ] a\n"],
    ["  * c\n", "  * c\n- [ ] a\n"],
  ])("at the end of %j", (text, after) => {
    expect(appendLines(text, ["- [ ] a"])).toBe(after);
    expect(appendLines(text, [])).toBe(text);
  });

  test("leave the other lines as they were", () => {
    const text = "one\ntwo\nthree";
    const without = (from: number, to: number) => applyEdits(text, [removeLineEdit({ from, to }, text)]);
    expect(without(0, 3)).toBe("two\nthree");
    expect(without(4, 7)).toBe("one\nthree");
    expect(without(8, 13)).toBe("one\ntwo");
  });
});
