import type { KeyboardEvent } from "react";

/** Up and down go from one row of a list to the next; the first and the last hold. */
export function stepFocus(event: KeyboardEvent, list: HTMLElement | null, rows: string) {
  const step = { ArrowUp: -1, ArrowDown: 1 }[event.key];
  if (step === undefined || event.altKey) return;
  const all = [...(list?.querySelectorAll<HTMLElement>(rows) ?? [])];
  const at = all.findIndex((row) => row === document.activeElement);
  event.preventDefault();
  all[Math.max(0, Math.min(all.length - 1, at + step))]?.focus();
}
