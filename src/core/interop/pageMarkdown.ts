import { readAttributes } from "../page";
import { firstHeading } from "./folder/titles";

/**
 * The text of a page as plain Markdown for somebody who has no Pensum: its title as the heading, and the lines without the
 * ids by which Pensum knows them. Lines of code stay as they are.
 */
export function pageMarkdown(title: string, text: string): string {
  let fence = "";
  const lines = text.split("\n").map((line) => {
    const sign = /^\s*(`{3,}|~{3,})/.exec(line)?.[1] ?? "";
    if (fence === "" && sign !== "") fence = sign;
    else if (fence !== "" && sign.startsWith(fence)) fence = "";
    if (fence !== "") return line;
    const attributes = readAttributes(line);
    return attributes ? line.slice(0, attributes.from).trimEnd() + line.slice(attributes.to) : line;
  });
  const heading = firstHeading(text) === title ? "" : `# ${title}\n\n`;
  return `${heading}${lines.join("\n").trimEnd()}\n`;
}
