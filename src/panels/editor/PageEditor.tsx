"use client";
import { useEffect, useRef, useState } from "react";
import type { Id } from "@/core/model";
import type { DateText } from "@/core/time";
import { LoadFailed } from "@/ui/LoadFailed";
import { useRecord, useStore } from "@/ui/workspaceContext";
import type { LineHandlers } from "./lineHandle";
import type { LoadedEditor } from "./LoadedEditor";
import { PlainPage, type BegunWords, type PlainWords } from "./PlainPage";
import { textOf } from "./textOf";

export interface PageEditorProps extends LineHandlers {
  /** The record whose text is edited; the page of a day need not be there yet. */
  id: Id;
  date?: DateText;
  label: string;
  placeholder: string;
  /** Whether one writes on it as soon as it is drawn: a page that was just made. */
  isFocused?: boolean;
}

type Editor = typeof LoadedEditor;
let loaded: Editor | undefined;
let loading: Promise<Editor> | undefined;

function load(): Promise<Editor> {
  return (loading ??= import("./LoadedEditor").then(
    (module) => (loaded = module.LoadedEditor),
    (fault) => {
      loading = undefined;
      throw fault;
    },
  ));
}

/** What was written on a page that its editor is the first to draw, and on which somebody is about to write. */
const nothingYet: BegunWords = { text: "", kept: "", chosen: [0, 0], hasFocus: true, held: [] };

/** So long after it was drawn an empty page gets its editor by itself. */
const quietMilliseconds = 4000;

/**
 * The text of a page, in its editor. That is loaded when there is something to draw, with the first press or key anywhere, or when
 * all has been quiet for a while: it is as large as a third of what the first look at an empty day needs. Until then one writes on
 * the empty page as it is.
 */
export function PageEditor(props: PageEditorProps) {
  const { id, label, placeholder, isFocused = false } = props;
  const store = useStore();
  const isEmpty = textOf(useRecord(id)) === "";
  const [Editor, setEditor] = useState(() => {
    // It is on its way while the rest is drawn.
    if (!isEmpty) load().catch(() => undefined);
    return loaded;
  });
  const [isPlain, setPlain] = useState(!loaded && isEmpty);
  const isTouched = useIsTouched(!Editor && !store.isSealed);
  const [failed, setFailed] = useState(false);
  const words = useRef<PlainWords>(null);
  const isWanted = !Editor && !failed && (isTouched || !isEmpty);

  useEffect(() => {
    if (!isWanted) return;
    let isShown = true;
    load().then(
      (editor) => isShown && setEditor(() => editor),
      () => isShown && setFailed(true),
    );
    return () => {
      isShown = false;
    };
  }, [isWanted]);

  return (
    <>
      {isPlain && <PlainPage ref={words} isAlone={failed} {...{ id, label, placeholder, isFocused }} />}
      {failed && <LoadFailed onRetry={() => setFailed(false)} />}
      {Editor && (
        <Editor
          {...props}
          begun={() => words.current?.hand() ?? (isFocused ? nothingYet : undefined)}
          onMounted={() => setPlain(false)}
        />
      )}
    </>
  );
}

/** Whether anything was pressed or brought along since, or some time went by. */
function useIsTouched(isAsked: boolean): boolean {
  const [isTouched, setTouched] = useState(false);
  useEffect(() => {
    if (!isAsked) return;
    const touch = () => setTouched(true);
    const signs = ["pointerdown", "keydown", "focusin", "dragenter"] as const;
    for (const sign of signs) window.addEventListener(sign, touch, { capture: true });
    const timer = setTimeout(touch, quietMilliseconds);
    return () => {
      clearTimeout(timer);
      for (const sign of signs) window.removeEventListener(sign, touch, { capture: true });
    };
  }, [isAsked]);
  return isTouched;
}
