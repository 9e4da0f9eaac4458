"use client";
import { X } from "lucide-react";
import { useMemo, useState, type ReactNode } from "react";
import { startNames, type FieldSetting } from "@/core/shaping";
import {
  type Dye,
  newId,
  summaryWays,
  type Field,
  type Option,
  type OwnType,
  type PensumRecord,
  type Summary,
} from "@/core/model";
import {
  builtInRegisters,
  cellOf,
  cellType,
  fieldsIn,
  lastSign,
  linksTo,
  ownRegisters,
  type Register,
} from "@/core/register";
import { compileFormula } from "@/core/formula";
import type { DateText } from "@/core/time";
import { FormulaField } from "@/panels/fields/FormulaField";
import { useStore } from "@/ui/workspaceContext";
import { cellWords, type Writing } from "@/panels/fields/cells";
import { ColourOptions } from "@/ui/ColourOptions";

/** A line of the dialog: a name, and what is set. */
export function Line({ label, children }: { label: string; children: ReactNode }) {
  return (
    <label className="grid grid-cols-[96px_1fr] items-center gap-2">
      <span className="text-ink-2">{label}</span>
      {children}
    </label>
  );
}

interface PartProps {
  register: Register;
  setting: FieldSetting;
  set: (more: FieldSetting) => void;
}

/** What belongs to a type: its options, its unit, where it leads. */
export function TypeSettings({
  writing,
  register,
  type,
  setting,
  set,
}: PartProps & { writing: Writing; type: OwnType }) {
  const registers = [...builtInRegisters, ...ownRegisters(writing.values.store)];
  if (type === "choice" || type === "choices" || type === "level")
    return <OptionsPart options={setting.options ?? []} onChange={(options) => set({ options })} />;
  if (type === "number" || type === "formula")
    return (
      <div className="grid grid-cols-2 gap-3">
        <Line label="Unit">
          <input
            className="field w-full min-w-0"
            value={setting.unit ?? ""}
            placeholder="€, m³/s"
            onChange={({ target }) => set({ unit: target.value })}
          />
        </Line>
        <Line label="Decimals">
          <input
            className="field w-full min-w-0"
            type="number"
            min={0}
            max={10}
            value={setting.decimals ?? ""}
            placeholder="any"
            onChange={({ target }) =>
              set({
                decimals:
                  target.value === ""
                    ? (undefined as never)
                    : Math.max(0, Math.min(10, Math.trunc(Number(target.value)))),
              })
            }
          />
        </Line>
      </div>
    );
  if (type !== "link") return null;
  return (
    <>
      <Line label="Leads to">
        <select
          className="field w-full"
          value={setting.target ?? ""}
          onChange={({ target }) => set({ target: target.value })}
        >
          <option value="">Choose a register</option>
          {registers.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </Line>
      <label className="flex items-center gap-2">
        <input
          type="checkbox"
          checked={setting.many ?? false}
          onChange={({ target }) => set({ many: target.checked })}
        />
        Can link to several records
      </label>
      <p className="text-ink-2">
        In the linked records, formulas and summaries can use this link as “{register.title.toLowerCase()}”.
      </p>
    </>
  );
}

function OptionsPart({
  options,
  onChange,
}: {
  options: readonly Option[];
  onChange: (options: readonly Option[]) => void;
}) {
  const [fresh, setFresh] = useState("");
  const add = () => {
    const title = fresh.trim();
    if (title === "" || options.some((option) => option.title.toLowerCase() === title.toLowerCase())) return;
    onChange([...options, { id: newId(), title }]);
    setFresh("");
  };
  return (
    <div role="group" aria-label="Choices" className="grid gap-1">
      {options.map((option, at) => (
        <div key={option.id} className="flex items-center gap-2">
          {option.dye ? <i className="diamond" data-dye={option.dye} /> : <i className="size-2 flex-none" />}
          <input
            className="field min-w-0 flex-1"
            aria-label={`Choice ${at + 1}`}
            value={option.title}
            onChange={({ target }) => onChange(options.with(at, { ...option, title: target.value }))}
          />
          <input
            className="field w-11"
            aria-label={`Icon of ${option.title}`}
            title="Icon, such as an emoji"
            placeholder="icon"
            value={option.icon ?? ""}
            onChange={({ target }) => {
              const { icon: _, ...rest } = option;
              const icon = lastSign(target.value);
              onChange(options.with(at, icon ? { ...rest, icon } : rest));
            }}
          />
          <select
            className="field"
            aria-label={`Colour of ${option.title}`}
            value={option.dye ?? ""}
            onChange={({ target }) => {
              const { dye: _, ...rest } = option;
              onChange(options.with(at, target.value ? { ...rest, dye: target.value as Dye } : rest));
            }}
          >
            <option value="">No colour</option>
            <ColourOptions />
          </select>
          <button
            type="button"
            className="button-quiet grid place-items-center"
            aria-label={`Remove ${option.title}`}
            onClick={() => onChange(options.toSpliced(at, 1))}
          >
            <X size={13} aria-hidden />
          </button>
        </div>
      ))}
      <div className="flex items-center gap-2">
        <i className="size-2 flex-none" />
        <input
          className="field min-w-0 flex-1"
          aria-label="A new choice"
          placeholder="A new choice"
          value={fresh}
          onChange={({ target }) => setFresh(target.value)}
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            event.preventDefault();
            add();
          }}
          onBlur={add}
        />
      </div>
    </div>
  );
}

