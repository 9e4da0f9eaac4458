"use client";
import { useState } from "react";
import type { Field } from "@/core/model";
import { cellType, fieldsIn, isComputed, readText, textOfCell, type Cell, type Register } from "@/core/register";
import { dayFirst } from "@/ui/locale";
import { notify } from "@/ui/notices";
import { OfferedField } from "@/ui/OfferedField";
import { choicesOf, type Writing } from "@/panels/fields/cells";

interface GivenFieldsProps {
  writing: Writing;
  register: Register;
  fields: Readonly<Record<string, unknown>>;
  onChange: (fields: Readonly<Record<string, unknown>>) => void;
}

/** Fields that can be given a value by hand. */
export function settableFields({ values }: Writing, register: Register): readonly Field[] {
  return fieldsIn(values.store, register).filter(
    (field) => !field.kept && !isComputed(field) && field.name !== "title" && field.type !== "dates",
  );
}

/** The fields that everything made here is given, each with its value. */
export function GivenFields({ writing, register, fields, onChange }: GivenFieldsProps) {
  const [adding, setAdding] = useState<string>();
  const all = settableFields(writing, register);
  const shown = all.filter(({ name }) => name in fields || name === adding);
  const free = all.filter((field) => !shown.includes(field));
  const set = (field: Field, typed: string) => {
    const read = readText({ values: writing.values, today: writing.today, dayFirst: dayFirst() }, field, typed);
    if ("fault" in read) return notify({ text: read.fault, tone: "refused" });
    if (field.name === adding) setAdding(undefined);
    const rest = Object.fromEntries(Object.entries(fields).filter(([name]) => name !== field.name));
    onChange(read.value === undefined ? rest : { ...rest, [field.name]: read.value });
  };
  return (
    <dl className="mb-3 max-w-[420px]">
      {shown.map((field) => (
        <div key={field.name} className="grid grid-cols-[130px_1fr] items-center gap-2 border-b border-hairline py-0.5">
          <dt className="text-ink-2">{field.label}</dt>
          <dd>
            <ValueField
              writing={writing}
              field={field}
              text={textOfCell(writing.values, field, cellType(field), fields[field.name] as Cell)}
              commit={(typed) => set(field, typed)}
            />
          </dd>
        </div>
      ))}
      {free.length > 0 && (
        <select
          className="field mt-2"
          aria-label="Give it a field"
          value=""
          onChange={({ target }) => setAdding(target.value)}
        >
          <option value="">Give it a field …</option>
          {free.map(({ name, label }) => (
            <option key={name} value={name}>
              {label}
            </option>
          ))}
        </select>
      )}
    </dl>
  );
}

interface ValueFieldProps {
  writing: Writing;
  field: Field;
  text: string;
  commit: (typed: string) => void;
}

/** A value as it is typed, with the choices that the field has. */
export function ValueField({ writing, field, text, commit }: ValueFieldProps) {
  return <OfferedField label={field.label} text={text} choices={choicesOf(writing.values, field)} commit={commit} />;
}
