"use client";
import { useId, useState } from "react";
import { fieldFault, type Field } from "@/core/model";
import { fieldsIn, isComputed, type Register } from "@/core/register";
import type { Writing } from "@/panels/fields/cells";
import { FieldEditor } from "@/panels/fields/editors";
import { notify } from "@/ui/notices";

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
  const id = useId();
  const [adding, setAdding] = useState<string>();
  const all = settableFields(writing, register);
  const shown = all.filter(({ name }) => name in fields || name === adding);
  const free = all.filter((field) => !shown.includes(field));
  const set = ({ name, label }: Field, value: unknown) => {
    // An option may have been made just now.
    const field = fieldsIn(writing.values.store, register).find((one) => one.name === name);
    const fault = field ? value !== undefined && fieldFault(field, value) : `${label} is no longer there.`;
    if (fault) {
      notify({ text: `${fault} Nothing was changed.`, tone: "refused" });
      return false;
    }
    if (name === adding) setAdding(undefined);
    const rest = Object.fromEntries(Object.entries(fields).filter(([other]) => other !== name));
    onChange(value === undefined ? rest : { ...rest, [name]: value });
    return true;
  };
  return (
    <dl className="mb-3 max-w-[420px]">
      {shown.map((field) => (
        <div key={field.name} className="grid grid-cols-[130px_1fr] items-center gap-2 border-b border-hairline py-0.5">
          <dt className="text-ink-2" id={`${id}-${field.name}`}>
            {field.label}
          </dt>
          <dd>
            <FieldEditor
              field={field}
              value={fields[field.name]}
              labelledBy={`${id}-${field.name}`}
              set={(value) => set(field, value)}
              register={register.id}
            />
          </dd>
        </div>
      ))}
      {free.length > 0 && (
        <select
          className="field mt-2"
          aria-label="Set a field"
          value=""
          onChange={({ target }) => setAdding(target.value)}
        >
          <option value="">Set a field…</option>
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
