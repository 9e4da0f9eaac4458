"use client";
import { useCallback } from "react";
import { X } from "lucide-react";
import type { Draft } from "@/core/capture";
import { isBare, workMinutes } from "@/core/capture/draft";
import { dayPageId } from "@/core/model";
import { knownTags } from "@/core/register";
import { loadOf, namedItems, overlapping, willBeMine } from "@/core/plan";
import { dateText, listed, rangeText } from "@/core/time";
import { becomesText } from "@/panels/days/LoadBar";
import { lastHeadingOn } from "@/panels/editor/lastHeading";
import { LikelyLength } from "@/panels/fields/LikelyLength";
import { partNames } from "@/panels/partNames";
import { useComputed, useTimeStyle } from "@/ui/workspaceContext";
import { bareGoes } from "./bareGoes";

interface DraftPanelProps {
  id: string;
  line: string;
  draft: Draft;
  today: string;
  onKind: (kind: Draft["kind"]) => void;
  onRefuse: (key: string) => void;
  keyOf: (part: Draft["parts"][number]) => string;
  onAdd: () => void;
  /** Makes a theme of a tag. */
  onTheme: (tag: string) => void;
  /** Makes somebody of a name. */
  onPerson: (name: string) => void;
}

const nothing: ReturnType<typeof namedItems> = [];

/** What a line that is being typed will become: its parts, each of which can be ignored, and where it goes. */
export function DraftPanel({ id, draft, today, onKind, onRefuse, keyOf, onAdd, onTheme, onPerson }: DraftPanelProps) {
  const style = useTimeStyle();
  const day = draft.day ?? today;
  const load = useComputed(useCallback((from) => loadOf(from, day), [day]));
  // As the task will count once it is there.
  const counted = useComputed(useCallback((from) => from.lengthOf(draft), [draft]));
  const isOwn = useComputed(useCallback((from) => draft.kind !== "task" || willBeMine(from, draft), [draft]));
  // What is a colleague's to do takes nothing of the day.
  const minutes = isOwn ? workMinutes({ ...draft, estimateMinutes: counted }) : 0;
  const hours =
    draft.startMinute !== undefined && draft.endMinute !== undefined
      ? `, ${rangeText(draft.startMinute, draft.endMinute, style)}`
      : "";
  const { startMinute, endMinute } = draft;
  const others = useComputed(
    useCallback(
      (from) =>
        startMinute === undefined || endMinute === undefined
          ? nothing
          : overlapping(namedItems(from, day), { startMinute, endMinute }),
      [startMinute, endMinute, day],
    ),
  );
  // All tasks are asked for their tags only where the line has one, and again only where it has another.
  const tags = draft.tags.join(" ");
  const fresh = useComputed(
    useCallback(
      (from) => {
        if (tags === "") return [];
        const known = knownTags(from);
        return tags.split(" ").filter((tag) => !known.has(tag));
      },
      [tags],
    ),
  );
  const goes = bareGoes.use();
  const heading = draft.kind === "task" && !draft.inboxOnly ? lastHeadingOn(dayPageId(day)) : undefined;
  const bare = isBare(draft);
  const days = draft.day
    ? `${dateText(day, "short", style)}${draft.endDay ? ` to ${dateText(draft.endDay, "short", style)}` : ""}`
    : draft.kind === "event"
      ? "today, all day"
      : !bare
        ? "on today’s page"
        : draft.inboxOnly
          ? "inbox only"
          : "today’s page and the inbox";
  const where = draft.kind === "note" ? "a new page" : `${days}${hours}`;
  return (
    <div id={id} className="absolute top-9 right-0 left-0 z-30 border border-rule bg-sheet p-3">
      <div className="flex items-baseline justify-between gap-4">
        <p className="min-w-0 truncate font-words text-page font-semibold">{draft.title}</p>
        <AddAs kind={draft.kind} onKind={onKind} />
      </div>
      <p className="text-ink-2">
        {where}
        {bare && (
          <>
            {" "}
            <button className="link" onClick={() => bareGoes.choose({ ...goes, inboxOnly: !draft.inboxOnly })}>
              {draft.inboxOnly ? "Put it on today’s page too" : "Put it in the inbox only"}
            </button>{" "}
            <kbd className="text-small text-ink-3">Alt I</kbd>
          </>
        )}
        {heading !== undefined && (
          <>
            {draft.under === undefined ? " " : `, under “${heading}” `}
            <button className="link" onClick={() => bareGoes.choose({ ...goes, underHeading: !goes.underHeading })}>
              {draft.under === undefined ? `Put it under “${heading}”` : "Put it at the end"}
            </button>{" "}
            <kbd className="text-small text-ink-3">Alt J</kbd>
          </>
        )}
        {minutes > 0 && `, ${becomesText(load, minutes)}`}
      </p>
      {draft.kind === "task" && (draft.estimateMinutes !== undefined || draft.theme !== undefined) && (
        <LikelyLength question={{ estimateMinutes: draft.estimateMinutes, theme: draft.theme }} />
      )}
      {draft.parts.length > 0 && <Recognised parts={draft.parts} keyOf={keyOf} onRefuse={onRefuse} />}
      {fresh.map((tag) => (
        <p key={tag} className="mt-1 text-ink-2">
          #{tag} is a new tag.{" "}
          <button className="link" onClick={() => onTheme(tag)}>
            Make it a theme
          </button>
        </p>
      ))}
      {draft.newNames?.map((name) => (
        <p key={name} className="mt-1 text-ink-2">
          {name} is not one of your people yet.{" "}
          <button className="link" onClick={() => onPerson(name)}>
            Add {name}
          </button>
        </p>
      ))}
      {others.length > 0 && (
        <p className="mt-1 text-madder">
          Overlaps{" "}
          {listed(
            others
              .slice(0, 3)
              .map(({ title, startMinute: from, endMinute: to }) => `“${title}”, ${rangeText(from, to, style)}`),
          )}
          .
        </p>
      )}
      {draft.remarks.map((remark) => (
        <p key={remark} className="mt-2 text-madder">
          {remark}
        </p>
      ))}
      <p className="mt-2 flex items-center justify-between text-small text-ink-3">
        <span className="max-sm:invisible">
          Press Enter to add it, or Tab to reach a recognised part and reject it.
        </span>
        <button className="link text-base font-semibold" onClick={onAdd}>
          Add
        </button>
      </p>
    </div>
  );
}

