"use client";
import { Popover } from "radix-ui";
import { useState, type ReactNode } from "react";
import { editField, removeField } from "@/core/shaping";
import type { TotalWay } from "@/core/model";
import { totalsOf, type LensDraft, type LensField } from "@/core/lens";
import type { Register } from "@/core/register";
import { TypedField } from "@/ui/TypedField";
import { useAct } from "@/ui/workspaceContext";
import { totalWords } from "./lensWords";

interface FieldMenuProps {
  register: Register;
  lens: LensDraft;
  column: { readonly field: string; readonly of: LensField };
  onChange: (setting: Partial<LensDraft>) => void;
  onEditField: (name: string) => void;
  children: ReactNode;
}

/** What can be done with a column: sort, group, add up, move, hide, rename, change, remove. */
export function FieldMenu({ register, lens, column, onChange, onEditField, children }: FieldMenuProps) {
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
      <Popover.Trigger className="head-button" aria-label={`Field ${field.label}`}>
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
          <MenuButton onClick={sort(false)}>Sort from first to last</MenuButton>
          <MenuButton onClick={sort(true)}>Sort from last to first</MenuButton>
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
              <MenuButton onClick={then(() => onEditField(field.name))}>Change the field</MenuButton>
              <MenuButton
                onClick={then(() => {
                  act(removeField, { register: register.id, name: field.name });
                })}
              >
                Remove the field
              </MenuButton>
            </>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
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
