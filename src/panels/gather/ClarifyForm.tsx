"use client";
import { useCallback, useId, type ReactNode } from "react";
import { clarifiedKinds, type ClarifiedKind } from "@/core/commands/clarify";
import type { EstimateQuestion } from "@/core/insight";
import type { Field, Id, Task } from "@/core/model";
import { countedDay, isMine, isOver, leftMinutes, loadOf } from "@/core/plan";
import type { Store } from "@/core/store";
import { cellType, fieldsIn, findRegister, readText, textOfCell, type Cell } from "@/core/register";
import { relativeDateText, type DateText } from "@/core/time";
import { CellEditor } from "@/panels/fields/CellEditor";
import { useReading } from "@/panels/fields/useReading";
import { cellWords, type Writing } from "@/panels/fields/cells";
import { LikelyLength } from "@/panels/fields/LikelyLength";
import { DayPicker } from "@/panels/days/DayPicker";
import { becomesText } from "@/panels/days/LoadBar";
import { notify } from "@/ui/notices";
import { useComputed, useStore } from "@/ui/workspaceContext";

/** What was said so far of the things that are chosen. */
export interface Clarifying {
  readonly as: ClarifiedKind;
  readonly fields: Readonly<Record<string, unknown>>;
  readonly day: DateText | undefined;
}

/** Which key opens which field. */
export const kindKeys: Readonly<Record<string, string>> = {
  t: "theme",
  g: "goal",
  j: "project",
  l: "estimateMinutes",
  d: "day",
  u: "due",
  p: "priority",
};

const kindWords: Record<ClarifiedKind, string> = {
  task: "Task",
  event: "Event",
  note: "Note",
  goal: "Goal",
  nothing: "Discard",
};

/** What each kind has room for. */
const fieldsFor: Record<ClarifiedKind, readonly string[]> = {
  task: ["theme", "goal", "project", "estimateMinutes", "day", "due", "priority"],
  event: ["theme", "day", "due", "estimateMinutes"],
  note: [],
  goal: ["due"],
  nothing: [],
};

interface ClarifyFormProps {
  writing: Writing;
  task: Task;
  said: Clarifying;
  opened: string | undefined;
  onOpen: (field: string) => void;
  onSay: (more: Partial<Clarifying>) => void;
  onSet: (fields: Readonly<Record<string, unknown>>) => void;
  onClose: () => void;
}

/** What a gathered thing is, and what it needs: each with its key. */
export function ClarifyForm({ writing, task, said, opened, onOpen, onSay, onSet, onClose }: ClarifyFormProps) {
  const store = useStore();
  const register = findRegister(store, "tasks");
  const fields = register ? fieldsIn(store, register) : [];
  const keyOf = (name: string) => Object.entries(kindKeys).find(([, field]) => field === name)?.[0] ?? "";
  return (
    <>
      <div role="radiogroup" aria-label="Kind" className="mb-4 flex flex-wrap gap-2">
        {clarifiedKinds.map((kind, at) => (
          <button
            key={kind}
            role="radio"
            aria-checked={said.as === kind}
            className={`button ${said.as === kind ? "border-woad bg-sunk" : ""}`}
            onClick={() => onSay({ as: kind })}
          >
            {kindWords[kind]} <kbd className="key">{at + 1}</kbd>
          </button>
        ))}
      </div>
      <dl className="max-w-[520px] border-t border-rule">
        {fieldsFor[said.as].map((name) =>
          name === "day" ? (
            <ClarifyLine
              key={name}
              label={said.as === "event" ? "Day" : "Do day"}
              keyName="D"
              open={opened === "day"}
              onOpen={() => onOpen("day")}
              words={said.day ? relativeDateText(said.day, writing.today, writing.style) : ""}
            >
              {opened === "day" && (
                <div className="py-2" ref={focusDay}>
                  <DayPicker
                    today={writing.today}
                    value={said.day}
                    onPick={(day) => {
                      onSay({ day });
                      onClose();
                    }}
                  />
                </div>
              )}
              {said.day && <DayBecomes day={said.day} minutes={minutesMore(store, said, task)} />}
            </ClarifyLine>
          ) : (
            <FieldLine
              key={name}
              writing={writing}
              field={fields.find((field) => field.name === name)}
              keyName={keyOf(name).toUpperCase()}
              value={said.fields[name]}
              open={opened === name}
              onOpen={() => onOpen(name)}
              onSet={(value) => onSet({ [name]: value })}
              onClose={onClose}
            >
              {name === "estimateMinutes" && said.as === "task" && (
                <div className="px-2">
                  <LikelyLength question={likeThis(said, task)} onTake={(minutes) => onSet({ [name]: minutes })} />
                </div>
              )}
            </FieldLine>
          ),
        )}
      </dl>
    </>
  );
}

