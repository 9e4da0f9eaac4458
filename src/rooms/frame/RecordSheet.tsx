"use client";
import { X } from "lucide-react";
import { useEffect, useMemo, useRef, useState } from "react";
import {
  changeOccurrence,
  nameOf,
  removeRecord,
  seriesScopes,
  skipOccurrence,
  takeOff,
  takeOutOfBox,
  type SeriesScope,
} from "@/core/commands";
import { isBox, isRepeating, stretchFor } from "@/core/plan";
import { gatherPage, looseTasks } from "@/core/commands/clarify";
import {
  isPage,
  kindNames,
  type Block,
  type Event,
  type Field,
  type Id,
  type PensumRecord,
  type Task,
} from "@/core/model";
import { linkMentions } from "@/core/commands/linkMentions";
import { lineAround, linksTo, mentionsWithoutLink, minutesFor, plainTitle } from "@/core/page";
import { fieldsOfRecord } from "@/core/register";
import type { Store } from "@/core/store";
import {
  dateOf,
  dateText,
  isDate,
  minuteOf,
  minuteOn,
  momentAt,
  rangeText,
  relativeDateText,
  repeatOf,
  repeatWords,
  clockText,
} from "@/core/time";
import { historyOf, type HistoryEntry } from "@/data/history";
import { PageEditor } from "@/ui/editor/PageEditor";
import { dayAddress, goTo, openRecord } from "@/ui/navigation";
import { download } from "@/ui/download";
import { spokenText } from "@/ui/notices";
import { useAct, useList, useRecord, useSaving, useStore, useTimeStyle, useWorkspace } from "@/ui/workspaceContext";
import { BoxTasks } from "./BoxTasks";
import { EventNotes } from "./EventNotes";
import { FieldRow } from "./FieldRow";

/** A record, open beside what one looks at: its fields, words, hours, what links to it, and what happened to it. */
export function RecordSheet({ id }: { id: Id }) {
  const record = useRecord(id);
  const store = useStore();
  const act = useAct();
  const heading = useRef<HTMLHeadingElement>(null);
  useEffect(() => {
    heading.current?.focus();
  }, [id]);
  const close = () => openRecord(undefined);
  const [scope, setScope] = useState<SeriesScope>("one");
  const onSet =
    record && isOneOfSeries(record) && scope !== "one"
      ? (fields: Record<string, unknown>) => {
          const done = act(changeOccurrence, { id: record.id, fields, scope }) !== undefined;
          // What is shown here has gone into the series.
          if (done) close();
          return done;
        }
      : undefined;
  return (
    <aside
      aria-label="Record"
      data-pane="sheet"
      className="record-sheet flex w-[372px] flex-none flex-col overflow-y-auto border-l border-rule bg-sheet [scrollbar-width:thin]"
    >
      <div className="sticky top-0 z-10 flex items-center justify-between border-b border-rule bg-sheet py-1.5 pr-2 pl-4">
        <h2 ref={heading} tabIndex={-1} className="font-semibold text-ink-2 outline-none">
          {record ? kindNames[record.kind] : "Nothing"}
        </h2>
        <button className="button-quiet grid place-items-center" aria-label="Close the record" onClick={close}>
          <X size={16} aria-hidden />
        </button>
      </div>
      {!record || record.kind === "settings" ? (
        <p className="p-4 font-words text-page">
          This record is not there. It may have been removed; undo brings it back.
        </p>
      ) : (
        <div className="px-4 pb-8">
          <h3 className="pt-3 pb-2 font-words text-[19px] leading-6 font-semibold break-words">
            {nameOf(record, store)}
          </h3>
          <dl className="mb-4 border-t border-rule">
            {fieldsShown(store, record)
              .filter(({ type }) => !(type === "repeat" && isOneOfSeries(record)))
              .map((field) => (
                <FieldRow key={field.name} record={record} field={field} onSet={onSet} />
              ))}
          </dl>
          {isOneOfSeries(record) && <OneOfSeries record={record} scope={scope} onScope={setScope} />}
          {record.kind === "event" && <EventNotes event={record} />}
          {isBox(record) && <BoxTasks box={record} />}
          {record.kind === "day" ? (
            <p className="mb-4">
              <button
                className="link font-semibold"
                onClick={() => goTo(dayAddress(record.date, dateOf(store.clock.now())))}
              >
                Go to this day
              </button>
            </p>
          ) : isShownInRoom(record.id) || !store.get(record.id) ? null : (
            <section className="mb-5">
              <h4 className="mb-1 flex justify-between font-semibold text-ink-2">
                {isPage(record) ? "Page" : "Note"}
                {record.kind === "note" && (
                  <button className="link" onClick={() => goTo(`/notes/${record.id}`)}>
                    Open as a page
                  </button>
                )}
              </h4>
              <PageEditor id={record.id} label={`Note of ${nameOf(record, store)}`} placeholder="Write here." />
            </section>
          )}
          {isPage(record) && <LooseLines page={record.id} />}
          {record.kind === "task" && <Hours task={record} />}
          {record.kind === "task" && <Parts task={record} />}
          <Links record={record} />
          <History id={record.id} />
          {record.kind === "event" && (
            <button className="button mt-2 mr-2" onClick={() => void saveEvent(store, record)}>
              Save as iCalendar
            </button>
          )}
          {record.kind !== "day" && (
            <button
              className="button mt-2"
              onClick={() => {
                const removed = isOneOfSeries(record)
                  ? act(skipOccurrence, { id: record.id, scope })
                  : act(removeRecord, { id: record.id });
                if (removed !== undefined) close();
              }}
            >
              Remove {removeWords(record, scope)}
            </button>
          )}
        </div>
      )}
    </aside>
  );
}

