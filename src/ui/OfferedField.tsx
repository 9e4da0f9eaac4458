"use client";
import { useId } from "react";
import { TypedField } from "./TypedField";

interface OfferedFieldProps {
  label?: string;
  labelledBy?: string;
  hint?: string;
  text: string;
  /** What it may be, where that is known: offered while one types. */
  choices: readonly (readonly [id: string, title: string])[] | undefined;
  commit: (typed: string) => void;
}

/** A field of words that offers the choices there are. */
export function OfferedField({ choices, ...field }: OfferedFieldProps) {
  const list = useId();
  return (
    <>
      <TypedField {...field} {...(choices ? { list } : {})} />
      {choices && (
        <datalist id={list}>
          {choices.map(([id, title]) => (
            <option key={id} value={title} />
          ))}
        </datalist>
      )}
    </>
  );
}
