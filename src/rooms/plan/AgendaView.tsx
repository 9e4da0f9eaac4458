"use client";
import { useMemo } from "react";
import { markHabit, setDone } from "@/core/commands";
import type { Dye, PensumRecord } from "@/core/model";
import { daysFrom } from "@/core/plan";
import { clockText, dateText, durationText, estimateText, rangeText, type DateText } from "@/core/time";
import { dayAddress, openRecord } from "@/ui/navigation";
import { PlaceLink } from "@/ui/PlaceLink";
import { useAct, useFirstWeekday, useTimeStyle } from "@/ui/workspaceContext";
import { Sign } from "@/panels/hours/OwnIcon";
import { layerKey } from "@/panels/layers/layers";
import { Why } from "@/panels/why/Why";
import { useDayThings, useEntry, type What } from "./dayThings";

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
  const style = useTimeStyle();
  const { load, isOver: over, whole, items, layered } = useDayThings(date);
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
      <div>
        <h2 className={date === today ? "text-woad" : ""}>
          <PlaceLink
            path={dayAddress(date, today)}
            here={false}
            className="block hover:underline"
            label={`${dateText(date, "full", style)}. Opens its page`}
          >
            <b className="mr-1.5 font-words text-[19px] font-[650]">{Number(date.slice(8))}</b>
            <span className="font-semibold">{dateText(date, "dayName", style)}</span>
          </PlaceLink>
        </h2>
        <span className={`text-small ${over ? "font-[650] text-madder" : "text-ink-2"}`}>
          {loadWords === "free" ? loadWords : <Why of={{ what: "load", date }}>{loadWords}</Why>}
        </span>
      </div>
      {whole.length + items.length + layered.length === 0 ? (
        <p className="self-center text-ink-3">Nothing planned</p>
      ) : (
        <ul>
          {whole.map(({ record, what }) => (
            <AgendaLine key={`${what} ${record.id}`} date={date} record={record} what={what} hours="" />
          ))}
          {items.map(({ record, startMinute, endMinute }) => (
            <AgendaLine
              key={record.id}
              date={date}
              record={record}
              what="item"
              hours={rangeText(startMinute, endMinute, style)}
            />
          ))}
          {layered.map(({ record, layer, dye, startMinute }) => (
            <AgendaLine
              key={`${layerKey(layer)} ${record.id}`}
              date={date}
              record={record}
              what="layer"
              hours={startMinute === undefined ? "" : clockText(startMinute, style)}
              dye={dye}
            />
          ))}
        </ul>
      )}
    </section>
  );
}

interface AgendaLineProps {
  date: DateText;
  record: PensumRecord;
  what: What;
  hours: string;
  /** The dye of the lens that puts it there. */
  dye?: Dye;
}

function AgendaLine({ date, record, what, hours, dye: layerDye }: AgendaLineProps) {
  const { task, habit, title, icon, dye, done, late, isTickable } = useEntry(record, what, layerDye, date);
  const act = useAct();
  const canTick = task !== undefined || habit !== undefined || isTickable;
  const tick = () =>
    habit
      ? act(markHabit, { habit, date, as: done ? undefined : "done" })
      : act(setDone, { ids: [task?.id ?? record.id], done: !done });
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
    <li className="grid grid-cols-[24px_minmax(0,1fr)] items-center" data-dye={dye}>
      {canTick ? (
        <button
          role="checkbox"
          aria-checked={done}
          aria-label={title}
          className="grid size-6 place-items-center"
          onClick={tick}
        >
          <span aria-hidden className={`size-3 border border-(--dye) ${done ? "bg-(--dye)" : "bg-sheet"}`} />
        </button>
      ) : (
        <span />
      )}
      <button
        className="grid min-h-7 w-full grid-cols-[112px_14px_minmax(0,1fr)_auto] content-center items-baseline gap-x-2 rounded-[3px] px-1.5 py-1 text-left hover:bg-sunk"
        onClick={() => openRecord(task?.id ?? record.id)}
      >
        <span className="text-ink-2">
          {hours || (what === "event" ? "all day" : what === "task" ? "no set time" : "")}
        </span>
        <i className="diamond self-center" data-dye={dye} />
        <span
          className={`min-w-0 truncate ${record.kind === "event" ? "font-semibold" : ""} ${done ? "text-ink-3 line-through" : ""}`}
        >
          <Sign icon={icon} />
          {title}
        </span>
        <span className={`text-small ${late ? "font-semibold text-madder" : "text-ink-2"}`}>{side}</span>
      </button>
    </li>
  );
}
