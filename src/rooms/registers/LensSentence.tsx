"use client";
import type { Condition, DatePeriod, DoneShown, Field, Grouping, LensLook, Sorting } from "@/core/model";
import { datePeriods, doneShown, lensLooks } from "@/core/model";
import type { LensDraft, LensView } from "@/core/lens";
import {
  builtInRegisters,
  fieldsIn,
  findRegister,
  ownRegisters,
  recordsIn,
  thingsWords,
  type Register,
} from "@/core/register";
import type { Writing } from "@/panels/fields/cells";
import { usualChart } from "@/core/insight";
import { AxesPart } from "./AxesPart";
import { ChartPart } from "./ChartPart";
import { AddCondition, ConditionParts } from "./ConditionParts";
import { doneWords, lookWords, periodWords, registersWords } from "./lensWords";
import { PickList, SentencePart } from "@/ui/SentencePart";

interface LensSentenceProps {
  writing: Writing;
  lens: LensDraft;
  register: Register;
  /** What it shows, where that says which fields it may be drawn by. */
  view?: LensView;
  onChange: (setting: Partial<LensDraft>) => void;
}

/** A lens, read and changed as a sentence. */
export function LensSentence({ writing, lens, register, view, onChange }: LensSentenceProps) {
  const conditions = "all" in lens.where ? lens.where.all : [lens.where];
  const setConditions = (all: readonly Condition[]) => onChange({ where: { all } });
  const hasState = lens.registers.some((id) =>
    ["task", "goal", "project"].includes(findRegister(writing.values.store, id)?.kind ?? ""),
  );
  const fields = fieldsIn(writing.values.store, register);
  const isNarrowed = hasState || conditions.length > 0;
  const addCondition = (
    <AddCondition
      writing={writing}
      register={register}
      words={isNarrowed ? "and …" : "Add a condition"}
      onAdd={(condition) => setConditions([...conditions, condition])}
    />
  );
  return (
    <p className="lens-sentence">
      <RegistersPart writing={writing} lens={lens} onChange={onChange} />
      {isNarrowed && " that are "}
      {hasState && <DonePart done={lens.done} onChange={(done) => onChange({ done })} />}
      <ConditionParts
        writing={writing}
        register={register}
        conditions={conditions}
        before={(at) => (hasState || at > 0 ? " and " : "")}
        onChange={setConditions}
      />
      {isNarrowed && <> {addCondition}</>}
      {lens.groups.length > 0 ? "\u2060, grouped by " : "\u2060, "}
      <GroupsPart
        writing={writing}
        register={register}
        groups={lens.groups}
        onChange={(groups) => onChange({ groups })}
      />
      {lens.sorts.length > 0 ? "\u2060, sorted by " : "\u2060, "}
      <SortsPart fields={fields} sorts={lens.sorts} onChange={(sorts) => onChange({ sorts })} />
      {"\u2060, shown as a "}
      <SentencePart label="Shown as" words={lookWords[lens.look]}>
        {(close) => (
          <PickList
            options={lensLooks
              // Only what was worked makes a timesheet.
              .filter((look) => look !== "timesheet" || lens.registers.includes("work"))
              .map((look) => [look, capital(lookWords[look])])}
            chosen={[lens.look]}
            onPick={(look) => {
              onChange({
                look: look as LensLook,
                ...(look === "board" && lens.groups.length === 0 ? { groups: boardGroups(fields) } : {}),
                ...(look === "chart" && view ? firstChart(lens, view, fields) : {}),
              });
              close();
            }}
          />
        )}
      </SentencePart>
      {view && (lens.look === "matrix" || lens.look === "timeline") && (
        <AxesPart lens={lens} view={view} onChange={onChange} />
      )}
      {view && lens.look === "chart" && (
        <ChartPart lens={lens} view={view} things={thingsWords(register)} onChange={onChange} />
      )}
      {"\u2060."}
      {!isNarrowed && <> {addCondition}</>}
    </p>
  );
}

const capital = (words: string) => words[0]!.toUpperCase() + words.slice(1);

/** A board needs columns: the state, or the first field that has choices. */
function boardGroups(fields: readonly Field[]): Grouping[] {
  const field = fields.find(({ type }) => ["state", "choice", "level", "priority", "date", "link"].includes(type));
  return field ? [{ field: field.name }] : [];
}

/** A chart needs groups: the weeks of the first date, or what a board would have. */
function firstChart(lens: LensDraft, view: LensView, fields: readonly Field[]): Partial<LensDraft> {
  if (lens.chart) return {};
  const day = lens.registers.includes("work")
    ? "start"
    : fields.find(({ type, name }) => ["date", "moment", "dateOrMoment"].includes(type) && name !== "createdAt")?.name;
  const usual: readonly Grouping[] = day ? [{ field: day, by: "week" }] : boardGroups(fields);
  const groups = lens.groups.length > 0 ? lens.groups : usual;
  return { groups, chart: usualChart(view, groups) };
}

function RegistersPart({ writing, lens, onChange }: Omit<LensSentenceProps, "register" | "view">) {
  const all = [...builtInRegisters, ...ownRegisters(writing.values.store)];
  return (
    <SentencePart label="Registers" words={registersWords(writing, lens.registers)}>
      {() => (
        <PickList
          many
          options={all.map(({ id, title }) => [id, title])}
          chosen={lens.registers}
          onPick={(id) => {
            const next = lens.registers.includes(id)
              ? lens.registers.filter((other) => other !== id)
              : [...lens.registers, id];
            if (next.length > 0) onChange({ registers: next });
          }}
        />
      )}
    </SentencePart>
  );
}