interface FormulaPartProps {
  writing: Writing;
  register: Register;
  field: Field;
  text: string;
  sample: PensumRecord | undefined;
  set: (more: FieldSetting) => void;
}

/** A formula, with what it comes to for a record as one types. */
export function FormulaPart({ writing, register, field, text, sample, set }: FormulaPartProps) {
  const { values } = writing;
  const names = useMemo(
    () =>
      [...values.namesOf(register.id)].flatMap(([name, { isFormer }]) =>
        isFormer || name !== name.toLowerCase() ? [] : [name],
      ),
    [values, register],
  );
  const compiled = values.compile(register, text);
  const fault = "fault" in compiled ? compiled.fault : undefined;
  const explained = "fault" in compiled || !sample ? undefined : compiled.explain(sample);
  const { cell, type } = explained ? cellOf(explained.value) : { cell: undefined, type: "text" as const };
  return (
    <div>
      <FormulaField
        label="Formula"
        text={text}
        hint='last paid + duration("P1M")'
        names={names}
        fault={text === "" ? undefined : fault}
        onChange={(formula) => set({ formula })}
      />
      <p className="mt-1 min-h-5 text-ink-2" role="status">
        {fault && text !== "" ? (
          <span className="text-madder">{fault.message}</span>
        ) : explained && sample ? (
          explained.value === null ? (
            `Empty for “${nameOf(sample)}”: ${explained.reason ?? "the formula has no result."}`
          ) : (
            `${cellWords(writing, field, type, cell)}, for “${nameOf(sample)}”`
          )
        ) : (
          `Fields: ${names.slice(0, 6).join(", ")} …`
        )}
      </p>
    </div>
  );
}

function nameOf(record: PensumRecord): string {
  return "title" in record ? record.title : "date" in record ? record.date : "";
}

const wayNames: Record<(typeof summaryWays)[number], string> = {
  count: "How many",
  sum: "Sum of",
  average: "Average of",
  earliest: "Earliest of",
  latest: "Latest of",
  share: "Share that meets a condition",
};

