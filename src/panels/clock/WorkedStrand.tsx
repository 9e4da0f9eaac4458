"use client";
import {
  useCallback,
  useMemo,
  useState,
  type KeyboardEvent,
  type PointerEvent as ReactPointerEvent,
  type RefObject,
} from "react";
import { removeRecord } from "@/core/commands";
import { joinEntries, logAsPlanned, moveEntry, settleOverlap, splitEntry } from "@/core/commands/workLog";
import {
  columns,
  minutesOver,
  namedItems,
  strandMarks,
  type Overlap,
  type StrandMark,
  type WorkedEntry,
} from "@/core/plan";
import { dyeOf, titleOf } from "@/core/things";
import { addMinutes, durationText, estimateText, momentAt, rangeText, type DateText } from "@/core/time";
import { useNow } from "@/ui/clock";
import { late } from "@/ui/late";
import { openRecord } from "@/ui/navigation";
import { trackPointer } from "@/ui/trackPointer";
import { useAct, useComputed, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { useWorked } from "./useWorked";

// What asks is loaded when somebody is asked: it brings a list that offers along.
const WorkForm = late(() => import("./WorkForm").then((form) => ({ default: form.WorkForm })));

interface StrandProps {
  date: DateText;
  today: DateText;
  minutePixels: number;
  snap: number;
  minuteAt: (y: number, by?: number, most?: number) => number;
  scroller: RefObject<HTMLElement | null>;
}

interface Stretch {
  readonly startMinute: number;
  readonly endMinute: number;
}

/** An entry shorter than this is drawn as long as this, so that it can be read and grabbed. */
const leastMinutes = 14;
/** A mark that is lower than this, in pixels, is no target for a finger. */
const leastPressed = 24;

/** What was worked, beside what was planned: drawn, moved, stretched, split and joined; and what is missing or said twice. */
export function WorkedStrand(props: StrandProps) {
  const { date, minutePixels, snap, minuteAt, scroller } = props;
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const now = useNow(store.clock);
  const worked = useWorked(date);
  const items = useComputed(useCallback((from) => namedItems(from, date), [date]));
  const until = minutesOver(date, now);
  const marks = useMemo(() => strandMarks(worked, items, until), [worked, items, until]);
  const layout = useMemo(() => columns(worked.entries, leastMinutes), [worked]);
  const [drawn, setDrawn] = useState<Stretch>();
  const [asked, setAsked] = useState<Stretch>();
  const [settling, setSettling] = useState<Overlap>();

  const draw = (event: ReactPointerEvent) => {
    if (event.button !== 0 || event.target !== event.currentTarget) return;
    event.stopPropagation();
    const first = Math.min(minuteAt(event.clientY), until - 1);
    let span: Stretch = { startMinute: first, endMinute: first };
    trackPointer(event.nativeEvent, {
      threshold: 5,
      holds: true,
      scroller: () => scroller.current,
      move(_x, y) {
        const other = Math.min(minuteAt(y, snap, 1440), until);
        const [startMinute, endMinute] = other < first ? [other, first] : [first, Math.max(other, first + 1)];
        span = { startMinute, endMinute: Math.min(until, endMinute) };
        setDrawn(span);
      },
      end(kept, moved) {
        setDrawn(undefined);
        if (kept && moved && span.endMinute > span.startMinute) setAsked(span);
      },
    });
  };

  const place = ({ startMinute, endMinute }: Stretch, least = 0) => ({
    top: startMinute * minutePixels + 1,
    height: Math.max(endMinute - startMinute, least) * minutePixels - 2,
  });
  return (
    <div role="group" aria-label="Worked" className="absolute inset-0 touch-pan-y" onPointerDown={draw}>
      {marks.map((mark) => (
        <Mark
          key={`${mark.kind} ${mark.startMinute}`}
          mark={mark}
          place={place(mark)}
          onPress={() => (mark.item === undefined ? setAsked(mark) : act(logAsPlanned, { item: mark.item }))}
        />
      ))}
      {worked.entries.map((entry, at) => (
        <Entry
          key={entry.record.id}
          {...props}
          entry={entry}
          before={worked.entries[at - 1]}
          left={layout[at]!.column / layout[at]!.of}
          width={layout[at]!.span / layout[at]!.of}
        />
      ))}
      {worked.overlaps.map((overlap) => (
        <button
          key={`overlap ${overlap.startMinute}`}
          className="strand-overlap absolute right-0 z-10 w-[9px]"
          style={place(overlap, 10)}
          aria-label={`${rangeText(overlap.startMinute, overlap.endMinute, style)} is logged ${overlap.entries.length === 2 ? "twice" : `${overlap.entries.length} times`}: which counts?`}
          title="Logged twice: which counts?"
          onClick={() => setSettling(overlap)}
        />
      ))}
      {drawn && (
        <div className="cloth-drawn pointer-events-none absolute inset-x-0 z-20 px-1 text-[11px]" style={place(drawn)}>
          {durationText(drawn.endMinute - drawn.startMinute)}
        </div>
      )}
      {asked && (
        <WorkForm
          key={asked.startMinute}
          date={date}
          {...asked}
          minutePixels={minutePixels}
          onClose={() => setAsked(undefined)}
        />
      )}
      {settling && (
        <WhichCounts
          overlap={settling}
          date={date}
          top={settling.endMinute * minutePixels + 4}
          onClose={() => setSettling(undefined)}
        />
      )}
    </div>
  );
}

/** Asks which of the entries that say the same stretch counts for it. */
function WhichCounts({
  overlap: { startMinute, endMinute, entries },
  date,
  top,
  onClose,
}: {
  overlap: Overlap;
  date: DateText;
  top: number;
  onClose: () => void;
}) {
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  return (
    <div
      role="dialog"
      aria-label="Which counts?"
      className="absolute right-0 z-30 grid w-[230px] gap-1.5 border border-ink-3 bg-sheet p-2.5"
      style={{ top }}
      onPointerDown={(event) => event.stopPropagation()}
      onKeyDown={(event) => event.key === "Escape" && onClose()}
    >
      <p className="font-semibold">{rangeText(startMinute, endMinute, style)}: which counts?</p>
      {entries.map((id, at) => {
        const record = store.find("work", id);
        return record ? (
          <button
            key={id}
            autoFocus={at === 0}
            className="button text-left"
            onClick={() => {
              onClose();
              act(settleOverlap, { keep: id, from: momentAt(date, startMinute), to: momentAt(date, endMinute) });
            }}
          >
            {titleOf(record, store)}
          </button>
        ) : null;
      })}
      <button className="button-quiet justify-self-start" onClick={onClose}>
        Cancel
      </button>
    </div>
  );
}

/** What the log does not say yet. One that is too short to be pressed is shown and no more: its line in the log can be typed. */
function Mark({
  mark,
  place,
  onPress,
}: {
  mark: StrandMark;
  place: { top: number; height: number };
  onPress: () => void;
}) {
  const style = useTimeStyle();
  const isGap = mark.kind === "gap";
  const look = `absolute inset-x-0 overflow-hidden px-1 text-left text-[11px] leading-[14px] font-semibold ${isGap ? "strand-gap" : "strand-planned"}`;
  if (place.height < leastPressed) return <div className={look} style={place} aria-hidden />;
  const range = rangeText(mark.startMinute, mark.endMinute, style);
  return (
    <button
      className={look}
      style={place}
      aria-label={isGap ? `${range}: what was it?` : `Log ${mark.title ?? ""} as planned, ${range}`}
      title={isGap ? "What was it?" : `Log “${mark.title}” as planned`}
      onClick={onPress}
    >
      {isGap ? `${estimateText(mark.endMinute - mark.startMinute)}?` : "as planned"}
    </button>
  );
}

interface EntryProps extends StrandProps {
  entry: WorkedEntry;
  before: WorkedEntry | undefined;
  /** Where it lies across the strand, as a share of it. */
  left: number;
  width: number;
}

/** One entry on the strand. */
function Entry({ entry, before, left, width, minutePixels, snap, minuteAt, scroller }: EntryProps) {
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const { record, isRunning } = entry;
  const [pulled, setPulled] = useState<{ start: number; end: number }>();
  const title = titleOf(record, store);
  const startMinute = entry.startMinute + (pulled?.start ?? 0);
  const endMinute = entry.endMinute + (pulled?.end ?? 0);
  const height = Math.max(endMinute - startMinute, leastMinutes) * minutePixels - 2;
  const length = estimateText(pulled ? endMinute - startMinute : entry.minutes);

  const move = (start: number, end: number, group?: string) => {
    if (start === 0 && end === 0) return;
    const to = record.end === undefined ? {} : { end: addMinutes(record.end, end) };
    act(moveEntry, { id: record.id, start: addMinutes(record.start, start), ...to }, group ? { group } : undefined);
  };
  const press = (event: KeyboardEvent) => {
    if (event.altKey) return;
    const step = { ArrowUp: -snap, ArrowDown: snap }[event.key];
    const isMod = event.ctrlKey || event.metaKey;
    const group = `move ${record.id}`;
    if (step !== undefined) {
      if (event.shiftKey) move(0, isRunning ? 0 : step, group);
      else if (isMod || isRunning) move(step, 0, group);
      else move(step, step, group);
    } else if (event.key === "Delete" || event.key === "Backspace") act(removeRecord, { id: record.id });
    else if (event.key === "Enter" || event.key === " ") openRecord(record.id);
    else if (event.code === "KeyS" && !isMod) {
      const middle = Math.round((entry.startMinute + entry.endMinute) / 2 / snap) * snap;
      act(splitEntry, { id: record.id, at: addMinutes(record.start, middle - entry.startMinute) });
    } else if (event.code === "KeyJ" && !isMod && before)
      act(joinEntries, { first: before.record.id, second: record.id });
    else return;
    event.preventDefault();
    event.stopPropagation();
  };

  /** Moves it with the pointer, or stretches the edge at which it was pressed. */
  const grab = (down: ReactPointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const box = down.currentTarget.getBoundingClientRect();
    const reach = Math.min(6, box.height / 4);
    const at = down.clientY - box.top;
    const edge = at < reach ? "start" : at > box.height - reach && !isRunning ? "end" : undefined;
    if (isRunning && edge === undefined) return;
    const from = minuteAt(down.clientY, 1, 1440);
    let by = { start: 0, end: 0 };
    trackPointer(down.nativeEvent, {
      threshold: 4,
      holds: true,
      scroller: () => scroller.current,
      move(_x, y) {
        const step = Math.round((minuteAt(y, 1, 1440) - from) / snap) * snap;
        by = {
          start: edge === "end" ? 0 : edge === "start" ? Math.min(step, entry.endMinute - entry.startMinute - 1) : step,
          end: edge === "start" ? 0 : edge === "end" ? Math.max(step, entry.startMinute - entry.endMinute + 1) : step,
        };
        setPulled(by);
      },
      end(kept) {
        setPulled(undefined);
        if (kept) move(by.start, by.end);
      },
    });
  };
  return (
    <div
      role="button"
      tabIndex={0}
      data-worked={record.id}
      data-dye={dyeOf(record, store)}
      aria-label={`Worked: ${title}, ${rangeText(startMinute, endMinute, style)}, ${length}${isRunning ? ", running" : ""}`}
      title={title}
      className={`strand-item absolute touch-pan-y overflow-hidden px-1 text-[11px] leading-[14px] font-semibold select-none ${isRunning ? "is-running" : ""} ${pulled ? "z-20" : ""}`}
      style={{
        top: startMinute * minutePixels + 1,
        height,
        left: `${left * 100}%`,
        width: `calc(${width * 100}% - ${left + width < 0.99 ? 2 : 0}px)`,
      }}
      onPointerDown={grab}
      onClick={() => openRecord(record.id)}
      onKeyDown={press}
    >
      <span className="block truncate">{length}</span>
      {height > 34 && <span className="block font-[450]">{isRunning ? "running" : title}</span>}
    </div>
  );
}
