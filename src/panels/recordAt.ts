import type { Id } from "@/core/model";

/** How the rooms mark what stands for a record. */
const marks = [
  ...["tray", "item", "worked", "strip", "entry", "card", "held", "layer", "tick", "open", "record"],
] as const;
const anyMark = marks.map((mark) => `[data-${mark}]`).join(",");

/** The record that an element stands for, or is within; in a table, that of its row; in a grid with a cursor, that of the cursor. */
export function recordAt(element: Element): Id | undefined {
  const active = element.getAttribute("aria-activedescendant");
  const at = (active !== null && document.getElementById(active)) || element;
  const found =
    at.closest<HTMLElement>(anyMark) ??
    at.closest<HTMLElement>("[role=row], tr, li")?.querySelector<HTMLElement>(anyMark);
  return found ? marks.map((mark) => found.dataset[mark]).find((id) => id !== undefined && id !== "") : undefined;
}

/** The records that an act on an element is for: all that are chosen around it where its own is among them, else its own alone. */
export function chosenAt(element: Element): readonly Id[] {
  const own = recordAt(element);
  if (own === undefined) return [];
  const all = element.closest<HTMLElement>("[data-choice]")?.dataset.choice?.split(" ").filter(Boolean) ?? [];
  return all.includes(own) ? all : [own];
}
