import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { fileNameOf, folderOf, Paths, relativePath } from "./fileNames";

describe("names of files", () => {
  test.each([
    ["Reach 4", "Reach 4"],
    ["a/b: c?", "a-b- c-"],
    ["  two\nlines ", "two-lines"],
    [".hidden.", "hidden"],
    ["con", "con_"],
    ["", "_"],
    ["…", "…"],
  ])("%j becomes %j", (title, name) => expect(fileNameOf(title)).toBe(name));

  test("are such as every file system takes, whatever the title", () => {
    fc.assert(
      fc.property(fc.string({ unit: "binary", maxLength: 300 }), (title) => {
        const name = fileNameOf(title);
        expect(name).not.toMatch(/[/\\:*?"<>|\n]|^\.|[. ]$/);
        expect([...name].length).toBeGreaterThan(0);
        expect([...name].length).toBeLessThanOrEqual(101);
      }),
    );
  });

  test("are handed out once, also where they differ in case or in how an accent is written", () => {
    const paths = new Paths();
    expect(paths.give("notes/", "Café", "ka")).toBe("notes/Café.md");
    expect(paths.give("notes/", "CAFE\u0301", "kb")).toBe("notes/CAFE\u0301 kb.md");
    expect(paths.take("notes/café.md")).toBe(false);
    expect(paths.take("other/Café.md")).toBe(true);
  });

  test("lead from one folder to another", () => {
    expect(relativePath(folderOf("notes/a/b.md"), "files/k1/my plan (2).png")).toBe(
      "../../files/k1/my%20plan%20%282%29.png",
    );
    expect(relativePath(folderOf("top.md"), "files/k1/x.png")).toBe("files/k1/x.png");
  });
});
