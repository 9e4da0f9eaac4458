"use client";
import {
  useCallback,
  useEffect,
  useImperativeHandle,
  useLayoutEffect,
  useRef,
  type KeyboardEvent,
  type Ref,
} from "react";
import { writePage } from "@/core/commands";
import { Refusal, type Id } from "@/core/model";
import { mergeText } from "@/core/store";
import { notify } from "@/ui/notices";
import { useStore } from "@/ui/workspaceContext";
import { copyOf, followedPlainly, type HeldAct } from "./heldActs";
import { textOf } from "./textOf";

/** What was written on a page before its editor was there. */
export interface BegunWords {
  readonly text: string;
  /** What of it came into the record already: the record may say more by now. */
  readonly kept: string;
  /** What is chosen of it, from and to. */
  readonly chosen: readonly [number, number];
  readonly hasFocus: boolean;
  /** What was done after it, and means more to the editor than here. */
  readonly held: readonly HeldAct[];
}

export interface PlainWords {
  /** Hands over what was written; from then on it is the editor's. */
  hand(): BegunWords | undefined;
}

interface PlainPageProps {
  ref: Ref<PlainWords>;
  /** Whether its editor could not be loaded: it does for itself what it can. */
  isAlone: boolean;
  id: Id;
  label: string;
  placeholder: string;
  isFocused?: boolean;
}

/** An empty page that can be written on while its editor is loaded: no letter is lost, and none is taken for saved. */
export function PlainPage({ ref, isAlone, id, label, placeholder, isFocused = false }: PlainPageProps) {
  const store = useStore();
  const field = useRef<HTMLTextAreaElement>(null);
  const held = useRef<HeldAct[]>([]);
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
        held: held.current,
      };
    },
  }));

  /** Does itself what waited for the editor. */
  const followHeld = useCallback(() => {
    const { current: words } = field;
    if (!words || isHanded.current || held.current.length === 0) return;
    words.value = followedPlainly(words.value, words.selectionEnd, held.current.splice(0));
    store.setUnsettled(holder.current, true);
  }, [store]);
  useEffect(() => {
    if (isAlone) followHeld();
  }, [isAlone, followHeld]);

  useEffect(() => {
    if (isFocused) field.current?.focus();
  }, [isFocused]);

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
    const { current: holding } = holder;
    const stop = store.onSettle(handIn);
    return () => {
      stop();
      followHeld();
      handIn();
      store.setUnsettled(holding, false);
    };
  }, [store, followHeld, handIn]);

  const hold = (event: KeyboardEvent) => {
    const isPlainKey = !event.ctrlKey && !event.metaKey && !event.nativeEvent.isComposing;
    if (isAlone || !isPlainKey || (event.key !== "Enter" && held.current.length === 0)) return;
    event.preventDefault();
    const { key, code, shiftKey, altKey } = event;
    held.current.push({ key: { key, code, shiftKey, altKey, bubbles: true, cancelable: true } });
  };
  const holdPasted = (event: { preventDefault(): void }, from: DataTransfer) => {
    if (isAlone) return;
    event.preventDefault();
    held.current.push({ pasted: copyOf(from) });
  };

  return (
    <textarea
      ref={field}
      className="plain-page"
      readOnly={store.isSealed}
      aria-label={label}
      placeholder={placeholder}
      onKeyDown={hold}
      onPaste={(event) => holdPasted(event, event.clipboardData)}
      onDrop={(event) => holdPasted(event, event.dataTransfer)}
      onBlur={handIn}
      onChange={() => store.setUnsettled(holder.current, true)}
    />
  );
}
