"use client";
import { useEffect, useRef } from "react";

// What another program hands to Pensum: words by the address `/add`, files by the system's "open with".

interface LaunchQueue {
  setConsumer(take: (launch: { readonly files: readonly FileSystemFileHandle[] }) => void): void;
}

let files: readonly File[] = [];
const listeners = new Set<() => void>();

/** Takes files that are opened with Pensum, for as long as the page lives, and tells the names of those that came. */
export function takeHandedFiles(onTaken: (names: readonly string[]) => void): void {
  (globalThis as { launchQueue?: LaunchQueue }).launchQueue?.setConsumer((launch) => {
    void Promise.all(launch.files.map((handle) => handle.getFile())).then((taken) => {
      if (taken.length === 0) return;
      files = taken;
      onTaken(files.map(({ name }) => name));
      for (const listener of listeners) listener();
    });
  });
}

/** Hands over a file that was made here, such as a table that was pasted, as if it had been opened. */
export function handFile(file: File): void {
  files = [file];
  for (const listener of listeners) listener();
}

/** Gives each handed file whose name ends so, such as `.ics`, to what can read it, once. */
export function useHandedFile(endings: readonly string[], read: (file: File) => void): void {
  const reader = useRef(read);
  const wanted = endings.join();
  useEffect(() => {
    reader.current = read;
  });
  useEffect(() => {
    const take = () => {
      const fits = (file: File) => wanted.split(",").some((ending) => file.name.toLowerCase().endsWith(ending));
      const mine = files.filter(fits);
      files = files.filter((file) => !fits(file));
      for (const file of mine) reader.current(file);
    };
    take();
    listeners.add(take);
    return () => {
      listeners.delete(take);
    };
  }, [wanted]);
}

/** The most letters that are taken from an address. */
const mostLetters = 20_000;

/**
 * The words that the address hands over: what was shared, a title, a text and an address, each once. Undefined where the
 * address is another.
 */
export function handedWords({ pathname, search }: { pathname: string; search: string }): string | undefined {
  if (pathname !== "/add") return undefined;
  const given = new URLSearchParams(search);
  const words: string[] = [];
  for (const name of ["title", "text", "url"]) {
    const word = (given.get(name) ?? "").slice(0, mostLetters).replace(/\s+/g, " ").trim();
    if (word !== "" && !words.some((known) => known.includes(word))) words.push(word);
  }
  return words.join(" ");
}

/** A bookmark that takes the title and the address of the page it is used on into Pensum at this address. */
export function bookmarkScript(origin: string): string {
  const target = JSON.stringify(`${origin}/add`);
  return `javascript:void open(${target}+"?title="+encodeURIComponent(document.title)+"&url="+encodeURIComponent(location.href)+"&text="+encodeURIComponent(String(getSelection()||"")))`;
}
