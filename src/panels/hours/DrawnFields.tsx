"use client";
import { useEffect, useMemo, useState, type FormEvent, type ReactNode } from "react";
import type { understandAt } from "@/core/capture";
import { addBlock, addEvent, capture } from "@/core/commands";
import type { Event, Theme } from "@/core/model";
import { clockText, dateOf, dateText, isMoment, minuteOf, momentAt, type DateText } from "@/core/time";
import type { LayerAdder } from "@/panels/layers/LayerKinds";
import { useCaptureContext } from "@/panels/useCaptureContext";
import { late } from "@/ui/late";
import { useAct, useList, useSettings, useTimeStyle } from "@/ui/workspaceContext";
import { drawnKinds, rememberDrawn, useDrawnKind, type DrawnKind } from "./drawnKind";

/** What was drawn: hours of a day, or days. */
export interface DrawnStretch {
  readonly date: DateText;
  /** The last day, where it is another. */
  readonly endDate?: DateText;
  /** Minutes since midnight; absent for whole days. */
  readonly startMinute?: number;
  readonly endMinute?: number;
}

interface DrawnFieldsProps {
  stretch: DrawnStretch;
  /** From when to when, in words. */
  heading: ReactNode;
  onClose: () => void;
}

// What offers calendars is loaded when somebody draws an event, and what stands on the calendar by a lens where one does.
const CalendarField = late(() => import("./CalendarField").then((field) => ({ default: field.CalendarField })));
const LayerKinds = late(() => import("@/panels/layers/LayerKinds").then((kinds) => ({ default: kinds.LayerKinds })));

const kindWords: Record<(typeof drawnKinds)[number], string> = { task: "Task", block: "Block", event: "Event" };

