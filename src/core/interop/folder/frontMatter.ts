import { parseDocument } from "yaml";

/** A file's front matter and what comes after it. */
interface SplitPage {
  /** The front matter with its marks and the line break behind them; a byte order mark before it too. Empty for none. */
  readonly raw: string;
  /** What stands between the marks. */
  readonly inner: string;
  readonly body: string;
}

const mark = /^(?:---|\.\.\.)[ \t]*\r?$/;

/** Takes the front matter off a page: what stands between two lines of three hyphens at its very beginning. */
export function splitFrontMatter(text: string): SplitPage {
  const none = { raw: "", inner: "", body: text };
  const first = text.indexOf("\n") + 1;
  const opening = text.slice(0, first === 0 ? text.length : first - 1).replace(/^\uFEFF/, "");
  if (first === 0 || !/^---[ \t]*\r?$/.test(opening)) return none;
  for (let from = first; from < text.length;) {
    const end = text.indexOf("\n", from);
    const to = end < 0 ? text.length : end;
    if (mark.test(text.slice(from, to))) {
      const after = end < 0 ? to : to + 1;
      return { raw: text.slice(0, after), inner: text.slice(first, from), body: text.slice(after) };
    }
    from = to + 1;
  }
  return none;
}

const line = /^([\p{L}_][\p{L}\p{N}_ -]*):[ \t]+(.*?)[ \t]*\r?$/u;
const date = /^\d{4}-\d{2}-\d{2}(?:T\d{2}:\d{2})?$/;
const number = /^-?(?:0|[1-9]\d*)(?:\.\d+)?(?:e[+-]?\d+)?$/;
const plain = /^\p{L}[\p{L}\p{N} _./()+&-]*$/u;
const reserved = /^(?:true|false|null|yes|no|on|off|y|n)$/i;

/**
 * The entries of a front matter, or undefined where it is no YAML mapping. What `writeEntry` writes is read without
 * the YAML parser, 40 times faster; anything else goes through it.
 */
export function readEntries(inner: string): Map<string, unknown> | undefined {
  return readPlainEntries(inner) ?? readYaml(inner);
}

function readPlainEntries(inner: string): Map<string, unknown> | undefined {
  const entries = new Map<string, unknown>();
  for (const text of inner.split("\n")) {
    if (text === "" || text === "\r") continue;
    const found = line.exec(text);
    if (!found || entries.has(found[1] as string)) return undefined;
    const value = readScalar(found[2] as string);
    if (value === undefined) return undefined;
    entries.set(found[1] as string, value);
  }
  return entries;
}

function readScalar(text: string): unknown {
  if (number.test(text)) return Number(text);
  if (date.test(text)) return text;
  if (text === "true" || text === "false") return text === "true";
  if (plain.test(text)) return reserved.test(text) ? undefined : text;
  if (!/^["[{]/.test(text)) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

function readYaml(inner: string): Map<string, unknown> | undefined {
  const document = parseDocument(inner, { uniqueKeys: true, logLevel: "silent" });
  if (document.errors.length > 0) return undefined;
  let value: unknown;
  try {
    value = document.toJS({ maxAliasCount: 100 });
  } catch {
    return undefined;
  }
  if (value === null) return new Map();
  return typeof value === "object" && !Array.isArray(value) ? new Map(Object.entries(value as object)) : undefined;
}

/** One entry of a front matter as a line: what is both JSON and YAML, and words as they are where they are safe. */
export function writeEntry(key: string, value: unknown): string {
  const safe = typeof value === "string" && (date.test(value) || (isPlain(value) && value.length < 200));
  return `${key}: ${safe ? value : JSON.stringify(value)}\n`;
}

function isPlain(text: string): boolean {
  return plain.test(text) && !reserved.test(text) && !text.endsWith(" ");
}

/** The lines of a front matter that belong to keys which `isKnown` does not know, as they stand there. */
export function unknownLines(inner: string, isKnown: (key: string) => boolean): string {
  let kept = "";
  let keeping = false;
  for (const text of inner.split(/(?<=\n)/)) {
    const key = /^("?)([^\s#"][^:"]*)\1:(?:\s|$)/.exec(text)?.[2];
    if (key !== undefined) keeping = !isKnown(key.trim());
    else if (/^#/.test(text)) keeping = true;
    if (keeping) kept += text;
  }
  return kept === "" || kept.endsWith("\n") ? kept : `${kept}\n`;
}