/** One event as a calendar file, with what was changed of single ones where it comes again. */
async function saveEvent(store: Store, event: Event) {
  const { writeCalendar } = await import("@/core/interop/icalendar");
  const { series: _series, occurrence: _occurrence, ...alone } = event;
  const own = store.get(event.id) ? event : alone;
  const all = [own, ...(store.list("occurrencesOf", event.id) as Event[])];
  const text = writeCalendar(all, { find: (id) => store.get(id), now: store.clock.now(), zone: store.clock.zone });
  download(
    new Blob([text], { type: "text/calendar" }),
    `${event.title.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, "-") || "event"}.ics`,
  );
}

/** Whether a record is one occurrence of something that comes again. */
function isOneOfSeries(record: PensumRecord): boolean {
  return "series" in record && record.series !== undefined;
}

function removeWords(record: PensumRecord, scope: SeriesScope): string {
  if (!isOneOfSeries(record) || scope === "one") return `this ${kindNames[record.kind].toLowerCase()}`;
  return scope === "later" ? "this and all later ones" : "all of them";
}

const scopeWords: Record<SeriesScope, string> = { one: "this one", later: "this and later", all: "all" };

/** What an occurrence belongs to, and how far changes of it reach. */
function OneOfSeries({
  record,
  scope,
  onScope,
}: {
  record: PensumRecord;
  scope: SeriesScope;
  onScope: (scope: SeriesScope) => void;
}) {
  const store = useStore();
  const act = useAct();
  const style = useTimeStyle();
  const id = "series" in record ? record.series : undefined;
  const series = useRecord(id);
  const repeat = isRepeating(series) ? repeatOf(series.repeat) : undefined;
  if (!series || !repeat) return null;
  const isKept = store.get(record.id) !== undefined;
  return (
    <section aria-label="Comes again" className="mb-5">
      <p>
        One of a series,{" "}
        <button className="link" onClick={() => openRecord(series.id)}>
          {repeatWords(repeat, style)}
        </button>
        {isKept && ", changed alone"}.
      </p>
      <div role="radiogroup" aria-label="Changes here are for" className="mt-1 flex flex-wrap items-center gap-x-3">
        <span className="text-ink-2">Changes here are for</span>
        {seriesScopes.map((one) => (
          <button
            key={one}
            role="radio"
            aria-checked={one === scope}
            className={`min-h-6 ${one === scope ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2 hover:text-ink"}`}
            onClick={() => onScope(one)}
          >
            {scopeWords[one]}
          </button>
        ))}
      </div>
      {isKept && (
        <p className="mt-1 flex gap-3">
          {(["later", "all"] as const).map((one) => (
            <button
              key={one}
              className="link"
              onClick={() => {
                if (act(changeOccurrence, { id: record.id, fields: {}, scope: one }) !== undefined)
                  openRecord(undefined);
              }}
            >
              {one === "all" ? "Make all like this" : "Make later ones like this"}
            </button>
          ))}
        </p>
      )}
    </section>
  );
}

