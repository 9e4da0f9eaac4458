"use client";
import { useState } from "react";
import type { Event, Template } from "@/core/model";
import { eventFills, makeEventNotes } from "@/core/shaping";
import { FromTemplate } from "@/panels/FromTemplate";
import { goTo, openRecord } from "@/ui/navigation";
import { useAct, useList, useRecord, useStore } from "@/ui/workspaceContext";

/** The page of what was said at an event: opened, or made from a template. */
export function EventNotes({ event }: { event: Event }) {
  const store = useStore();
  const act = useAct();
  const notes = useRecord(event.notes);
  const templates = (useList("kind", "template") as readonly Template[]).filter(({ register }) => register === "notes");
  const [choosing, setChoosing] = useState(false);
  const opened = (made: string | undefined) => {
    if (made === undefined) return;
    // What follows a rule is a record of its own from now on.
    openRecord(event.id);
  };
  return (
    <section aria-label="Notes for this event" className="mb-5">
      <h4 className="mb-1 font-semibold text-ink-2">Notes</h4>
      {notes?.kind === "note" ? (
        <button className="link font-semibold" onClick={() => goTo(`/notes/${notes.id}`)}>
          {notes.title}
        </button>
      ) : (
        <p className="flex flex-wrap gap-x-4">
          {templates.length > 0 && (
            <button className="link min-h-6" onClick={() => setChoosing(true)}>
              Add from a template
            </button>
          )}
          <button className="link min-h-6" onClick={() => opened(act(makeEventNotes, { event: event.id }))}>
            {templates.length > 0 ? "Or add an empty page" : "Add a notes page"}
          </button>
        </p>
      )}
      {choosing && (
        <FromTemplate
          register="notes"
          known={(template) => eventFills(store, event, template)}
          make={(template, fills, id) => act(makeEventNotes, { event: event.id, template, fills, id }) !== undefined}
          onClose={() => setChoosing(false)}
          onMade={() => {
            setChoosing(false);
            opened(event.id);
          }}
        />
      )}
    </section>
  );
}