/** Asks what was drawn: a few words, a theme, or both; a task, a block, an event, or a record that a lens puts there. */
export function DrawnFields({ stretch, heading, onClose }: DrawnFieldsProps) {
  const { date, endDate = date, startMinute, endMinute } = stretch;
  const hours = startMinute === undefined || endMinute === undefined ? undefined : { startMinute, endMinute };
  const remembered = useDrawnKind();
  const [title, setTitle] = useState("");
  const [drawn, setDrawn] = useState(remembered);
  const { layers } = useSettings();
  const [adder, setAdder] = useState<LayerAdder>();
  const kinds = drawnKinds.filter((one) => hours || (one !== "block" && (one !== "task" || endDate === date)));
  const { theme, calendar, fixed } = drawn;
  // A layer may be gone by now, and days are no hours that could be set aside.
  const isForLayer = drawn.kind === "layer" && adder !== undefined;
  const kind = kinds.find((one) => one === drawn.kind) ?? kinds.find((one) => one === "block") ?? kinds[0]!;
  const themes = useList("kind", "theme") as readonly Theme[];
  const events = useList("kind", "event") as readonly Event[];
  const calendars = useMemo(() => [...new Set(events.flatMap((event) => event.calendar ?? []))].sort(), [events]);
  const act = useAct();
  const style = useTimeStyle();
  // Beside the time, which is drawn, words say the rest: a priority, people, what comes again.
  const context = useCaptureContext();
  const [reader, setReader] = useState<{ understandAt: typeof understandAt }>();
  useEffect(() => {
    // Where it cannot be loaded the words are the title.
    void import("@/core/capture").then(setReader, () => {});
  }, []);
  const draft = useMemo(
    () =>
      reader && !isForLayer && kind !== "block" && title.trim() !== ""
        ? reader.understandAt(
            title,
            kind,
            {
              ...{ day: date, ...(endDate > date ? { endDay: endDate } : {}) },
              ...(startMinute === undefined || endMinute === undefined ? {} : { startMinute, endMinute }),
            },
            context(),
          )
        : undefined,
    [reader, isForLayer, kind, title, date, endDate, startMinute, endMinute, context],
  );
  const span = hours
    ? { from: momentAt(date, hours.startMinute), to: momentAt(date, hours.endMinute) }
    : { from: date, to: endDate };
  const dates = isForLayer ? adder.dates(span) : undefined;
  // Such a record may have fewer dates than were drawn: then it is said which.
  const isLess = dates && (dates.from !== span.from || (dates.to ?? dates.from) !== span.to);
  const atText = (at: string) =>
    `${dateText(dateOf(at), "short", style)}${isMoment(at) ? `, ${clockText(minuteOf(at), style)}` : ""}`;
  const add = () => {
    if (isForLayer) return adder.add(title, span);
    const themed = themes.some(({ id }) => id === theme) ? { theme } : {};
    if (draft)
      return act(capture, [
        { ...draft, ...themed, ...(kind === "event" && calendar.trim() ? { calendar: calendar.trim() } : {}) },
      ]);
    if (kind === "task" || !hours)
      return act(capture, [
        {
          ...{ kind: kind === "task" ? "task" : "event", title: title.trim(), day: date, ...hours, ...themed },
          ...(hours ? { estimateMinutes: hours.endMinute - hours.startMinute } : {}),
          ...(endDate > date ? { endDay: endDate } : {}),
          ...{ tags: [], people: [], parts: [], remarks: [] },
        },
      ]);
    const times = { start: momentAt(date, hours.startMinute), end: momentAt(date, hours.endMinute), title, ...themed };
    if (kind === "block") return act(addBlock, times);
    return act(addEvent, { ...times, ...(calendar.trim() ? { calendar: calendar.trim() } : {}) });
  };
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (add() === undefined) return;
    // A choice for once does not change what is fixed; that days were no block says nothing of the next hours.
    if (fixed || !remembered.fixed) rememberDrawn(drawn);
    onClose();
  };
  const choose = (one: DrawnKind["kind"], layer = "") => setDrawn({ ...drawn, kind: one, layer });
  return (
    <form
      aria-label="What is this time for?"
      className="grid gap-2"
      onSubmit={submit}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.preventDefault();
        event.stopPropagation();
        onClose();
      }}
    >
      <div className="flex flex-wrap items-baseline justify-between gap-x-2">
        <p className="font-semibold">{heading}</p>
        <div role="group" aria-label="Kind" className="flex flex-wrap gap-x-2.5">
          {kinds.map((one) => (
            <KindButton key={one} isChosen={!isForLayer && kind === one} onChoose={() => choose(one)}>
              {kindWords[one]}
            </KindButton>
          ))}
          {layers !== undefined && layers.length > 0 && (
            <LayerKinds
              chosen={drawn.kind === "layer" ? drawn.layer : undefined}
              onChoose={(layer) => choose("layer", layer)}
              onAdder={setAdder}
              Button={KindButton}
            />
          )}
        </div>
      </div>
      <input
        autoFocus
        className="field"
        aria-label="Description"
        placeholder={
          isForLayer ? "Title" : kind === "task" ? "What needs doing?" : kind === "event" ? "What is it?" : "What for"
        }
        value={title}
        onChange={(event) => setTitle(event.target.value)}
      />
      {draft && draft.parts.length > 0 && (
        <p className="text-small text-ink-2" role="status">
          {draft.parts.map(({ meaning }) => meaning).join(", ")}
        </p>
      )}
      {isLess && (
        <p role="status" className="text-small text-ink-2">
          {dates.to === undefined ? `Will be on ${atText(dates.from)}` : `${atText(dates.from)} to ${atText(dates.to)}`}
        </p>
      )}
      {!isForLayer && (
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
          {!isForLayer && kind === "event" && (
            <CalendarField
              calendars={calendars}
              text={calendar}
              onTake={(words) => setDrawn({ ...drawn, calendar: words })}
            />
          )}
        </div>
      )}
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
  );
}

interface KindButtonProps {
  isChosen: boolean;
  onChoose: () => void;
  children: ReactNode;
}

function KindButton({ isChosen, onChoose, children }: KindButtonProps) {
  return (
    <button
      type="button"
      aria-pressed={isChosen}
      className={`min-h-6 ${isChosen ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2"}`}
      onClick={onChoose}
    >
      {children}
    </button>
  );
}
