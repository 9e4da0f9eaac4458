"use client";
import { X } from "lucide-react";
import { useMemo, useState, type ReactNode } from "react";
import { addField, changeFieldType, convert, editField, startNames, type FieldSetting } from "@/core/shaping";
import {
  dyes,
  newId,
  ownTypes,
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
  linksTo,
  ownRegisters,
  recordsIn,
  type Register,
} from "@/core/register";
import { compileFormula } from "@/core/formula";
import type { DateText } from "@/core/time";
import { Dialog } from "@/ui/Dialog";
import { FormulaField } from "@/panels/fields/FormulaField";
import { useAct, useStore } from "@/ui/workspaceContext";
import { cellWords, type Writing } from "@/panels/fields/cells";

interface FieldDialogProps {
  writing: Writing;
  register: Register;
  /** The field to change; absent for a new one. */
  name: string | undefined;
  /** A record for which a formula is computed while one types. */
  sample: PensumRecord | undefined;
  onClose: () => void;
  onAdded: (name: string) => void;
}

const typeNames: Record<OwnType, string> = {
  text: "Text",
  longText: "Long text",
  number: "Number",
  yesNo: "Yes or no",
  choice: "Choice",
  choices: "Several choices",
  level: "Level, from most to least",
  date: "Date",
  moment: "Date and time",
  range: "Range of dates",
  minutes: "Duration",
  link: "Link to records",
  url: "Address (URL)",
  files: "Files",
  changed: "When its record last changed",
  formula: "Formula",
  summary: "Summary over links",
};

/** What a field is: its name, its type, and what belongs to the type. Nothing happens before it is confirmed. */
export function FieldDialog({ writing, register, name, sample, onClose, onAdded }: FieldDialogProps) {
  const store = useStore();
  const act = useAct();
  const before = fieldsIn(store, register).find((field) => field.name === name);
  const typeBefore = before?.follows ? "changed" : (before?.type as OwnType | undefined);
  const [title, setTitle] = useState(before?.label ?? "");
  const [type, setType] = useState<OwnType>(typeBefore ?? "text");
  const [setting, setSetting] = useState<FieldSetting>(() => settingOf(before));
  const set = (more: FieldSetting) => setSetting((known) => ({ ...known, ...more }));
  const shape: Field = {
    name: before?.name ?? "f_new",
    label: title || "This field",
    type,
    own: true,
    ...compact(setting),
  };
  const circle = useMemo(
    () => (type === "formula" || type === "summary" ? circleOf(writing, register, shape) : undefined),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [type, setting, title],
  );
  const formula = type === "formula" ? writing.values.compile(register, setting.formula ?? "") : undefined;
  const fault = formula && "fault" in formula ? formula.fault : undefined;
  const conversion =
    before && typeBefore !== type ? convert(store, before, type, setting, recordsIn(store, register)) : undefined;
  const blocked =
    title.trim() === "" ||
    Boolean(fault) ||
    Boolean(circle) ||
    (type === "summary" && !setting.summary) ||
    (type === "link" && !setting.target);
  const confirm = () => {
    const all = { ...compact(setting), title };
    if (!before) {
      const id = newId();
      if (act(addField, { register: register.id, type, setting: all, id }) === undefined) return;
      onAdded(`f_${id}`);
    } else {
      const command = conversion
        ? act(changeFieldType, { register: register.id, name: before.name, type, setting: all })
        : act(editField, { register: register.id, name: before.name, setting: all });
      if (command === undefined) return;
    }
    onClose();
  };
  return (
    <Dialog title={before ? `The field “${before.label}”` : `A new field for ${register.title}`} onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (!blocked) confirm();
        }}
      >
        <Line label="Name">
          <input className="field w-full" autoFocus value={title} onChange={({ target }) => setTitle(target.value)} />
        </Line>
        <Line label="Holds">
          <select className="field w-full" value={type} onChange={({ target }) => setType(target.value as OwnType)}>
            {ownTypes.map((one) => (
              <option key={one} value={one}>
                {typeNames[one]}
              </option>
            ))}
          </select>
        </Line>
        <TypeSettings writing={writing} register={register} type={type} setting={setting} set={set} />
        {type === "formula" && (
          <FormulaPart
            writing={writing}
            register={register}
            field={shape}
            text={setting.formula ?? ""}
            sample={sample}
            set={set}
          />
        )}
        {type === "summary" && <SummaryPart register={register} summary={setting.summary} set={set} />}
        {type !== "formula" && type !== "summary" && type !== "changed" && (
          <StartPart text={setting.start ?? ""} today={writing.today} set={set} />
        )}
        {circle && (
          <p role="alert" className="text-madder">
            This would go round in a circle: {circle.join(" needs ")}.
          </p>
        )}
        {conversion && (
          <div className="border-t border-hairline pt-2">
            <p>
              {conversion.values.size} {conversion.values.size === 1 ? "value is" : "values are"} converted
              {conversion.lost.length > 0 && (
                <b className="text-madder">
                  , {conversion.lost.length} cannot be and {conversion.lost.length === 1 ? "becomes" : "become"} empty
                </b>
              )}
              .
            </p>
            {conversion.lost.length > 0 && (
              <p className="text-ink-2">
                {conversion.lost
                  .slice(0, 5)
                  .map(({ was }) => `“${was}”`)
                  .join(", ")}
                {conversion.lost.length > 5 && " and more"}
              </p>
            )}
          </div>
        )}
        <div className="flex justify-end gap-2 pt-1">
          <button type="button" className="button" onClick={onClose}>
            Leave it
          </button>
          <button type="submit" className="button-filled disabled:opacity-40" disabled={blocked}>
            {before ? "Change the field" : "Add the field"}
          </button>
        </div>
      </form>
    </Dialog>
  );
}

