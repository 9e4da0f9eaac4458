"use client";
import { useEffect, useRef, useState, type KeyboardEvent } from "react";
import type { Field } from "@/core/model";
import { cellType, isOffered, readText, type Cell, type CellType } from "@/core/register";
import { Combobox, type Taken } from "@/ui/Combobox";
import { cellWords, type Writing } from "./cells";
import { useOffers, valueOfIds } from "./offering";
import { useReading } from "./useReading";

/** Where the hand goes after a cell was taken in. */
export type Step = Exclude<Taken["step"], "leave">;

interface CellEditorProps {
  writing: Writing;
  field: Field;
  text: string;
  /** What the cell holds; absent where the text stands for several. */
  cell?: Cell;
  label: string;
  /**
   * Takes the text, or the value that was chosen for it; false keeps the editor open. `step` says where to go then.
   */
  onCommit: (text: string, step: Step, chosen?: { readonly value: unknown }) => boolean;
  onCancel: () => void;
}

/** What is typed into one cell; where a field has choices, they are offered as one types. */
export function CellEditor(props: CellEditorProps) {
  return (
    <div className="absolute inset-0 z-20">
      {isOffered(props.field) ? <OfferedCell {...props} /> : <TypedCell {...props} />}
    </div>
  );
}

function OfferedCell({ writing, field, text, cell, label, onCommit, onCancel }: CellEditorProps) {
  const { held, ...offering } = useOffers(writing, field, cell);
  return (
    <Combobox
      {...offering}
      begin
      className="cell-input"
      label={label}
      text={text}
      held={held}
      onTake={({ words, ids, step }) =>
        onCommit(words, step === "leave" ? "stay" : step, ids && { value: valueOfIds(field, ids) })
      }
      onCancel={onCancel}
    />
  );
}

/** What is typed is taken for, in the person's own way of writing; nothing where that is what stands there already. */
function useMeaning({ writing, field, text }: CellEditorProps, typed: string): string | undefined {
  const reading = useReading();
  const type = cellType(field);
  if (!(spoken.has(type) || field.type === "repeat") || typed.trim() === "" || typed === text) return undefined;
  const read = readText(reading(), field, typed);
  if ("fault" in read) return undefined;
  const words = cellWords(writing, field, type, read.value as Cell);
  return words === typed.trim() ? undefined : words;
}

const spoken: ReadonlySet<CellType> = new Set(["date", "range", "minutes"]);

function TypedCell(props: CellEditorProps) {
  const { text, label, onCommit, onCancel } = props;
  const [typed, setTyped] = useState(text);
  const meaning = useMeaning(props, typed);
  const input = useRef<HTMLInputElement>(null);
  const done = useRef(false);
  useEffect(() => {
    input.current?.focus();
    if (text.length > 1) input.current?.select();
  }, [text]);
  const finish = (step: Step) => {
    done.current = true;
    if (!onCommit(typed, step)) done.current = false;
  };
  const press = (event: KeyboardEvent) => {
    event.stopPropagation();
    if (event.key === "Enter" || event.key === "Tab") {
      event.preventDefault();
      finish(event.key === "Enter" ? "down" : event.shiftKey ? "left" : "right");
    } else if (event.key === "Escape") {
      event.preventDefault();
      done.current = true;
      onCancel();
    }
  };
  return (
    <>
      <input
        ref={input}
        className="cell-input"
        aria-label={label}
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        onKeyDown={press}
        onBlur={() => {
          if (!done.current) finish("stay");
        }}
      />
      {meaning !== undefined && (
        <span role="status" className="cell-meaning">
          {meaning}
        </span>
      )}
    </>
  );
}
