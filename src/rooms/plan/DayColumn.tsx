"use client";
import { withoutDoubles } from "@/core/lens/layerItems";
import { memo, useCallback, useMemo, type RefObject } from "react";
import type { PatternHours } from "@/core/model";
import { usualBlockMinutes } from "@/core/commands";
import { columnsOf, namedItems, doubleBookings, patternHours, patternOf, themeReader } from "@/core/plan";
import { rangeText, workingDay, type DateText } from "@/core/time";
import { DrawForm } from "@/panels/hours/DrawForm";
import { GhostBlock, NowLine, Outside } from "@/panels/hours/hourParts";
import { HourItem } from "@/panels/hours/HourItem";
import type { Drawn, Hands } from "@/panels/hours/useHours";
import { useComputed, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { isShownIn, useShown } from "./dayThings";
import { useDyeOf } from "./dyes";
import { LayerMark } from "@/panels/layers/LayerMark";
import { layerKey, useLayerItems } from "@/panels/layers/layers";
import { usePlanView } from "@/panels/hours/planView";
import { useTrayTheme } from "./trayTheme";

interface DayColumnProps {
  date: DateText;
  today: DateText;
  /** The present, when it lies on this day. */
  now: number | undefined;
  hands: Hands;
  drawn: Drawn | undefined;
  cursor: number | undefined;
  /** Whether what opens here opens over the days to the left. */
  toLeft: boolean;
  scroller: RefObject<HTMLElement | null>;
  hourPixels: number;
  onDrawn: () => void;
}

interface PatternBandProps {
  hours: PatternHours;
  minutePixels: number;
}

/** Hours of the pattern behind the plan; pressed at its edge, the tray shows the tasks of that theme. */
function PatternBand({ hours, minutePixels }: PatternBandProps) {
  const store = useStore();
  const style = useTimeStyle();
  const { theme: shown, show } = useTrayTheme();
  const theme = store.find("theme", hours.theme);
  const { startMinute, endMinute } = hours;
  return (
    <div
      data-dye={theme?.dye ?? "slate"}
      className="cloth-pattern pointer-events-none absolute inset-x-0"
      style={{ top: startMinute * minutePixels, height: (endMinute - startMinute) * minutePixels }}
    >
      {theme && (
        // The tray itself names its theme for those who come by keys.
        <div
          aria-hidden
          className={`cloth-pattern-edge pointer-events-auto absolute inset-y-0 right-0 w-[9px] cursor-pointer ${shown === theme.id ? "is-chosen" : ""}`}
          title={`Show the tasks of ${theme.title}, ${rangeText(startMinute, endMinute, style)}`}
          onPointerDown={(event) => event.stopPropagation()}
          onClick={() => show(shown === theme.id ? undefined : theme.id)}
        />
      )}
    </div>
  );
}

/** The least height, in pixels, at which an item can be read and grabbed. */
const leastPixels = 19;

/** The hours of one day among others. */
export const DayColumn = memo(function DayColumn(props: DayColumnProps) {
  const { date, now, hands, drawn, cursor, toLeft, scroller, hourPixels, onDrawn } = props;
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const [view] = usePlanView();
  const dyeOf = useDyeOf(view.dyeBy);
  const shown = useShown();
  const items = useComputed(
    useCallback(
      (from) => {
        const isShown = isShownIn(shown, from);
        return namedItems(from, date).filter(({ record }) => isShown(record, "item"));
      },
      [date, shown],
    ),
  );
  const onDay = useLayerItems(date);
  const layered = useMemo(
    () =>
      withoutDoubles(
        onDay.filter(({ startMinute }) => startMinute !== undefined),
        items.map(({ record }) => record),
      ),
    [onDay, items],
  );
  const minutePixels = hourPixels / 60;
  const pattern = useMemo(() => patternHours(patternOf(settings, date), date), [settings, date]);
  const leastMinutes = leastPixels / minutePixels;
  const layout = useMemo(() => columnsOf([...items, ...layered], leastMinutes), [items, layered, leastMinutes]);
  const doubled = useMemo(() => {
    const pairs = doubleBookings(items, themeReader(store));
    return new Set(pairs.flatMap(({ first, second }) => [first.record.id, second.record.id]));
  }, [items, store]);
  const { ghost, minuteAt, draw, setDrawn } = hands;
  return (
    <div
      data-column={date}
      className="relative min-w-0 border-l border-rule"
      onPointerDown={(event) => draw(event, date)}
      onDoubleClick={(event) => {
        if (event.target !== event.currentTarget) return;
        const startMinute = minuteAt(event.clientY, 15);
        setDrawn({ date, startMinute, endMinute: Math.min(1440, startMinute + usualBlockMinutes) });
      }}
    >
      <div className="pointer-events-none absolute inset-0">
        <Outside hours={workingDay(settings.workingWeek, date)} minutePixels={minutePixels} />
        <div className="hour-lines absolute inset-0" style={{ backgroundSize: `100% ${hourPixels}px` }} />
      </div>
      {view.pattern && pattern.map((hours, at) => <PatternBand key={at} hours={hours} minutePixels={minutePixels} />)}
      <div className="pointer-events-none absolute inset-y-0 right-1.5 left-[3px]">
        {items.map((item) => (
          <HourItem
            key={item.record.id}
            item={item}
            date={date}
            dye={dyeOf(item.record)}
            narrow
            doubled={doubled.has(item.record.id)}
            {...layout.get(item)!}
            fields={view.itemFields}
            icons={view.icons}
            minutePixels={minutePixels}
            leastMinutes={leastMinutes}
            hands={hands}
            scroller={scroller}
          />
        ))}
        {layered.map((item) => (
          <LayerMark
            showDay={hands.showDay}
            key={`${layerKey(item.layer)} ${item.record.id}`}
            item={item}
            column={layout.get(item)!}
            minutePixels={minutePixels}
            leastMinutes={leastMinutes}
          />
        ))}
        <GhostBlock holder={ghost} date={date} minutePixels={minutePixels} />
        {drawn && (
          <DrawForm
            {...drawn}
            top={drawn.startMinute * minutePixels}
            height={(drawn.endMinute - drawn.startMinute) * minutePixels}
            dayPixels={24 * hourPixels}
            toLeft={toLeft}
            onClose={onDrawn}
          />
        )}
      </div>
      {cursor !== undefined && (
        <div
          className="pointer-events-none absolute inset-x-0 border-t-2 border-woad"
          style={{ top: cursor * minutePixels }}
        />
      )}
      {now !== undefined && <NowLine bare minute={now} style={style} top={now * minutePixels} />}
    </div>
  );
});
