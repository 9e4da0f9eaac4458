"use client";
import { X } from "lucide-react";
import { useRef } from "react";
import { fileOfField, type Id, type Person } from "@/core/model";
import { FileInput } from "@/ui/FileInput";
import { openRecord } from "@/ui/navigation";
import { useList, useWorkspace } from "@/ui/workspaceContext";
import type { EditorProps } from "./editors";

/** Files that a record holds: each is saved by a press, and more are added from this computer. */
export function FilesEditor({ field, value, labelledBy, set }: EditorProps) {
  const { database } = useWorkspace();
  const input = useRef<HTMLInputElement>(null);
  const held = (value as readonly string[] | undefined) ?? [];
  const keep = async (files: readonly File[]) => {
    const { keepFiles } = await import("@/panels/editor/attachFiles");
    const kept = await keepFiles(database, files);
    if (kept) set([...held, ...kept.map(({ id, name }) => `${id} ${name.trim() || "file"}`)]);
  };
  const save = async (id: Id) => (await import("@/panels/editor/attachFiles")).saveAttached(database, id);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1" role="group" aria-labelledby={labelledBy}>
      {held.map((one) => {
        const { id, name } = fileOfField(one);
        const left = held.filter((other) => other !== one);
        return (
          <span key={one} className="flex min-w-0 items-center first:pl-1.5">
            <button className="link min-h-6 truncate" onClick={() => void save(id)}>
              {name}
            </button>
            <button
              className="button-quiet grid place-items-center"
              aria-label={`Remove ${name}`}
              onClick={() => set(left.length > 0 ? left : undefined)}
            >
              <X size={13} aria-hidden />
            </button>
          </span>
        );
      })}
      <button className="button-quiet" onClick={() => input.current?.click()}>
        Add a file
      </button>
      <FileInput ref={input} multiple label={`Add a file to ${field.label}`} onFiles={(files) => void keep(files)} />
    </div>
  );
}

/** People, each opened by a press. */
export function PeopleEditor({ value, labelledBy, set }: EditorProps) {
  const people = useList("kind", "person") as readonly Person[];
  const chosen = (value ?? []) as readonly Id[];
  const left = people.filter((person) => !chosen.includes(person.id));
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1" role="group" aria-labelledby={labelledBy}>
      {chosen.map((id) => {
        const name = people.find((person) => person.id === id)?.title ?? "unknown person";
        return (
          <span key={id} className="flex items-center first:pl-1.5">
            <button className="link min-h-6" onClick={() => openRecord(id)}>
              {name}
            </button>
            <button
              className="button-quiet grid place-items-center"
              aria-label={`Remove ${name}`}
              onClick={() => set(chosen.filter((other) => other !== id))}
            >
              <X size={13} aria-hidden />
            </button>
          </span>
        );
      })}
      {left.length > 0 && (
        <select
          className="field"
          aria-label="Add a person"
          value=""
          onChange={(event) => set([...chosen, event.target.value])}
        >
          <option value="">Add</option>
          {left.map((person) => (
            <option key={person.id} value={person.id}>
              {person.title}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}
