/** A content line of iCalendar (RFC 5545, 3.1), unfolded, with the line of the file it begins on. */
interface ContentLine {
  readonly line: number;
  readonly text: string;
  /** In capitals. */
  readonly name: string;
}

/** A component with its own lines and those inside it. */
export interface ComponentLines {
  readonly line: number;
  readonly name: string;
  readonly lines: readonly ContentLine[];
  readonly inner: readonly ComponentLines[];
  /** Why it is not whole. */
  readonly fault?: string;
}

/** The content lines of a file: what is folded over several lines is one. */
export function contentLines(text: string): ContentLine[] {
  const lines: { line: number; parts: string[] }[] = [];
  let number = 0;
  for (const line of text.replace(/^\uFEFF/, "").split(/\r\n|\n|\r/)) {
    number++;
    const last = lines[lines.length - 1];
    if (/^[ \t]/.test(line) && last) last.parts.push(line.slice(1));
    else if (line !== "") lines.push({ line: number, parts: [line] });
  }
  return lines.map(({ line, parts }) => {
    const whole = parts.join("");
    return { line, text: whole, name: (/^[^:;]*/.exec(whole)?.[0] ?? "").toUpperCase() };
  });
}

interface Open {
  readonly line: number;
  readonly name: string;
  readonly lines: ContentLine[];
  readonly inner: ComponentLines[];
}

/**
 * The components of a file, those inside a VCALENDAR as if it were not there. One that does not end, or that another
 * ends, is told of; what comes behind it is read all the same.
 */
export function componentsOf(text: string): ComponentLines[] {
  const all: ComponentLines[] = [];
  const open: Open[] = [];
  const close = (fault?: string) => {
    const one = open.pop() as Open;
    const whole = fault === undefined ? one : { ...one, fault };
    if (one.name === "VCALENDAR") all.push(...one.inner, ...(fault === undefined ? [] : [{ ...whole, inner: [] }]));
    else (open[open.length - 1]?.inner ?? all).push(whole);
  };
  for (const content of contentLines(text)) {
    const what = content.text
      .slice(content.text.indexOf(":") + 1)
      .trim()
      .toUpperCase();
    if (content.name === "BEGIN") {
      // What stands inside a calendar stands in nothing else; an event that begins inside an event shows that one never ended.
      while (standsAlone(what) && open.some(({ name }) => standsAlone(name))) close("Its end is missing.");
      open.push({ line: content.line, name: what, lines: [], inner: [] });
    } else if (content.name === "END") {
      const at = open.findLastIndex(({ name }) => name === what);
      if (at < 0) continue;
      while (open.length - 1 > at) close("Its end is missing.");
      close();
    } else open[open.length - 1]?.lines.push(content);
  }
  while (open.length > 0) close(open[open.length - 1]?.name === "VCALENDAR" ? undefined : "Its end is missing.");
  return all;
}

function standsAlone(name: string): boolean {
  return ["VEVENT", "VTODO", "VJOURNAL", "VTIMEZONE", "VFREEBUSY"].includes(name);
}

/** A component as lines again, with those inside it. */
export function componentText({ name, lines, inner }: ComponentLines): string {
  return [`BEGIN:${name}`, ...lines.map(({ text }) => text), ...inner.map(componentText), `END:${name}`].join("\r\n");
}

const encoder = new TextEncoder();
const longestLine = 75;

/** A content line folded so that no line is longer than 75 octets; no letter is cut in two. */
export function folded(line: string): string {
  if (line.length * 3 <= longestLine || encoder.encode(line).length <= longestLine) return line;
  const parts: string[] = [];
  let part = "";
  let octets = 0;
  for (const letter of line) {
    const more = encoder.encode(letter).length;
    if (octets + more > longestLine - (parts.length > 0 ? 1 : 0)) {
      parts.push(part);
      [part, octets] = ["", 0];
    }
    part += letter;
    octets += more;
  }
  parts.push(part);
  return parts.join("\r\n ");
}