function settingOf(field: Field | undefined): FieldSetting {
  if (!field) return {};
  const { options, unit, decimals, target, many, formula, summary, start } = field;
  return compact({ options, unit, decimals, target, many, formula, summary, start } as FieldSetting);
}

function compact(setting: FieldSetting): FieldSetting {
  return Object.fromEntries(
    Object.entries(setting).filter(([, value]) => value !== undefined && value !== ""),
  ) as FieldSetting;
}

function circleOf({ values }: Writing, register: Register, field: Field): readonly string[] | undefined {
  return values.circleWith(register, field);
}

function Line({ label, children }: { label: string; children: ReactNode }) {
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

function TypeSettings({ writing, register, type, setting, set }: PartProps & { writing: Writing; type: OwnType }) {
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
            placeholder="as they are"
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
        To several records
      </label>
      <p className="text-ink-2">
        From the other side, formulas and summaries follow it back as “{register.title.toLowerCase()}”.
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
          <select
            className="field"
            aria-label={`Dye of ${option.title}`}
            value={option.dye ?? ""}
            onChange={({ target }) => {
              const { dye: _, ...rest } = option;
              onChange(options.with(at, target.value ? { ...rest, dye: target.value as (typeof dyes)[number] } : rest));
            }}
          >
            <option value="">No dye</option>
            {dyes.map((dye) => (
              <option key={dye} value={dye}>
                {dye}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="button-quiet grid place-items-center"
            aria-label={`Take ${option.title} out`}
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

function FormulaPart({ writing, register, field, text, sample, set }: FormulaPartProps) {
  const { values } = writing;
  const names = useMemo(
    () => [...values.namesOf(register.id).keys()].filter((name) => name === name.toLowerCase()),
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
            `Empty for “${nameOf(sample)}”: ${explained.reason ?? "the formula comes to nothing."}`
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
  share: "Share that holds",
};

function SummaryPart({
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
    words: `${other.title} by ${field.label.toLowerCase()}`,
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
          <option value="">Choose what is summed up</option>
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
              aria-label="Way of summing up"
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
                aria-label="Field that is summed up"
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
            placeholder={way === "count" ? "all of them, or a formula" : 'state = "done"'}
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

function StartPart({ text, today, set }: { text: string; today: DateText; set: (more: FieldSetting) => void }) {
  const store = useStore();
  const compiled = text.trim() === "" ? undefined : compileFormula(text, startNames(store, today), store.clock);
  return (
    <div>
      <Line label="Starts as">
        <input
          className="field w-full"
          value={text}
          placeholder="nothing, or a formula: today(), me, open day page"
          onChange={({ target }) => set({ start: target.value })}
        />
      </Line>
      {compiled && "fault" in compiled && <p className="mt-1 text-madder">{compiled.fault.message}</p>}
    </div>
  );
}
