/** What a key means in a table. */
export type GridAct =
  | { readonly do: "go"; readonly line: number; readonly column: number; readonly extend: boolean }
  | { readonly do: "fold" | "open" | "clear" | "fillDown" | "all" | "toggle" | "rows" }
  /** Opens the editor; with the letter that was typed, in its place. */
  | { readonly do: "edit"; readonly text?: string };

/** Where the keyboard is in a table. */
export interface GridPlace {
  readonly line: number;
  readonly column: number;
  readonly lines: number;
  readonly columns: number;
  /** So many lines are in sight at once. */
  readonly page: number;
  /** Whether the line is the heading of a group, and whether that is folded. */
  readonly group: "none" | "open" | "folded";
}

export type GridKey = Pick<KeyboardEvent, "key" | "ctrlKey" | "metaKey" | "shiftKey" | "altKey">;

/** What a key means, where the keyboard is; undefined for a key that means nothing here and goes on to the room. */
export function gridAct(event: GridKey, place: GridPlace): GridAct | undefined {
  const { key, shiftKey, altKey } = event;
  const mod = event.ctrlKey || event.metaKey;
  const { line, column, lines, columns, group } = place;
  const step = altKey ? undefined : stepOf(key, mod, place);
  const sideways = key === "ArrowLeft" || key === "ArrowRight";
  if (step && group !== "none" && sideways && !shiftKey)
    return (group === "folded") === (key === "ArrowRight") ? { do: "fold" } : { do: "go", line, column, extend: false };
  if (step) return { do: "go", line: line + step[0], column: column + step[1], extend: shiftKey };
  if (key === "Tab") {
    const next = column + (shiftKey ? -1 : 1);
    return next >= 0 && next < columns ? { do: "go", line, column: next, extend: false } : undefined;
  }
  if (key === "Enter" && group !== "none") return { do: "fold" };
  if (key === "Enter" && shiftKey) return { do: "open" };
  if (key === "Enter" || key === "F2") return { do: "edit" };
  if (key === "Escape") return { do: "go", line, column, extend: false };
  if (key === "Delete" || key === "Backspace") return { do: "clear" };
  if (mod && key.toLowerCase() === "d") return { do: "fillDown" };
  if (mod && key.toLowerCase() === "a") return lines > 0 ? { do: "all" } : undefined;
  if (key === " ") return shiftKey && group === "none" ? { do: "rows" } : { do: "toggle" };
  return key.length === 1 && !mod && !altKey ? { do: "edit", text: key } : undefined;
}

/** How far a key goes, in lines and columns. */
function stepOf(key: string, mod: boolean, { lines, columns, page }: GridPlace): readonly [number, number] | undefined {
  switch (key) {
    case "ArrowUp":
      return [mod ? -lines : -1, 0];
    case "ArrowDown":
      return [mod ? lines : 1, 0];
    case "ArrowLeft":
      return [0, mod ? -columns : -1];
    case "ArrowRight":
      return [0, mod ? columns : 1];
    case "PageUp":
      return [-page, 0];
    case "PageDown":
      return [page, 0];
    case "Home":
      return [mod ? -lines : 0, -columns];
    case "End":
      return [mod ? lines : 0, columns];
    default:
      return undefined;
  }
}
