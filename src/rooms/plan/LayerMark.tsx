"use client";
import type { LayerItem } from "@/core/lens";
import { titleOf } from "@/core/register/cellTexts";
import type { Column } from "@/core/plan";
import { clockText, rangeText } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useTimeStyle } from "@/ui/workspaceContext";

interface LayerMarkProps {
  item: LayerItem;
  column: Column;
  minutePixels: number;
  leastMinutes: number;
}

/** A record of a lens at its hour: it opens, and is moved in the record it stands in. */
export function LayerMark({ item, column, minutePixels, leastMinutes }: LayerMarkProps) {
  const style = useTimeStyle();
  const { record, layer, startMinute = 0, endMinute = startMinute } = item;
  const width = 100 / column.of;
  const height = Math.max(endMinute - startMinute, leastMinutes) * minutePixels - 2;
  const time = endMinute > startMinute ? rangeText(startMinute, endMinute, style) : clockText(startMinute, style);
  const title = titleOf(record);
  return (
    <button
      data-layer={record.id}
      data-dye={layer.dye}
      aria-label={`${title}, ${time}`}
      className="cloth-layer pointer-events-auto absolute truncate px-1.5 text-left text-[11.5px] leading-[15px]"
      style={{
        top: startMinute * minutePixels + 1,
        height,
        left: `${column.column * width}%`,
        width: `calc(${column.span * width}% - ${column.column + column.span < column.of ? 3 : 0}px)`,
      }}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={() => openRecord(record.id)}
    >
      {title}
    </button>
  );
}
