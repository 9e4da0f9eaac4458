"use client";
import { useCallback, useId } from "react";
import { editRecord } from "@/core/commands";
import type { Field, PensumRecord } from "@/core/model";
import { fieldValues, findRegister, isComputed, registerOf } from "@/core/register";
import { dateOf, type DateText } from "@/core/time";
import { dayAddress, goTo, openRecord } from "@/ui/navigation";
import { useAct, useComputed, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { Why } from "../why/Why";
import { cellWords } from "./cells";
import { FieldEditor } from "./editors";

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
  const store = useStore();
  const value = (record as unknown as Record<string, unknown>)[field.name];
  const set = (next: unknown) =>
    onSet?.({ [field.name]: next }) ?? act(editRecord, { id: record.id, fields: { [field.name]: next } }) !== undefined;
  return (
    <div className="grid min-h-9 grid-cols-[96px_1fr] items-center gap-2 border-b border-hairline py-1">
      <dt className="text-ink-2" id={id}>
        {field.label}
      </dt>
      <dd className="min-w-0">
        {field.kept || isComputed(field) || store.isSealed ? (
          <KeptValue field={field} record={record} labelledBy={id} />
        ) : (
          <FieldEditor
            field={field}
            value={value}
            labelledBy={id}
            set={set}
            record={record}
            register={registerOf(record)}
          />
        )}
      </dd>
    </div>
  );
}

/** What Pensum keeps or computes: shown, with the reason where there is nothing. */
function KeptValue({ field, record, labelledBy }: FieldRowProps & { labelledBy: string }) {
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
      ) : isComputed(field) ? (
        <Why of={{ what: "field", record, field }}>{cellWords({ values, style, today }, field, type, cell)}</Why>
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
