"use client";
import { memo, useCallback, type KeyboardEvent, type PointerEvent as ReactPointerEvent, type RefObject } from "react";
import { markHabit, moveItem } from "@/core/commands";
import { isUnfinished, type Block, type Dye } from "@/core/model";
import { plainTitle } from "@/core/page";
import { heldMinutes, isBox, tasksIn, type Column, type NamedItem } from "@/core/plan";
import type { Store } from "@/core/store";
import { addMinutes, durationText, estimateText, minutesBetween, rangeText, type DateText, counted } from "@/core/time";
import type { Dragged } from "@/panels/drag";
import { Repeat2 } from "lucide-react";
import { openRecord } from "@/ui/navigation";
import { trackPointer } from "@/ui/trackPointer";
import { HabitBox } from "./HabitBox";
import type { IconWay } from "./iconWays";
import type { Hands } from "./useHours";
import { useComputed } from "@/ui/workspaceContext";
import { late } from "@/ui/late";

interface HourItemProps extends Column {
  item: NamedItem;
  /** The day on whose hours it lies. */
  date: DateText;
  /** Drawn small, among other days. */
  narrow?: boolean;
  /** Whether something else wants the same minutes. */
  doubled?: boolean;
  /** Its dye, where that is not its theme’s. */
  dye?: Dye | undefined;
  /** The fields that stand on it, by their names, and of what its icon is. */
  fields?: readonly string[];
  icons?: IconWay;
  minutePixels: number;
  leastMinutes: number;
  /** What hands can do with the hours it lies on. */
  hands: Hands;
  scroller: RefObject<HTMLElement | null>;
}

const ItemIcon = late(() => import("./ItemDetails").then((details) => ({ default: details.ItemIcon })));
const ItemFields = late(() => import("./ItemDetails").then((details) => ({ default: details.ItemFields })));

/** How many rows a title may take in an item of so many rows: the last is for the hours. */
const titleRows = ["", "", "line-clamp-1", "line-clamp-2", "line-clamp-3"];

