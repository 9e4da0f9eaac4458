"use client";
import { useEffect, useMemo, useRef, useState, type FormEvent } from "react";
import type { understandAt } from "@/core/capture";
import { addBlock, addEvent, capture } from "@/core/commands";
import type { Event, Theme } from "@/core/model";
import { momentAt, rangeText, type DateText } from "@/core/time";
import { useCaptureContext } from "@/panels/useCaptureContext";
import { late } from "@/ui/late";
import { useAct, useList, useTimeStyle } from "@/ui/workspaceContext";
import { drawnKinds, rememberDrawn, useDrawnKind, type DrawnKind } from "./drawnKind";

interface DrawFormProps {
  date: DateText;
  startMinute: number;
  endMinute: number;
  top: number;
  height: number;
  /** How high the whole day is. */
  dayPixels: number;
  /** Whether the form reaches over the days to the left instead of those to the right. */
  toLeft?: boolean;
  /** By so many pixels it may stand out over what lies to the right of the hours. */
  beyond?: number;
  onClose: () => void;
}

// What offers calendars is loaded when somebody draws an event.
const CalendarField = late(() => import("./CalendarField").then((field) => ({ default: field.CalendarField })));

const formPixels = 214;
const kindWords: Record<DrawnKind["kind"], string> = { task: "Task", block: "Block", event: "Event" };

/** Asks what a drawn stretch is for: a few words, a theme, or both; a task, a block or an event. */
export function DrawForm(props: DrawFormProps) {
  const { date, startMinute, endMinute, top, height, dayPixels, toLeft = false, beyond = 0, onClose } = props;
  const remembered = useDrawnKind();
  const [title, setTitle] = useState("");
  const [drawn, setDrawn] = useState(remembered);
  const { kind, theme, calendar, fixed } = drawn;
  const themes = useList("kind", "theme") as readonly Theme[];
  const events = useList("kind", "event") as readonly Event[];
  const calendars = useMemo(() => [...new Set(events.flatMap((event) => event.calendar ?? []))].sort(), [events]);
  const style = useTimeStyle();
  const act = useAct();
  const form = useRef<HTMLFormElement>(null);
  useEffect(() => {
    void form.current?.scrollIntoView({ block: "nearest" });
  }, []);
  // Beside the hours, which are drawn, words say the rest: a priority, people, what comes again.
  const context = useCaptureContext();
  const [reader, setReader] = useState<{ understandAt: typeof understandAt }>();
  useEffect(() => {
    // Where it cannot be loaded the words are the title.
    void import("@/core/capture").then(setReader, () => {});
  }, []);
  const draft = useMemo(
    () =>
      reader && kind !== "block" && title.trim() !== ""
        ? reader.understandAt(title, kind, { day: date, startMinute, endMinute }, context())
        : undefined,
    [reader, kind, title, date, startMinute, endMinute, context],
  );
  const add = () => {
    const themed = themes.some(({ id }) => id === theme) ? { theme } : {};
    if (draft)
      return act(capture, [
        { ...draft, ...themed, ...(kind === "event" && calendar.trim() ? { calendar: calendar.trim() } : {}) },
      ]);
    if (kind === "task")
      return act(capture, [
        {
          ...{ kind, title: title.trim(), day: date, startMinute, endMinute, ...themed },
          ...{ estimateMinutes: endMinute - startMinute, tags: [], people: [], parts: [], remarks: [] },
        },
      ]);
    const stretch = { start: momentAt(date, startMinute), end: momentAt(date, endMinute), title, ...themed };
    if (kind === "block") return act(addBlock, stretch);
    return act(addEvent, { ...stretch, ...(calendar.trim() ? { calendar: calendar.trim() } : {}) });
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (add() === undefined) return;
    // A choice for once does not change what is fixed.
    if (fixed || !remembered.fixed) rememberDrawn(drawn);
    onClose();
  };
  return (
    <>
      <div className="cloth-drawn pointer-events-none absolute inset-x-0 z-20" style={{ top, height }} />
      <form
        ref={form}
        aria-label="What is this time for?"
        className={`pointer-events-auto absolute z-30 grid w-[270px] gap-2 border border-ink-3 bg-sheet p-2.5 ${toLeft ? "" : "left-0"}`}
        style={{
          ...(toLeft ? { right: -beyond } : {}),
          top: Math.max(0, top + height + formPixels > dayPixels ? top - formPixels : top + height + 4),
        }}
        onSubmit={submit}
        onKeyDown={(event) => {
          if (event.key !== "Escape") return;
          event.preventDefault();
          event.stopPropagation();
          onClose();
        }}
      >
        <div className="flex items-baseline justify-between gap-2">
          <p className="font-semibold">{rangeText(startMinute, endMinute, style)}</p>
          <div role="group" aria-label="Kind" className="flex gap-2.5">
            {drawnKinds.map((one) => (
              <button
                key={one}
                type="button"
                aria-pressed={kind === one}
                className={`min-h-6 ${kind === one ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2"}`}
                onClick={() => setDrawn({ ...drawn, kind: one })}
              >
                {kindWords[one]}
              </button>
            ))}
          </div>
        </div>
        <input
          autoFocus
          className="field"
          aria-label="Description"
          placeholder={kind === "task" ? "What needs doing?" : "What for"}
          value={title}
          onChange={(event) => setTitle(event.target.value)}
        />
        {draft && draft.parts.length > 0 && (
          <p className="text-small text-ink-2" role="status">
            {draft.parts.map(({ meaning }) => meaning).join(", ")}
          </p>
        )}
        <div className="flex items-center gap-2">
          <select
            className="field min-w-0 flex-1"
            aria-label="Theme"
            value={themes.some(({ id }) => id === theme) ? theme : ""}
            onChange={(event) => setDrawn({ ...drawn, theme: event.target.value })}
          >
            <option value="">No theme</option>
            {themes.map((one) => (
              <option key={one.id} value={one.id}>
                {one.title}
              </option>
            ))}
          </select>
          {kind === "event" && (
            <CalendarField
              calendars={calendars}
              text={calendar}
              onTake={(words) => setDrawn({ ...drawn, calendar: words })}
            />
          )}
        </div>
        <label className="flex min-h-6 items-center gap-2 text-ink-2">
          <input
            type="checkbox"
            className="size-4 accent-woad"
            checked={fixed}
            onChange={(event) => {
              setDrawn({ ...drawn, fixed: event.target.checked });
              if (!event.target.checked) rememberDrawn({ ...remembered, fixed: false });
            }}
          />
          Always start with this kind and theme
        </label>
        <div className="flex gap-2">
          <button className="button-filled">Add</button>
          <button type="button" className="button" onClick={onClose}>
            Cancel
          </button>
        </div>
      </form>
    </>
  );
}
