"use client";
import { Popover } from "radix-ui";
import { useRef, useState, type ReactNode } from "react";
import { stepFocus } from "./stepFocus";

interface SentencePartProps {
  /** What the part says now. */
  words: string;
  /** What is chosen here, for those who do not see the sentence. */
  label: string;
  faint?: boolean;
  /** Whether what is chosen from needs more than the usual width. */
  wide?: boolean;
  children: (close: () => void) => ReactNode;
}

/** A part of a sentence that can be said otherwise: underlined, and pressed it opens the choice. */
export function SentencePart({ words, label, faint = false, wide = false, children }: SentencePartProps) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger aria-label={`${label}: ${words}`} className={`sentence-part ${faint ? "is-faint" : ""}`}>
        {words}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={10}
          aria-label={label}
          className={`z-40 max-h-[70vh] w-max min-w-[220px] overflow-y-auto border border-rule bg-sheet p-3 [scrollbar-width:thin] ${wide ? "max-w-[min(460px,calc(100vw-20px))]" : "max-w-[360px]"}`}
        >
          {children(() => setOpen(false))}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

interface PickListProps {
  options: readonly (readonly [id: string, title: string])[];
  chosen: readonly string[];
  onPick: (id: string) => void;
  many?: boolean;
}

/** A list longer than this is narrowed by what one types. */
const longList = 14;

/** Choices one below the other; one of them, or as many as one likes. Arrows go through them; a long list narrows. */
export function PickList({ options, chosen, onPick, many = false }: PickListProps) {
  const [typed, setTyped] = useState("");
  const parts = useRef<HTMLDivElement>(null);
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const left = options.filter(([, title]) => words.every((word) => title.toLowerCase().includes(word)));
  return (
    <div ref={parts} onKeyDown={(event) => stepFocus(event, parts.current, "input, button")}>
      {options.length > longList && (
        <input
          className="field mb-1 w-full"
          aria-label="Filter the list"
          placeholder="Type to filter"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          onKeyDown={(event) => {
            if (event.key !== "Enter" || words.length === 0 || !left[0]) return;
            event.preventDefault();
            onPick(left[0][0]);
          }}
        />
      )}
      <ul className="-mx-1">
        {left.map(([id, title]) => (
          <li key={id}>
            <button
              className={`flex min-h-7 w-full items-center justify-between gap-6 rounded-[3px] px-2 text-left hover:bg-sunk ${chosen.includes(id) ? "font-semibold" : ""}`}
              aria-pressed={chosen.includes(id)}
              onClick={() => onPick(id)}
            >
              {title}
              {chosen.includes(id) && <span aria-hidden>{many ? "✓" : "·"}</span>}
            </button>
          </li>
        ))}
      </ul>
      {left.length === 0 && words.length > 0 && <p className="px-1 text-ink-2">Nothing matches “{typed.trim()}”.</p>}
    </div>
  );
}

interface OnePartProps<T extends string> {
  label: string;
  value: T;
  options: readonly (readonly [T, string])[];
  onPick: (value: T) => void;
}

/** A part of a sentence with one of several things said. */
export function OnePart<T extends string>({ label, value, options, onPick }: OnePartProps<T>) {
  return (
    <SentencePart words={options.find(([one]) => one === value)?.[1] ?? value} label={label}>
      {(close) => (
        <PickList
          options={options}
          chosen={[value]}
          onPick={(id) => {
            close();
            onPick(id as T);
          }}
        />
      )}
    </SentencePart>
  );
}
