"use client";
import { useContext, useEffect, useRef, useState } from "react";
import { defaultKeymap } from "@codemirror/commands";
import { Compartment, EditorState, Prec } from "@codemirror/state";
import { EditorView, keymap, placeholder as placeholderText, tooltips } from "@codemirror/view";
import { GripVertical } from "lucide-react";
import { addRecord } from "@/core/commands";
import { isPage, newId, type Id, type Note, type Person } from "@/core/model";
import { longestFollowedPage, namedRecord } from "@/core/page";
import { dateOf, isDate, type DateText } from "@/core/time";
import { addDropZone } from "@/panels/drag";
import { dayAddress, goTo, openRecord } from "@/ui/navigation";
import { NonceContext } from "@/ui/nonce";
import { notify } from "@/ui/notices";
import { useStore, useTimeStyle, useWorkspace } from "@/ui/workspaceContext";
import { EditorBar } from "./EditorBar";
import { drawnPage } from "./drawn";
import { cursorAmongWords, pageKeys, toggleTick } from "./keys";
import { lineZone } from "./lineZone";
import { putLines, takeLines } from "./moveLines";
import { isTaskLine, partsAt, partsOfLine } from "./lineParts";
import { pageLanguage } from "./pageLanguage";
import { onWanted, takeWanted } from "./lookFor";
import { storedText, syncWithStore } from "./sync";

/** One line of a page, for whoever places or drags it. */
export interface LineHandle {
  readonly from: number;
  readonly text: string;
  /** The line without its marks. */
  readonly words: string;
  readonly task: Id | undefined;
}

interface PageEditorProps {
  /** The record whose text is edited; the page of a day need not be there yet. */
  id: Id;
  date?: DateText;
  label: string;
  placeholder: string;
  onPlace?: (line: LineHandle) => void;
  /** Called with the tasks whose lines are chosen, and where the cursor is on the screen. */
  onGiveDay?: (tasks: readonly Id[], at: { x: number; y: number }) => void;
  onDragLine?: (event: PointerEvent, line: LineHandle) => void;
}

