/** A text in which links to one title lead to another; what a link shows otherwise, after a bar, stays. */
export function renameLinks(text: string, from: string, to: string): string {
  if (!text.includes("[[")) return text;
  const link = new RegExp(`\\[\\[[^\\S\\n]*${escaped(from)}[^\\S\\n]*(?=\\]\\]|\\|)`, "giu");
  return text.replace(link, () => `[[${to}`);
}

/** Whether a text names a title in plain words, as whole words and outside any link. */
export function mentionOf(text: string, title: string): { from: number; to: number } | undefined {
  if (title.length < shortestMention) return undefined;
  const words = new RegExp(`(?<![\\p{L}\\p{N}])${escaped(title)}(?![\\p{L}\\p{N}])`, "giu");
  for (const found of text.matchAll(words)) {
    const from = found.index;
    if (!isInLink(text, from)) return { from, to: from + found[0].length };
  }
  return undefined;
}

/** Names so short stand in too many texts that do not mean them. */
const shortestMention = 4;

/** The text with its first plain mention of a title made a link, which goes on showing the words as they were. */
export function linkMention(text: string, title: string): string {
  const found = mentionOf(text, title);
  if (!found) return text;
  const words = text.slice(found.from, found.to);
  return `${text.slice(0, found.from)}[[${words === title ? title : `${title}|${words}`}]]${text.slice(found.to)}`;
}

/** The first line of a text that links to a title, or names it; without marks of lists and attributes. */
export function lineAround(text: string, title: string): string | undefined {
  const wanted = title.toLowerCase();
  const lines = text.split("\n");
  const line =
    lines.find((one) => one.toLowerCase().includes(`[[${wanted}`)) ??
    lines.find((one) => one.toLowerCase().includes(wanted));
  return line
    ?.replace(/^\s*(?:[-+*]|\d+[.)])\s+(?:\[[ xX]\]\s+)?|^#+\s+|^>\s*/, "")
    .replace(/\s*\{[^{}]*\}\s*$/, "")
    .trim();
}

function isInLink(text: string, at: number): boolean {
  const open = text.lastIndexOf("[[", at);
  if (open < 0 || (text.indexOf("\n", open) !== -1 && text.indexOf("\n", open) < at)) return false;
  const close = text.indexOf("]]", open);
  return close < 0 || close >= at;
}

function escaped(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\/-]/g, "\\$&").replace(/\\-/g, "\\x2d");
}
