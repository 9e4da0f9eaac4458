"use client";
import { Popover } from "radix-ui";
import { useState, type PointerEvent, type ReactNode } from "react";
import { editField, editRegister, removeField } from "@/core/shaping";
import type { DoneMark, Field, TotalWay } from "@/core/model";
import { totalsOf, type LensDraft, type LensField } from "@/core/lens";
import { fieldValues, type Register } from "@/core/register";
import { TypedField } from "@/ui/TypedField";
import { notify } from "@/ui/notices";
import { useAct, useStore } from "@/ui/workspaceContext";
import { totalWords } from "./lensWords";

interface FieldMenuProps {
  register: Register;
  lens: LensDraft;
  column: { readonly field: string; readonly of: LensField };
  onChange: (setting: Partial<LensDraft>) => void;
  onEditField: (name: string) => void;
  /** A press that may become a pull of the column. */
  onDrag?: (event: PointerEvent<HTMLElement>) => void;
  children: ReactNode;
}

/** What can be done with a column: sort, group, add up, move, hide, rename, change, remove. */
export function FieldMenu({ register, lens, column, onChange, onEditField, onDrag, children }: FieldMenuProps) {
  const [open, setOpen] = useState(false);
  const act = useAct();
  const { field, type } = column.of;
  const at = lens.shown.findIndex((shown) => shown.field === column.field);
  const shown = lens.shown[at];
  const then = (change: () => void) => () => {
    change();
    setOpen(false);
  };
  const move = (step: 1 | -1) =>
    then(() => {
      const without = lens.shown.toSpliced(at, 1);
      if (shown) onChange({ shown: without.toSpliced(Math.max(0, at + step), 0, shown) });
    });
  const sort = (descending: boolean) =>
    then(() =>
      onChange({
        sorts: [
          { field: field.name, ...(descending ? { descending: true } : {}) },
          ...lens.sorts.filter((other) => other.field !== field.name),
        ],
      }),
    );
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger className="head-button" aria-label={`Field ${field.label}`} onPointerDown={onDrag}>
        {children}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="start"
          collisionPadding={10}
          aria-label={field.label}
          className="z-40 w-60 border border-rule bg-sheet p-2"
        >
          <div className="mb-1.5 px-1">
            <TypedField
              label="Name of the field"
              text={field.label}
              commit={(title) => act(editField, { register: register.id, name: field.name, setting: { title } })}
            />
          </div>
          {field.name === "title" && register.own && <TitleFormula register={register} />}
          <MenuButton onClick={sort(false)}>Sort ascending</MenuButton>
          <MenuButton onClick={sort(true)}>Sort descending</MenuButton>
          <MenuButton onClick={then(() => onChange({ groups: [{ field: field.name }] }))}>Group by this</MenuButton>
          <label className="flex min-h-7 items-center justify-between gap-2 px-2">
            Total
            <select
              className="field py-0"
              value={shown?.total ?? ""}
              onChange={({ target }) => {
                const { total: _, ...rest } = shown ?? { field: field.name };
                const total = target.value as TotalWay;
                onChange({ shown: lens.shown.with(at, target.value ? { ...rest, total } : rest) });
              }}
            >
              <option value="">None</option>
              {totalsOf(type).map((way) => (
                <option key={way} value={way}>
                  {totalWords[way]}
                </option>
              ))}
            </select>
          </label>
          {register.own && <MeansDone register={register} field={field} />}
          <hr className="my-1.5 border-hairline" />
          <MenuButton onClick={move(-1)} disabled={at <= 0}>
            Move left
          </MenuButton>
          <MenuButton onClick={move(1)} disabled={at === lens.shown.length - 1}>
            Move right
          </MenuButton>
          <MenuButton onClick={then(() => onChange({ shown: lens.shown.toSpliced(at, 1) }))}>
            Hide in this lens
          </MenuButton>
          {field.own && (
            <>
              <hr className="my-1.5 border-hairline" />
              <MenuButton onClick={then(() => onEditField(field.name))}>Edit field</MenuButton>
              <MenuButton
                onClick={then(() => {
                  act(removeField, { register: register.id, name: field.name });
                })}
              >
                Delete field
              </MenuButton>
            </>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** What the titles of a register are built from: a formula over its other fields; empty where they are typed. */
function TitleFormula({ register }: { register: Register }) {
  const act = useAct();
  const store = useStore();
  const commit = (text: string) => {
    const formula = text.trim();
    const compiled = formula === "" ? undefined : fieldValues(store).compile(register, formula);
    if (compiled && "fault" in compiled)
      return notify({ text: `${compiled.fault.message} Nothing was changed.`, tone: "refused" });
    act(editRegister, { id: register.id, fields: { titleFormula: formula === "" ? undefined : formula } });
  };
  return (
    <label className="mb-1.5 grid gap-0.5 px-1">
      <span className="text-small text-ink-2">Title formula</span>
      <TypedField hint='place + ", " + string(date)' text={register.own?.titleFormula ?? ""} commit={commit} />
    </label>
  );
}

/** Whether a field of yes or no, or which option of a choice, means that a record is done; it can be ticked everywhere then. */
function MeansDone({ register, field }: { register: Register; field: Field }) {
  const act = useAct();
  const mark = register.own?.done;
  const isHere = mark?.field === field.name;
  const set = (done: DoneMark | undefined) => act(editRegister, { id: register.id, fields: { done } });
  if (field.type === "yesNo")
    return (
      <label className="flex min-h-7 items-center gap-2 px-2">
        <input
          type="checkbox"
          className="size-4 accent-[var(--woad)]"
          checked={isHere}
          onChange={() => set(isHere ? undefined : { field: field.name })}
        />
        Means done
      </label>
    );
  if (field.type !== "choice" && field.type !== "level") return null;
  return (
    <label className="flex min-h-7 items-center justify-between gap-2 px-2">
      Means done
      <select
        className="field py-0"
        value={isHere ? (mark.option ?? "") : ""}
        onChange={({ target }) => set(target.value === "" ? undefined : { field: field.name, option: target.value })}
      >
        <option value="">None</option>
        {field.options?.map(({ id, title }) => (
          <option key={id} value={id}>
            {title}
          </option>
        ))}
      </select>
    </label>
  );
}

export function MenuButton({
  children,
  onClick,
  disabled = false,
}: {
  children: ReactNode;
  onClick: () => void;
  disabled?: boolean;
}) {
  return (
    <button
      className="flex min-h-7 w-full items-center rounded-[3px] px-2 text-left hover:bg-sunk disabled:opacity-40"
      disabled={disabled}
      onClick={onClick}
    >
      {children}
    </button>
  );
}
