"use client";
import type { Finding } from "@/core/finding";
import { fullName } from "@/core/things";
import { useEffect, useId, useMemo, useRef, useState, useSyncExternalStore, type KeyboardEvent } from "react";
import { kindNames, type Id, type PensumRecord } from "@/core/model";
import { kindOfRecord } from "@/core/register";
import {
  daysOfSpan,
  foundRows,
  foundSpans,
  wordsAround,
  type FoundRow,
  type FoundSpan,
  type SearchHit,
} from "@/core/search";
import { dateOf, dateText, relativeDateText, type DateText } from "@/core/time";
import { deviceChoice } from "@/ui/deviceChoice";
import { Dialog } from "@/ui/Dialog";
import { lookFor } from "@/panels/editor/lookFor";
import { dayAddress, goTo, openRecord } from "@/ui/navigation";
import { useStore, useTimeStyle } from "@/ui/workspaceContext";
import { useFindings } from "./useFindings";
import type { ActContext } from "./actContext";
import { goToFinding } from "./goToFinding";
import { command } from "./keys";
import { searchKeeper } from "./searchKeeper";

const mostRows = 40;
const mostActs = 6;
const mostOpened = 8;

/** What was opened last from the search on this device, the newest first. */
const opened = deviceChoice<{ readonly ids: readonly Id[] }>("pensum-opened", { ids: [] }, ({ ids }) => ({
  ids: Array.isArray(ids) ? ids.filter((id): id is string => typeof id === "string").slice(0, mostOpened) : [],
}));

const spanWords: Record<FoundSpan, string> = {
  any: "any time",
  ahead: "from today on",
  month: "the last month",
  year: "the last year",
};
const searchedKinds = ["task", "event", "note", "day", "goal", "work", "row"] as const;

interface SearchDialogProps {
  /** What was typed before the search had come. */
  begun: string;
  /** Whether acts and rooms are listed before anything is typed. */
  withActs: boolean;
  acts: ActContext;
  onClose: () => void;
}

type Line = { readonly finding: Finding } | { readonly found: FoundRow };

/** Looks through everything as one types: acts and rooms, titles, texts and fields; opens what was found at the place. */
export function SearchDialog({ begun, withActs, acts, onClose }: SearchDialogProps) {
  const store = useStore();
  const today = dateOf(store.clock.now());
  const keeper = searchKeeper(store);
  const share = useSyncExternalStore(
    (listener) => keeper.onShare(listener),
    () => keeper.share,
    () => 0,
  );
  const [typed, setTyped] = useState(begun);
  const [kind, setKind] = useState<PensumRecord["kind"]>();
  const [span, setSpan] = useState<FoundSpan>("any");
  const [hits, setHits] = useState<{ typed: string; found: readonly SearchHit[] }>({ typed: "", found: [] });
  const [at, setAt] = useState(0);
  const list = useId();
  const asked = useRef(0);
  useEffect(() => {
    const number = ++asked.current;
    void keeper.search(typed).then((found) => {
      if (number !== asked.current) return;
      setHits({ typed, found });
      setAt(0);
    });
  }, [keeper, typed, share]);
  const isEmpty = typed.trim() === "";
  const { ids } = opened.use();
  const rows = useMemo(() => {
    const found = isEmpty ? ids.map((id) => ({ id, words: [] })) : hits.found;
    const records = found.flatMap(({ id, words }) => {
      const record = store.get(id);
      return record ? [{ record, words }] : [];
    });
    return foundRows(records, today, { kind, ...daysOfSpan(span, today) }).slice(0, mostRows);
  }, [isEmpty, ids, hits, store, today, kind, span]);
  const isNarrowed = kind !== undefined || span !== "any";
  // Who asks for acts has them first; who searches has records first, and no act in their place while they are on the way.
  const isAnswered = hits.typed === typed;
  const hasActs = !isNarrowed && (withActs || (!isEmpty && isAnswered));
  const findings = useFindings(typed);
  const actLines = (hasActs ? findings.slice(0, isEmpty ? undefined : mostActs) : []).map((finding) => ({ finding }));
  const rowLines = rows.map((found) => ({ found }));
  const lines: readonly Line[] = withActs ? [...actLines, ...rowLines] : [...rowLines, ...actLines];
  const open = (line: Line) => {
    onClose();
    if ("finding" in line) return goToFinding(line.finding, acts);
    const { record, words } = line.found;
    opened.choose({ ids: [record.id, ...ids.filter((id) => id !== record.id)].slice(0, mostOpened) });
    lookFor(record.id, words);
    if (record.kind === "day") goTo(dayAddress(record.date, today));
    else openRecord(record.id);
  };
  const press = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const line = lines[at];
    if (step) setAt((place) => Math.max(0, Math.min(lines.length - 1, place + step)));
    else if (event.key === "Enter" && line) open(line);
    else return;
    event.preventDefault();
  };
  return (
    <Dialog
      wide
      title={withActs ? "Find an act, a setting, a room, a day or a record" : "Search everything"}
      onClose={onClose}
    >
      <input
        type="search"
        className="field w-full font-words text-page"
        autoFocus
        role="combobox"
        aria-expanded={lines.length > 0}
        aria-controls={list}
        aria-activedescendant={lines.length > 0 ? `${list}-${at}` : undefined}
        aria-label="Search everything"
        placeholder="Search titles, text and fields, or type what you want to do"
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        onKeyDown={press}
      />
      <Narrowing kind={kind} span={span} onKind={setKind} onSpan={setSpan} />
      {share < 1 && (
        <p className="mt-2 text-ink-2" role="status">
          Indexing, {Math.round(share * 100)}%
        </p>
      )}
      {isEmpty && rows.length > 0 && !withActs && <p className="mt-2 text-small text-ink-3">Opened last</p>}
      <ul id={list} role="listbox" aria-label="Results" className="mt-2">
        {lines.map((line, place) => (
          <li
            key={
              "finding" in line
                ? `${line.finding.kind} ${line.finding.name} ${line.finding.note}`
                : line.found.record.id
            }
            id={`${list}-${place}`}
            role="option"
            aria-selected={place === at}
            ref={(item) => {
              if (place === at) item?.scrollIntoView({ block: "nearest" });
            }}
            className={`cursor-pointer border-b border-hairline px-2 py-1.5 ${place === at ? "bg-sunk" : ""}`}
            onPointerMove={() => setAt(place)}
            onClick={() => open(line)}
          >
            {"finding" in line ? (
              <FindingLine finding={line.finding} />
            ) : (
              <FoundLine found={line.found} today={today} />
            )}
          </li>
        ))}
      </ul>
      {!isEmpty && hits.typed === typed && lines.length === 0 && share === 1 && (
        <p className="mt-2 text-ink-2">
          No results. Try fewer words, or only the beginning of a word{isNarrowed ? ", or another kind or time" : ""}.
        </p>
      )}
    </Dialog>
  );
}

