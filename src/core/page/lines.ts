import { isUnfinished, type Block, type State, type Task } from "../model";
import { dateOf, minuteOf, minuteOn, type DateText } from "../time";
import { writeAttributes } from "./attributes";
import type { Edit } from "./edits";
import type { BlockLine, TaskLine } from "./outline";
import { writeTimeRange } from "./timeRange";

/** States that a line says with a class, since Markdown's box knows only ticked and not. */
const stateClasses: Partial<Record<State, string>> = {
  doing: "doing",
  waiting: "waiting",
  dropped: "dropped",
};

/** The state that a task line says: its box, and a class `.doing`, `.waiting` or `.dropped`. */
export function stateOfLine(line: TaskLine): State {
  const classes = line.attributes?.classes ?? [];
  if (line.ticked) return classes.includes("dropped") ? "dropped" : "done";
  return classes.includes("doing") ? "doing" : classes.includes("waiting") ? "waiting" : "open";
}

/** A title fit to stand in one line. */
export function oneLine(title: string): string {
  return title.replace(/\s+/g, " ").trim();
}

/** A task as a new line of a page. */
export function writeTaskLine(task: Pick<Task, "id" | "title" | "state">, indent = ""): string {
  const box = isUnfinished(task.state) ? "[ ]" : "[x]";
  const stateClass = stateClasses[task.state];
  return `${indent}- ${box} ${oneLine(task.title)} ${writeAttributes(task.id, stateClass ? [stateClass] : [], {})}`;
}

/** What a line becomes on the page a task was carried away from: its words, and where it went. */
export function writeCarriedLine(line: TaskLine, text: string, id: string, to: DateText): string {
  const indent = text.slice(line.from, line.markAt - 1).replace(/-[ \t]+$/, "");
  return `${indent}- ${line.title} ${writeAttributes(undefined, ["carried"], { task: id, to })}`;
}

/** The edits that bring a task's line to what its record says; none where they agree. */
export function taskLineEdits(line: TaskLine, task: Task): Edit[] {
  const edits: Edit[] = [];
  const title = oneLine(task.title);
  if (title !== line.title) edits.push({ from: line.titleFrom, to: line.titleTo, insert: title });
  if (stateOfLine(line) === task.state) return edits;
  const ticked = !isUnfinished(task.state);
  if (ticked !== line.ticked)
    edits.push({
      from: line.markAt,
      to: line.markAt + 1,
      insert: ticked ? "x" : " ",
    });
  const known = Object.values(stateClasses);
  const kept = (line.attributes?.classes ?? []).filter((name) => !known.includes(name));
  const wanted = stateClasses[task.state];
  const classes = wanted ? [wanted, ...kept] : kept;
  if (classes.join(" ") !== (line.attributes?.classes ?? []).join(" "))
    edits.push(attributesEdit(line, task.id, classes));
  return edits;
}

/** The edits that bring a block's line to what its record says; `date` is the day of the page. */
export function blockLineEdits(line: BlockLine, block: Block, date: DateText): Edit[] {
  const edits: Edit[] = [];
  const start = minuteOf(block.start);
  const end = minuteOn(date, block.end);
  if (dateOf(block.start) === date && (start !== line.range.startMinute || end !== line.range.endMinute))
    edits.push({
      from: line.rangeFrom,
      to: line.rangeFrom + line.range.length,
      insert: writeTimeRange(start, end),
    });
  const title = oneLine(block.title);
  if (title !== line.title) edits.push({ from: line.titleFrom, to: line.titleTo, insert: title });
  return edits;
}

/** The edit that gives a line an id, or another one, and leaves its other attributes as they are. */
export function idEdit(line: TaskLine | BlockLine, text: string, id: string): Edit {
  const attributes = line.attributes;
  if (!attributes) {
    // Before the carriage return of a line that ends with one.
    const end = text[line.to - 1] === "\r" ? line.to - 1 : line.to;
    return { from: end, to: end, insert: ` {#${id}}` };
  }
  const from = line.from + attributes.from;
  if (!attributes.id) return { from: from + 1, to: from + 1, insert: `#${id} ` };
  const at = text.indexOf(`#${attributes.id}`, from);
  return { from: at, to: at + attributes.id.length + 1, insert: `#${id}` };
}

/** The edit that takes the id out of a line's attributes, and the brackets too where nothing else is in them. */
export function withoutIdEdit(line: TaskLine | BlockLine): Edit {
  const { attributes } = line;
  if (!attributes) return { from: line.to, to: line.to, insert: "" };
  const rest = writeAttributes(undefined, attributes.classes, attributes.pairs);
  return {
    from: rest === "" ? line.titleTo : line.from + attributes.from,
    to: line.from + attributes.to,
    insert: rest,
  };
}

function attributesEdit(line: TaskLine, id: string, classes: readonly string[]): Edit {
  const written = writeAttributes(line.attributes?.id ?? id, classes, line.attributes?.pairs ?? {});
  if (!line.attributes) return { from: line.to, to: line.to, insert: ` ${written}` };
  return {
    from: line.from + line.attributes.from,
    to: line.from + line.attributes.to,
    insert: written,
  };
}

/** The edit that takes a whole line out, with its line break. */
export function removeLineEdit(line: { from: number; to: number }, text: string): Edit {
  if (line.to < text.length) return { from: line.from, to: line.to + 1, insert: "" };
  return { from: Math.max(0, line.from - 1), to: line.to, insert: "" };
}

/** A page's text with lines added at its end, in a list of their own unless the page ends in a list. */
export function appendLines(text: string, lines: readonly string[]): string {
  if (lines.length === 0) return text;
  const body = text.replace(/\s+$/, "");
  if (body === "") return `${lines.join("\n")}\n`;
  const last = body.slice(body.lastIndexOf("\n") + 1);
  return `${body}${/^\s*[-*+] /.test(last) ? "\n" : "\n\n"}${lines.join("\n")}\n`;
}
