"use client";
import { useCallback, useImperativeHandle, useLayoutEffect, useRef, type KeyboardEvent, type Ref } from "react";
import { writePage } from "@/core/commands";
import { Refusal, type Id } from "@/core/model";
import { mergeText } from "@/core/store";
import { notify } from "@/ui/notices";
import { useStore } from "@/ui/workspaceContext";
import { textOf } from "./textOf";

/** What was written on a page before its editor was there. */
export interface BegunWords {
  readonly text: string;
  /** What of it came into the record already: the record may say more by now. */
  readonly kept: string;
  /** What is chosen of it, from and to. */
  readonly chosen: readonly [number, number];
  readonly hasFocus: boolean;
  /** Keys that were pressed after it, and mean more to the editor than here. */
  readonly keys: readonly KeyboardEventInit[];
}

export interface PlainWords {
  /** Hands over what was written; from then on it is the editor's. */
  hand(): BegunWords | undefined;
}

interface PlainPageProps {
  ref: Ref<PlainWords>;
  id: Id;
  label: string;
  placeholder: string;
}

/** An empty page that can be written on while its editor is loaded: no letter is lost, and none is taken for saved. */
export function PlainPage({ ref, id, label, placeholder }: PlainPageProps) {
  const store = useStore();
  const field = useRef<HTMLTextAreaElement>(null);
  const keys = useRef<KeyboardEventInit[]>([]);
  const isHanded = useRef(false);
  const kept = useRef("");
  const holder = useRef({});

  useImperativeHandle(ref, () => ({
    hand() {
      const { current: words } = field;
      if (!words || isHanded.current) return undefined;
      isHanded.current = true;
      store.setUnsettled(holder.current, false);
      return {
        text: words.value,
        kept: kept.current,
        chosen: [words.selectionStart, words.selectionEnd],
        hasFocus: document.activeElement === words,
        keys: keys.current,
      };
    },
  }));

  const handIn = useCallback(() => {
    const written = field.current?.value ?? kept.current;
    store.setUnsettled(holder.current, false);
    if (isHanded.current || written === kept.current) return;
    try {
      store.act(writePage, { id, text: mergeText(kept.current, textOf(store.get(id)), written) }, `typing ${id}`);
      kept.current = written;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      store.setUnsettled(holder.current, true);
      notify({ text: error.message, tone: "refused" });
    }
  }, [store, id]);

  // Before the field is taken away: its words are read from it.
  useLayoutEffect(() => {
    const held = holder.current;
    const stop = store.onSettle(handIn);
    return () => {
      stop();
      handIn();
      store.setUnsettled(held, false);
    };
  }, [store, handIn]);

  const hold = (event: KeyboardEvent) => {
    const isPlainKey = !event.ctrlKey && !event.metaKey && !event.nativeEvent.isComposing;
    if (!isPlainKey || (event.key !== "Enter" && keys.current.length === 0)) return;
    event.preventDefault();
    const { key, code, shiftKey, altKey } = event;
    keys.current.push({ key, code, shiftKey, altKey, bubbles: true, cancelable: true });
  };

  return (
    <textarea
      ref={field}
      className="plain-page"
      readOnly={store.isSealed}
      aria-label={label}
      placeholder={placeholder}
      onKeyDown={hold}
      onBlur={handIn}
      onChange={() => store.setUnsettled(holder.current, true)}
    />
  );
}
