"use client";
import { useContext, useEffect, useLayoutEffect, useRef, useState } from "react";
import type { EditorView } from "@codemirror/view";
import { GripVertical } from "lucide-react";
import type { Id } from "@/core/model";
import { dateOf } from "@/core/time";
import { late } from "@/ui/late";
import { NonceContext } from "@/ui/nonce";
import { useFirstWeekday, useTimeStyle, useWorkspace } from "@/ui/workspaceContext";
import { useClockActs } from "@/panels/clock/useClock";
import { useChoose } from "@/panels/clock/usePortion";
import { EditorBar } from "./EditorBar";
import { handleAt, type LineHandlers } from "./lineHandle";
import { partsOfLine } from "./lineParts";
import { mountEditor } from "./mountEditor";
import type { PageEditorProps } from "./PageEditor";
import type { BegunWords } from "./PlainPage";
import { writeOn } from "./writeOn";

interface LoadedEditorProps extends PageEditorProps {
  /** What was written on the page before its editor was there. */
  begun?: (() => BegunWords | undefined) | undefined;
  /** Called when the editor is there, with what was written before in it. */
  onMounted?: () => void;
}

const LinesBar = late(() => import("./LinesBar").then((bar) => ({ default: bar.LinesBar })));

/** The editor of a page's text: Markdown, drawn. */
export function LoadedEditor({ id, date, label, placeholder, begun, onMounted, ...given }: LoadedEditorProps) {
  const { onDragLine } = given;
  const workspace = useWorkspace();
  const { store } = workspace;
  const clock = useClockActs();
  const choose = useChoose();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const nonce = useContext(NonceContext);
  const host = useRef<HTMLDivElement>(null);
  const [view, setView] = useState<EditorView>();
  const [chosen, setChosen] = useState(0);
  const [grip, setGrip] = useState<{ top: number; at: number }>();
  const handlers = useRef<LineHandlers>({});
  const onWork = (task: Id) => void clock.start({ id: task });
  const onChoose = (task: Id) => {
    const today = dateOf(store.clock.now());
    choose(task, date !== undefined && date > today ? date : today);
  };
  useEffect(() => {
    handlers.current = { ...given, onWork, onChoose };
  });

  // Before anything is painted: what was written before goes over with the cursor.
  useLayoutEffect(() => {
    if (!host.current) return;
    const { view: editor, unmount } = mountEditor({
      ...{ parent: host.current, workspace, id, date, style, firstWeekday, nonce, label, placeholder },
      handlers: () => handlers.current,
      onChosen: setChosen,
      onHover(event, from) {
        if (!handlers.current.onDragLine) return;
        const block = from.lineBlockAtHeight(event.clientY - from.documentTop);
        const line = from.state.doc.lineAt(block.from);
        const parts = partsOfLine(line);
        const carried = parts.attributes?.classes.includes("carried");
        setGrip(parts.wordsTo > parts.wordsFrom && !carried ? { top: block.top, at: line.from } : undefined);
      },
    });
    setView(editor);
    const words = begun?.();
    if (words) writeOn(editor, words);
    onMounted?.();
    return unmount;
    // A page's editor is made once; the key of the page makes a new one.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [store, id, style, firstWeekday, nonce]);

  return (
    <div className="page-editor relative" onPointerLeave={() => setGrip(undefined)}>
      {grip && onDragLine && view && (
        <span
          aria-hidden
          className="grip absolute -left-7 grid h-6 w-6 cursor-grab touch-none place-items-center text-ink-3"
          style={{ top: grip.top + 1 }}
          onPointerDown={(event) => {
            event.preventDefault();
            onDragLine(event.nativeEvent, handleAt(view, store, grip.at));
          }}
        >
          <GripVertical size={14} />
        </span>
      )}
      <div ref={host} />
      {view && (
        <EditorBar view={view}>{chosen > 1 && <LinesBar view={view} count={chosen} handlers={given} />}</EditorBar>
      )}
    </div>
  );
}
