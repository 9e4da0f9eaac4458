import { select } from "d3-selection";
import { zoom, zoomIdentity, type D3ZoomEvent, type ZoomBehavior } from "d3-zoom";
import { useCallback, useEffect, useRef, useState, type RefObject } from "react";
import { minutesSince } from "@/core/plan";
import { addDays, isDate, type DateText } from "@/core/time";
import { labelPixels } from "./drawTimeline";
import { currentTransform, dayAtLeft, scaleOf } from "./timelineScale";

const usualPerMinute = 28 / 1440;
const [leastPerMinute, mostPerMinute] = [0.00004, 6];

/** Local minutes at the left edge, and pixels for a minute. */
export interface TimelineScale {
  readonly from: number;
  readonly perMinute: number;
}

interface TimelineZoom {
  canvas: RefObject<HTMLCanvasElement | null>;
  /** The day that the address names. */
  date: DateText;
  onDay: ((day: DateText) => void) | undefined;
  /** Draws what the live scale shows. */
  draw: RefObject<() => void>;
  /** Whether a press there moves a bar, or draws one, and not the whole. */
  isTaken: RefObject<(event: MouseEvent) => boolean>;
}

/**
 * Zooming and panning, by wheel, pinch and pull. `live` follows at once, for what draws; `scale` when it rests, for the
 * rest of the interface.
 */
export function useTimelineZoom({ canvas, date, onDay, draw, isTaken }: TimelineZoom) {
  const [scale, setScale] = useState<TimelineScale>(() => ({
    from: minutesSince(addDays(date, -8)) - labelPixels / usualPerMinute,
    perMinute: usualPerMinute,
  }));
  const live = useRef(scale);
  const origin = useRef(scale);
  const behavior = useRef<ZoomBehavior<HTMLCanvasElement, unknown>>(undefined);
  const shownDate = useRef(date);
  const dayNow = useRef(onDay);
  useEffect(() => {
    dayNow.current = onDay;
  }, [onDay]);

  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    let frame = 0;
    let rest: ReturnType<typeof setTimeout> | undefined;
    const base = origin.current;
    const follow = ({ transform }: D3ZoomEvent<HTMLCanvasElement, unknown>) => {
      live.current = scaleOf(transform, base);
      cancelAnimationFrame(frame);
      frame = requestAnimationFrame(() => draw.current());
      clearTimeout(rest);
      rest = setTimeout(() => {
        setScale(live.current);
        // The address follows, so that it can be kept, and “Today” leads back from wherever one went.
        const day = dayAtLeft(live.current);
        if (!isDate(day) || day === shownDate.current) return;
        shownDate.current = day;
        dayNow.current?.(day);
      }, 120);
    };
    const own = zoom<HTMLCanvasElement, unknown>()
      .scaleExtent([leastPerMinute / base.perMinute, mostPerMinute / base.perMinute])
      // A pinch comes as small steps of the wheel, a turned wheel as large ones.
      .wheelDelta(({ deltaY }: WheelEvent) => -deltaY * (Math.abs(deltaY) < 50 ? 0.02 : 0.002))
      .filter((event: MouseEvent | WheelEvent) =>
        event.type === "wheel"
          ? event.ctrlKey || event.metaKey
          : !event.button && !event.shiftKey && !isTaken.current(event as MouseEvent),
      )
      .on("zoom", follow);
    behavior.current = own;
    const selection = select(element);
    selection.call(own).on("dblclick.zoom", null);
    const wheel = (event: WheelEvent) => {
      if (event.ctrlKey || event.metaKey) return;
      const sideways = event.shiftKey ? event.deltaY : event.deltaX;
      if (sideways === 0) return;
      event.preventDefault();
      own.translateBy(selection, -sideways / currentTransform(element).k, 0);
    };
    element.addEventListener("wheel", wheel, { passive: false });
    return () => {
      clearTimeout(rest);
      cancelAnimationFrame(frame);
      element.removeEventListener("wheel", wheel);
      selection.on(".zoom", null);
    };
  }, [canvas, draw, isTaken]);

  /** Brings a moment to the left edge, beside the rows. */
  const showFrom = useCallback(
    (from: number, perMinute = live.current.perMinute) => {
      const element = canvas.current;
      const own = behavior.current;
      if (!element || !own) return;
      const base = origin.current;
      const k = perMinute / base.perMinute;
      const next = zoomIdentity.translate(labelPixels - k * (from - base.from) * base.perMinute, 0).scale(k);
      own.transform(select(element), next);
    },
    [canvas],
  );
  useEffect(() => {
    if (shownDate.current === date) return;
    shownDate.current = date;
    showFrom(minutesSince(addDays(date, -8)));
  }, [date, showFrom]);
  const zoomBy = (by: number) => {
    if (canvas.current) behavior.current?.scaleBy(select(canvas.current), by);
  };
  return { live, scale, showFrom, zoomBy };
}
