"use client";
import { Check } from "lucide-react";
import { memo } from "react";
import type { Field, PensumRecord, Theme } from "@/core/model";
import { isAddress } from "@/core/model";
import { findRegister, isDone, optionsOf, registerOf, type Cell, type CellType } from "@/core/register";
import { cellWords, saysLate, type Writing } from "@/panels/fields/cells";
import { useStore } from "@/ui/workspaceContext";

interface CellContentProps {
  writing: Writing;
  record: PensumRecord;
  field: Field;
  type: CellType;
  cell: Cell;
}

/** A cell as it is read: words, with the dye of what it is where that has one. */
export const CellContent = memo(function CellContent({ writing, record, field, type, cell }: CellContentProps) {
  const { clock } = useStore();
  if (field.type === "yesNo" && !field.kept)
    return (
      <span
        data-tick=""
        role="checkbox"
        aria-checked={cell === true}
        aria-label={field.label}
        className={`tick-box ${cell === true ? "is-ticked" : ""}`}
      >
        {cell === true && <Check size={12} aria-hidden />}
      </span>
    );
  if (cell === undefined || cell === "") {
    const reason = field.type === "formula" ? reasonOf(writing, record, field) : undefined;
    return reason ? (
      <span title={reason} className="text-ink-3" aria-label={`Empty: ${reason}`}>
        –
      </span>
    ) : null;
  }
  const words = cellWords(writing, field, type, cell);
  const dye = dyeOf(writing, field, type, cell);
  const late = saysLate(record, field, cell, clock.now());
  const struck =
    field.name === "title" &&
    ("state" in record
      ? record.state === "done" || record.state === "dropped"
      : record.kind === "row" && isDone(writing.values.store, record) === true);
  return (
    <>
      {dye && <i className="diamond mr-1.5" data-dye={dye} />}
      <span className={late ? "font-semibold text-madder" : struck ? "text-ink-3 line-through" : ""}>
        {field.type === "url" && isAddress(words) ? (
          <a className="link" href={words} target="_blank" rel="noreferrer noopener" tabIndex={-1}>
            {words.replace(/^https?:\/\//, "")}
          </a>
        ) : (
          words
        )}
        {late && <span className="sr-only">, late</span>}
      </span>
    </>
  );
});

function reasonOf({ values }: Writing, record: PensumRecord, field: Field): string | undefined {
  const register = findRegister(values.store, registerOf(record) ?? "");
  return register && values.reasonOf(register, field, record);
}

/** The dye of a theme, or of an option that has one. */
export function dyeOf({ values }: Writing, field: Field, type: CellType, cell: Cell): string | undefined {
  if (type === "link") return (values.store.get(cell as string) as Theme | undefined)?.dye;
  if (field.type === "dye") return cell as string;
  const id = type === "option" ? (cell as string) : undefined;
  return id === undefined
    ? undefined
    : optionsOf(field, values.settings.priorities).find((option) => option.id === id)?.dye;
}
