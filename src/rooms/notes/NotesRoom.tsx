"use client";
import { Pin } from "lucide-react";
import { useCallback, useEffect, useMemo, useState } from "react";
import { addRecord, editRecord } from "@/core/commands";
import { newId, type Id, type Note } from "@/core/model";
import { firstHeading, stemOf } from "@/core/interop/folder/titles";
import { dateOf, type DateText } from "@/core/time";
import { PageActs } from "@/panels/PageActs";
import { Rail } from "@/panels/day/Rail";
import { PlacingContext, type Placing } from "@/panels/hours/placing";
import { useLineActs } from "@/panels/useLineActs";
import { deviceChoice } from "@/ui/deviceChoice";
import { useNow } from "@/ui/clock";
import { usePhone } from "@/ui/usePhone";
import { PageEditor } from "@/panels/editor/PageEditor";
import { FromTemplate } from "@/panels/FromTemplate";
import { goTo, openRecord } from "@/ui/navigation";
import { PlaceLink } from "@/ui/PlaceLink";
import { TypedField } from "@/ui/TypedField";
import { useAct, useList, useRecord, useStore } from "@/ui/workspaceContext";
import { noteTree, type NoteFolder } from "./noteTree";

const firstStep = "No notes yet. Select “New note”, or write [[a title]] on any page.";

/** The notes: their folders at the left, and one of them to read and write. */
export function NotesRoom({ id }: { id: Id | undefined }) {
  const notes = useList("kind", "note") as readonly Note[];
  const record = useRecord(id);
  const act = useAct();
  const [naming, setNaming] = useState(false);
  const [fresh, setFresh] = useState<Id>();
  const [fromTemplate, setFromTemplate] = useState(false);
  const [search, setSearch] = useState("");
  const hasTemplates = useList("kind", "template").some((one) => one.kind === "template" && one.register === "notes");
  const note = record?.kind === "note" ? record : undefined;
  const make = (title: string) => {
    setNaming(false);
    if (title.trim() === "") return;
    const fresh = newId();
    const folder = note?.folder ? { folder: note.folder } : {};
    if (act(addRecord, { kind: "note", title, id: fresh, ...folder }) === undefined) return;
    setFresh(fresh);
    goTo(`/notes/${fresh}`);
  };
  const isPhone = usePhone();
  const words = search.trim().toLowerCase();
  const tree = useMemo(
    () =>
      noteTree(
        words === ""
          ? notes
          : notes.filter(({ title, tags }) => title.toLowerCase().includes(words) || tags.join(" ").includes(words)),
      ),
    [notes, words],
  );
  const pinned = useMemo(
    () => (words === "" ? notes.filter((one) => one.pinned).toSorted((a, b) => a.title.localeCompare(b.title)) : []),
    [notes, words],
  );
  return (
    <main data-pane="page" className={`registers notes flex min-w-0 flex-1 bg-sheet ${id ? "has-note" : ""}`}>
      <h1 className="sr-only">{note ? note.title : "Notes"}</h1>
      <nav aria-label="Notes" className="register-list note-list">
        <div className="px-3 pb-2">
          <input
            type="search"
            className="field w-full"
            aria-label="Search notes"
            placeholder="Search titles and tags"
            value={search}
            onChange={({ target }) => setSearch(target.value)}
          />
        </div>
        {pinned.length > 0 && (
          <>
            <span className="px-4 pb-1 text-small text-ink-2">Pinned</span>
            {pinned.map((one) => (
              <NoteLink key={one.id} note={one} here={one.id === id} depth={0} />
            ))}
            <span className="px-4 pt-3 pb-1 text-small text-ink-2">All</span>
          </>
        )}
        {isPhone && notes.length === 0 && <p className="px-4 py-2 font-words text-page">{firstStep}</p>}
        <Folder folder={tree} here={id} depth={0} />
        {notes.length > 0 && words !== "" && tree.notes.length + tree.folders.length === 0 && (
          <p className="px-4 text-ink-2">
            No title or tag contains these words. To search inside notes, use the search at the top.
          </p>
        )}
        {naming ? (
          <div className="px-3 py-1" ref={(div) => div?.querySelector("input")?.focus()}>
            <TypedField label="Title of the note" hint="Title of the note" text="" commit={make} />
          </div>
        ) : (
          <button className="min-h-6 px-4 py-1 text-left font-semibold text-woad" onClick={() => setNaming(true)}>
            New note
          </button>
        )}
        {hasTemplates && (
          <button className="min-h-6 px-4 py-1 text-left font-semibold text-woad" onClick={() => setFromTemplate(true)}>
            From a template
          </button>
        )}
      </nav>
      {note ? (
        <NoteBesideHours key={note.id} note={note} isFresh={note.id === fresh} onBegun={() => setFresh(undefined)} />
      ) : (
        <p className={`p-9 font-words text-page ${id ? "" : "no-note"}`}>
          {id
            ? "This note no longer exists. If it was deleted, undo restores it."
            : notes.length === 0
              ? firstStep
              : "Select a note, or add a new one."}
        </p>
      )}
      {fromTemplate && (
        <FromTemplate
          register="notes"
          onClose={() => setFromTemplate(false)}
          onMade={(fresh) => {
            setFromTemplate(false);
            goTo(`/notes/${fresh}`);
          }}
        />
      )}
    </main>
  );
}

