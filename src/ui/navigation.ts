"use client";
import { usePathname, useSearchParams } from "next/navigation";
import type { Id } from "@/core/model";
import { isDate, type DateText } from "@/core/time";

/** Where in the app one is. */
export type Place =
  | { room: "today"; date: DateText | undefined }
  | { room: "settings" }
  | { room: "gather" }
  | { room: "registers"; register: string | undefined; lens: Id | undefined }
  | { room: "notes"; note: Id | undefined }
  | { room: "none"; path: string };

let lastOpenDay: DateText | undefined;

/** The day whose page was open last; undefined where that was the present one. */
export function openDay(): DateText | undefined {
  return lastOpenDay;
}

/** Takes note of the day whose page is open. */
export function noteOpenDay(date: DateText | undefined): void {
  lastOpenDay = date;
}

/** The place that the address names. */
export function usePlace(): Place {
  const path = usePathname();
  if (path === "/") return { room: "today", date: undefined };
  if (path === "/settings") return { room: "settings" };
  if (path === "/gather") return { room: "gather" };
  const registers = /^\/registers(?:\/([^/]+))?(?:\/([^/]+))?\/?$/.exec(path);
  if (registers) return { room: "registers", register: registers[1], lens: registers[2] };
  const notes = /^\/notes(?:\/([^/]+))?\/?$/.exec(path);
  if (notes) return { room: "notes", note: notes[1] };
  const date = /^\/day\/([^/]+)\/?$/.exec(path)?.[1];
  return date && isDate(date) ? { room: "today", date } : { room: "none", path };
}

/** The record that is open beside the room. */
export function useOpenRecord(): Id | undefined {
  return useSearchParams().get("record") ?? undefined;
}

/** The address of the page of a date. */
export function dayAddress(date: DateText, today: DateText): string {
  return date === today ? "/" : `/day/${date}`;
}

/** Goes to an address without asking the server. What is open beside stays open. */
export function goTo(path: string) {
  if (path !== location.pathname) history.pushState(null, "", path + location.search);
}

/** Opens a record beside the room, or closes what is open. */
export function openRecord(id: Id | undefined) {
  const search = id ? `?record=${encodeURIComponent(id)}` : "";
  if (search !== location.search) history.pushState(null, "", location.pathname + search);
}
