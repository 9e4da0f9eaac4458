"use client";
import { useState } from "react";
import type { Comparison, Condition, Field } from "@/core/model";
import { comparisonsFor, isAlone } from "@/core/lens";
import { fieldsIn, isOffered, readText, recordsIn, textOfCell, type CellType, type Register } from "@/core/register";
import { TypedField } from "@/ui/TypedField";
import { comparisonWords } from "./lensWords";
import { PickList } from "@/ui/SentencePart";
import type { Writing } from "@/panels/fields/cells";
import { useOffers } from "@/panels/fields/offering";
import { Combobox } from "@/ui/Combobox";
import { dateText } from "@/core/time";
import { dayFirst } from "@/ui/locale";

type FieldCondition = Extract<Condition, { field: string }>;

interface ConditionFormProps {
  writing: Writing;
  register: Register;
  condition: Condition;
  onChange: (condition: Condition) => void;
  onRemove: () => void;
}

/** A condition, said piece by piece: which field, how it compares, with what; and what else may hold instead. */
export function ConditionForm(props: ConditionFormProps) {
  const { condition, onChange, onRemove } = props;
  const inner = "not" in condition ? condition.not : condition;
  const change = (next: Condition) => onChange("not" in condition ? { not: next } : next);
  const parts = "any" in inner ? inner.any : [inner];
  const changePart = (at: number, part: Condition | undefined) => {
    const next = part ? parts.with(at, part) : parts.toSpliced(at, 1);
    if (next.length === 0) onRemove();
    else change(next.length === 1 ? (next[0] as Condition) : { any: next });
  };
  const last = parts[parts.length - 1] as Condition;
  return (
    <div className="grid w-[300px] gap-2">
      {parts.map((part, at) => (
        <div key={at} className={at > 0 ? "grid gap-2 border-t border-rule pt-2" : "grid gap-2"}>
          {at > 0 && <span className="text-ink-2">or</span>}
          <OnePart {...props} condition={part} onChange={(next) => changePart(at, next)} />
          {parts.length > 1 && (
            <button className="button-quiet justify-self-start" onClick={() => changePart(at, undefined)}>
              Remove this part
            </button>
          )}
        </div>
      ))}
      <div className="mt-1 flex flex-wrap gap-1 border-t border-hairline pt-2">
        <button className="button-quiet" onClick={() => change({ any: [...parts, last] })}>
          Add an alternative
        </button>
        <button
          className="button-quiet"
          onClick={() => onChange("not" in condition ? condition.not : { not: condition })}
        >
          {"not" in condition ? "Undo invert" : "Invert"}
        </button>
        <button className="button-quiet text-madder" onClick={onRemove}>
          Remove condition
        </button>
      </div>
    </div>
  );
}

function OnePart({ writing, register, condition, onChange }: Omit<ConditionFormProps, "onRemove">) {
  const fields = fieldsIn(writing.values.store, register).filter((field) => field.type !== "dates");
  if ("feel" in condition)
    return <FeelPart writing={writing} register={register} text={condition.feel} onChange={onChange} />;
  if (!("field" in condition))
    return (
      <p className="text-ink-2">
        {"these" in condition
          ? "Chosen one by one, whatever their fields say."
          : "This part was written elsewhere and can be removed here."}
      </p>
    );
  const field = fields.find((one) => one.name === condition.field) ?? (fields[0] as Field);
  const type = writing.values.typeOf(register, field, recordsIn(writing.values.store, register));
  const offered = comparisonsFor(field, type);
  return (
    <>
      <select
        className="field"
        aria-label="Field"
        value={field.name}
        onChange={({ target }) => {
          if (target.value === "feel") return onChange({ feel: "" });
          const next = fields.find((one) => one.name === target.value) as Field;
          onChange(freshCondition(writing, register, next));
        }}
      >
        {fields.map((one) => (
          <option key={one.name} value={one.name}>
            {one.label}
          </option>
        ))}
        <option value="feel">A formula</option>
      </select>
      <select
        className="field"
        aria-label="Comparison"
        value={condition.is}
        onChange={({ target }) => onChange(withComparison(condition, target.value as Comparison, type))}
      >
        {offered.map((is) => (
          <option key={is} value={is}>
            {comparisonWords(is, type)}
          </option>
        ))}
      </select>
      {!isAlone(condition.is) && (
        <ConditionValue
          writing={writing}
          register={register}
          field={field}
          type={type}
          condition={condition}
          onChange={onChange}
        />
      )}
    </>
  );
}

/** What a condition on a field starts with. */
export function freshCondition({ values }: Writing, register: Register, field: Field): FieldCondition {
  const type = values.typeOf(register, field, recordsIn(values.store, register));
  const [is] = comparisonsFor(field, type);
  return withComparison(
    { field: field.name, is: is as Comparison },
    type === "date" ? "before" : (is as Comparison),
    type,
  );
}

/** A date is compared with a word that goes along with the days, until a fixed one is asked for. */
function withComparison(condition: FieldCondition, is: Comparison, type: CellType): FieldCondition {
  const { field, value } = condition;
  if (isAlone(is)) return { field, is };
  if (is === "oneOf" || is === "noneOf") return { field, is, value: Array.isArray(value) ? value : [] };
  if (is === "withinNext" || is === "withinLast") return { field, is, value: typeof value === "number" ? value : 7 };
  if (is === "aboveField") return { field, is, value: "estimateMinutes" };
  if (type === "date" || type === "range") return { field, is, value: typeof value === "string" ? value : "today" };
  if (type === "yesNo") return { field, is, value: value !== false };
  if (type === "number" || type === "minutes") return { field, is, value: typeof value === "number" ? value : 0 };
  return { field, is, value: Array.isArray(value) ? String(value[0] ?? "") : ((value as string | undefined) ?? "") };
}

