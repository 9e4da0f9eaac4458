// Gathers the texts of the interface, room by room, so that each room can be read through in one sitting: what stands
// between tags and braces as one sentence, with the place it is from. `npm run texts` lists the rooms, `npm run texts -- plan`
// prints one of them.
import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import ts from "typescript";
import { root } from "./setup.mjs";

const folders = ["src/rooms", "src/panels", "src/core", "src/ui", "src/data", "src/app", "bin"];

/** The part of the house that a file belongs to: a room, a panel, a floor of core, or the folder itself. */
function partOf(path) {
  const [top, second, third] = path.split("/");
  return top === "src" && ["rooms", "panels", "core"].includes(second) && third && !third.includes(".")
    ? third
    : (second?.split(".")[0] ?? top);
}

function* sources(folder) {
  for (const entry of readdirSync(join(root, folder), { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory() && entry.name !== "testing") yield* sources(path);
    else if (/\.(tsx?|mjs)$/.test(entry.name) && !/\.test\./.test(entry.name)) yield path;
  }
}

/** What stands for a value in a sentence: its name, or what it is asked of. */
const placeOf = (node) => `{${node.getText().replace(/\s+/g, " ").slice(0, 40)}}`;
const tidy = (text) => text.replace(/\s+/g, " ");
/** Attributes whose value nobody reads. */
const unread = /^(className|key|id|htmlFor|type|role|name|rel|href|data-.*|viewBox|d|align|side|form|kind)$/;
const isRead = (text) => /\p{L}{2}/u.test(text) && (/\S \S/.test(text.trim()) || /^\p{Lu}\p{Ll}+/u.test(text.trim()));

/** The whole sentence of a template or of an element with only words and values in it; undefined where it is none. */
function sentenceOf(node) {
  if (ts.isStringLiteralLike(node)) return node.text;
  if (ts.isTemplateExpression(node))
    return node.head.text + node.templateSpans.map((span) => placeOf(span.expression) + span.literal.text).join("");
  if (!ts.isJsxElement(node) && !ts.isJsxFragment(node)) return undefined;
  if (!node.children.some((child) => ts.isJsxText(child) && isRead(`${child.text} `))) return undefined;
  return node.children
    .map((child) => {
      if (ts.isJsxText(child)) return child.text;
      if (ts.isJsxExpression(child)) {
        const { expression } = child;
        return !expression ? "" : ts.isStringLiteralLike(expression) ? expression.text : placeOf(expression);
      }
      return sentenceOf(child) ?? "{…}";
    })
    .join("");
}

const isDirective = (node) => ts.isExpressionStatement(node) && ts.isStringLiteral(node.expression);

/** The texts of a file, each with its line, in the order in which they stand. */
function textsOf(path) {
  const code = readFileSync(join(root, path), "utf8");
  const source = ts.createSourceFile(path, code, ts.ScriptTarget.Latest, true);
  const texts = [];
  const visit = (node) => {
    if (isDirective(node) || ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node))
      return;
    if (ts.isJsxAttribute(node) && unread.test(node.name.getText())) return;
    const sentence = sentenceOf(node);
    if (sentence !== undefined && isRead(tidy(sentence)))
      texts.push([source.getLineAndCharacterOfPosition(node.getStart()).line + 1, tidy(sentence).trim()]);
    // What stands within a value of a sentence, or deeper in an element, is a text of its own.
    ts.forEachChild(node, visit);
  };
  visit(source);
  return texts;
}

const parts = new Map();
for (const path of folders.flatMap((folder) => [...sources(folder)])) {
  const texts = textsOf(path);
  if (texts.length === 0) continue;
  const part = partOf(path);
  parts.set(part, [...(parts.get(part) ?? []), [relative(".", path), texts]]);
}

const wanted = process.argv[2];
if (wanted === undefined) {
  for (const [part, files] of [...parts].toSorted(([a], [b]) => (a < b ? -1 : 1)))
    console.log(`${String(files.reduce((sum, [, texts]) => sum + texts.length, 0)).padStart(5)}  ${part}`);
  console.log("\nnpm run texts -- plan prints the texts of one of them.");
} else if (!parts.has(wanted)) {
  console.error(`There are no texts of “${wanted}”. Without a name, all parts are listed.`);
  process.exit(1);
} else {
  for (const [path, texts] of parts.get(wanted)) {
    console.log(`\n${path}`);
    for (const [line, text] of texts) console.log(`${String(line).padStart(5)}  ${text}`);
  }
}
