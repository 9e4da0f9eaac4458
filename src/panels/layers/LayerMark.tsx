"use client";
import { useCallback, type KeyboardEvent, type PointerEvent } from "react";
import type { LayerItem } from "@/core/lens";
import { isDone, titleOf } from "@/core/register";
import type { Column } from "@/core/plan";
import { editRecord, moveDated, stretchDated, setDone, usualBlockMinutes } from "@/core/commands";
import { addDays, addMinutes, clockText, dateOf, momentAt, rangeText, type DateText } from "@/core/time";
import { startDrag, type Dragged } from "@/panels/drag";
import { Sign } from "@/panels/hours/OwnIcon";
import { LayerTick } from "./LayerTick";
import { openRecord } from "@/ui/navigation";
import { trackPointer } from "@/ui/trackPointer";
import { useAct, useComputed, useSettings, useTimeStyle } from "@/ui/workspaceContext";

/** So near to its lower edge, in pixels, a press stretches a mark. */
const edgePixels = 6;
const snapped = (minute: number, by: number) => Math.round(minute / by) * by;

interface LayerMarkProps {
  item: LayerItem;
  column: Column;
  minutePixels: number;
  leastMinutes: number;
  /** Brings a day into sight to which the record was moved. */
  showDay: (date: DateText) => void;
}

/** A record of a lens at its hour: it opens, and is moved by a pull or by keys where its date is no computed one. */
export function LayerMark({ item, column, minutePixels, leastMinutes, showDay }: LayerMarkProps) {
  const style = useTimeStyle();
  const { record, startMinute = 0, endMinute = startMinute } = item;
  const width = 100 / column.of;
  const height = Math.max(endMinute - startMinute, leastMinutes) * minutePixels - 2;
  const time = endMinute > startMinute ? rangeText(startMinute, endMinute, style) : clockText(startMinute, style);
  const title = titleOf(record);
  const act = useAct();
  const { snapMinutes } = useSettings();
  const { movedBy, icon } = item;
  const dragged: Dragged | undefined = movedBy && {
    kind: "dated",
    id: record.id,
    by: movedBy,
    title,
    minutes: endMinute - startMinute || usualBlockMinutes,
  };
  const done = useComputed(useCallback((from) => isDone(from, record), [record]));
  const stretch = (minute: number, group?: string) =>
    movedBy &&
    act(stretchDated, { id: record.id, ...movedBy, to: momentAt(item.first, minute) }, group ? { group } : {});
  const hasEnd = movedBy !== undefined && (movedBy.end !== undefined || endMinute > startMinute);
  /** Pulls its lower edge to where it is to end. */
  const pullEnd = (down: PointerEvent<HTMLElement>) => {
    const mark = down.currentTarget;
    const top = mark.getBoundingClientRect().top;
    let to = endMinute;
    trackPointer(down.nativeEvent, {
      threshold: 2,
      holds: true,
      scroller: () => undefined,
      move(_x, y) {
        to = Math.max(startMinute + snapMinutes, snapped(startMinute + (y - top) / minutePixels, snapMinutes));
        mark.style.height = `${(to - startMinute) * minutePixels - 2}px`;
      },
      end(kept, moved) {
        mark.style.height = `${height}px`;
        if (kept && moved && to !== endMinute) stretch(to);
      },
    });
  };
  const press = (event: KeyboardEvent) => {
    const days = { ArrowLeft: -1, ArrowRight: 1 }[event.key] ?? 0;
    const minutes = { ArrowUp: -snapMinutes, ArrowDown: snapMinutes }[event.key] ?? 0;
    if (done !== undefined && event.key === " ") {
      event.preventDefault();
      act(setDone, { ids: [record.id], done: !done });
      return;
    }
    if (event.key === "Delete" && movedBy) {
      event.preventDefault();
      act(editRecord, { id: record.id, fields: { [movedBy.field]: undefined } });
      return;
    }
    if (!movedBy || event.altKey || event.ctrlKey || event.metaKey || (days === 0 && minutes === 0)) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.shiftKey) {
      if (minutes !== 0) stretch(Math.max(endMinute, startMinute) + minutes, `stretch ${record.id}`);
      return;
    }
    const to = addMinutes(momentAt(addDays(item.first, days), startMinute), minutes);
    act(moveDated, { id: record.id, ...movedBy, to }, { group: `move ${record.id}` });
    if (days !== 0) showDay(dateOf(to));
  };
  return (
    <button
      data-layer={record.id}
      data-dye={item.dye}
      aria-label={`${title}, ${time}${done === undefined ? "" : done ? ", done" : ", not done. Press Space to mark it as done"}`}
      className={`cloth-layer ${done ? "is-done" : ""} ${hasEnd ? "has-end" : ""} pointer-events-auto absolute touch-pan-y truncate select-none px-1.5 text-left text-[11.5px] leading-[15px]`}
      style={{
        top: startMinute * minutePixels + 1,
        height,
        left: `${column.column * width}%`,
        width: `calc(${column.span * width}% - ${column.column + column.span < column.of ? 3 : 0}px)`,
      }}
      onPointerDown={(event) => {
        event.stopPropagation();
        const box = event.currentTarget.getBoundingClientRect();
        if (hasEnd && box.bottom - event.clientY < edgePixels) return pullEnd(event);
        if (dragged) startDrag(event.nativeEvent, { dragged });
      }}
      onKeyDown={press}
      onClick={() => openRecord(record.id)}
    >
      {done !== undefined && <LayerTick done={done} onTick={() => act(setDone, { ids: [record.id], done: !done })} />}
      <Sign icon={icon} />
      {title}
    </button>
  );
}