/** The editor of a page's text: Markdown, drawn. */
export function PageEditor({ id, date, label, placeholder, onPlace, onGiveDay, onDragLine }: PageEditorProps) {
  const store = useStore();
  const { database, outlines } = useWorkspace();
  const style = useTimeStyle();
  const nonce = useContext(NonceContext);
  const host = useRef<HTMLDivElement>(null);
  const [view, setView] = useState<EditorView>();
  const [grip, setGrip] = useState<{ top: number; at: number }>();
  const handlers = useRef({ onPlace, onGiveDay, onDragLine });
  useEffect(() => {
    handlers.current = { onPlace, onGiveDay, onDragLine };
  });

  useEffect(() => {
    if (!host.current) return;
    const record = store.get(id);
    const attaching = () => import("./attachFiles");
    const follows = id.startsWith("day-") || isPage(record);
    const handleAt = (editor: EditorView, at: number): LineHandle => {
      store.settle();
      const parts = partsAt(editor.state, Math.min(at, editor.state.doc.length));
      const task = follows && isTaskLine(parts) ? parts.attributes?.id : undefined;
      return {
        from: parts.line.from,
        text: parts.line.text,
        words: editor.state.sliceDoc(parts.wordsFrom, parts.wordsTo),
        task,
      };
    };
    const cursorHandle = (editor: EditorView) => handleAt(editor, editor.state.selection.main.head);
    const actKeys = follows
      ? [
          {
            key: "Alt-h",
            run: (editor: EditorView) => withWords(cursorHandle(editor), (line) => handlers.current.onPlace?.(line)),
          },
          { key: "Alt-g", run: (editor: EditorView) => giveDayAtCursor(editor) },
          { key: "Alt-o", run: (editor: EditorView) => openTask(cursorHandle(editor)) },
        ]
      : [];
    const giveDayAtCursor = (editor: EditorView) => {
      // New lines get their ids now, which moves what stands behind them.
      store.settle();
      const { doc, selection } = editor.state;
      const { main } = selection;
      const [first, last] = [doc.lineAt(main.from).number, doc.lineAt(main.to).number];
      const lines = Array.from({ length: last - first + 1 }, (_, at) => handleAt(editor, doc.line(first + at).from));
      const tasks = lines.flatMap(({ task }) => task ?? []);
      const at = editor.coordsAtPos(main.head);
      if (tasks.length > 0 && at) handlers.current.onGiveDay?.(tasks, { x: at.left, y: at.bottom });
      return true;
    };

    // What is offered while writing comes when somebody begins to write here.
    const completions = new Compartment();
    let offers = false;
    const offer = async (to: EditorView) => {
      if (offers) return;
      offers = true;
      const { pageCompletions, startCompletion } = await import("./completions");
      if (!to.dom.isConnected) return;
      to.dispatch({ effects: completions.reconfigure(pageCompletions(store)) });
      // Somebody may have begun a link meanwhile.
      startCompletion(to);
    };

    const editor = new EditorView({
      parent: host.current,
      state: EditorState.create({
        doc: storedText(store, id),
        extensions: [
          EditorView.cspNonce.of(nonce),
          pageLanguage,
          // A line ends with a line feed and nothing else, so that other bytes of a page stay as they were.
          EditorState.lineSeparator.of("\n"),
          EditorView.clipboardInputFilter.of((text) => text.replace(/\r\n?/g, "\n")),
          tooltips({ parent: document.body }),
          EditorView.lineWrapping,
          EditorView.perLineTextDirection.of(true),
          placeholderText(placeholder),
          cursorAmongWords,
          syncWithStore(store, id),
          drawnPage({
            store,
            id,
            style,
            date,
            follows,
            loadFile: async (address) => (await attaching()).fileAt(database, store.get(id), address),
          }),
          completions.of([]),
          Prec.high(keymap.of([...actKeys, ...pageKeys])),
          keymap.of([
            { key: "Escape", run: leave },
            ...defaultKeymap.filter(
              ({ key }) => key !== "Alt-ArrowUp" && key !== "Alt-ArrowDown" && key !== "Mod-Enter",
            ),
          ]),
          EditorView.contentAttributes.of({ "aria-label": label, spellcheck: "true" }),
          EditorView.domEventHandlers({
            focus: (_event, from) => void offer(from),
            mousedown: (event) => pressed(event),
            pointerdown: (event, from) => pulled(event, from),
            copy: (event, from) => takeLines(event, from, false),
            cut: (event, from) => takeLines(event, from, true),
            paste: (event, from) => pasted(event, from),
            drop: (event, from) =>
              pasteFiles(
                event.dataTransfer,
                from,
                from.posAtCoords({ x: event.clientX, y: event.clientY }) ?? undefined,
                event,
              ),
            mousemove: (event, from) => hover(event, from),
          }),
        ],
      }),
    });
    setView(editor);
    if (isPage(record) && record.text.length <= longestFollowedPage)
      void outlines.prepare(record, () => new Promise((resolve) => setTimeout(resolve, 4)));
    const showWanted = () => {
      const words = takeWanted(id);
      const text = editor.state.doc.toString().toLowerCase();
      const found = words
        ?.map((word) => [text.indexOf(word.toLowerCase()), word.length] as const)
        .find(([at]) => at >= 0);
      if (!found) return;
      const [at, length] = found;
      editor.focus();
      editor.dispatch({
        selection: { anchor: at, head: at + length },
        effects: EditorView.scrollIntoView(at, { y: "center" }),
      });
    };
    const settled = setTimeout(showWanted, 0);
    const stopLooking = onWanted(() => setTimeout(showWanted, 0));
    const stopDropping = addDropZone(lineZone(editor, store, id));
    return () => {
      clearTimeout(settled);
      stopLooking();
      stopDropping();
      editor.destroy();
    };

    /** Presses on what is drawn: circles tick, links lead somewhere. */
    function pressed(event: MouseEvent): boolean {
      if (event.button !== 0) return false;
      const target = event.target as HTMLElement;
      if (target.closest(".cm-circle, .cm-box")) {
        event.preventDefault();
        return true;
      }
      const link = target.closest<HTMLElement>(
        "[data-target], [data-address], [data-date], [data-person], [data-file]",
      );
      if (!link || (link.dataset.person && !(event.metaKey || event.ctrlKey))) return false;
      event.preventDefault();
      const { target: title, address, date: day, person, file } = link.dataset;
      if (file) void attaching().then(({ saveAttached }) => saveAttached(database, file));
      if (title) openTitle(title);
      else if (person) openPerson(person);
      else if (day) goTo(dayAddress(day, dateOf(store.clock.now())));
      else if (address) window.open(address, "_blank", "noopener,noreferrer");
      return true;
    }

    function pulled(event: PointerEvent, from: EditorView): boolean {
      const box = (event.target as HTMLElement).closest<HTMLElement>(".cm-circle, .cm-box");
      if (!box || event.button !== 0) return false;
      event.preventDefault();
      const at = from.posAtDOM(box);
      const line = handleAt(from, at);
      if (line.task) handlers.current.onDragLine?.(event, line);
      const start = { x: event.clientX, y: event.clientY };
      const up = (end: PointerEvent) => {
        if (Math.hypot(end.clientX - start.x, end.clientY - start.y) < 4) tickAt(from, at);
      };
      addEventListener("pointerup", up, { once: true });
      return true;
    }

    function tickAt(from: EditorView, at: number) {
      const { main } = from.state.selection;
      const { wordsFrom } = partsAt(from.state, Math.min(at, from.state.doc.length));
      from.dispatch({ selection: { anchor: wordsFrom } });
      toggleTick(from);
      if (main.head <= from.state.doc.length) from.dispatch({ selection: main.empty ? { anchor: main.head } : main });
      store.settle();
    }

    function openTitle(title: string) {
      const date: string = title;
      if (isDate(date)) return goTo(dayAddress(date, dateOf(store.clock.now())));
      // A link of another program may lead into a folder, or to a heading of a page.
      const plain = title.replace(/#.*$/, "").replace(/^.*\//, "").trim();
      const found =
        namedRecord(store, "note", title) ??
        namedRecord(store, "person", title) ??
        taskTitled(title) ??
        (plain !== title && plain !== "" ? namedRecord(store, "note", plain) : undefined);
      if (found?.kind === "note" && location.pathname.startsWith("/notes")) return goTo(`/notes/${found.id}`);
      if (found) return openRecord(found.id);
      const fresh = newId();
      store.act(addRecord, { kind: "note", title, id: fresh });
      notify({ text: `Made the note “${title}”`, undo: true });
      openRecord(fresh);
    }

    function taskTitled(title: string) {
      return store.list("unfinishedTasks", "all").find((task) => "title" in task && task.title === title) as
        Note | Person | undefined;
    }

    function openPerson(name: string) {
      const found = namedRecord(store, "person", name);
      if (found) openRecord(found.id);
    }

    function pasted(event: ClipboardEvent, from: EditorView): boolean {
      if (pasteFiles(event.clipboardData, from, undefined, event)) return true;
      if (putLines(event, from)) return true;
      const text = event.clipboardData?.getData("text/plain") ?? "";
      if (text.length + from.state.doc.length <= longestFollowedPage) return false;
      event.preventDefault();
      notify({
        text: `The pasted text has ${text.length.toLocaleString()} characters; a page holds ${longestFollowedPage.toLocaleString()}. Nothing was changed. Pasted into the top field it becomes a note.`,
        tone: "refused",
      });
      return true;
    }

    function pasteFiles(data: DataTransfer | null, from: EditorView, at: number | undefined, event: Event): boolean {
      const files = [...(data?.files ?? [])];
      if (files.length === 0) return false;
      event.preventDefault();
      const place = at ?? from.state.selection.main.head;
      void attaching().then(({ attachFiles }) => attachFiles(database, files, from, place));
      return true;
    }

    function hover(event: MouseEvent, from: EditorView): boolean {
      if (!handlers.current.onDragLine) return false;
      const block = from.lineBlockAtHeight(event.clientY - from.documentTop);
      const line = from.state.doc.lineAt(block.from);
      const parts = partsOfLine(line);
      const carried = parts.attributes?.classes.includes("carried");
      setGrip(parts.wordsTo > parts.wordsFrom && !carried ? { top: block.top, at: line.from } : undefined);
      return false;
    }
    // A page's editor is made once; the key of the page makes a new one.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [store, id, style, nonce]);

  return (
    <div className="page-editor relative" onPointerLeave={() => setGrip(undefined)}>
      {grip && onDragLine && view && (
        <span
          aria-hidden
          className="grip absolute -left-7 grid h-6 w-6 cursor-grab touch-none place-items-center text-ink-3"
          style={{ top: grip.top + 1 }}
          onPointerDown={(event) => {
            event.preventDefault();
            store.settle();
            const parts = partsAt(view.state, Math.min(grip.at, view.state.doc.length));
            const task = isTaskLine(parts) ? parts.attributes?.id : undefined;
            onDragLine(event.nativeEvent, {
              from: parts.line.from,
              text: parts.line.text,
              words: view.state.sliceDoc(parts.wordsFrom, parts.wordsTo),
              task,
            });
          }}
        >
          <GripVertical size={14} />
        </span>
      )}
      <div ref={host} />
      {view && <EditorBar view={view} />}
    </div>
  );
}

function withWords(line: LineHandle, run: (line: LineHandle) => void): boolean {
  if (line.words.trim() !== "") run(line);
  return true;
}

function openTask(line: LineHandle): boolean {
  if (line.task) openRecord(line.task);
  return true;
}

/** Escape leaves the page, so that Tab goes on to the next pane. */
function leave(view: EditorView): boolean {
  view.contentDOM.blur();
  return true;
}
