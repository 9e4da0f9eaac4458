"use client";
import { usePathname, useSearchParams } from "next/navigation";
import { useMemo } from "react";
import type { Id } from "@/core/model";
import { addDays, addMonths, isDate, type DateText } from "@/core/time";
import { usePhone } from "./usePhone";

/** Where in the app one is. */
export type Place =
  | { room: "today"; date: DateText | undefined }
  | { room: "settings" }
  | { room: "start" }
  | { room: "help" }
  | { room: "gather" }
  | { room: "registers"; register: string | undefined; lens: Id | undefined }
  | { room: "notes"; note: Id | undefined }
  | { room: "plan"; look: PlanLook; span: PlanSpan; date: DateText | undefined }
  | { room: "back"; part: BackPart; review: Id | undefined; board: string | undefined }
  | { room: "goals" }
  | { room: "none"; path: string };

/** The parts of looking back. */
export const backParts = ["insight", "reviews", "stood"] as const;
export type BackPart = (typeof backParts)[number];

/** How the plan is looked at. */
export const planLooks = ["calendar", "timeline", "matrix"] as const;
type PlanLook = (typeof planLooks)[number];

/** How much of it is shown at once: a number of days, or a way of its own. */
export type PlanSpan = number | "month" | "year" | "agenda";
const mostDays = 31;

/** The address of the plan; of the present week where no date is given. */
export function planAddress(look: PlanLook, span: PlanSpan = 7, date?: DateText): string {
  if (look !== "calendar") return date ? `/plan/${look}/${date}` : `/plan/${look}`;
  return date ? `/plan/calendar/${span}/${date}` : span === 7 ? "/plan" : `/plan/calendar/${span}`;
}

/** The day to which the plan goes by a step of what it shows, earlier (-1) or later (1). */
export function stepOf(
  { look, span, date }: Extract<Place, { room: "plan" }>,
  today: DateText,
  step: 1 | -1,
): DateText {
  const from = date ?? today;
  if (look === "timeline") return addDays(from, 28 * step);
  if (look === "matrix") return from;
  if (span === "month") return addMonths(from, step);
  if (span === "year") return addMonths(from, 12 * step);
  return addDays(from, (span === "agenda" ? 14 : span) * step);
}

function planPlace(path: string, usualSpan: PlanSpan): Place | undefined {
  const [, room, look = "calendar", ...rest] = path.replace(/\/$/, "").split("/");
  if (room !== "plan" || !planLooks.includes(look as PlanLook) || rest.length > 2) return undefined;
  const [first, last] = look === "calendar" ? rest : [undefined, rest[0]];
  const span = first === undefined ? usualSpan : spanOf(first);
  if (span === undefined || (last !== undefined && !isDate(last))) return undefined;
  return { room: "plan", look: look as PlanLook, span, date: last };
}

function spanOf(text: string): PlanSpan | undefined {
  if (text === "month" || text === "year" || text === "agenda") return text;
  const days = /^\d{1,2}$/.test(text) ? Number(text) : 0;
  return days >= 1 && days <= mostDays ? days : undefined;
}

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
  // A plan opens with a week, and where it is narrow with a day.
  const usualSpan = usePhone() ? 1 : 7;
  return useMemo(() => placeOf(path, usualSpan), [path, usualSpan]);
}

function placeOf(path: string, usualSpan: PlanSpan): Place {
  // What is handed over at `/add` stands in the field of any room.
  if (path === "/" || path === "/add") return { room: "today", date: undefined };
  if (path === "/settings" || path === "/start" || path === "/help")
    return { room: path.slice(1) as "settings" | "start" | "help" };
  if (path === "/gather") return { room: "gather" };
  if (path === "/goals") return { room: "goals" };
  const registers = /^\/registers(?:\/([^/]+))?(?:\/([^/]+))?\/?$/.exec(path);
  if (registers) return { room: "registers", register: registers[1], lens: registers[2] };
  const notes = /^\/notes(?:\/([^/]+))?\/?$/.exec(path);
  if (notes) return { room: "notes", note: notes[1] };
  const back = /^\/back(?:\/([^/]+)(?:\/([^/]+))?)?\/?$/.exec(path);
  const part = backParts.find((one) => one === (back?.[1] ?? "insight"));
  if (back && part && (back[2] === undefined || part !== "stood"))
    return {
      ...{ room: "back", part },
      review: part === "reviews" ? back[2] : undefined,
      board: part === "insight" ? back[2] : undefined,
    };
  const plan = planPlace(path, usualSpan);
  if (plan) return plan;
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

/** Tells the address what is shown now, where one got to without it. */
export function noteAddress(path: string) {
  if (path !== location.pathname) history.replaceState(null, "", path + location.search);
}

/** Opens a record beside the room, or closes what is open. */
export function openRecord(id: Id | undefined) {
  const search = id ? `?record=${encodeURIComponent(id)}` : "";
  if (search !== location.search) history.pushState(null, "", location.pathname + search);
}