/** Whether the room beside shows the page of a record already. */
function isShownInRoom(id: Id): boolean {
  return location.pathname === `/notes/${id}`;
}

/** How long a task took, and when it was done, are asked only once it is done. */
function fieldsShown(store: Pick<Store, "list">, record: PensumRecord): readonly Field[] {
  const fields = fieldsOfRecord(store, record).filter((field) => !field.hidden);
  if (record.kind !== "task" || record.state === "done") return fields;
  return fields.filter(({ name }) => name !== "doneAt" && (name !== "tookMinutes" || record.tookMinutes !== undefined));
}

/** The tasks of a page of which nothing was said but their words, to be clarified in the room for that. */
function LooseLines({ page }: { page: Id }) {
  const act = useAct();
  useList("linesByPage", page);
  const count = looseTasks(useStore(), page).length;
  if (count === 0) return null;
  return (
    <p className="mb-5 text-ink-2">
      {count === 1 ? "One task here has" : `${count} tasks here have`} no theme, goal or length yet.{" "}
      <button className="link" onClick={() => act(gatherPage, { page })}>
        Gather {count === 1 ? "it" : "them"}
      </button>
    </p>
  );
}

function Hours({ task }: { task: Task }) {
  const blocks = useList("blocksByTask", task.id) as readonly Block[];
  const style = useTimeStyle();
  const store = useStore();
  const act = useAct();
  const today = dateOf(store.clock.now());
  const hoursText = (block: Block) => {
    const { start, end } = stretchFor(block, task.id);
    return rangeText(minuteOn(dateOf(block.start), start), minuteOn(dateOf(block.start), end), style);
  };
  return (
    <section className="mb-5">
      <h4 className="mb-1 font-semibold text-ink-2">Hours</h4>
      {blocks.length === 0 && (
        <p className="text-ink-3">Not placed. Drag it onto the hours, or press Alt H on its line.</p>
      )}
      <ul>
        {blocks
          .toSorted((a, b) => (a.start < b.start ? -1 : 1))
          .map((block) => (
            <li key={block.id} className="flex items-center justify-between gap-2 border-b border-hairline py-1">
              <button className="text-left" onClick={() => goTo(dayAddress(dateOf(block.start), today))}>
                {relativeDateText(dateOf(block.start), today, style)}, {hoursText(block)}
                {block.task !== task.id && <span className="text-ink-2"> in “{nameOf(block, store)}”</span>}
              </button>
              <button
                className="button-quiet flex-none"
                onClick={() =>
                  block.task === task.id
                    ? act(takeOff, { block: block.id })
                    : act(takeOutOfBox, { box: block.id, task: task.id })
                }
              >
                {block.task === task.id ? "Take off" : "Take out"}
              </button>
            </li>
          ))}
      </ul>
    </section>
  );
}

function Parts({ task }: { task: Task }) {
  const parts = useList("tasksByParent", task.id) as readonly Task[];
  if (parts.length === 0) return null;
  return <RecordList title="Parts" records={parts} />;
}

