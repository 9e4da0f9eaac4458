import {
  autocompletion,
  type Completion,
  type CompletionContext,
  type CompletionResult,
} from "@codemirror/autocomplete";
import type { EditorView } from "@codemirror/view";
import { addRecord } from "@/core/commands";
import { Refusal, type Note, type Person, type Task, type Theme } from "@/core/model";
import { plainTitle } from "@/core/page";
import type { Store } from "@/core/store";

export { startCompletion } from "@codemirror/autocomplete";

const mostShown = 40;

/** Offers titles after `[[`, themes and tags after `#`, people after `@`; what is missing can be made. */
export function pageCompletions(store: Store) {
  return autocompletion({
    override: [...completionSources(store)],
    icons: false,
    activateOnTyping: true,
  });
}

/** Where what is offered comes from. */
export function completionSources(store: Store) {
  return [
    (context: CompletionContext) => links(context, store),
    (context: CompletionContext) => names(context, store),
  ] as const;
}

function links(context: CompletionContext, store: Store): CompletionResult | null {
  const open = context.matchBefore(/\[\[[^[\]\n]*/);
  if (!open) return null;
  const typed = open.text.slice(2);
  const wanted = typed.toLowerCase();
  const titles = new Map<string, string>();
  for (const note of store.list("kind", "note") as Note[]) titles.set(note.title, "note");
  for (const person of store.list("kind", "person") as Person[]) titles.set(person.title, "person");
  for (const task of store.list("unfinishedTasks", "all") as Task[])
    if (!/[[\]]/.test(task.title)) titles.set(plainTitle(task.title), "task");
  const close = context.state.sliceDoc(context.pos, context.pos + 2) === "]]" ? 2 : 0;
  const insert = (title: string) => (view: EditorView, _completion: Completion, from: number, to: number) => {
    const text = `[[${title}]]`;
    view.dispatch({
      changes: { from, to: to + close, insert: text },
      selection: { anchor: from + text.length },
      userEvent: "input.complete",
    });
  };
  const options: Completion[] = [];
  for (const [title, kind] of titles) {
    if (!title.toLowerCase().includes(wanted)) continue;
    options.push({
      label: `[[${title}`,
      displayLabel: title,
      detail: kind,
      apply: insert(title),
      boost: title.toLowerCase().startsWith(wanted) ? 2 : 0,
    });
    if (options.length >= mostShown) break;
  }
  const fresh = typed.trim();
  if (fresh !== "" && ![...titles.keys()].some((title) => title.toLowerCase() === wanted.trim()))
    options.push({
      label: open.text,
      displayLabel: `Add the note “${fresh}”`,
      boost: -2,
      apply: (view, completion, from, to) => {
        insert(fresh)(view, completion, from, to);
        make(store, "note", fresh);
      },
    });
  return { from: open.from, options, filter: false };
}

function names(context: CompletionContext, store: Store): CompletionResult | null {
  const open = context.matchBefore(/(?<![\p{L}\p{N}_])[#@][\p{L}\p{N}_-]*/u);
  if (!open || (open.text.length === 1 && context.state.doc.lineAt(open.from).from === open.from && open.text === "#"))
    return null;
  const typed = open.text.slice(1).toLowerCase();
  const sign = open.text[0] as string;
  const known = new Map<string, string>();
  if (sign === "@") for (const person of store.list("kind", "person") as Person[]) known.set(person.title, person.role);
  else {
    for (const theme of store.list("kind", "theme") as Theme[]) known.set(theme.title, "theme");
    for (const task of store.list("unfinishedTasks", "all") as Task[])
      for (const tag of task.tags) known.set(tag, "tag");
  }
  const options: Completion[] = [];
  for (const [name, detail] of known) {
    const written = sign + name.replace(/\s+/g, "-");
    if (name.toLowerCase().includes(typed))
      options.push({ label: written, displayLabel: name, detail, apply: `${written} ` });
    if (options.length >= mostShown) break;
  }
  if (sign === "@" && typed !== "" && ![...known.keys()].some((name) => name.toLowerCase() === typed)) {
    const name = open.text.slice(1);
    options.push({
      label: open.text,
      displayLabel: `Add the person “${name}”`,
      boost: -2,
      apply: (view, _completion, from, to) => {
        view.dispatch({
          changes: { from, to, insert: `@${name} ` },
          selection: { anchor: from + name.length + 2 },
          userEvent: "input.complete",
        });
        make(store, "person", name);
      },
    });
  }
  return options.length > 0 ? { from: open.from, options, filter: false } : null;
}

function make(store: Store, kind: "note" | "person", title: string) {
  try {
    store.act(addRecord, { kind, title });
  } catch (error) {
    if (!(error instanceof Refusal)) throw error;
  }
}
