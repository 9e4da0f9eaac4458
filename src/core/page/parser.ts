import {
  Autolink,
  parser as commonMark,
  Strikethrough,
  Table,
  TaskList,
  type InlineContext,
  type MarkdownConfig,
} from "@lezer/markdown";
import { tags } from "@lezer/highlight";

const letter = /[\p{L}\p{N}_]/u;
const nameShape = /^[\p{L}\p{N}_](?:[\p{L}\p{N}_/-]*[\p{L}\p{N}_])?/u;
const attributesShape =
  /^\{\s*(?:[#.][\w-]+|[\w-]+=(?:"[^"\n]*"|[^\s"}]+))(?:\s+(?:[#.][\w-]+|[\w-]+=(?:"[^"\n]*"|[^\s"}]+)))*\s*\}/;

/** `[[Title]]` and `[[Title|shown]]`: a link to a page or a record by its title. */
function pageLink(context: InlineContext, next: number, at: number): number {
  if (next !== 91 || context.char(at + 1) !== 91) return -1;
  const rest = context.slice(at, Math.min(context.end, at + 400));
  const close = /^\[\[[^[\]\n]+\]\]/.exec(rest);
  return close ? context.addElement(context.elt("PageLink", at, at + close[0].length)) : -1;
}

/** `#field-work`: a tag, where a word begins. */
function named(node: string, sign: number) {
  return (context: InlineContext, next: number, at: number): number => {
    if (next !== sign) return -1;
    if (at > context.offset && letter.test(context.slice(at - 1, at))) return -1;
    const rest = context.slice(at + 1, Math.min(context.end, at + 80));
    const name = nameShape.exec(rest);
    if (!name || (sign === 35 && /^\d+$/.test(name[0]))) return -1;
    return context.addElement(context.elt(node, at, at + 1 + name[0].length));
  };
}

/** `{#id .class key=value}` at the end of a line: the common attribute convention. */
function attributes(context: InlineContext, next: number, at: number): number {
  if (next !== 123) return -1;
  const rest = context.slice(at, Math.min(context.end, at + 600));
  const found = attributesShape.exec(rest);
  if (!found) return -1;
  const after = rest.slice(found[0].length);
  if (!/^[ \t]*(\n|$)/.test(after)) return -1;
  return context.addElement(context.elt("Attributes", at, at + found[0].length));
}

const pensumMarks: MarkdownConfig = {
  defineNodes: [
    { name: "PageLink", style: tags.link },
    { name: "Tag", style: tags.labelName },
    { name: "Mention", style: tags.labelName },
    { name: "Attributes", style: tags.meta },
  ],
  parseInline: [
    { name: "PageLink", parse: pageLink, before: "Link" },
    { name: "Tag", parse: named("Tag", 35) },
    { name: "Mention", parse: named("Mention", 64) },
    { name: "Attributes", parse: attributes },
  ],
};

/** CommonMark with strikethrough, tables, task lists and bare addresses, and Pensum's own marks. Editor and core share it. */
export const pageParser = commonMark.configure([Strikethrough, Table, TaskList, Autolink, pensumMarks]);