function Links({ record }: { record: PensumRecord }) {
  const store = useStore();
  const [found, setFound] = useState<readonly PensumRecord[]>();
  const [mentions, setMentions] = useState<readonly PensumRecord[]>([]);
  const act = useAct();
  useEffect(() => {
    const look = () => {
      const linking = linksTo(record, store.records());
      const ids = new Set(linking.map(({ id }) => id));
      setFound(linking);
      setMentions(mentionsWithoutLink(record, store.records()).filter(({ id }) => !ids.has(id)));
    };
    let timer = setTimeout(look, 30);
    const stop = store.subscribe("*", () => {
      clearTimeout(timer);
      timer = setTimeout(look, 200);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [record, store]);
  const shown = useMemo(
    () =>
      found?.filter(
        (one) =>
          !(one.kind === "task" && record.kind === "task" && one.parent === record.id) &&
          !(one.kind === "block" && minutesFor(one, record.id) > 0),
      ),
    [found, record],
  );
  if (!shown) return null;
  const title = "title" in record ? record.title : undefined;
  return (
    <>
      {shown.length === 0 ? (
        <section className="mb-5">
          <h4 className="mb-1 font-semibold text-ink-2">Links here</h4>
          <p className="text-ink-3">Nothing links here yet. “[[{nameOf(record, store)}]]” in any page does.</p>
        </section>
      ) : (
        <RecordList title="Links here" records={shown} around={title} />
      )}
      {mentions.length > 0 && (
        <>
          <RecordList title="Mentions without a link" records={mentions} around={title} />
          <button
            className="link mb-5 -mt-3 block"
            onClick={() => act(linkMentions, { record: record.id, in: mentions.map(({ id }) => id) })}
          >
            Link {mentions.length === 1 ? "it" : `all ${mentions.length}`}
          </button>
        </>
      )}
    </>
  );
}

const shownAtFirst = 12;

interface RecordListProps {
  title: string;
  records: readonly PensumRecord[];
  /** The title whose line is shown under each. */
  around?: string | undefined;
}

function RecordList({ title, records, around }: RecordListProps) {
  const store = useStore();
  const style = useTimeStyle();
  const [all, setAll] = useState(false);
  const shown = all ? records : records.slice(0, shownAtFirst);
  return (
    <section className="mb-5">
      <h4 className="mb-1 flex justify-between font-semibold text-ink-2">
        <span>{title}</span>
        <span>{records.length}</span>
      </h4>
      <ul>
        {shown.map((record) => (
          <li key={record.id} className="border-b border-hairline">
            <button
              className="flex min-h-7 w-full items-baseline justify-between gap-3 py-1 text-left"
              onClick={() => openRecord(record.id)}
            >
              <span className="min-w-0 truncate">
                {record.kind === "day" ? dateText(record.date, "short", style) : nameOf(record, store)}
              </span>
              <span className="flex-none text-small text-ink-3">{kindNames[record.kind].toLowerCase()}</span>
            </button>
            {around !== undefined && "text" in record && <LineAround text={record.text} title={around} />}
          </li>
        ))}
      </ul>
      {records.length > shown.length && (
        <button className="link mt-1 min-h-6" onClick={() => setAll(true)}>
          Show {records.length - shown.length} more
        </button>
      )}
    </section>
  );
}

/** The line of a page that a link stands in. */
function LineAround({ text, title }: { text: string; title: string }) {
  const line = lineAround(text, title);
  return line ? (
    <p className="line-clamp-2 pb-1.5 font-words text-[13px] leading-[18px] text-ink-2">{plainTitle(line)}</p>
  ) : null;
}

function History({ id }: { id: Id }) {
  const { database, journal } = useWorkspace();
  const saving = useSaving();
  const style = useTimeStyle();
  const [entries, setEntries] = useState<readonly HistoryEntry[]>();
  const seq = saving.kind === "saved" ? journal.seq : undefined;
  useEffect(() => {
    let gone = false;
    if (database && seq !== undefined)
      historyOf(database, id).then(
        (found) => !gone && setEntries(found),
        () => !gone && setEntries([]),
      );
    return () => {
      gone = true;
    };
  }, [database, id, seq]);
  if (!entries) return null;
  return (
    <section className="mb-5">
      <h4 className="mb-1 font-semibold text-ink-2">History</h4>
      {entries.length === 0 && <p className="text-ink-3">Nothing was changed since it came into this workspace.</p>}
      <ol>
        {entries.map(({ seq: entry, at, said }) => (
          <li key={entry} className="flex items-baseline justify-between gap-3 border-b border-hairline py-1">
            <span className="min-w-0 break-words">{spokenText(said, style)}</span>
            <time className="flex-none text-small text-ink-3">{whenText(at, style)}</time>
          </li>
        ))}
      </ol>
    </section>
  );
}

function whenText(at: number, style: Parameters<typeof clockText>[1]): string {
  const date = new Date(at);
  const pad = (value: number) => String(value).padStart(2, "0");
  const day = `${date.getFullYear()}-${pad(date.getMonth() + 1)}-${pad(date.getDate())}`;
  const minute = date.getHours() * 60 + date.getMinutes();
  return isDate(day) ? `${dateText(day, "short", style)} ${clockText(minuteOf(momentAt(day, minute)), style)}` : "";
}
