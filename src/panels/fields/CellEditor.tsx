"use client";
import { useEffect, useId, useMemo, useRef, useState, type KeyboardEvent } from "react";
import type { Field } from "@/core/model";
import { choicesOf } from "./cells";
import type { Writing } from "./cells";

interface CellEditorProps {
  writing: Writing;
  field: Field;
  text: string;
  label: string;
  /** Takes the text; false keeps the editor open. `step` says where to go then. */
  onCommit: (text: string, step: "down" | "right" | "left" | "stay") => boolean;
  onCancel: () => void;
}

const mostOffered = 60;

/** What is typed into one cell; where a field has choices, they are offered as one types. */
export function CellEditor({ writing, field, text, label, onCommit, onCancel }: CellEditorProps) {
  const [typed, setTyped] = useState(text);
  const [place, setPlace] = useState(-1);
  const input = useRef<HTMLInputElement>(null);
  const list = useId();
  const done = useRef(false);
  const choices = useMemo(() => choicesOf(writing.values, field), [writing, field]);
  useEffect(() => {
    input.current?.focus();
    if (text.length > 1) input.current?.select();
  }, [text]);
  const many = field.many === true || field.type === "choices" || field.type === "people";
  const [last = "", ...before] = many ? typed.split(/,\s*/).toReversed() : [typed];
  const untouched = typed === text && text !== "" && text.length > 1;
  const offered = (choices ?? [])
    .filter(([, title]) => untouched || title.toLowerCase().includes(last.toLowerCase()))
    .slice(0, mostOffered);
  const withChoice = (title: string) => (many ? [...before.toReversed(), title].join(", ") : title);
  const finish = (step: "down" | "right" | "left" | "stay") => {
    const chosen =
      offered[place] ?? (choices && !untouched && last !== "" && offered.length === 1 ? offered[0] : undefined);
    done.current = true;
    if (!onCommit(chosen ? withChoice(chosen[1]) : typed, step)) done.current = false;
  };
  const press = (event: KeyboardEvent) => {
    event.stopPropagation();
    const move = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (move && choices) {
      event.preventDefault();
      setPlace((at) => Math.max(-1, Math.min(offered.length - 1, at + move)));
    } else if (event.key === "Enter" || event.key === "Tab") {
      event.preventDefault();
      finish(event.key === "Enter" ? "down" : event.shiftKey ? "left" : "right");
    } else if (event.key === "Escape") {
      event.preventDefault();
      done.current = true;
      onCancel();
    }
  };
  return (
    <div className="absolute inset-0 z-20">
      <input
        ref={input}
        className="cell-input"
        aria-label={label}
        role={choices ? "combobox" : undefined}
        aria-expanded={choices ? offered.length > 0 : undefined}
        aria-controls={choices ? list : undefined}
        aria-activedescendant={place >= 0 ? `${list}-${place}` : undefined}
        value={typed}
        onChange={({ target }) => {
          setTyped(target.value);
          setPlace(-1);
        }}
        onKeyDown={press}
        onBlur={() => {
          if (!done.current) finish("stay");
        }}
      />
      {choices && offered.length > 0 && (
        <ul id={list} role="listbox" aria-label={field.label} className="cell-choices">
          {offered.map(([id, title], at) => (
            <li
              key={id}
              id={`${list}-${at}`}
              role="option"
              aria-selected={at === place}
              className={`min-h-7 truncate px-2 py-1 ${at === place ? "bg-sunk font-semibold" : "hover:bg-sunk"}`}
              onPointerDown={(event) => {
                event.preventDefault();
                done.current = true;
                onCommit(withChoice(title), "stay");
              }}
            >
              {title}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
