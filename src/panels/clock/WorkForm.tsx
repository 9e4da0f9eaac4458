"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import { logWork } from "@/core/commands/workLog";
import { durationText, momentAt, rangeText, type DateText } from "@/core/time";
import type { Id, Person } from "@/core/model";
import { useAct, useList, useSettings, useTimeStyle } from "@/ui/workspaceContext";
import { WorkField } from "./WorkField";

interface WorkFormProps {
  date: DateText;
  startMinute: number;
  endMinute: number;
  minutePixels: number;
  onClose: () => void;
}

/** Asks what a stretch of a day was worked on. */
export function WorkForm({ date, startMinute, endMinute, minutePixels, onClose }: WorkFormProps) {
  const style = useTimeStyle();
  const act = useAct();
  const form = useRef<HTMLDivElement>(null);
  const { me } = useSettings();
  const others = (useList("kind", "person") as readonly Person[]).filter(({ id }) => id !== me);
  const [person, setPerson] = useState<Id>();
  useEffect(() => {
    void form.current?.scrollIntoView({ block: "nearest" });
  }, []);
  const at = useMemo(() => ({ date, startMinute, endMinute }), [date, startMinute, endMinute]);
  return (
    <div
      ref={form}
      role="form"
      aria-label="What was it"
      className="absolute right-0 z-30 grid w-[250px] gap-2 border border-ink-3 bg-sheet p-2.5"
      style={{ top: endMinute * minutePixels + 4 }}
      onPointerDown={(event) => event.stopPropagation()}
      onKeyDown={(event) => {
        if (event.key === "Escape") onClose();
        event.stopPropagation();
      }}
    >
      <p className="font-semibold">
        {rangeText(startMinute, endMinute, style)}, {durationText(endMinute - startMinute)}
      </p>
      <WorkField
        label="What was it"
        hint="What was it?"
        begin
        at={at}
        onCancel={onClose}
        onTake={(on) => {
          const [start, end] = [momentAt(date, startMinute), momentAt(date, endMinute)];
          if (act(logWork, { on, start, end, ...(person ? { person } : {}) }) !== undefined) onClose();
        }}
      />
      {others.length > 0 && (
        <label className="flex items-center gap-2 text-ink-2">
          Worked by
          <select
            className="field min-w-0 flex-1"
            value={person ?? ""}
            onChange={({ target }) => setPerson(target.value || undefined)}
          >
            <option value="">you</option>
            {others.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </label>
      )}
      <button type="button" className="button-quiet justify-self-start" onClick={onClose}>
        It was a break
      </button>
    </div>
  );
}
