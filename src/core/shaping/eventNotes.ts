import { nameOf } from "../things";
import { need } from "../commands";
import { Refusal, type Event, type Template, told } from "../model";
import { plainTitle, placesIn } from "../page";
import { describeCommand, type Store } from "../store";
import { dateOf } from "../time";
import { askedPlaces, makeFromTemplate } from "./templates";

/**
 * What of an event goes into the places of a template before anybody is asked: its title where the page gets its name,
 * and those who come in the first other place.
 */
export function eventFills(
  reads: Pick<Store, "find">,
  event: Event,
  template: Pick<Template, "naming" | "text">,
): Record<string, string> {
  const named = placesIn(template.naming);
  const [first, ...others] = askedPlaces(template);
  const people = event.people.flatMap((id) => reads.find("person", id)?.title ?? []).join(", ");
  const fills: Record<string, string> = {};
  if (first !== undefined && named.includes(first)) fills[first] = plainTitle(event.title);
  const who = first !== undefined && named.includes(first) ? others[0] : first;
  if (who !== undefined && people !== "") fills[who] = people;
  return fills;
}

/** Of a series, the one occurrence gets it. */
export const makeEventNotes = describeCommand({
  name: "makeEventNotes",
  does: "Makes the page for the notes of an event: from a template, or a plain one with its title and date.",
  input: told.parts({
    event: told.id("event"),
    template: told.maybe(told.id("template")),
    fills: told.maybe(told.map(told.text)),
    id: told.maybe(told.id()),
  }),
  run(tx, { event: eventId, template, fills = {}, id = tx.newId() }) {
    const event = need(tx, "event", eventId);
    if (event.notes !== undefined && tx.find("note", event.notes))
      throw new Refusal("This event already has a notes page. Nothing was added.");
    const date = dateOf(event.start);
    if (template) makeFromTemplate.run(tx, { template, fills: { today: date, ...fills }, id });
    else {
      const title = freeTitle(tx, `${plainTitle(event.title)}, ${date}`);
      tx.put({ id, kind: "note", title, tags: [], text: "", createdAt: tx.now });
    }
    tx.update(event.id, { notes: id });
    return `Added a notes page for “${nameOf(event, tx)}”`;
  },
});

/** A title that no note has yet: with a number behind it where one does. */
function freeTitle(tx: Pick<Store, "list">, wanted: string): string {
  const isTaken = (title: string) => tx.list("named", title.toLowerCase()).some(({ kind }) => kind === "note");
  let title = wanted;
  for (let number = 2; isTaken(title); number++) title = `${wanted} (${number})`;
  return title;
}
