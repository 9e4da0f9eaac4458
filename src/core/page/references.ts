const pageLinks = /\[\[([^[\]|\n]+)(?:\|[^[\]\n]*)?\]\]/g;
const tagNames = /(?<![\p{L}\p{N}_&/])#(?!\d+(?![\p{L}\p{N}_/-]))([\p{L}\p{N}_](?:[\p{L}\p{N}_/-]*[\p{L}\p{N}_])?)/gu;
const personNames = /(?<![\p{L}\p{N}_.])@([\p{L}\p{N}_](?:[\p{L}\p{N}_/-]*[\p{L}\p{N}_])?)/gu;

/** The titles that a text links to with `[[ ]]`, as written. */
export function linkedTitles(text: string): string[] {
  return [...text.matchAll(pageLinks)].map((found) => (found[1] as string).trim());
}

/** The tags in a text, without the sign. */
export function tagsIn(text: string): string[] {
  return text.includes("#") ? [...new Set([...text.matchAll(tagNames)].map((found) => found[1] as string))] : [];
}

/** The people named in a text with `@`, without the sign. */
export function mentionsIn(text: string): string[] {
  return text.includes("@") ? [...new Set([...text.matchAll(personNames)].map((found) => found[1] as string))] : [];
}

/** A title in plain words: emphasis, links and code without their marks. For the rail, the tray and sentences. */
export function plainTitle(title: string): string {
  if (!/[[*_`~\\<!]/.test(title)) return title;
  return title
    .replace(/!?\[\[([^[\]|\n]+)\|([^[\]\n]*)\]\]/g, "$2")
    .replace(/\[\[([^[\]\n]+)\]\]/g, "$1")
    .replace(/!?\[([^\]\n]*)\]\([^()\s]*(?:\s"[^"]*")?\)/g, "$1")
    .replace(/(\*\*|__|~~)(?=\S)(.+?)(?<=\S)\1/g, "$2")
    .replace(/(?<![\p{L}\p{N}])([*_])(?=\S)(.+?)(?<=\S)\1(?![\p{L}\p{N}])/gu, "$2")
    .replace(/`([^`]+)`/g, "$1")
    .replace(/\\([!-/:-@[-`{-~])/g, "$1");
}