/** What is summed up, over which links, and how. */
export function SummaryPart({
  register,
  summary,
  set,
}: {
  register: Register;
  summary: Summary | undefined;
  set: (more: FieldSetting) => void;
}) {
  const store = useStore();
  const back = linksTo(store, register.id).map(({ register: other, field }) => ({
    key: `${other.id}.${field.name}`,
    words: `${other.title} linked by ${field.label.toLowerCase()}`,
    other,
    summary: { register: other.id, link: field.name },
  }));
  const forward = fieldsIn(store, register)
    .filter((field) => field.target)
    .flatMap((field) => {
      const other = [...builtInRegisters, ...ownRegisters(store)].find(({ id }) => id === field.target);
      return other
        ? [
            {
              key: `>${field.name}`,
              words: `${field.label} of this record`,
              other,
              summary: { register: other.id, link: field.name, forward: true },
            },
          ]
        : [];
    });
  const all = [...back, ...forward];
  const keyOf = (one: Summary | undefined) => one && (one.forward ? `>${one.link}` : `${one.register}.${one.link}`);
  const chosen = all.find(({ key }) => key === keyOf(summary));
  const way = summary?.way ?? "count";
  const fits = (field: Field) => {
    const type = cellType(field);
    if (way === "share" || way === "count") return type === "yesNo";
    if (way === "earliest" || way === "latest")
      return type === "date" || field.type === "formula" || field.type === "summary";
    return type === "number" || type === "minutes" || field.type === "formula" || field.type === "summary";
  };
  return (
    <>
      <Line label="Over">
        <select
          className="field w-full"
          value={chosen?.key ?? ""}
          onChange={({ target }) => {
            const next = all.find(({ key }) => key === target.value);
            if (next) set({ summary: { ...next.summary, way } });
          }}
        >
          <option value="">Choose the records to summarise</option>
          {all.map(({ key, words }) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </select>
      </Line>
      {chosen && summary && (
        <Line label="As">
          <span className="flex gap-2">
            <select
              className="field min-w-0 flex-1"
              aria-label="Calculation"
              value={way}
              onChange={({ target }) => {
                const { of: _, ...rest } = summary;
                set({ summary: { ...rest, way: target.value as Summary["way"] } });
              }}
            >
              {summaryWays.map((one) => (
                <option key={one} value={one}>
                  {wayNames[one]}
                </option>
              ))}
            </select>
            {way !== "count" && way !== "share" && (
              <select
                className="field min-w-0 flex-1"
                aria-label="Field to summarise"
                value={summary.of ?? ""}
                onChange={({ target }) => set({ summary: { ...summary, of: target.value } })}
              >
                <option value="">Choose a field</option>
                {fieldsIn(store, chosen.other)
                  .filter(fits)
                  .map(({ name, label }) => (
                    <option key={name} value={name}>
                      {label}
                    </option>
                  ))}
              </select>
            )}
          </span>
        </Line>
      )}
      {chosen && summary && (way === "count" || way === "share") && (
        <Line label={way === "count" ? "Only where" : "Holds where"}>
          <input
            className="field w-full"
            placeholder={way === "count" ? "all records, or a formula" : 'state = "done"'}
            defaultValue={summary.of ?? ""}
            onBlur={({ target }) => {
              const { of: _, ...rest } = summary;
              set({ summary: target.value.trim() === "" ? rest : { ...rest, of: target.value.trim() } });
            }}
          />
        </Line>
      )}
    </>
  );
}

/** What a new record starts with. */
export function StartPart({ text, today, set }: { text: string; today: DateText; set: (more: FieldSetting) => void }) {
  const store = useStore();
  const compiled = text.trim() === "" ? undefined : compileFormula(text, startNames(store, today), store.clock);
  return (
    <div>
      <Line label="Starts as">
        <input
          className="field w-full"
          value={text}
          placeholder="none, or a formula: today(), me, open day page"
          onChange={({ target }) => set({ start: target.value })}
        />
      </Line>
      {compiled && "fault" in compiled && <p className="mt-1 text-madder">{compiled.fault.message}</p>}
    </div>
  );
}
