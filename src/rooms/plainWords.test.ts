import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";
import { expect, test } from "vitest";

// Home-made ways to say things that English says otherwise: none of them may stand in a text that a person reads.
const forbidden =
  /\b(?:read (?:it |them |all )?in|throws? away|thrown away|do again|made? anew|anew|leave it|turn(?:ed)? round|let go|no more|otherwise|is none of|that are as|is not there|is gone|are gone|comes? again|said of all)\b/i;
const rawDate = /\b20\d{2}-\d{2}-\d{2}\b/;
/** An address and a formula have no other form. */
const allowed = ["The address of a day looks like /day/2026-11-24", 'date("2026-12-24")'];

function* sources(folder: string): Generator<string> {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    // What tests are made of is shown to nobody.
    if (entry.isDirectory() && entry.name === "testing") continue;
    if (entry.isDirectory()) yield* sources(path);
    else if (/\.tsx?$/.test(entry.name) && !/\.test\./.test(entry.name)) yield path;
  }
}

/** Every text of more than one word in a source, with its line. */
function textsOf(path: string): { line: number; text: string }[] {
  const code = readFileSync(path, "utf8");
  const source = ts.createSourceFile(
    path,
    code,
    ts.ScriptTarget.Latest,
    true,
    path.endsWith("x") ? ts.ScriptKind.TSX : ts.ScriptKind.TS,
  );
  const texts: { line: number; text: string }[] = [];
  const visit = (node: ts.Node) => {
    if (ts.isStringLiteralLike(node) || ts.isTemplateLiteralToken(node) || ts.isJsxText(node)) {
      const text = node.text.replace(/\s+/g, " ").trim();
      if (text.includes(" "))
        texts.push({ line: source.getLineAndCharacterOfPosition(node.getStart()).line + 1, text });
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return texts;
}

const inFolders = (...folders: string[]) =>
  folders
    .flatMap((folder) => [...sources(folder)])
    .flatMap((path) => textsOf(path).map(({ line, text }) => ({ at: `${path}:${line}`, text })))
    .filter(({ text }) => !allowed.some((one) => text.includes(one)));

test("texts say things in the words of English, and none in home-made ones", () => {
  const texts = inFolders("src/core", "src/panels", "src/rooms", "src/ui", "src/data", "bin");
  expect(texts.length).toBeGreaterThan(2000);
  expect(texts.filter(({ text }) => forbidden.test(text))).toEqual([]);
});

test("no text of a screen has a date as a machine writes it", () => {
  expect(inFolders("src/panels", "src/rooms", "src/ui").filter(({ text }) => rawDate.test(text))).toEqual([]);
});