/** What is known up to now of a task that is being clarified. */
function likeThis({ fields }: Clarifying, task: Task): EstimateQuestion {
  return {
    estimateMinutes: (fields.estimateMinutes as number | undefined) ?? task.estimateMinutes,
    theme: (fields.theme as Id | undefined) ?? task.theme,
  };
}

/** What a day has to take with a task that is given to it: what is left of the task, where that does not count there already. */
function minutesMore(store: Store, said: Clarifying, task: Task): number {
  const { estimateMinutes, theme } = likeThis(said, task);
  const then: Task = {
    ...task,
    ...(estimateMinutes === undefined ? {} : { estimateMinutes }),
    ...(theme === undefined ? {} : { theme }),
  };
  if (!isMine(store, then)) return 0;
  return leftMinutes(store, then) - (countedDay(task) === said.day ? leftMinutes(store, task) : 0);
}

/** The keyboard goes into the month that opened. */
function focusDay(picker: HTMLElement | null) {
  picker?.querySelector<HTMLElement>("[data-date][tabindex='0']")?.focus();
}

/** What the day becomes with this on it, said before it is there. */
function DayBecomes({ day, minutes }: { day: DateText; minutes: number }) {
  const load = useComputed(useCallback((store) => loadOf(store, day), [day]));
  const over = isOver({ ...load, plannedMinutes: load.plannedMinutes + minutes });
  return (
    <p className={`pb-1 pl-2 text-small ${over ? "font-semibold text-madder" : "text-ink-2"}`}>
      {becomesText(load, minutes)}
    </p>
  );
}

interface FieldLineProps {
  writing: Writing;
  field: Field | undefined;
  keyName: string;
  value: unknown;
  open: boolean;
  onOpen: () => void;
  onSet: (value: unknown) => void;
  onClose: () => void;
  /** What stands below the value. */
  children?: ReactNode;
}

function FieldLine({ writing, field, keyName, value, open, onOpen, onSet, onClose, children }: FieldLineProps) {
  const reading = useReading();
  if (!field) return null;
  const type = cellType(field);
  const commit = (text: string) => {
    const read = readText(reading(), field, text);
    if ("fault" in read) {
      notify({ text: `${read.fault} Nothing was changed.`, tone: "refused" });
      return false;
    }
    onSet(read.value);
    return true;
  };
  return (
    <ClarifyLine
      label={field.label}
      open={open}
      keyName={keyName}
      onOpen={onOpen}
      words={cellWords(writing, field, type, value as Cell)}
    >
      {open && (
        <div className="relative h-8">
          <CellEditor
            writing={writing}
            field={field}
            text={textOfCell(writing.values, field, type, value as Cell)}
            label={field.label}
            cell={value as Cell}
            onCommit={(text, _, chosen) => {
              if (!chosen) return commit(text);
              onSet(chosen.value);
              return true;
            }}
            onCancel={onClose}
          />
        </div>
      )}
      {children}
    </ClarifyLine>
  );
}

function ClarifyLine({
  label,
  keyName,
  words,
  open,
  onOpen,
  children,
}: {
  label: string;
  keyName: string;
  words: string;
  open: boolean;
  onOpen: () => void;
  children: ReactNode;
}) {
  const id = useId();
  return (
    <div className="grid min-h-9 grid-cols-[110px_1fr] items-start gap-2 border-b border-hairline py-1">
      <dt className="flex min-h-7 items-center justify-between text-ink-2" id={id}>
        {label} <kbd className="key">{keyName}</kbd>
      </dt>
      <dd>
        {!open && (
          <button className="min-h-7 w-full px-2 text-left" aria-labelledby={id} onClick={onOpen}>
            {words || <span className="text-ink-3">None</span>}
          </button>
        )}
        {children}
      </dd>
    </div>
  );
}
