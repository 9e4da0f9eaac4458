"use client";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { clarify, clarifiedKinds, mergeTask, splitTask } from "@/core/commands/clarify";
import type { Id, Task } from "@/core/model";
import { plainTitle } from "@/core/page";
import { fieldValues } from "@/core/register";
import { dateOf, relativeMomentText } from "@/core/time";
import { useNow } from "@/ui/clock";
import type { Writing } from "@/panels/fields/cells";
import { goTo } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { useCaptureContext } from "@/panels/useCaptureContext";
import { useAct, useList, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { ClarifyForm, kindKeys, type Clarifying } from "./ClarifyForm";
import { MergeField, SplitField } from "./SplitAndMerge";

const nothingYet: Clarifying = { as: "task", fields: {}, day: undefined };

/** The inbox, and what it is emptied with: one thing at a time or several, by keyboard alone. */
export function GatherPanel({ title }: { title?: string }) {
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const today = dateOf(useNow(store.clock));
  const all = useList("unclarified", "all") as readonly Task[];
  const items = useMemo(
    () => all.toSorted((a, b) => (a.createdAt < b.createdAt ? -1 : a.createdAt > b.createdAt ? 1 : 0)),
    [all],
  );
  const [here, setHere] = useState(0);
  const [anchor, setAnchor] = useState(0);
  const [said, setSaid] = useState<Clarifying>(nothingYet);
  const [opened, setOpened] = useState<"split" | "merge" | string>();
  const list = useRef<HTMLUListElement>(null);
  const writing = useMemo<Writing>(() => ({ values: fieldValues(store), style, today }), [store, style, today]);
  const at = Math.min(here, Math.max(0, items.length - 1));
  const from = Math.min(at, Math.min(anchor, items.length - 1));
  const to = Math.max(at, Math.min(anchor, items.length - 1));
  const chosen = items.slice(from, to + 1);
  const current = items[at];

  const focusList = useCallback(() => list.current?.focus({ preventScroll: true }), []);
  useEffect(focusList, [focusList]);
  const go = (next: number, extend = false) => {
    const place = Math.max(0, Math.min(items.length - 1, next));
    setHere(place);
    if (!extend) setAnchor(place);
    setOpened(undefined);
    list.current?.querySelector(`[data-place="${place}"]`)?.scrollIntoView({ block: "nearest" });
  };
  const set = (fields: Readonly<Record<string, unknown>>) =>
    setSaid((known) => ({ ...known, fields: { ...known.fields, ...fields } }));
  const done = (more: Partial<Clarifying> = {}) => {
    const { as, fields, day } = { ...said, ...more };
    if (chosen.length === 0) return;
    const input = { tasks: chosen.map(({ id }) => id), as, fields: as === "task" ? fields : { ...fields }, day };
    if (act(clarify, input) === undefined) return;
    setSaid(nothingYet);
    setHere(from);
    setAnchor(from);
    focusList();
  };
  const finishPart = (result: string | undefined) => {
    if (result === undefined) return;
    setOpened(undefined);
    setAnchor(at);
    focusList();
  };

  const context = useCaptureContext();
  /** Each part is understood as a line is that is typed at the top. */
  const split = async (task: Id, titles: readonly string[]) => {
    const reader = await import("@/core/capture").catch(() => undefined);
    if (!reader)
      return notify({
        text: "What reads the lines could not be loaded. Nothing was changed; try again.",
        tone: "refused",
      });
    const lines = titles.filter((title) => title.trim() !== "");
    finishPart(act(splitTask, { task, parts: lines.map((line) => reader.understand(line, context())) }));
  };

  const press = (event: React.KeyboardEvent) => {
    const target = event.target as HTMLElement;
    const typing =
      /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) || target.closest("[data-radix-popper-content-wrapper]");
    if (typing || event.ctrlKey || event.metaKey || event.altKey || items.length === 0) return;
    const kind = clarifiedKinds[Number(event.key) - 1];
    const field = kindKeys[event.key.toLowerCase()];
    if (event.key === "ArrowDown" || event.key === "ArrowUp")
      go(at + (event.key === "ArrowDown" ? 1 : -1), event.shiftKey);
    else if (kind === "nothing") done({ as: "nothing" });
    else if (kind) setSaid((known) => ({ ...known, as: kind }));
    else if (event.key === "Enter" && target.tagName !== "BUTTON") done();
    else if (event.key === "Escape") {
      setSaid(nothingYet);
      setAnchor(at);
    } else if (event.key === "s" && current) setOpened("split");
    else if (event.key === "m" && current) setOpened("merge");
    else if (field) setOpened(field);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  return (
    <div className="gather flex min-w-0 flex-1 bg-sheet" onKeyDown={press}>
      <section aria-label="Inbox" className="gather-list">
        {title !== undefined && (
          <h1 className="room-title px-5 pt-[22px] pb-3 font-words text-[27px] leading-[33px] font-semibold tracking-[-0.01em]">
            {title}
          </h1>
        )}
        {items.length > 0 && (
          <ul
            ref={list}
            role="listbox"
            aria-label="Gathered"
            aria-multiselectable
            aria-activedescendant={`gathered-${at}`}
            tabIndex={0}
            data-pane-focus=""
            className="outline-none"
          >
            {items.map((item, place) => (
              <li
                key={item.id}
                id={`gathered-${place}`}
                data-place={place}
                role="option"
                aria-selected={place >= from && place <= to}
                className={`gather-item ${place >= from && place <= to ? "is-chosen" : ""}`}
                onPointerDown={(event) => {
                  event.preventDefault();
                  focusList();
                  go(place, event.shiftKey);
                }}
              >
                <span className="min-w-0 flex-1 truncate">{plainTitle(item.title)}</span>
                <span className="flex-none text-small text-ink-3">
                  {relativeMomentText(dateOf(item.createdAt), today, style)}
                </span>
              </li>
            ))}
          </ul>
        )}
      </section>
      {current ? (
        <section aria-label="What it is" className="min-w-0 flex-1 overflow-y-auto px-9 pt-[22px] pb-16">
          <p className="mb-1 text-ink-2" role="status">
            {chosen.length > 1
              ? `${chosen.length} of ${items.length} selected; changes apply to all of them`
              : `${at + 1} of ${items.length}`}
          </p>
          <h2 className="mb-4 font-words text-[19px] leading-7 font-semibold">
            {chosen.length > 1 ? chosen.map((task) => plainTitle(task.title)).join(", ") : plainTitle(current.title)}
          </h2>
          <ClarifyForm
            key={current.id}
            writing={writing}
            task={current}
            said={said}
            opened={opened}
            onOpen={setOpened}
            onSay={(more) => {
              setSaid((known) => ({ ...known, ...more }));
            }}
            onSet={(fields) => {
              set(fields);
              setOpened(undefined);
              focusList();
            }}
            onClose={() => {
              setOpened(undefined);
              focusList();
            }}
          />
          {opened === "split" && (
            <SplitField
              title={plainTitle(current.title)}
              onCancel={() => finishPart("")}
              onSplit={(titles) => void split(current.id, titles)}
            />
          )}
          {opened === "merge" && (
            <MergeField
              task={current}
              onCancel={() => finishPart("")}
              onMerge={(into: Id | undefined, title) => {
                if (into === undefined)
                  notify({ text: `There is no page or task “${title}”. Nothing was changed.`, tone: "refused" });
                else finishPart(act(mergeTask, { task: current.id, into }));
              }}
            />
          )}
          <div className="mt-5 flex flex-wrap items-center gap-2">
            <button className="button-filled" onClick={() => done()}>
              Done, go to next
            </button>
            <button className="button" onClick={() => setOpened("split")}>
              Split <kbd className="key">S</kbd>
            </button>
            <button className="button" onClick={() => setOpened("merge")}>
              Merge into … <kbd className="key">M</kbd>
            </button>
          </div>
        </section>
      ) : (
        <section className="flex-1 px-9 pt-[70px] font-words text-page">
          <p>The inbox is empty. What you add above without a day or due date waits here until you clarify it.</p>
          <button className="link mt-2" onClick={() => goTo("/")}>
            Go to today
          </button>
        </section>
      )}
    </div>
  );
}
