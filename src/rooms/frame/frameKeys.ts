/** What a key means wherever one stands. */
export type FrameAct =
  | { readonly do: "search"; readonly withActs: boolean }
  | { readonly do: "typeAhead"; readonly letter: string }
  | { readonly do: "turn"; readonly turn: "undo" | "redo" }
  | { readonly do: "add" | "keys" | "clock" | "choose" | "present" | "closeRecord" | "delete" }
  | { readonly do: "step"; readonly step: 1 | -1 }
  | { readonly do: "pane"; readonly step: 1 | -1 };

/** A key as the browser tells it. */
export type PressedKey = Pick<KeyboardEvent, "key" | "code" | "ctrlKey" | "metaKey" | "altKey" | "shiftKey">;

/** Where the key was pressed. */
export interface KeyPlace {
  /** Whether something is being typed there. */
  readonly isTyping: boolean;
  /** Whether it is a field with an undo of its own. */
  readonly hasOwnUndo: boolean;
  /** Whether it is a plain field of the record that is open. */
  readonly isInSheet: boolean;
  readonly isRecordOpen: boolean;
  /** Whether a dialog is open, which has the keys. */
  readonly isInDialog: boolean;
  /** Whether the search was asked for and has not come yet. */
  readonly isSearchComing: boolean;
}

/** What a key means to the frame; undefined where it means nothing to it. */
export function frameAct(pressed: PressedKey, place: KeyPlace): FrameAct | undefined {
  const { altKey: alt, shiftKey: shift, code, key } = pressed;
  const mod = pressed.ctrlKey || pressed.metaKey;
  const isLetter = key.length === 1 && !mod && !alt;
  // What is typed before the search has come goes there.
  if (place.isSearchComing && !place.isInDialog && isLetter) return { do: "typeAhead", letter: key };
  if ((place.isTyping && isLetter) || place.isInDialog) return undefined;
  const isFree = !mod && (alt || !place.isTyping);
  const letter = key.toLowerCase();
  if (mod && !alt && !shift && letter === "k") return { do: "search", withActs: true };
  if (mod && !alt && (letter === "z" || letter === "y"))
    return place.hasOwnUndo ? undefined : { do: "turn", turn: letter === "y" || shift ? "redo" : "undo" };
  if (code === "KeyN" && isFree) return { do: "add" };
  if (alt && !mod && !shift && (key === "ArrowUp" || key === "ArrowDown"))
    return { do: "step", step: key === "ArrowUp" ? -1 : 1 };
  if (code === "KeyW" && isFree) return { do: "clock" };
  if (code === "KeyP" && isFree) return { do: "choose" };
  if (alt && !mod && key === "Home") return { do: "present" };
  if (key === "F6") return { do: "pane", step: shift ? -1 : 1 };
  // A field of the sheet in which nothing is typed is left with the sheet; one with words takes Escape for itself.
  if (key === "Escape" && place.isRecordOpen && (!place.isTyping || place.isInSheet)) return { do: "closeRecord" };
  if (key === "Delete" && !place.isTyping && !mod && !alt && !shift) return { do: "delete" };
  if (key === "/" && !place.isTyping) return { do: "search", withActs: false };
  if (key === "?" && !place.isTyping) return { do: "keys" };
  return undefined;
}
