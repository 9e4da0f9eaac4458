import type { Id } from "@/core/model";

/** How the rooms mark what stands for a record. */
const marks = ["tray", "item", "worked", "strip", "entry", "card", "held", "layer", "tick", "open"] as const;
const anyMark = marks.map((mark) => `[data-${mark}]`).join(",");

/** The record that an element stands for, or is within; in a table, that of its row. */
export function recordAt(element: Element): Id | undefined {
  const found =
    element.closest<HTMLElement>(anyMark) ??
    element.closest<HTMLElement>("[role=row], tr, li")?.querySelector<HTMLElement>(anyMark);
  return found ? marks.map((mark) => found.dataset[mark]).find((id) => id !== undefined && id !== "") : undefined;
}
