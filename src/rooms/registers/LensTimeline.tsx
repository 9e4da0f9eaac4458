"use client";
import { useMemo, useState } from "react";
import { editRecord } from "@/core/commands";
import type { LensDraft, LensView } from "@/core/lens";
import { givenValues } from "@/core/lens";
import { newId, type Dye, type Id } from "@/core/model";
import type { TimelineRow } from "@/core/plan";
import { drawnTimes, lensTimeline, shiftedTimes, timeFields, usualTimes } from "@/core/plan/layout/lensTimeline";
import type { Register } from "@/core/register";
import { addToRegister } from "@/core/shaping";
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
    return <p className="py-8 font-words text-page">A timeline needs a date. Add a date field to this register.</p>;

  const shift = (id: Id, minutes: number, edge?: "end") => {
    const record = store.get(id);
    if (!record) return;
    const fields = shiftedTimes(view, { from, to }, record, minutes, edge);
    if (fields) act(editRecord, { id, fields }, { group: `shift ${id}` });
    else
      notify({
        text: "This date is calculated or empty, so it cannot be changed here. Nothing was changed.",
        tone: "refused",
      });
  };
  const draw = (row: TimelineRow, start: number, end: number, title: string): Id | undefined => {
    const times = drawnTimes(view, { from, to }, start, end);
    if (!times) {
      notify({
        text: "This date is calculated, so a record cannot be added here. Nothing was added.",
        tone: "refused",
      });
      return undefined;
    }
    const id = newId();
    const fields = {
      ...givenValues(values, register, today, lens.where, lens.groups, [row.id]),
      title,
      ...times,
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
        empty="No record in this lens has this date."
      />
    </div>
  );
}
