"use client";
import { useState, type KeyboardEvent } from "react";

interface TypedFieldProps {
  label?: string;
  labelledBy?: string;
  text: string;
  hint?: string;
  commit: (typed: string) => void;
}

/** A field of words that is taken in with Enter or on leaving it; Escape leaves it as it was. */
export function TypedField({ label, labelledBy, text, hint, commit }: TypedFieldProps) {
  const [typed, setTyped] = useState<string>();
  const take = () => {
    if (typed !== undefined && typed !== text) commit(typed);
    setTyped(undefined);
  };
  const press = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") take();
    if (event.key !== "Escape" || typed === undefined) return;
    event.stopPropagation();
    setTyped(undefined);
  };
  return (
    <input
      className="field w-full"
      aria-label={label}
      aria-labelledby={labelledBy}
      placeholder={hint}
      value={typed ?? text}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={take}
      onKeyDown={press}
    />
  );
}