function Folder({ folder, here, depth }: { folder: NoteFolder; here: Id | undefined; depth: number }) {
  const inner = (
    <>
      {folder.folders.map((one) => (
        <Folder key={one.path} folder={one} here={here} depth={folder.path === "" ? 0 : depth + 1} />
      ))}
      {folder.notes.map((note) => (
        <NoteLink key={note.id} note={note} here={note.id === here} depth={folder.path === "" ? 0 : depth + 1} />
      ))}
    </>
  );
  if (folder.path === "") return inner;
  return (
    <details open className="note-folder">
      <summary style={{ paddingLeft: 16 + depth * 14 }}>{folder.name}</summary>
      {inner}
    </details>
  );
}

function NoteLink({ note, here, depth }: { note: Note; here: boolean; depth: number }) {
  return (
    <PlaceLink path={`/notes/${note.id}`} here={here} className={`register-link ${here ? "is-here" : ""}`}>
      <span className="truncate" style={{ paddingLeft: depth * 14 }}>
        {note.title || "untitled"}
      </span>
      {note.pinned && <Pin size={12} className="mt-1 flex-none" aria-label="Pinned" />}
    </PlaceLink>
  );
}

const besideNotes = deviceChoice("pensum-hours-beside-notes", { shown: false }, ({ shown }) => ({
  shown: shown === true,
}));

interface NoteProps {
  note: Note;
  /** Whether it was made just now: one goes on writing on it. */
  isFresh: boolean;
  onBegun: () => void;
}

/** A note, with the hours of today beside it where somebody wants them. */
function NoteBesideHours({ note, isFresh, onBegun }: NoteProps) {
  useEffect(() => {
    if (isFresh) onBegun();
  });
  const { shown } = besideNotes.use();
  const isPhone = usePhone();
  const today = dateOf(useNow(useStore().clock));
  const [placing, setPlacing] = useState<Placing>();
  const place = useCallback((next: Placing | undefined) => {
    setPlacing(next);
    if (next) besideNotes.choose({ shown: true });
  }, []);
  const placingState = useMemo(() => ({ placing, place }), [placing, place]);
  return (
    <PlacingContext.Provider value={placingState}>
      {shown && !isPhone && <Rail date={today} today={today} />}
      <NotePage note={note} today={today} isFresh={isFresh} />
    </PlacingContext.Provider>
  );
}

function NotePage({ note, today, isFresh }: { note: Note; today: DateText; isFresh: boolean }) {
  const act = useAct();
  const { shown } = besideNotes.use();
  const isPhone = usePhone();
  const { acts, popover } = useLineActs({ id: note.id, today });
  const set = (fields: Readonly<Record<string, unknown>>) => act(editRecord, { id: note.id, fields });
  const fileName = note.source?.path === undefined ? undefined : stemOf(note.source.path);
  const other = [fileName, firstHeading(note.text)].find((title) => title !== undefined && title !== note.title);
  return (
    <section aria-label={note.title} className="day-page min-w-0 flex-1 overflow-y-auto [scrollbar-width:thin]">
      <div className="mx-auto max-w-[720px] px-9 pt-[22px] pb-24 max-sm:px-4 max-sm:pt-2">
        {isPhone && (
          <PlaceLink path="/notes" here={false} className="link min-h-6 font-semibold">
            All notes
          </PlaceLink>
        )}
        <div className="note-title">
          <TypedField label="Title" text={note.title} commit={(title) => set({ title })} />
        </div>
        <div className="mt-1 mb-3.5 flex flex-wrap items-center gap-x-3.5 gap-y-1 text-[12.5px] text-ink-2">
          <label className="flex items-center gap-1.5">
            in
            <span className="w-44">
              <TypedField
                label="Folder"
                hint="no folder"
                text={note.folder ?? ""}
                commit={(folder) => set({ folder: folder.trim() === "" ? undefined : folder.trim() })}
              />
            </span>
          </label>
          <label className="flex items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-[var(--woad)]"
              checked={note.pinned ?? false}
              onChange={({ target }) => set({ pinned: target.checked ? true : undefined })}
            />
            Pinned
          </label>
          {note.tags.length > 0 && <span>{note.tags.map((tag) => `#${tag}`).join(" ")}</span>}
          {fileName !== undefined && other !== undefined && (
            <button className="link" onClick={() => set({ title: other })}>
              Rename to “{other}”
            </button>
          )}
          <button className="link" onClick={() => openRecord(note.id)}>
            Fields, links and history
          </button>
          {!isPhone && (
            <label className="flex items-center gap-1.5">
              <input
                type="checkbox"
                className="size-4 accent-[var(--woad)]"
                checked={shown}
                onChange={({ target }) => besideNotes.choose({ shown: target.checked })}
              />
              Today’s hours
            </label>
          )}
          <PageActs id={note.id} title={note.title} />
        </div>
        <PageEditor
          id={note.id}
          label={`Page of ${note.title}`}
          isFocused={isFresh}
          placeholder="Write here. Type “- [ ]” for a task or [[ for a link to a page."
          {...acts}
          // On a phone no hours stand beside the note, on which a line could be put by hand.
          onPlace={isPhone ? undefined : acts.onPlace}
        />
      </div>
      {popover}
    </section>
  );
}
