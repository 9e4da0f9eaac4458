"use client";
import { useMemo, useState } from "react";
import { editRecord } from "@/core/commands";
import type { LensDraft, LensView } from "@/core/lens";
import { givenValues } from "@/core/lens";
import { isRange, newId, valueIn, type Dye, type Id } from "@/core/model";
import type { TimelineRow } from "@/core/plan";
import { lensTimeline, timeFields, usualTimes } from "@/core/plan/lensTimeline";
import { isComputed, type Register } from "@/core/register";
import { addToRegister } from "@/core/shaping";
import { addDays, addMinutes, dateOfDayNumber, isDate, isMoment } from "@/core/time";
import { groupWords, type Writing } from "@/panels/fields/cells";
import { openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { TimelineCanvas } from "@/panels/timeline/TimelineCanvas";
import { useAct, useStore } from "@/ui/workspaceContext";

interface LensTimelineProps {
  writing: Writing;
  register: Register;
  lens: LensDraft;
  view: LensView;
  onChange: (setting: Partial<LensDraft>) => void;
}

/** A lens as a timeline: its outer groups are the rows, and a date of each record, or two, its bar. */
export function LensTimeline({ writing, register, lens, view, onChange }: LensTimelineProps) {
  const store = useStore();
  const act = useAct();
  const { values, today } = writing;
  const { revision } = view;
  const [date] = useState(today);
  const { from, to } = lens.axes?.from !== undefined ? lens.axes : usualTimes(view);
  const [grouping] = lens.groups;
  const of = view.fields.find(({ name }) => name === grouping?.field);
  const rows = useMemo(
    () =>
      lensTimeline(view, { ...(from ? { from } : {}), ...(to ? { to } : {}) }).map(({ key, bars }): TimelineRow => ({
        id: key,
        title: of && grouping ? groupWords(writing, of.field, of.type, key, grouping.by) : register.title,
        span: undefined,
        bars: bars.toSorted((a, b) => a.start - b.start || b.end - a.end),
        leftMinutes: 0,
      })),
    // The view is the same object after a change; its revision tells.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [view, revision, from, to, of, grouping, writing, register],
  );
  const times = timeFields(view);
  if (!from || times.length === 0)
    return <p className="py-8 font-words text-page">A timeline needs a date: add a field of dates to this register.</p>;

  const settable = (name: string | undefined) => {
    const field = view.fields.find((one) => one.name === name)?.field;
    return field && !field.kept && !isComputed(field) ? field : undefined;
  };
  const moved = (at: unknown, minutes: number): unknown =>
    isMoment(at) ? addMinutes(at, minutes) : isDate(at) ? addDays(at, Math.round(minutes / 1440)) : at;
  const shift = (id: Id, minutes: number, edge?: "end") => {
    const record = store.get(id);
    if (!record) return;
    const fields: Record<string, unknown> = {};
    for (const name of [from, to]) {
      if (name === undefined) continue;
      const was = valueIn(record, name);
      if (was === undefined || !settable(name)) continue;
      if (isRange(was)) fields[name] = [edge ? was[0] : moved(was[0], minutes), moved(was[1], minutes)];
      else if (!edge || name === to) fields[name] = moved(was, minutes);
    }
    if (Object.keys(fields).length > 0) act(editRecord, { id, fields }, { group: `shift ${id}` });
    else notify({ text: "This date is computed, or there is none to stretch. Nothing was changed.", tone: "refused" });
  };
  const draw = (row: TimelineRow, start: number, end: number, title: string): Id | undefined => {
    const first = settable(from);
    if (!first) {
      notify({ text: "This date is computed: a new record cannot get it. Nothing was made.", tone: "refused" });
      return undefined;
    }
    const at = (type: string, minute: number, last: boolean) => {
      const day = dateOfDayNumber(Math.floor((minute - (last ? 1 : 0)) / 1440));
      if (type === "date") return day;
      return addMinutes(`${dateOfDayNumber(Math.floor(minute / 1440))}T00:00`, ((minute % 1440) + 1440) % 1440);
    };
    const second = to === undefined ? undefined : settable(to);
    const isTimed = first.type === "moment" || first.type === "dateOrMoment";
    const id = newId();
    const fields = {
      ...givenValues(values, register, today, lens.where, lens.groups, [row.id]),
      title,
      [first.name]:
        first.type === "range"
          ? [at("date", start, false), at("date", end, true)]
          : at(isTimed ? "moment" : "date", start, false),
      ...(second ? { [second.name]: at(isTimed || second.type === "moment" ? "moment" : "date", end, true) } : {}),
    };
    return act(addToRegister, { register: register.id, id, fields }) === undefined ? undefined : id;
  };
  const fold = (key: string) =>
    onChange({ folded: lens.folded.includes(key) ? lens.folded.filter((one) => one !== key) : [...lens.folded, key] });
  return (
    <div className="lens-canvas -mx-[26px] flex min-h-0 flex-1 flex-col border-t border-rule">
      <TimelineCanvas
        rows={rows}
        date={date}
        today={today}
        dyeOf={(theme): Dye => store.find("theme", theme)?.dye ?? "slate"}
        threads
        folded={lens.folded}
        onFold={fold}
        rowTitle={({ title }) => title}
        rowNote={({ bars }) => `${bars.length} ${bars.length === 1 ? "record" : "records"}`}
        onOpenRow={({ id }) => (of && (of.type === "link" || of.type === "links") && id ? openRecord(id) : fold(id))}
        onShift={shift}
        onDraw={draw}
        loads={false}
        empty="No record of this lens has a date there."
      />
    </div>
  );
}
