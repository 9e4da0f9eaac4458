"use client";
import { useState } from "react";
import { newId, type Id, type Template } from "@/core/model";
import { askedPlaces, makeFromTemplate } from "@/core/shaping";
import { Dialog } from "@/ui/Dialog";
import { useAct, useList } from "@/ui/workspaceContext";

interface FromTemplateProps {
  /** The register whose templates are offered. */
  register: string;
  /** What is known of its places before anybody is asked. */
  known?: (template: Template) => Readonly<Record<string, string>>;
  /** Makes it, where more is to be done than that; tells whether it was made. */
  make?: (template: Id, fills: Readonly<Record<string, string>>, id: Id) => boolean;
  onClose: () => void;
  /** Called with what was made; a day's lines make no record. */
  onMade: (id: Id) => void;
}

/** A template is chosen, its places are filled, and something is made from it. */
export function FromTemplate({ register, known, make, onClose, onMade }: FromTemplateProps) {
  const templates = (useList("kind", "template") as readonly Template[])
    .filter((one) => one.register === register)
    .toSorted((a, b) => a.order - b.order);
  const [chosen, setChosen] = useState<Template | undefined>(templates.length === 1 ? templates[0] : undefined);
  const [filled, setFills] = useState<Readonly<Record<string, string>>>({});
  const fills = chosen && known ? { ...known(chosen), ...filled } : filled;
  const act = useAct();
  const places = chosen ? askedPlaces(chosen) : [];
  const makeIt = () => {
    if (!chosen) return;
    const id = newId();
    const isMade = make
      ? make(chosen.id, fills, id)
      : act(makeFromTemplate, { template: chosen.id, fills, id }) !== undefined;
    if (isMade) onMade(id);
  };
  return (
    <Dialog title={chosen ? `From “${chosen.title}”` : "From a template"} onClose={onClose}>
      {!chosen && (
        <ul>
          {templates.map((template) => (
            <li key={template.id} className="border-b border-hairline">
              <button className="min-h-8 w-full text-left hover:text-woad" onClick={() => setChosen(template)}>
                {template.title}
              </button>
            </li>
          ))}
        </ul>
      )}
      {chosen && (
        <form
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            makeIt();
          }}
        >
          {places.length === 0 && <p className="text-ink-2">There is nothing to fill in.</p>}
          {places.map((place, at) => (
            <label key={place} className="grid gap-1">
              <span className="text-ink-2">{place}</span>
              <input
                className="field"
                autoFocus={at === 0}
                value={fills[place] ?? ""}
                onChange={({ target }) => setFills({ ...filled, [place]: target.value })}
              />
            </label>
          ))}
          <div className="flex gap-3">
            <button className="button-filled" type="submit">
              Add
            </button>
            <button className="button" type="button" onClick={onClose}>
              Cancel
            </button>
          </div>
        </form>
      )}
    </Dialog>
  );
}
