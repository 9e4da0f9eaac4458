"use client";
import { useCallback, useState } from "react";
import { editRecord, giveDay, setDone } from "@/core/commands";
import { placeTasks } from "@/core/commands/placeTasks";
import { isUnfinished, type PensumRecord } from "@/core/model";
import { dayField, fieldsOfRecord, isDone } from "@/core/register";
import { dateOf, isDate, isMoment, type DateText } from "@/core/time";
import { fullName } from "@/core/things";
import { late } from "@/ui/late";
import { useAct, useComputed, useStore, useTimeStyle } from "@/ui/workspaceContext";

const DayPopover = late(() => import("@/panels/days/DayPopover"));

interface SheetHeadProps {
  record: PensumRecord;
  /** Sets fields in another way than on this record alone. */
  onSet?: ((fields: Record<string, unknown>) => boolean) | undefined;
}

/** The title of a record, to be typed in where it is, and what is done with it most: ticked, placed, given a day. */
export function SheetHead({ record, onSet }: SheetHeadProps) {
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const name = fullName(record, store, style);
  const title = fieldsOfRecord(store, record).find(({ type }) => type === "title");
  const canType = title !== undefined && !title.kept && !store.isSealed && "title" in record && record.title !== "";
  const set = (words: string) =>
    onSet?.({ title: words }) ?? act(editRecord, { id: record.id, fields: { title: words } });
  return (
    <div className="pt-3 pb-2">
      <h3 className={canType ? "sr-only" : "font-words text-[19px] leading-6 font-semibold break-words"}>{name}</h3>
      {canType && <TitleField key={record.id} title={record.title as string} onTake={set} />}
      {!store.isSealed && <SheetActs record={record} />}
    </div>
  );
}

/** A title that is typed in: taken with Enter or on leaving it; Escape leaves it as it was. */
function TitleField({ title, onTake }: { title: string; onTake: (words: string) => void }) {
  const [typed, setTyped] = useState<string>();
  const take = () => {
    const words = typed?.replace(/\s+/g, " ").trim();
    if (words !== undefined && words !== title) onTake(words);
    setTyped(undefined);
  };
  return (
    <textarea
      aria-label="Title"
      rows={1}
      className="sheet-title"
      value={typed ?? title}
      onChange={({ target }) => setTyped(target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter" && !event.nativeEvent.isComposing) {
          event.preventDefault();
          take();
        } else if (event.key === "Escape" && typed !== undefined) {
          event.stopPropagation();
          setTyped(undefined);
        }
      }}
    />
  );
}

function SheetActs({ record }: { record: PensumRecord }) {
  const store = useStore();
  const act = useAct();
  const today = dateOf(store.clock.now());
  const [at, setAt] = useState<{ x: number; y: number }>();
  const done = useComputed(useCallback((from) => isDone(from, record), [record]));
  const dated = useDayField(record);
  const isOpenTask = record.kind === "task" && isUnfinished(record.state);
  if (done === undefined && dated === undefined) return null;
  const pick = (day: DateText) => {
    setAt(undefined);
    if (record.kind === "task") act(giveDay, { tasks: [record.id], day });
    else if (dated) act(editRecord, { id: record.id, fields: { [dated.field]: dated.at(day) } });
  };
  return (
    <div className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-1">
      {done !== undefined && (
        <label className="flex min-h-6 items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-[var(--woad)]"
            checked={done}
            onChange={() => act(setDone, { ids: [record.id], done: !done })}
          />
          Done
        </label>
      )}
      {isOpenTask && (
        <button
          className="link min-h-6 font-semibold"
          title="Gives it the first free hours of its day"
          onClick={() => {
            const day = record.doDay !== undefined && record.doDay > today ? record.doDay : today;
            act(placeTasks, { tasks: [record.id], day });
          }}
        >
          Place
        </button>
      )}
      {(isOpenTask || (record.kind !== "task" && dated)) && (
        <button
          className="link min-h-6 font-semibold"
          onClick={({ currentTarget }) => {
            const { left, bottom } = currentTarget.getBoundingClientRect();
            setAt({ x: left, y: bottom });
          }}
        >
          Give a day
        </button>
      )}
      {at && (
        <DayPopover
          at={at}
          label="Day for this record"
          today={today}
          value={record.kind === "task" ? record.doDay : dated?.day}
          onPick={pick}
          onClose={() => setAt(undefined)}
        />
      )}
    </div>
  );
}

interface DayField {
  readonly field: string;
  readonly day: DateText | undefined;
  /** The value that its field has on a day: a clock time stays. */
  at(day: DateText): unknown;
}

/** The date by which a record that is no task is given a day: when it is due, else the first that can be set. */
function useDayField(record: PensumRecord): DayField | undefined {
  const store = useStore();
  const field = dayField(store, record)?.of;
  // Two dates are set below, each for itself.
  if (!field || field.type === "range") return undefined;
  const value = (record as unknown as Readonly<Record<string, unknown>>)[field.name];
  const isTimed: boolean = typeof value === "string" && isMoment(value);
  const day = typeof value === "string" && (isTimed || isDate(value)) ? dateOf(value) : undefined;
  const time = isTimed ? (value as string).slice(10) : field.type === "moment" ? "T12:00" : "";
  return { field: field.name, day, at: (to) => `${to}${time}` };
}
