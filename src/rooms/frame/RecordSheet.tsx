"use client";
import { nameOf } from "@/core/things";
import { X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { changeOccurrence, removeRecord, skipOccurrence, type SeriesScope } from "@/core/commands";
import { isBox } from "@/core/plan";
import { gatherPage, looseTasks } from "@/core/commands/clarify";
import { isPage, type Event, type Field, type Id, type PensumRecord, type Task } from "@/core/model";
import { fieldsOfRecord, kindOfRecord, sheetFields } from "@/core/register";
import type { Store } from "@/core/store";
import { counted, dateOf } from "@/core/time";
import { PageEditor } from "@/panels/editor/PageEditor";
import { dayAddress, goTo, openRecord } from "@/ui/navigation";
import { download } from "@/ui/download";
import { late } from "@/ui/late";
import { useAct, useList, useRecord, useStore, useWorkspace } from "@/ui/workspaceContext";
import { BoxTasks } from "./BoxTasks";
import { EventNotes } from "./EventNotes";
import { FieldRow } from "@/panels/fields/FieldRow";
import { OneOfSeries } from "./OneOfSeries";
import { RecordHistory } from "./RecordHistory";
import { RecordLinks, RecordList } from "./RecordLinks";
import { RecordLog } from "./RecordLog";
import { SheetHead } from "./SheetHead";
import { TaskHours } from "./TaskHours";

const FetchBack = late(() => import("./FetchBack").then((part) => ({ default: part.FetchBack })));
const ProjectReview = late(() => import("./ProjectReview").then((part) => ({ default: part.ProjectReview })));
const GoalSheet = late(() => import("./GoalSheet").then((sheet) => ({ default: sheet.GoalSheet })));
const HabitSheet = late(() => import("./HabitSheet").then((sheet) => ({ default: sheet.HabitSheet })));

type SetFields = (fields: Record<string, unknown>) => boolean;

/** A record, open beside what one looks at: its fields, words, hours, what links to it, and what happened to it. */
export function RecordSheet({ id }: { id: Id }) {
  const record = useRecord(id);
  const { store, past } = useWorkspace();
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
          {record ? kindOfRecord(store, record) : "Not found"}
        </h2>
        <button className="button-quiet grid place-items-center" aria-label="Close the record" onClick={close}>
          <X size={16} aria-hidden />
        </button>
      </div>
      {!record || record.kind === "settings" ? (
        <p className="p-4 font-words text-page">This record no longer exists. If it was deleted, undo restores it.</p>
      ) : (
        <div className="px-4 pb-8">
          <SheetHead record={record} onSet={onSet} />
          {record.kind === "goal" && <GoalSheet goal={record} />}
          {past && <FetchBack past={past} record={record} />}
          <SheetFieldList key={record.id} record={record} onSet={onSet} />
          {isOneOfSeries(record) && <OneOfSeries record={record} scope={scope} onScope={setScope} />}
          {record.kind === "habit" && <HabitSheet habit={record} />}
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
              <PageEditor id={record.id} label={`Description of ${nameOf(record, store)}`} placeholder="Write here" />
            </section>
          )}
          {isPage(record) && <LooseLines page={record.id} />}
          {record.kind === "task" && <TaskHours task={record} />}
          <RecordLog record={record} />
          {record.kind === "task" && <Parts task={record} />}
          <RecordLinks record={record} />
          <RecordHistory id={record.id} />
          {record.kind === "project" && !past && <ProjectReview project={record} />}
          {record.kind === "event" && (
            <button className="button mt-2 mr-2" onClick={() => void saveEvent(store, record)}>
              Export as iCalendar
            </button>
          )}
          {record.kind !== "day" && !past && (
            <button
              className="button mt-2"
              onClick={() => {
                const removed = isOneOfSeries(record)
                  ? act(skipOccurrence, { id: record.id, scope })
                  : act(removeRecord, { id: record.id });
                if (removed !== undefined) close();
              }}
            >
              Remove {removeWords(kindOfRecord(store, record), record, scope)}
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

function removeWords(kind: string, record: PensumRecord, scope: SeriesScope): string {
  if (!isOneOfSeries(record) || scope === "one") return `this ${kind.toLowerCase()}`;
  return scope === "later" ? "this and later ones" : "the whole series";
}

/** Whether the room beside shows the page of a record already. */
function isShownInRoom(id: Id): boolean {
  return location.pathname === `/notes/${id}`;
}

/** The fields of a record: what is set and usual, the empty rest behind one line, and apart what is computed. */
function SheetFieldList({ record, onSet }: { record: PensumRecord; onSet?: SetFields | undefined }) {
  const store = useStore();
  const [all, setAll] = useState(false);
  // What was opened stays open while the sheet is, so that an emptied field does not go away under the hand.
  const { shown, more, computed } = sheetFields(store, record);
  const [kept, setKept] = useState<ReadonlySet<string>>(() => new Set(shown.map(({ name }) => name)));
  const fresh = shown.filter(({ name }) => !kept.has(name));
  if (fresh.length > 0) setKept(new Set([...kept, ...fresh.map(({ name }) => name)]));
  const isHere = ({ type }: Field) => !(type === "repeat" && isOneOfSeries(record));
  const open = fieldsOfRecord(store, record).filter(
    (field) => shown.includes(field) || (more.includes(field) && (all || kept.has(field.name))),
  );
  const closed = more.filter((field) => !open.includes(field)).length;
  return (
    <>
      <dl className="border-t border-rule">
        {open.filter(isHere).map((field) => (
          <FieldRow key={field.name} record={record} field={field} onSet={onSet} />
        ))}
      </dl>
      {closed > 0 && (
        <button className="link my-1.5 min-h-6" onClick={() => setAll(true)}>
          {counted(closed, "more field")}
        </button>
      )}
      {computed.length > 0 && (
        <dl className="computed-fields mt-2 mb-4" aria-label="Computed">
          {computed.map((field) => (
            <FieldRow key={field.name} record={record} field={field} />
          ))}
        </dl>
      )}
    </>
  );
}

/** The tasks of a page of which nothing was said but their words, to be clarified in the room for that. */
function LooseLines({ page }: { page: Id }) {
  const act = useAct();
  useList("linesByPage", page);
  const count = looseTasks(useStore(), page).length;
  if (count === 0) return null;
  return (
    <p className="mb-5 text-ink-2">
      {count === 1 ? "1 task here has" : `${count} tasks here have`} no theme, goal or estimate yet.{" "}
      <button className="link" onClick={() => act(gatherPage, { page })}>
        Gather {count === 1 ? "it" : "them"}
      </button>
    </p>
  );
}

function Parts({ task }: { task: Task }) {
  const parts = useList("tasksByParent", task.id) as readonly Task[];
  if (parts.length === 0) return null;
  return <RecordList title="Parts" records={parts} />;
}
