"use client";
import type { ReactNode } from "react";
import { Bold, CircleDashed, Heading2, Italic, Link2, List } from "lucide-react";
import type { EditorView } from "@codemirror/view";
import type { StateCommand } from "@codemirror/state";
import { linkSelection, toggleAround, toggleLines } from "./keys";

const actions: readonly (readonly [string, typeof Bold, StateCommand])[] = [
  ["Task", CircleDashed, toggleLines("task")],
  ["List", List, toggleLines("list")],
  ["Heading", Heading2, toggleLines("heading")],
  ["Bold", Bold, toggleAround("**")],
  ["Italic", Italic, toggleAround("*")],
  ["Link to a page", Link2, linkSelection],
];

/** The small bar for people who know no Markdown; it is there while the page is written on. */
export function EditorBar({ view, children }: { view: EditorView; children?: ReactNode }) {
  return (
    <div role="toolbar" aria-label="Formatting" className="editor-bar">
      {children}
      {actions.map(([name, Icon, run]) => (
        <button
          key={name}
          type="button"
          title={name}
          aria-label={name}
          className="button-quiet grid place-items-center"
          onPointerDown={(event) => event.preventDefault()}
          onClick={() => {
            run(view);
            view.focus();
          }}
        >
          <Icon size={14} aria-hidden />
        </button>
      ))}
    </div>
  );
}