/** What hands do with an item: it is moved, stretched, taken off, marked and opened, by the pointer and by keys. */
function useItemHands({ item, date, minutePixels, hands, scroller }: HourItemProps) {
  const { snap, ghost, preview, minuteAt, grab: grabItem, keyMove, takeItemOff, act } = hands;
  const { record, startMinute, endMinute, task, title, done } = item;
  const press = (event: KeyboardEvent) => {
    if (event.target !== event.currentTarget) return;
    const step = { ArrowUp: -snap, ArrowDown: snap }[event.key];
    if (event.altKey) return;
    if (step !== undefined) {
      if (event.shiftKey) keyMove(item, { start: 0, end: step, days: 0 });
      else if (event.ctrlKey || event.metaKey) keyMove(item, { start: step, end: 0, days: 0 });
      else keyMove(item, { start: step, end: step, days: 0 });
    } else if (event.key === "ArrowLeft" || event.key === "ArrowRight")
      keyMove(item, { start: 0, end: 0, days: event.key === "ArrowLeft" ? -1 : 1 });
    else if (event.key === "Delete" || event.key === "Backspace") takeItemOff(record);
    else if (item.habit && event.key === " ") mark();
    else if (event.key === "Enter" || event.key === " ") open();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  const open = () => openRecord(task ?? item.habit ?? record.id);
  const mark = () => void (item.habit && act(markHabit, { habit: item.habit, date, as: done ? undefined : "done" }));

  const grab = (event: ReactPointerEvent) => {
    const edge = edgeAt(event);
    if (edge) return stretch(edge, event);
    const top = event.currentTarget.getBoundingClientRect().top;
    grabItem(event.nativeEvent, item, (event.clientY - top) / minutePixels);
  };

  /** Stretches one edge with the pointer; the other stays. */
  const stretch = (edge: "start" | "end", down: ReactPointerEvent) => {
    if (down.button !== 0) return;
    down.stopPropagation();
    const from = edge === "start" ? startMinute : endMinute;
    const grabbed = down.clientY - down.currentTarget.getBoundingClientRect().top;
    const edgePixels = edge === "start" ? 0 : (endMinute - startMinute) * minutePixels;
    const dragged: Dragged = { kind: "item", id: record.id, title, minutes: endMinute - startMinute, grabMinutes: 0 };
    let to = from;
    trackPointer(down.nativeEvent, {
      threshold: 2,
      holds: true,
      scroller: () => scroller.current,
      move(_x, y) {
        const at = minuteAt(y - grabbed + edgePixels, snap, 1440);
        to = edge === "start" ? Math.min(at, endMinute - snap) : Math.max(at, startMinute + snap);
        const start = edge === "start" ? to : startMinute;
        ghost.set(preview(dragged, date, start, (edge === "end" ? to : endMinute) - start));
      },
      end(kept) {
        ghost.set(undefined);
        const by = to - from;
        if (!kept || by === 0) return;
        const start = edge === "start" ? addMinutes(record.start, by) : record.start;
        act(moveItem, { id: record.id, start, end: edge === "end" ? addMinutes(record.end, by) : record.end });
      },
    });
  };

  return { press, grab, open, mark };
}

/** One block or event on the hours: press and pull to move it, at an edge to stretch it, or by keys. */
export const HourItem = memo(function HourItem(props: HourItemProps) {
  const { item, column, span, of, minutePixels, leastMinutes, hands } = props;
  const { style } = hands;
  const { narrow = false, doubled = false, fields = [], icons = "none" } = props;
  const { record, startMinute, endMinute } = item;
  const { title, done, dropped } = item;
  const dye = props.dye ?? item.dye;
  const height = Math.max(endMinute - startMinute, leastMinutes) * minutePixels - 2;
  const rows = Math.floor((height - 6) / 16);
  const range = rangeText(startMinute, endMinute, style);
  const place = record.kind === "event" && record.place ? `, ${record.place}` : "";
  const took =
    item.tookMinutes === undefined ? undefined : `${range.split(" to ")[0]}, took ${estimateText(item.tookMinutes)}`;
  const box = isBox(record) && record.holds ? record : undefined;
  const fill = box ? boxFillText(box) : "";
  const spill = item.beginsBefore ? " (from the previous day)" : item.endsAfter ? " (into the next day)" : "";
  const cloth = record.kind === "event" ? "cloth-event" : done ? "cloth-done" : "cloth-planned";

  const comesAgain = record.series !== undefined;
  const { press, grab, open, mark } = useItemHands(props);
  const width = 100 / of;
  const isBare = icons === "none" && !comesAgain && !item.habit && (rows >= 2 || of > 1);
  // A title alone is given as a text: one thing less to keep for each of hundreds.
  const head = isBare ? (
    title
  ) : (
    <>
      {icons !== "none" && <ItemIcon record={record} way={icons} />}
      {comesAgain && <Repeat2 size={11} className="mr-1 inline-block text-ink-2" aria-hidden />}
      {item.habit && <HabitBox done={done} onMark={mark} />}
      {title}
      {rows < 2 && of === 1 && (
        <span className="font-[450] text-ink-2"> {took ? took.replace(/^.*?, /, "") : range.split(" to ")[0]}</span>
      )}
    </>
  );
  return (
    <div
      role="button"
      tabIndex={0}
      data-item={record.id}
      data-dye={dye}
      aria-label={`${title}, ${range}${place}${done ? ", done" : dropped ? ", dropped" : item.habit ? ", not done. Press Space to mark it as done" : ""}${spill}${comesAgain ? ", repeats" : ""}${doubled ? ", double-booked" : ""}${box ? `, ${counted(box.holds!.length, "task")}, ${fill} filled` : ""}`}
      className={`rail-item ${cloth}${narrow ? " is-narrow" : ""}${height < 30 ? " is-low" : ""}${rows < 2 ? " is-line" : ""}${box ? " is-box" : ""}${dropped ? " is-dropped" : ""}${doubled ? " is-doubled" : ""}`}
      style={{
        top: startMinute * minutePixels + 1,
        height,
        left: `${column * width}%`,
        width: `calc(${span * width}% - ${column + span < of ? 3 : 0}px)`,
      }}
      onPointerDown={grab}
      onPointerMove={(event) => {
        if (event.buttons === 0) event.currentTarget.style.cursor = edgeAt(event) ? "ns-resize" : "";
      }}
      onClick={open}
      onKeyDown={press}
    >
      {rows < 2 && !box ? (
        head
      ) : (
        <>
          {rows < 2 ? head : <span className={box ? "block truncate" : titleRows[Math.min(rows, 4)]}>{head}</span>}
          {rows >= 2 && (
            <span className="block truncate text-small font-[450] text-ink-2">
              {took ?? (fill ? `${narrow ? "" : `${range}, `}${fill}` : `${range}${place}${spill}`)}
            </span>
          )}
          {fields.length > 0 && rows >= 3 && <ItemFields record={record} names={fields} />}
          {box && <HeldTasks box={box} rows={rows - 2} />}
        </>
      )}
    </div>
  );
});

/** The edge of an item at which the pointer is, to stretch it there; undefined in between. */
function edgeAt(event: ReactPointerEvent): "start" | "end" | undefined {
  const { top, height } = event.currentTarget.getBoundingClientRect();
  const reach = Math.min(6, height / 4);
  const y = event.clientY - top;
  return y < reach ? "start" : y > height - reach ? "end" : undefined;
}

/** "1 h 15 of 3 h": how much of a time box its tasks take. */
function boxFillText(box: Block): string {
  return `${durationText(heldMinutes(box))} of ${durationText(minutesBetween(box.start, box.end))}`;
}

interface HeldTasksProps {
  box: Block;
  /** For so many lines there is room. */
  rows: number;
}

/** What a time box holds: as a fill along its edge, and by name as far as there is room. */
function HeldTasks({ box, rows }: HeldTasksProps) {
  const held = useComputed(useCallback((from: Store) => tasksIn(from, box), [box]));
  const length = minutesBetween(box.start, box.end);
  const filled = heldMinutes(box);
  const shown = held.length <= rows ? held : held.slice(0, Math.max(0, rows - 1));
  return (
    <>
      <span
        aria-hidden
        className={`absolute top-0 left-0 w-[5px] ${filled > length ? "bg-madder" : "bg-(--dye)"}`}
        style={{ height: `${Math.min(100, (filled / length) * 100)}%` }}
      />
      {shown.map(({ task }) => (
        <span
          key={task.id}
          className={`block truncate text-small leading-4 font-[450] ${isUnfinished(task.state) ? "" : "text-ink-2 line-through"}`}
        >
          {plainTitle(task.title)}
        </span>
      ))}
      {rows > 0 && shown.length < held.length && (
        <span className="block truncate text-small leading-4 font-[450] text-ink-2">
          {shown.length > 0 ? `and ${held.length - shown.length} more` : `${held.length} tasks`}
        </span>
      )}
    </>
  );
}