function DonePart({ done, onChange }: { done: DoneShown; onChange: (done: DoneShown) => void }) {
  return (
    <SentencePart label="State shown" words={doneWords[done]}>
      {(close) => (
        <PickList
          options={doneShown.map((one) => [one, capital(doneWords[one])])}
          chosen={[done]}
          onPick={(one) => {
            onChange(one as DoneShown);
            close();
          }}
        />
      )}
    </SentencePart>
  );
}

function groupingWords(dated: boolean, label: string, by: DatePeriod = "day"): string {
  if (!dated) return label;
  return by === "dayOrWeekend" ? `day of ${label}, with weekends together` : `${periodWords[by]} of ${label}`;
}

interface FieldSelectProps {
  label: string;
  /** What stands there when no field is chosen. */
  empty: string;
  fields: readonly Field[];
  value: string;
  onPick: (name: string) => void;
}

function FieldSelect({ label, empty, fields, value, onPick }: FieldSelectProps) {
  return (
    <select
      className="field min-w-0 flex-1"
      aria-label={label}
      value={value}
      onChange={({ target }) => onPick(target.value)}
    >
      <option value="">{empty}</option>
      {fields.map(({ name, label: words }) => (
        <option key={name} value={name}>
          {words}
        </option>
      ))}
    </select>
  );
}

interface GroupsPartProps {
  writing: Writing;
  register: Register;
  groups: readonly Grouping[];
  onChange: (groups: readonly Grouping[]) => void;
}

function GroupsPart({ writing, register, groups, onChange }: GroupsPartProps) {
  const fields = fieldsIn(writing.values.store, register).filter(
    ({ type }) => !["dates", "longText", "title"].includes(type),
  );
  const labelOf = (name: string) => fields.find((field) => field.name === name)?.label.toLowerCase() ?? name;
  const isDated = (name: string) => {
    const field = fields.find((one) => one.name === name);
    const type = field && writing.values.typeOf(register, field, recordsIn(writing.values.store, register));
    return type === "date" || type === "range";
  };
  const words = groups.map(({ field, by }) => groupingWords(isDated(field), labelOf(field), by));
  return (
    <SentencePart label="Grouped by" words={words.join(" and ") || "not grouped"} faint={groups.length === 0}>
      {() => (
        <div className="grid gap-2">
          {groups.map((grouping, at) => (
            <div key={at} className="flex items-center gap-2">
              <FieldSelect
                label={at === 0 ? "Group by" : "Then by"}
                empty="None"
                fields={fields}
                value={grouping.field}
                onPick={(name) => onChange(name ? groups.with(at, { field: name }) : groups.toSpliced(at, 1))}
              />
              {isDated(grouping.field) && (
                <select
                  className="field"
                  aria-label="Period"
                  value={grouping.by ?? "day"}
                  onChange={({ target }) => onChange(groups.with(at, { ...grouping, by: target.value as DatePeriod }))}
                >
                  {datePeriods.map((by) => (
                    <option key={by} value={by}>
                      {periodWords[by]}
                    </option>
                  ))}
                </select>
              )}
            </div>
          ))}
          {groups.length < 2 && (
            <FieldSelect
              label={groups.length === 0 ? "Group by" : "Then by"}
              empty={groups.length === 0 ? "Group by…" : "Then by…"}
              fields={fields}
              value=""
              onPick={(name) => name && onChange([...groups, { field: name }])}
            />
          )}
        </div>
      )}
    </SentencePart>
  );
}

function SortsPart({
  fields,
  sorts,
  onChange,
}: {
  fields: readonly Field[];
  sorts: readonly Sorting[];
  onChange: (sorts: readonly Sorting[]) => void;
}) {
  const labelOf = (name: string) => fields.find((field) => field.name === name)?.label.toLowerCase() ?? name;
  const words = sorts.map(({ field, descending }) => `${labelOf(field)}${descending ? ", last first" : ""}`);
  return (
    <SentencePart label="Sorted by" words={words.join(", then ") || "not sorted"} faint={sorts.length === 0}>
      {() => (
        <div className="grid gap-2">
          {sorts.map((sorting, at) => (
            <div key={at} className="flex items-center gap-2">
              <FieldSelect
                label={at === 0 ? "Sort by" : "Then by"}
                empty="None"
                fields={fields}
                value={sorting.field}
                onPick={(name) => onChange(name ? sorts.with(at, { ...sorting, field: name }) : sorts.toSpliced(at, 1))}
              />
              <button
                className="button"
                aria-pressed={sorting.descending === true}
                onClick={() =>
                  onChange(
                    sorts.with(at, { field: sorting.field, ...(sorting.descending ? {} : { descending: true }) }),
                  )
                }
              >
                {sorting.descending ? "Descending" : "Ascending"}
              </button>
            </div>
          ))}
          <FieldSelect
            label={sorts.length === 0 ? "Sort by" : "Then by"}
            empty={sorts.length === 0 ? "Sort by…" : "Then by…"}
            fields={fields}
            value=""
            onPick={(name) => name && onChange([...sorts, { field: name }])}
          />
        </div>
      )}
    </SentencePart>
  );
}
