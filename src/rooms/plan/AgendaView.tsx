"use client";
import { useCallback, useMemo } from "react";
import { isUnfinished, type PensumRecord } from "@/core/model";
import { plainTitle } from "@/core/page";
import { dayItems, daysFrom, isLate, loadOf, stripItems } from "@/core/plan";
import { dateText, durationText, estimateText, rangeText, type DateText } from "@/core/time";
import { useNow } from "@/ui/clock";
import { dayAddress, openRecord } from "@/ui/navigation";
import { PlaceLink } from "@/ui/PlaceLink";
import { useComputed, useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { useDyeOf } from "./dyes";
import { usePlanView } from "./planView";

const agendaDays = 14;

/** What lies on the days from a date on, one below the other. */
export function AgendaView({ date, today }: { date: DateText; today: DateText }) {
  const firstWeekday = useFirstWeekday();
  const { dates } = useMemo(() => daysFrom(date, agendaDays, firstWeekday), [date, firstWeekday]);
  return (
    <div className="plan-agenda min-h-0 flex-1 overflow-y-auto px-4 pb-16 [scrollbar-width:thin]">
      {dates.map((day) => (
        <AgendaDay key={day} date={day} today={today} />
      ))}
    </div>
  );
}

function AgendaDay({ date, today }: { date: DateText; today: DateText }) {
  const settings = useSettings();
  const style = useTimeStyle();
  const store = useStore();
  const now = useNow(store.clock);
  const [view] = usePlanView();
  const { zone } = store.clock;
  const load = useComputed(useCallback((from) => loadOf(from, date, settings, zone), [date, settings, zone]));
  const whole = useComputed(useCallback((from) => stripItems(from, [date], now), [date, now]));
  const items = useComputed(useCallback((from) => dayItems(from, date, zone), [date, zone]));
  const over = load.capacityMinutes > 0 && load.plannedMinutes > load.capacityMinutes;
  const shownWhole = whole.filter(
    ({ what }) => !view.hidden.includes(what === "event" ? "events" : what === "task" ? "tasks" : "dues"),
  );
  const shownItems = items.filter(({ record }) => !view.hidden.includes(record.kind === "event" ? "events" : "blocks"));
  const loadWords =
    load.plannedMinutes === 0 && load.capacityMinutes === 0
      ? "free"
      : load.capacityMinutes === 0
        ? durationText(load.plannedMinutes)
        : `${durationText(load.plannedMinutes)} of ${durationText(load.capacityMinutes)}`;
  return (
    <section
      aria-label={dateText(date, "full", style)}
      className="grid grid-cols-[150px_1fr] border-b border-rule py-2.5 max-sm:grid-cols-1"
    >
      <h2 className={date === today ? "text-woad" : ""}>
        <PlaceLink
          path={dayAddress(date, today)}
          here={false}
          className="block hover:underline"
          label={`${dateText(date, "full", style)}. Opens its page`}
        >
          <b className="mr-1.5 font-words text-[19px] font-[650]">{Number(date.slice(8))}</b>
          <span className="font-semibold">{dateText(date, "full", style).split(" ")[0]}</span>
        </PlaceLink>
        <span className={`text-small font-normal ${over ? "font-[650] text-madder" : "text-ink-2"}`}>{loadWords}</span>
      </h2>
      {shownWhole.length + shownItems.length === 0 ? (
        <p className="self-center text-ink-3">Nothing</p>
      ) : (
        <ul>
          {shownWhole.map(({ record, what }) => (
            <AgendaLine key={`${what} ${record.id}`} record={record} what={what} hours="" />
          ))}
          {shownItems.map(({ record, startMinute, endMinute }) => (
            <AgendaLine key={record.id} record={record} what="item" hours={rangeText(startMinute, endMinute, style)} />
          ))}
        </ul>
      )}
    </section>
  );
}

interface AgendaLineProps {
  record: PensumRecord;
  what: "event" | "task" | "due" | "item";
  hours: string;
}

function AgendaLine({ record, what, hours }: AgendaLineProps) {
  const store = useStore();
  const [view] = usePlanView();
  const dyeOf = useDyeOf(view.dyeBy);
  const task = record.kind === "task" ? record : record.kind === "block" ? store.find("task", record.task) : undefined;
  const theme = store.find("theme", ("theme" in record ? record.theme : undefined) ?? task?.theme);
  const late = what === "due" && "due" in record && isLate({ due: record.due as string }, store.clock.now());
  const done = task !== undefined && !isUnfinished(task.state);
  const title = plainTitle(task?.title ?? ("title" in record ? record.title : "")) || theme?.title || "Untitled";
  const side =
    what === "due"
      ? late
        ? "late"
        : "due"
      : what === "task" && task?.estimateMinutes
        ? estimateText(task.estimateMinutes)
        : record.kind === "event"
          ? record.place
          : "";
  return (
    <li>
      <button
        className="grid min-h-7 w-full grid-cols-[112px_14px_1fr_auto] items-baseline gap-x-2 rounded-[3px] px-1.5 py-1 text-left hover:bg-sunk"
        onClick={() => openRecord(task?.id ?? record.id)}
      >
        <span className="text-ink-2">{hours || (what === "event" ? "all day" : what === "task" ? "no hour" : "")}</span>
        <i
          className="diamond self-center"
          data-dye={dyeOf(record) ?? theme?.dye ?? (record.kind === "event" ? "cochineal" : "slate")}
        />
        <span
          className={`min-w-0 truncate ${record.kind === "event" ? "font-semibold" : ""} ${done ? "text-ink-3 line-through" : ""}`}
        >
          {title}
        </span>
        <span className={`text-small ${late ? "font-semibold text-madder" : "text-ink-2"}`}>{side}</span>
      </button>
    </li>
  );
}
