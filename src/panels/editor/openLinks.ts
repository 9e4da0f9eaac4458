import { addRecord } from "@/core/commands";
import { newId, type Note, type Person } from "@/core/model";
import { namedRecord } from "@/core/page";
import type { Store } from "@/core/store";
import { dateOf, isDate } from "@/core/time";
import type { Workspace } from "@/data/workspace";
import { dayAddress, goTo, openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";

/** Follows the link that was pressed, of whatever kind; tells whether there was one. */
export function followPressed(event: MouseEvent, store: Store, database: Workspace["database"]): boolean {
  const link = (event.target as HTMLElement).closest<HTMLElement>(
    "[data-target], [data-address], [data-date], [data-person], [data-file]",
  );
  if (!link || (link.dataset.person && !(event.metaKey || event.ctrlKey))) return false;
  event.preventDefault();
  const { target: title, address, date: day, person, file } = link.dataset;
  if (file) void import("./attachFiles").then(({ saveAttached }) => saveAttached(database, file));
  if (title) openTitle(store, title);
  else if (person) openPerson(store, person);
  else if (day) goTo(dayAddress(day, dateOf(store.clock.now())));
  else if (address) window.open(address, "_blank", "noopener,noreferrer");
  return true;
}

/** Opens what a title leads to: a day, a note, a person or a task; a title that leads nowhere becomes a note. */
function openTitle(store: Store, title: string) {
  const date: string = title;
  if (isDate(date)) return goTo(dayAddress(date, dateOf(store.clock.now())));
  // A link of another program may lead into a folder, or to a heading of a page.
  const plain = title.replace(/#.*$/, "").replace(/^.*\//, "").trim();
  const found =
    namedRecord(store, "note", title) ??
    namedRecord(store, "person", title) ??
    taskTitled(store, title) ??
    (plain !== title && plain !== "" ? namedRecord(store, "note", plain) : undefined);
  if (found?.kind === "note" && location.pathname.startsWith("/notes")) return goTo(`/notes/${found.id}`);
  if (found) return openRecord(found.id);
  const fresh = newId();
  store.act(addRecord, { kind: "note", title, id: fresh });
  notify({ text: `Added the note “${title}”`, undo: true });
  openRecord(fresh);
}

function taskTitled(store: Store, title: string) {
  return store.list("unfinishedTasks", "all").find((task) => "title" in task && task.title === title) as
    Note | Person | undefined;
}

function openPerson(store: Store, name: string) {
  const found = namedRecord(store, "person", name);
  if (found) openRecord(found.id);
}
