"use client";
import { useEffect, useRef, useSyncExternalStore, type RefObject } from "react";

/** The part of a room that an address names behind its #, and how often it was asked for. */
interface Asked {
  readonly part: string;
  readonly times: number;
}

let asked: Asked | undefined;
const listeners = new Set<() => void>();

const nameOf = (title: string) =>
  title
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, "-")
    .replace(/^-|-$/g, "");

function ask(part: string) {
  asked = { part, times: (asked?.times ?? 0) + 1 };
  for (const listener of [...listeners]) listener();
}

/** Goes to a part of a room, by its title. */
export function goToPart(path: string, title: string) {
  const part = nameOf(title);
  history.pushState(null, "", `${path}${location.search}#${part}`);
  ask(part);
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function present(): Asked | undefined {
  const part = location.hash.slice(1);
  if (part === "") return undefined;
  if (asked?.part !== part) asked = { part, times: (asked?.times ?? 0) + 1 };
  return asked;
}

/** What is shown, with the focus on it, when it is the part that the address asks for. */
export function usePart<T extends HTMLElement>(title: string): RefObject<T | null> {
  const ref = useRef<T>(null);
  const isAsked = useSyncExternalStore(
    subscribe,
    () => (present()?.part === nameOf(title) ? present()?.times : undefined),
    () => undefined,
  );
  useEffect(() => {
    if (isAsked === undefined || !ref.current) return;
    ref.current.scrollIntoView({ block: "start" });
    ref.current.focus({ preventScroll: true });
  }, [isAsked]);
  return ref;
}