interface NarrowingProps {
  kind: PensumRecord["kind"] | undefined;
  span: FoundSpan;
  onKind: (kind: PensumRecord["kind"] | undefined) => void;
  onSpan: (span: FoundSpan) => void;
}

/** Which kind is looked for, and of when. */
function Narrowing({ kind, span, onKind, onSpan }: NarrowingProps) {
  return (
    <div className="mt-2 flex flex-wrap items-center gap-x-3 text-ink-2">
      <span role="group" aria-label="Kind" className="flex flex-wrap gap-x-3">
        {[undefined, ...searchedKinds].map((one) => (
          <button
            key={one ?? "all"}
            aria-pressed={kind === one}
            className={`min-h-6 ${kind === one ? "font-[680] text-ink shadow-[0_2px_0_var(--woad)]" : "hover:text-ink"}`}
            onClick={() => onKind(one)}
          >
            {one ? kindNames[one] : "All"}
          </button>
        ))}
      </span>
      <select
        className="field ml-auto"
        aria-label="Time"
        value={span}
        onChange={({ target }) => onSpan(target.value as FoundSpan)}
      >
        {foundSpans.map((one) => (
          <option key={one} value={one}>
            {spanWords[one]}
          </option>
        ))}
      </select>
    </div>
  );
}

/** A row of something of Pensum itself, and where it is. */
function FindingLine({ finding }: { finding: Finding }) {
  const { kind, name, note, key } = finding;
  if (kind === "absent")
    return (
      <>
        <span className="block font-semibold">{name}</span>
        <span className="block text-ink-2">{note}</span>
      </>
    );
  return (
    <span className="flex items-baseline justify-between gap-3">
      <span className="min-w-0 truncate font-semibold text-woad">{name}</span>
      <span className="flex-none text-small text-ink-2">{key?.replace("Mod", command) ?? note}</span>
    </span>
  );
}

/** A row of what was found: its name, what and when it is, how often it comes, and the words around the place. */
function FoundLine({ found, today }: { found: FoundRow; today: DateText }) {
  const store = useStore();
  const style = useTimeStyle();
  const { record, words, times, first, last } = found;
  const write = (date: string) => relativeDateText(date, today, style);
  const often =
    times > 1 ? `, ${times} times${first && last && first !== last ? `, ${write(first)} to ${write(last)}` : ""}` : "";
  return (
    <>
      <span className="flex items-baseline justify-between gap-3">
        <span className="min-w-0 truncate font-semibold">
          {record.kind === "day" ? dateText(record.date, "day", style) : fullName(record, store, style)}
        </span>
        <span className="flex-none text-small text-ink-2">
          {kindOfRecord(store, record).toLowerCase()}
          {whenWords(record, write)}
          {often}
        </span>
      </span>
      <span className="block truncate font-words text-[13px] text-ink-2">
        {"text" in record ? wordsAround(record.text, words) : ""}
      </span>
    </>
  );
}

/** When something was done, or is to be: what tells it from others of its name. */
function whenWords(record: PensumRecord, write: (date: string) => string): string {
  if ("doneAt" in record && record.doneAt) return `, done ${write(dateOf(record.doneAt))}`;
  if (record.kind === "task") {
    const when = record.doDay ?? record.due;
    return when ? `, ${record.doDay ? "" : "due "}${write(dateOf(when))}` : "";
  }
  return record.kind === "event" ? `, ${write(dateOf(record.start))}` : "";
}
