"use client";
import { X } from "lucide-react";
import { Popover } from "radix-ui";
import { useCallback, useId, useRef, useState, type ReactNode } from "react";
import { editRecord } from "@/core/commands";
import {
  dyes,
  fileOfField,
  states,
  type Field,
  type Id,
  type PensumRecord,
  type Person,
  type Task,
  type Theme,
} from "@/core/model";
import { plainTitle } from "@/core/page";
import type { Repeating } from "@/core/plan";
import {
  cellType,
  fieldValues,
  findRegister,
  isComputed,
  readText,
  registerOf,
  textOfCell,
  type Cell,
} from "@/core/register";
import { editField } from "@/core/shaping";
import {
  clockText,
  dateOf,
  estimateText,
  isMoment,
  minuteOf,
  momentAt,
  parseClock,
  parseDuration,
  relativeMomentText,
  type DateText,
} from "@/core/time";
import { cellWords, choicesOf } from "./cells";
import { DayPicker } from "@/panels/days/DayPicker";
import { dayFirst } from "@/ui/locale";
import { FileInput } from "@/ui/FileInput";
import { dayAddress, goTo, openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { OfferedField } from "@/ui/OfferedField";
import { TypedField } from "@/ui/TypedField";
import { useAct, useComputed, useList, useSettings, useStore, useTimeStyle, useWorkspace } from "@/ui/workspaceContext";
import { RepeatField } from "./RepeatField";

interface FieldRowProps {
  record: PensumRecord;
  field: Field;
  /** Sets fields in another way than on this record alone. */
  onSet?: ((fields: Record<string, unknown>) => boolean) | undefined;
}

/** One field of a record: its name, and its value to be changed. */
export function FieldRow({ record, field, onSet }: FieldRowProps) {
  const id = useId();
  const act = useAct();
  const value = (record as unknown as Record<string, unknown>)[field.name];
  const set = (next: unknown) =>
    onSet?.({ [field.name]: next }) ?? act(editRecord, { id: record.id, fields: { [field.name]: next } }) !== undefined;
  return (
    <div className="grid min-h-9 grid-cols-[96px_1fr] items-center gap-2 border-b border-hairline py-1">
      <dt className="text-ink-2" id={id}>
        {field.label}
      </dt>
      <dd className="min-w-0">
        <FieldValue field={field} value={value} labelledBy={id} set={set} record={record} />
      </dd>
    </div>
  );
}

interface ValueProps extends FieldRowProps {
  value: unknown;
  labelledBy: string;
  set: (next: unknown) => boolean;
}

function FieldValue(props: ValueProps): ReactNode {
  const { field, value, labelledBy, set } = props;
  const settings = useSettings();
  if (field.kept || isComputed(field)) return <KeptValue {...props} />;
  switch (field.type) {
    case "title":
    case "text":
      return (
        <TypedField
          labelledBy={labelledBy}
          hint="None"
          text={String(value ?? "")}
          commit={(words) => set(words.trim())}
        />
      );
    case "zone":
      return <ZoneField {...props} />;
    case "repeat":
      return (
        <RepeatField
          record={props.record as Repeating}
          value={value as string | undefined}
          labelledBy={labelledBy}
          set={set}
        />
      );
    case "tags":
      return (
        <TypedField
          labelledBy={labelledBy}
          hint="None"
          text={(value as string[]).join(", ")}
          commit={(words) =>
            set([
              ...new Set(
                words
                  .split(/[,\s]+/)
                  .map((tag) => tag.replace(/^#/, ""))
                  .filter(Boolean),
              ),
            ])
          }
        />
      );
    case "minutes":
      return (
        <TypedField
          labelledBy={labelledBy}
          text={typeof value === "number" ? estimateText(value) : ""}
          hint="45 min, 1 h 30"
          commit={(words) => {
            if (words.trim() === "") return set(undefined);
            const minutes = parseDuration(words);
            if (minutes === undefined)
              notify({
                text: `“${words}” is not a length of time, like “45 min” or “1 h 30”. Nothing was changed.`,
                tone: "refused",
              });
            return minutes !== undefined && set(minutes);
          }}
        />
      );
    case "state":
      return (
        <Choice
          labelledBy={labelledBy}
          value={String(value)}
          options={states.map((state) => [state, state[0]!.toUpperCase() + state.slice(1)])}
          set={set}
        />
      );
    case "dye":
      return (
        <Choice
          labelledBy={labelledBy}
          value={String(value)}
          options={dyes.map((dye) => [dye, dye[0]!.toUpperCase() + dye.slice(1)])}
          set={set}
        />
      );
    case "priority":
      return (
        <Choice
          labelledBy={labelledBy}
          empty="None"
          value={(value as string | undefined) ?? ""}
          options={settings.priorities.map(({ id, title }) => [id, title])}
          set={set}
        />
      );
    case "theme":
      return <ThemeChoice {...props} />;
    case "task":
      return <TaskChoice {...props} />;
    case "people":
      return <PeopleField {...props} />;
    case "files":
      return <FilesField {...props} />;
    case "date":
    case "dateOrMoment":
    case "moment":
      return <DayField {...props} />;
    default:
      return <AnyField {...props} />;
  }
}

/** What Pensum keeps or computes: shown, with the reason where there is nothing. */
function KeptValue({ field, record, labelledBy }: ValueProps) {
  const store = useStore();
  const style = useTimeStyle();
  const today = dateOf(store.clock.now());
  useComputed(useCallback((facts) => facts.factsRevision, []));
  const values = fieldValues(store);
  const register = findRegister(store, registerOf(record) ?? "");
  const type = register ? values.typeOf(register, field, [record]) : "text";
  const cell = register ? values.reader(register, field)(record) : undefined;
  const reason = register && cell === undefined ? values.reasonOf(register, field, record) : undefined;
  return (
    <output className="block pl-1.5" aria-labelledby={labelledBy}>
      {cell === undefined ? (
        <span className="text-ink-3">{reason ?? "None"}</span>
      ) : type === "link" && typeof cell === "string" ? (
        <button className="link min-h-6 text-left" onClick={() => openLinked(store.get(cell), today)}>
          {cellWords({ values, style, today }, field, type, cell)}
        </button>
      ) : (
        cellWords({ values, style, today }, field, type, cell)
      )}
    </output>
  );
}

/** Goes to the page that a link leads to, or opens the record beside the room. */
function openLinked(record: PensumRecord | undefined, today: DateText) {
  if (record?.kind === "day") goTo(dayAddress(record.date, today));
  else if (record) openRecord(record.id);
}

/** Files that a record holds: each is saved by a press, and more are added from this computer. */
function FilesField({ field, value, labelledBy, set }: ValueProps) {
  const { database } = useWorkspace();
  const input = useRef<HTMLInputElement>(null);
  const held = (value as readonly string[] | undefined) ?? [];
  const keep = async (files: readonly File[]) => {
    const { keepFiles } = await import("@/panels/editor/attachFiles");
    const kept = await keepFiles(database, files);
    if (kept) set([...held, ...kept.map(({ id, name }) => `${id} ${name.trim() || "file"}`)]);
  };
  const save = async (id: Id) => (await import("@/panels/editor/attachFiles")).saveAttached(database, id);
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1" role="group" aria-labelledby={labelledBy}>
      {held.map((one) => {
        const { id, name } = fileOfField(one);
        const left = held.filter((other) => other !== one);
        return (
          <span key={one} className="flex min-w-0 items-center first:pl-1.5">
            <button className="link min-h-6 truncate" onClick={() => void save(id)}>
              {name}
            </button>
            <button
              className="button-quiet grid place-items-center"
              aria-label={`Take ${name} out`}
              onClick={() => set(left.length > 0 ? left : undefined)}
            >
              <X size={13} aria-hidden />
            </button>
          </span>
        );
      })}
      <button className="button-quiet" onClick={() => input.current?.click()}>
        Add a file
      </button>
      <FileInput ref={input} multiple label={`Files for ${field.label}`} onFiles={(files) => void keep(files)} />
    </div>
  );
}

/** A field that is typed as words: a number, a choice, links, an address; what it may be is offered. */
function AnyField({ field, value, labelledBy, set, record }: ValueProps) {
  const store = useStore();
  const values = fieldValues(store);
  const act = useAct();
  const text = textOfCell(values, field, cellType(field), value as Cell);
  const choices = choicesOf(values, field);
  const commit = (typed: string) => {
    const read = readText({ values, today: dateOf(store.clock.now()), dayFirst: dayFirst() }, field, typed);
    if ("fault" in read) return notify({ text: `${read.fault} Nothing was changed.`, tone: "refused" });
    const register = registerOf(record);
    const options = read.made && [...(field.options ?? []), ...read.made];
    if (
      options &&
      register &&
      act(editField, { register, name: field.name, setting: { options } }, { quiet: true }) === undefined
    )
      return;
    set(read.value);
  };
  return <OfferedField labelledBy={labelledBy} hint="None" text={text} choices={choices} commit={commit} />;
}

interface ChoiceProps {
  labelledBy: string;
  value: string;
  options: readonly (readonly [string, string])[];
  /** What no choice is called; absent where one must be made. */
  empty?: string;
  set: (next: string | undefined) => boolean;
}

function Choice({ labelledBy, value, options, empty, set }: ChoiceProps) {
  return (
    <select
      className="field w-full"
      aria-labelledby={labelledBy}
      value={value}
      onChange={(event) => set(event.target.value || undefined)}
    >
      {empty !== undefined && <option value="">{empty}</option>}
      {value !== "" && !options.some(([id]) => id === value) && <option value={value}>One that was taken out</option>}
      {options.map(([id, name]) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}

function ThemeChoice({ value, labelledBy, set }: ValueProps) {
  const themes = useList("kind", "theme") as readonly Theme[];
  const dye = themes.find((theme) => theme.id === value)?.dye;
  return (
    <div className="flex items-center gap-2">
      {dye && <i className="diamond" data-dye={dye} />}
      <Choice
        labelledBy={labelledBy}
        empty="None"
        value={(value as string | undefined) ?? ""}
        options={themes.map(({ id, title }) => [id, title])}
        set={set}
      />
    </div>
  );
}

const mostOffered = 300;

function TaskChoice({ record, value, labelledBy, set }: ValueProps) {
  const list = useId();
  const store = useStore();
  const tasks = useList("unfinishedTasks", "all") as readonly Task[];
  const chosen = store.find("task", value as Id | undefined);
  const commit = (words: string) => {
    if (words.trim() === "") return set(undefined);
    const found = tasks.find(
      (task) => plainTitle(task.title).toLowerCase() === words.trim().toLowerCase() && task.id !== record.id,
    );
    if (!found) notify({ text: `There is no open task “${words.trim()}”. Nothing was changed.`, tone: "refused" });
    return found !== undefined && set(found.id);
  };
  return (
    <>
      <TypedField
        labelledBy={labelledBy}
        list={list}
        hint="None"
        text={chosen ? plainTitle(chosen.title) : ""}
        commit={commit}
      />
      <datalist id={list}>
        {tasks
          .slice(0, mostOffered)
          .map((task) => task.id !== record.id && <option key={task.id} value={plainTitle(task.title)} />)}
      </datalist>
    </>
  );
}

function PeopleField({ value, labelledBy, set }: ValueProps) {
  const people = useList("kind", "person") as readonly Person[];
  const chosen = value as readonly Id[];
  const left = people.filter((person) => !chosen.includes(person.id));
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1" role="group" aria-labelledby={labelledBy}>
      {chosen.map((id) => {
        const name = people.find((person) => person.id === id)?.title ?? "somebody unknown";
        return (
          <span key={id} className="flex items-center first:pl-1.5">
            <button className="link min-h-6" onClick={() => openRecord(id)}>
              {name}
            </button>
            <button
              className="button-quiet grid place-items-center"
              aria-label={`Take ${name} out`}
              onClick={() => set(chosen.filter((other) => other !== id))}
            >
              <X size={13} aria-hidden />
            </button>
          </span>
        );
      })}
      {left.length > 0 && (
        <select
          className="field"
          aria-label="Add a person"
          value=""
          onChange={(event) => set([...chosen, event.target.value])}
        >
          <option value="">Add</option>
          {left.map((person) => (
            <option key={person.id} value={person.id}>
              {person.title}
            </option>
          ))}
        </select>
      )}
    </div>
  );
}

/** A zone by its name, from the list of those that the browser knows. */
function ZoneField({ value, labelledBy, set }: ValueProps) {
  const list = useId();
  const [listed, setListed] = useState(false);
  const { zone } = useStore().clock;
  return (
    <div onFocus={() => setListed(true)}>
      <TypedField
        labelledBy={labelledBy}
        list={list}
        hint={`as here (${zone})`}
        text={String(value ?? "")}
        commit={(words) => set(words.trim() === "" ? undefined : words.trim())}
      />
      <datalist id={list}>
        {listed && Intl.supportedValuesOf("timeZone").map((name) => <option key={name} value={name} />)}
      </datalist>
    </div>
  );
}

function DayField({ field, value, labelledBy, set }: ValueProps) {
  const [open, setOpen] = useState(false);
  const store = useStore();
  const style = useTimeStyle();
  const today = dateOf(store.clock.now());
  const moment = value as string | undefined;
  const time = moment && isMoment(moment) ? moment.slice(11) : field.type === "moment" ? "12:00" : "";
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="field w-full text-left" aria-labelledby={labelledBy}>
        {moment ? relativeMomentText(moment, today, style) : <span className="text-ink-3">None</span>}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content align="end" className="z-40 border border-rule bg-sheet p-3" aria-label={field.label}>
          <DayPicker
            today={today}
            value={moment && dateOf(moment)}
            onPick={(date) => {
              if (set(time ? `${date}T${time}` : date)) setOpen(false);
            }}
          />
          <div className="mt-2 flex items-center justify-between gap-2">
            {field.type !== "date" && (
              <TimeField
                text={moment && isMoment(moment) ? clockText(minuteOf(moment), style) : ""}
                commit={(minute) => {
                  if (minute !== undefined) return set(momentAt(dateOf(moment ?? today), minute));
                  return field.type === "dateOrMoment" && set(dateOf(moment ?? today));
                }}
              />
            )}
            {!field.required && moment && (
              <button
                className="button"
                onClick={() => {
                  set(undefined);
                  setOpen(false);
                }}
              >
                Clear
              </button>
            )}
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** A clock time to be typed, in 24 hours or in 12; empty takes it away. */
function TimeField({ text, commit }: { text: string; commit: (minute: number | undefined) => boolean }) {
  const id = useId();
  return (
    <div className="flex items-center gap-2 text-ink-2">
      <span id={id}>Time</span>
      <div className="w-24">
        <TypedField
          labelledBy={id}
          text={text}
          hint="9:30"
          commit={(typed) => {
            if (typed.trim() === "") return commit(undefined);
            const minute = parseClock(typed);
            if (minute === undefined)
              notify({ text: `“${typed}” is not a clock time, like 9:30. Nothing was changed.`, tone: "refused" });
            return minute !== undefined && commit(minute);
          }}
        />
      </div>
    </div>
  );
}
