import { knownFills, nameOf } from "../things";
import { appendToDay } from "../commands";
import { Refusal, valueIn, type Id, type MadeFrom, type PensumRecord, type Template, told } from "../model";
import { fillPlaces, placesIn } from "../page";
import { describeCommand, lineChanges, mergeText, type LineChange, type Transaction } from "../store";
import { dateOf, counted } from "../time";
import { addToRegister } from "./addToRegister";

const dayPlaces: readonly string[] = ["today", "tomorrow", "yesterday", "week"];

/** What a template asks for before something is made from it. In its text, the title is known by then. */
export function askedPlaces({ naming, text }: Pick<Template, "naming" | "text">): string[] {
  const named = placesIn(naming);
  const all = placesIn(...named.map((name) => `{{${name}}}`), text.replace(/\{\{\s*title\s*\}\}/gi, ""));
  return all.filter((name) => !dayPlaces.includes(name.toLowerCase()));
}

/** What people say of a template. */
type TemplateSetting = Partial<Pick<Template, "title" | "register" | "naming" | "fields" | "text">> & {
  readonly beginsDays?: true | undefined;
};

export const addTemplate = describeCommand({
  name: "addTemplate",
  does: "Makes a template.",
  input: told.parts({
    title: told.text,
    setting: told.maybe(told.whole<TemplateSetting>("what a template is")),
    id: told.maybe(told.id()),
  }),
  run(tx, { title, setting = {}, id = tx.newId() }) {
    const plain = title.replace(/\s+/g, " ").trim();
    if (plain === "") throw new Refusal("A template needs a name.");
    const order = tx.list("kind", "template").length;
    const bare = { register: "notes", naming: "{{Title}}", fields: {}, text: "" };
    const { beginsDays, ...rest } = setting;
    tx.put({ ...bare, ...rest, ...(beginsDays ? { beginsDays } : {}), id, kind: "template", title: plain, order });
    return `Added the template “${plain}”`;
  },
});

export const editTemplate = describeCommand({
  name: "editTemplate",
  does: "Changes what a template makes.",
  input: told.parts({ id: told.id(), setting: told.whole<TemplateSetting>("what a template is") }),
  again: "merge",
  run(tx, { id, setting }) {
    const template = needTemplate(tx, id);
    if (setting.title?.trim() === "") throw new Refusal("A template needs a name.");
    if (setting.naming?.trim() === "")
      throw new Refusal("Enter a title for the new record, like {{Title}} or Week {{week}}.");
    // Lines that have places to ask about cannot come by themselves.
    const next = { ...template, ...setting };
    if (next.beginsDays && askedPlaces({ naming: "", text: next.text }).length > 0)
      throw new Refusal("Its lines have blanks that are asked for, so they cannot begin a day by themselves.");
    tx.update(id, setting);
    return `Changed the template “${setting.title ?? template.title}”`;
  },
});

export const removeTemplate = describeCommand({
  name: "removeTemplate",
  does: "Takes a template away; what was made from it stays.",
  input: told.parts({ id: told.id() }),
  run(tx, { id }) {
    const { title } = needTemplate(tx, id);
    tx.remove(id);
    return `Deleted the template “${title}”; records added from it were kept`;
  },
});

export const makeFromTemplate = describeCommand({
  name: "makeFromTemplate",
  does: "Makes a record of a template, or puts its lines on today's page, with what was filled into its places.",
  input: told.parts({
    template: told.id("template"),
    fills: told.maybe(told.map(told.text)),
    id: told.maybe(told.id()),
  }),
  run(tx, { template: from, fills = {}, id = tx.newId() }) {
    const template = needTemplate(tx, from);
    const today = dateOf(tx.now);
    const all = { ...knownFills(today), ...fills };
    const title = fillPlaces(template.naming, all).replace(/\s+/g, " ").trim();
    const text = fillPlaces(template.text, { ...all, title });
    if (template.register === "days") {
      appendToDay(tx, today, text.replace(/\s+$/, "").split("\n"));
      return `Added “${template.title}” to the page of ${today}`;
    }
    const isTaken = tx.list("named", title.toLowerCase()).some((record) => record.kind === "note");
    if (template.register === "notes" && isTaken)
      throw new Refusal(`The note “${title}” already exists. Nothing was added.`);
    addToRegister.run(tx, { register: template.register, fields: { ...template.fields, title }, id });
    const madeFrom: MadeFrom = { template: from, fills: all, text };
    tx.update(id, { text, madeFrom });
    return `Added “${title}” from “${template.title}”`;
  },
});

/** A record that was made from a template which has changed since, and what bringing it up to date would do. */
interface TemplateUpdate {
  readonly record: PensumRecord;
  readonly name: string;
  readonly text: string;
  readonly changes: readonly LineChange[];
}

/**
 * What was made from a template and is behind it. What was written into a record since it was made stays: the change of
 * the template is brought to it, line by line.
 */
export function templateUpdates(
  reads: Pick<Transaction, "list" | "find"> & { records(): Iterable<PensumRecord> },
  template: Template,
): TemplateUpdate[] {
  const updates: TemplateUpdate[] = [];
  for (const record of reads.records()) {
    const from = valueIn(record, "madeFrom") as MadeFrom | undefined;
    if (from?.template !== template.id || !("text" in record)) continue;
    const text = mergeText(from.text, record.text, freshText(template, from));
    if (text === record.text) continue;
    updates.push({ record, name: nameOf(record, reads), text, changes: lineChanges(record.text, text) });
  }
  return updates.sort((a, b) => (a.name < b.name ? -1 : 1));
}

function freshText(template: Template, { fills }: MadeFrom): string {
  return fillPlaces(template.text, { ...fills, title: fillPlaces(template.naming, fills) });
}

export const updateFromTemplate = describeCommand({
  name: "updateFromTemplate",
  does: "Brings what was made from a template up to date with it.",
  input: told.parts({ template: told.id("template"), ids: told.ids() }),
  run(tx, { template: from, ids }) {
    const template = needTemplate(tx, from);
    let count = 0;
    for (const id of ids) {
      const record = tx.get(id);
      const made = record && (valueIn(record, "madeFrom") as MadeFrom | undefined);
      if (!record || !("text" in record) || made?.template !== from) continue;
      const fresh = freshText(template, made);
      tx.update(id, { text: mergeText(made.text, record.text, fresh), madeFrom: { ...made, text: fresh } });
      count++;
    }
    if (count === 0) throw new Refusal("The records added from this template no longer exist.");
    return `Updated ${counted(count, "record")} to match “${template.title}”`;
  },
});

function needTemplate(tx: Pick<Transaction, "find">, id: Id): Template {
  const template = tx.find("template", id);
  if (!template) throw new Refusal("This template no longer exists. It may have been deleted in another tab.");
  return template;
}