/** Dates that go along with the days. */
const dateWords: readonly string[] = ["today", "tomorrow", "yesterday"];

interface ConditionValueProps {
  writing: Writing;
  register: Register;
  field: Field;
  type: CellType;
  condition: FieldCondition;
  onChange: (condition: Condition) => void;
}

function ConditionValue({ writing, register, field, type, condition, onChange }: ConditionValueProps) {
  const { values, today } = writing;
  const [fault, setFault] = useState<string>();
  const set = (value: FieldCondition["value"] & {}) => {
    setFault(undefined);
    onChange({ ...condition, value });
  };
  if (condition.is === "aboveField") {
    const others = fieldsIn(values.store, register).filter(
      (other) => other !== field && values.typeOf(register, other, recordsIn(values.store, register)) === type,
    );
    return (
      <PickList
        options={others.map(({ name, label }) => [name, label])}
        chosen={[String(condition.value)]}
        onPick={set}
      />
    );
  }
  if (type === "yesNo")
    return (
      <PickList
        options={[
          ["yes", "Yes"],
          ["no", "No"],
        ]}
        chosen={[condition.value === true ? "yes" : "no"]}
        onPick={(id) => set(id === "yes")}
      />
    );
  if (isOffered(field) || field.type === "files")
    return <OfferedValue writing={writing} field={field} value={condition.value} onChange={(value) => set(value)} />;
  const isCount = condition.is === "withinNext" || condition.is === "withinLast";
  const isDate = (type === "date" || type === "range") && !isCount;
  const text =
    isCount || isDate || type === "text"
      ? String(condition.value ?? "")
      : textOfCell(values, field, type, condition.value as number);
  const commit = (typed: string) => {
    if (type === "text") return set(typed);
    if (isDate && dateWords.includes(typed.trim().toLowerCase())) return set(typed.trim().toLowerCase());
    const plain: Field = {
      name: "",
      label: "The value",
      type: isCount ? "number" : isDate ? "date" : type === "minutes" ? "minutes" : "number",
    };
    const read = readText({ values, today, dayFirst: dayFirst() }, plain, typed);
    if ("fault" in read) setFault(read.fault);
    else if (read.value !== undefined) set(read.value as string | number);
  };
  const isFixed = isDate && !dateWords.includes(text);
  return (
    <>
      {isDate && (
        <PickList
          options={dateWords.map((word) => [word, word] as const)}
          chosen={isFixed ? [] : [text]}
          onPick={set}
        />
      )}
      <TypedField
        label="Value"
        text={isFixed ? dateText(text.slice(0, 10), "day", writing.style) : text}
        hint={isDate ? "today, or a date" : isCount ? "7" : ""}
        commit={commit}
      />
      {isFixed && <p className="text-small text-ink-2">A fixed date: it stays the same as days go by.</p>}
      {fault && (
        <p role="alert" className="text-madder">
          {fault}
        </p>
      )}
    </>
  );
}

interface OfferedValueProps {
  writing: Writing;
  field: Field;
  value: FieldCondition["value"];
  onChange: (value: string | readonly string[]) => void;
}

const mostListed = 12;

/** One or several of what a field can be: a short list whole, of a long one what is chosen, and more as one types. */
function OfferedValue({ writing, field, value, onChange }: OfferedValueProps) {
  const isMany = Array.isArray(value);
  const chosen = isMany ? (value as readonly string[]) : value === undefined || value === "" ? [] : [String(value)];
  const { held, ...offered } = useOffers(writing, field, chosen);
  const all = offered.offers("");
  const isLong = all.length > mostListed;
  const pick = (id: string) => {
    if (!isMany) return onChange(id);
    onChange(chosen.includes(id) ? chosen.filter((other) => other !== id) : [...chosen, id]);
  };
  return (
    <div className="grid gap-2">
      <PickList
        many={isMany}
        options={(isLong ? held : all).map(({ id, title }) => [id, title])}
        chosen={chosen}
        onPick={pick}
      />
      {isLong && (
        <Combobox
          {...offered}
          many={false}
          label={`${isMany ? "Another" : "Which"} ${field.label.toLowerCase()}`}
          hint={isMany ? "Another" : "Which"}
          text=""
          onTake={({ ids, step }) => {
            const [id] = ids ?? [];
            if (id === undefined || (step === "leave" && chosen.includes(id))) return false;
            if (!chosen.includes(id)) pick(id);
            return true;
          }}
        />
      )}
    </div>
  );
}

function FeelPart({
  writing,
  register,
  text,
  onChange,
}: {
  writing: Writing;
  register: Register;
  text: string;
  onChange: (condition: Condition) => void;
}) {
  const compiled = text === "" ? undefined : writing.values.compile(register, text);
  return (
    <>
      <TypedField
        label="Formula"
        text={text}
        hint='estimate > duration("PT1H")'
        commit={(feel) => onChange({ feel })}
      />
      {compiled && "fault" in compiled && (
        <p role="alert" className="text-madder">
          {compiled.fault.message}
        </p>
      )}
    </>
  );
}
