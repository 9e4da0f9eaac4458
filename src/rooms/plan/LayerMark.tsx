"use client";
import type { KeyboardEvent } from "react";
import type { LayerItem } from "@/core/lens";
import { titleOf } from "@/core/register/cellTexts";
import type { Column } from "@/core/plan";
import { moveDated, usualBlockMinutes } from "@/core/commands";
import { addDays, addMinutes, clockText, momentAt, rangeText } from "@/core/time";
import { startDrag, type Dragged } from "@/panels/drag";
import { openRecord } from "@/ui/navigation";
import { useAct, useSettings, useTimeStyle } from "@/ui/workspaceContext";

interface LayerMarkProps {
  item: LayerItem;
  column: Column;
  minutePixels: number;
  leastMinutes: number;
}

/** A record of a lens at its hour: it opens, and is moved by a pull or by keys where its date is no computed one. */
export function LayerMark({ item, column, minutePixels, leastMinutes }: LayerMarkProps) {
  const style = useTimeStyle();
  const { record, layer, startMinute = 0, endMinute = startMinute } = item;
  const width = 100 / column.of;
  const height = Math.max(endMinute - startMinute, leastMinutes) * minutePixels - 2;
  const time = endMinute > startMinute ? rangeText(startMinute, endMinute, style) : clockText(startMinute, style);
  const title = titleOf(record);
  const act = useAct();
  const { snapMinutes } = useSettings();
  const dragged: Dragged | undefined = item.isFixed
    ? undefined
    : {
        kind: "dated",
        id: record.id,
        field: layer.field,
        title,
        minutes: endMinute - startMinute || usualBlockMinutes,
      };
  const press = (event: KeyboardEvent) => {
    const days = { ArrowLeft: -1, ArrowRight: 1 }[event.key] ?? 0;
    const minutes = { ArrowUp: -snapMinutes, ArrowDown: snapMinutes }[event.key] ?? 0;
    if (item.isFixed || event.altKey || event.ctrlKey || event.metaKey || (days === 0 && minutes === 0)) return;
    event.preventDefault();
    event.stopPropagation();
    const to = addMinutes(momentAt(addDays(item.first, days), startMinute), minutes);
    act(moveDated, { id: record.id, field: layer.field, to }, { group: `move ${record.id}` });
  };
  return (
    <button
      data-layer={record.id}
      data-dye={layer.dye}
      aria-label={`${title}, ${time}`}
      className="cloth-layer pointer-events-auto absolute touch-none truncate select-none px-1.5 text-left text-[11.5px] leading-[15px]"
      style={{
        top: startMinute * minutePixels + 1,
        height,
        left: `${column.column * width}%`,
        width: `calc(${column.span * width}% - ${column.column + column.span < column.of ? 3 : 0}px)`,
      }}
      onPointerDown={(event) => {
        event.stopPropagation();
        if (dragged) startDrag(event.nativeEvent, { dragged });
      }}
      onKeyDown={press}
      onClick={() => openRecord(record.id)}
    >
      {title}
    </button>
  );
}
