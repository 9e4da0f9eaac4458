"use client";
import { autocompletion, closeBrackets, completionKeymap, type CompletionContext } from "@codemirror/autocomplete";
import { defaultKeymap, history, historyKeymap } from "@codemirror/commands";
import { EditorState, StateEffect, StateField } from "@codemirror/state";
import { Decoration, EditorView, keymap, placeholder, type DecorationSet } from "@codemirror/view";
import { useContext, useEffect, useRef } from "react";
import { builtins, type FormulaFault } from "@/core/formula";
import { NonceContext } from "@/ui/nonce";

interface FormulaFieldProps {
  label: string;
  text: string;
  hint: string;
  /** The names that a formula may use here. */
  names: readonly string[];
  fault: FormulaFault | undefined;
  onChange: (text: string) => void;
}

const showFault = StateEffect.define<FormulaFault | undefined>();
const faultMark = Decoration.mark({ class: "cm-fault" });
const faultField = StateField.define<DecorationSet>({
  create: () => Decoration.none,
  update(marks, { effects, changes, state }) {
    let next = marks.map(changes);
    for (const effect of effects) {
      if (!effect.is(showFault)) continue;
      const from = Math.min(effect.value?.from ?? 0, state.doc.length);
      const to = Math.min(effect.value?.to ?? 0, state.doc.length);
      next = effect.value && to > from ? Decoration.set([faultMark.range(from, to)]) : Decoration.none;
    }
    return next;
  },
  provide: (field) => EditorView.decorations.from(field),
});

/** A field for a formula: offers the names and functions there are as one types, and marks the place of a fault. */
export function FormulaField({ label, text, hint, names, fault, onChange }: FormulaFieldProps) {
  const nonce = useContext(NonceContext);
  const host = useRef<HTMLDivElement>(null);
  const view = useRef<EditorView>(null);
  const changed = useRef(onChange);
  const known = useRef(names);
  useEffect(() => {
    changed.current = onChange;
    known.current = names;
  });
  useEffect(() => {
    const complete = (context: CompletionContext) => {
      const word = context.matchBefore(/[\p{L}_][\p{L}\p{N}_ ]*$/u);
      const last = word && /[\p{L}\p{N}_]*$/u.exec(word.text)?.[0];
      if (!word || (last === "" && !context.explicit)) return null;
      // A name may have spaces: the longest end of what was typed that begins one is completed.
      const typed = word.text.toLowerCase();
      const starts = [...typed.matchAll(/(?:^|\s)(?=\S)/g)].map(({ index, 0: space }) => index + space.length);
      const all = [...known.current, ...builtins.keys(), "today", "now"];
      const start = starts.find((at) => all.some((name) => name.toLowerCase().startsWith(typed.slice(at))));
      if (start === undefined) return null;
      return {
        from: word.from + start,
        options: [
          ...known.current.map((name) => ({ label: name, type: "field", detail: "field", boost: 1 })),
          ...[...builtins.keys(), "today", "now"].map((name) => ({
            label: name,
            apply: `${name}(`,
            type: "function",
            detail: "function",
          })),
        ],
        validFor: /^[\p{L}_][\p{L}\p{N}_ ]*$/u,
      };
    };
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: text,
        extensions: [
          history(),
          closeBrackets(),
          autocompletion({ override: [complete], icons: false }),
          keymap.of([...completionKeymap, ...defaultKeymap, ...historyKeymap]),
          placeholder(hint),
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ "aria-label": label }),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) changed.current(update.state.doc.toString());
          }),
          faultField,
          EditorView.cspNonce.of(nonce),
        ],
      }),
    });
    view.current = editor;
    return () => editor.destroy();
    // The text is the editor's own once it stands.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useEffect(() => {
    view.current?.dispatch({ effects: showFault.of(fault) });
  }, [fault]);
  return (
    <div
      ref={host}
      className="formula-field"
      onKeyDown={(event) => event.key === "Escape" && event.stopPropagation()}
    />
  );
}