/** What a line becomes: one of three kinds. */
function AddAs({ kind: chosen, onKind }: { kind: Draft["kind"]; onKind: DraftPanelProps["onKind"] }) {
  return (
    <div role="group" aria-label="Add as" className="flex flex-none gap-3">
      {(["task", "event", "note"] as const).map((kind) => (
        <button
          key={kind}
          aria-pressed={chosen === kind}
          className={`min-h-6 ${chosen === kind ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2"}`}
          onClick={() => onKind(kind)}
        >
          {kind[0]!.toUpperCase() + kind.slice(1)}
        </button>
      ))}
    </div>
  );
}

/** The parts of a line that were understood, each of which can be kept as text. */
function Recognised({
  parts,
  keyOf,
  onRefuse,
}: { parts: Draft["parts"] } & Pick<DraftPanelProps, "keyOf" | "onRefuse">) {
  return (
    <ul className="mt-2 flex flex-wrap gap-x-4 gap-y-1" aria-label="Recognised">
      {parts.map((part) => (
        <li key={part.from} className="flex items-center gap-1 border-b border-woad">
          <span className="text-ink-2">{partNames[part.what]}</span>
          <b className="font-semibold">{part.meaning}</b>
          <button
            className="button-quiet grid place-items-center"
            aria-label={`Ignore ${partNames[part.what].toLowerCase()}: keep “${part.meaning}” as text`}
            onClick={() => onRefuse(keyOf(part))}
          >
            <X size={13} aria-hidden />
          </button>
        </li>
      ))}
    </ul>
  );
}
