"use client";
import { fullName } from "@/core/things";
import { useEffect, useId, useRef, useState, useSyncExternalStore, type KeyboardEvent } from "react";
import { kindNames, type PensumRecord } from "@/core/model";
import { findRegister, registerOf } from "@/core/register";
import { wordsAround, type SearchHit } from "@/core/search";
import { dateOf, dateText, relativeDateText } from "@/core/time";
import { Dialog } from "@/ui/Dialog";
import { lookFor } from "@/panels/editor/lookFor";
import { dayAddress, goTo, openRecord } from "@/ui/navigation";
import { useStore, useTimeStyle } from "@/ui/workspaceContext";
import { searchKeeper } from "./searchKeeper";

/** Looks through everything: titles, texts and fields, as one types; opens what was found at the place. */
export function SearchDialog({ begun, onClose }: { begun: string; onClose: () => void }) {
  const store = useStore();
  const style = useTimeStyle();
  const today = dateOf(store.clock.now());
  const keeper = searchKeeper(store);
  const share = useSyncExternalStore(
    (listener) => keeper.onShare(listener),
    () => keeper.share,
    () => 0,
  );
  const [typed, setTyped] = useState(begun);
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
  const records = hits.found.flatMap(({ id, words }) => {
    const record = store.get(id);
    return record ? [{ record, words }] : [];
  });
  const open = ({ record, words }: (typeof records)[number]) => {
    onClose();
    lookFor(record.id, words);
    if (record.kind === "day") goTo(dayAddress(record.date, dateOf(store.clock.now())));
    else openRecord(record.id);
  };
  const press = (event: KeyboardEvent) => {
    const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    const hit = records[at];
    if (step) setAt((place) => Math.max(0, Math.min(records.length - 1, place + step)));
    else if (event.key === "Enter" && hit) open(hit);
    else return;
    event.preventDefault();
  };
  return (
    <Dialog wide title="Search everything" onClose={onClose}>
      <input
        type="search"
        className="field w-full font-words text-page"
        autoFocus
        role="combobox"
        aria-expanded={records.length > 0}
        aria-controls={list}
        aria-activedescendant={records.length > 0 ? `${list}-${at}` : undefined}
        aria-label="Search everything"
        placeholder="Search titles, text and fields"
        value={typed}
        onChange={({ target }) => setTyped(target.value)}
        onKeyDown={press}
      />
      {share < 1 && (
        <p className="mt-2 text-ink-2" role="status">
          Indexing, {Math.round(share * 100)}%
        </p>
      )}
      <ul id={list} role="listbox" aria-label="Results" className="mt-2">
        {records.map((hit, place) => (
          <li
            key={hit.record.id}
            id={`${list}-${place}`}
            role="option"
            aria-selected={place === at}
            ref={(item) => {
              if (place === at) item?.scrollIntoView({ block: "nearest" });
            }}
            className={`cursor-pointer border-b border-hairline px-2 py-1.5 ${place === at ? "bg-sunk" : ""}`}
            onPointerMove={() => setAt(place)}
            onClick={() => open(hit)}
          >
            <span className="flex items-baseline justify-between gap-3">
              <span className="min-w-0 truncate font-semibold">
                {hit.record.kind === "day"
                  ? dateText(hit.record.date, "day", style)
                  : fullName(hit.record, store, style)}
              </span>
              <span className="flex-none text-small text-ink-2">
                {kindWords(hit.record, store)}
                {whenWords(hit.record, (date) => relativeDateText(date, today, style))}
              </span>
            </span>
            <span className="block truncate font-words text-[13px] text-ink-2">
              {"text" in hit.record ? wordsAround(hit.record.text, hit.words) : ""}
            </span>
          </li>
        ))}
      </ul>
      {typed.trim() !== "" && hits.typed === typed && records.length === 0 && share === 1 && (
        <p className="mt-2 text-ink-2">No results. Try fewer words, or only the beginning of a word.</p>
      )}
    </Dialog>
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

function kindWords(record: PensumRecord, store: ReturnType<typeof useStore>): string {
  const register = findRegister(store, registerOf(record) ?? "");
  return (register?.one ?? kindNames[record.kind]).toLowerCase();
}
