"use client";
import { useCallback, useMemo, useSyncExternalStore } from "react";
import { fetchBack, fetchFieldBack, fieldsThatDiffer, partsOf } from "@/core/commands/fetchBack";
import { Refusal, valueIn, type Field, type PensumRecord } from "@/core/model";
import { fieldValues, findRegister, registerOf, type Cell } from "@/core/register";
import type { Command } from "@/core/store";
import { dateOf } from "@/core/time";
import type { Past } from "@/data/workspace";
import { cellWords } from "@/panels/fields/cells";
import { notify } from "@/ui/notices";
import { useStore, useTimeStyle } from "@/ui/workspaceContext";

const mostLetters = 80;

/** What of a record is different now, each field to be fetched back by itself, and all of it. */
export function FetchBack({ past: { present, moment }, record }: { past: Past; record: PensumRecord }) {
  const { store } = present;
  const then = useStore();
  const style = useTimeStyle();
  const subscribe = useCallback((listener: () => void) => store.subscribe(record.id, listener), [store, record.id]);
  const now = useSyncExternalStore(subscribe, () => store.get(record.id));
  const date = dateOf(moment);
  const today = dateOf(store.clock.now());
  const others = useMemo(() => (now ? fieldsThatDiffer(store, record, now) : []), [store, record, now]);
  if (!("id" in record) || record.kind === "settings" || record.kind === "clock") return null;
  const act = <Input,>(command: Command<Input>, input: Input) => {
    try {
      notify({ text: `${store.act(command, input).said}. Undo stands in the present.` });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      notify({ text: error.message, tone: "refused" });
    }
  };
  const written = (field: Field, of: PensumRecord) => {
    const register = findRegister(store, registerOf(record) ?? "");
    const cell = valueIn(of, field.name) as Cell;
    if (cell === undefined || cell === "") return "nothing";
    const values = fieldValues(store);
    const type = register && field.name !== "text" ? values.typeOf(register, field, [of]) : "text";
    const text = cellWords({ values, style, today }, field, type, cell);
    return text.length > mostLetters ? `${text.slice(0, mostLetters).trimEnd()} …` : text;
  };
  return (
    <section aria-label="Since then" className="mb-4 border-t border-rule pt-2">
      <h4 className="mb-1 font-semibold text-ink-2">Since then</h4>
      {!now && <p>This was deleted.</p>}
      {now && others.length === 0 && <p className="text-ink-2">Nothing of it was changed.</p>}
      <ul>
        {others.map((field) => (
          <li key={field.name} className="flex items-center gap-3 border-b border-hairline py-1">
            <span className="min-w-0 flex-1 break-words">
              {field.label}: {written(field, record)}, now {now && written(field, now)}
            </span>
            <button
              className="button flex-none"
              aria-label={`Fetch ${field.label.toLowerCase()} back`}
              onClick={() => act(fetchFieldBack, { record, field: field.name, label: field.label, from: date })}
            >
              Fetch back
            </button>
          </li>
        ))}
      </ul>
      {(!now || others.length > 1) && (
        <button
          className="button mt-2"
          onClick={() => act(fetchBack, { record, from: date, parts: now ? [] : partsOf(then.records(), record) })}
        >
          {now ? "Fetch all of it back" : "Fetch it back"}
        </button>
      )}
    </section>
  );
}
