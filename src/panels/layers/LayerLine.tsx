"use client";
import { useCallback, type KeyboardEvent } from "react";
import { editRecord, moveDated, setDone, usualBlockMinutes } from "@/core/commands";
import type { LayerItem } from "@/core/lens";
import { isDone, titleOf } from "@/core/register";
import { addDays, type DateText } from "@/core/time";
import { startDrag } from "@/panels/drag";
import { Sign } from "@/panels/hours/OwnIcon";
import { openRecord } from "@/ui/navigation";
import { useAct, useComputed } from "@/ui/workspaceContext";
import { LayerTick } from "./LayerTick";

/** A record of a lens that has a day and no hour, above the hours of that day. */
export function LayerLine({
  item: { record, dye, icon, movedBy, first },
  showDay,
}: {
  item: LayerItem;
  /** Brings a day into sight to which the record was moved. */
  showDay: (date: DateText) => void;
}) {
  const act = useAct();
  const title = titleOf(record);
  const done = useComputed(useCallback((from) => isDone(from, record), [record]));
  const press = (event: KeyboardEvent) => {
    const side = { ArrowLeft: -1, ArrowRight: 1 }[event.key];
    if (done !== undefined && event.key === " ") act(setDone, { ids: [record.id], done: !done });
    else if (event.key === "Delete" && movedBy)
      act(editRecord, { id: record.id, fields: { [movedBy.field]: undefined } });
    else if (side !== undefined && movedBy && !event.altKey) {
      act(moveDated, { id: record.id, ...movedBy, to: addDays(first, side) });
      showDay(addDays(first, side));
    } else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <button
      data-layer={record.id}
      data-dye={dye}
      className={`cloth-layer ${done ? "is-done" : ""} mx-3 mb-1 ml-[52px] min-h-6 flex-none touch-pan-y truncate px-1.5 text-left text-[11.5px] select-none`}
      aria-label={`${title}${done === undefined ? "" : done ? ", done" : ", not done. Press Space to mark it as done"}`}
      onPointerDown={(event) => {
        if (!movedBy) return;
        startDrag(event.nativeEvent, {
          dragged: { kind: "dated", id: record.id, by: movedBy, title, minutes: usualBlockMinutes },
        });
      }}
      onClick={() => openRecord(record.id)}
      onKeyDown={press}
    >
      {done !== undefined && <LayerTick done={done} onTick={() => act(setDone, { ids: [record.id], done: !done })} />}
      <Sign icon={icon} />
      {title}
    </button>
  );
}
