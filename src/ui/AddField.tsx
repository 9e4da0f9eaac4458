"use client";
import { useState, type FormEvent } from "react";

interface AddFieldProps {
  label: string;
  /** What stands in it while it is empty; the label where it is left out. */
  hint?: string;
  className?: string;
  /** Takes what was typed, without spaces around it; the field is emptied unless it gives false. */
  onAdd: (words: string) => boolean | void;
}

/** A field in which something is typed and added with Enter. */
export function AddField({ label, hint = label, className = "", onAdd }: AddFieldProps) {
  const [words, setWords] = useState("");
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (words.trim() !== "" && onAdd(words.trim()) !== false) setWords("");
  };
  return (
    <form onSubmit={add} className={`min-w-0 ${className}`}>
      <input
        className="field w-full"
        aria-label={label}
        placeholder={hint}
        value={words}
        onChange={({ target }) => setWords(target.value)}
      />
    </form>
  );
}
