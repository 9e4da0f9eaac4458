"use client";
import { ChevronLeft, ChevronRight, X } from "lucide-react";
import { useState } from "react";
import { editLens, orderLenses } from "@/core/shaping";
import type { Id, Lens } from "@/core/model";
import type { Register } from "@/core/register";
import { PlaceLink } from "@/ui/PlaceLink";
import { TypedField } from "@/ui/TypedField";
import { useAct } from "@/ui/workspaceContext";
import { NewName } from "./NewName";

interface LensTabsProps {
  register: Register;
  /** In their order; the first is the one that the register opens with. */
  lenses: readonly Lens[];
  here: Id | undefined;
  /** Whether "All" was changed and could be kept under a name. */
  changed: boolean;
  onKeep: (title: string) => void;
  onRemove: (id: Id) => void;
}

/** The lenses of a register, side by side, each with an address of its own. */
export function LensTabs({ register, lenses, here, changed, onKeep, onRemove }: LensTabsProps) {
  const [naming, setNaming] = useState(false);
  const [renaming, setRenaming] = useState(false);
  const act = useAct();
  const at = lenses.findIndex((lens) => lens.id === here);
  const move = (step: 1 | -1) => {
    const ids = lenses.map(({ id }) => id);
    const [moved] = ids.splice(at, 1);
    if (moved) act(orderLenses, ids.toSpliced(at + step, 0, moved), { quiet: true });
  };
  const current = lenses[at];
  return (
    <nav aria-label="Lenses" className="flex min-h-[30px] flex-none flex-wrap items-center gap-x-5 gap-y-1">
      {lenses.map((lens) => (
        <Tab key={lens.id} path={`/registers/${register.id}/${lens.id}`} title={lens.title} here={lens.id === here} />
      ))}
      <Tab path={`/registers/${register.id}/all`} title="All" here={here === undefined} />
      {naming ? (
        <span className="w-44">
          <NewName
            label="Name of the lens"
            onName={(title) => {
              setNaming(false);
              if (title.trim() !== "") onKeep(title);
            }}
          />
        </span>
      ) : (
        <button className="py-1 font-semibold text-woad" onClick={() => setNaming(true)}>
          {changed ? "Save as a lens" : "New lens"}
        </button>
      )}
      {current && (
        <span className="ml-auto flex items-center gap-1">
          {renaming ? (
            <span className="w-40" onBlur={() => setRenaming(false)}>
              <TypedField
                label="Name of the lens"
                text={current.title}
                commit={(title) => {
                  act(editLens, { id: current.id, setting: { title } });
                  setRenaming(false);
                }}
              />
            </span>
          ) : (
            <button className="button-quiet" onClick={() => setRenaming(true)}>
              Rename
            </button>
          )}
          <button
            className="button-quiet grid place-items-center"
            aria-label="Move the lens left"
            disabled={at <= 0}
            onClick={() => move(-1)}
          >
            <ChevronLeft size={14} aria-hidden />
          </button>
          <button
            className="button-quiet grid place-items-center"
            aria-label="Move the lens right"
            disabled={at === lenses.length - 1}
            onClick={() => move(1)}
          >
            <ChevronRight size={14} aria-hidden />
          </button>
          <button
            className="button-quiet grid place-items-center"
            aria-label="Delete the lens"
            onClick={() => onRemove(current.id)}
          >
            <X size={14} aria-hidden />
          </button>
        </span>
      )}
    </nav>
  );
}

function Tab({ path, title, here }: { path: string; title: string; here: boolean }) {
  return (
    <PlaceLink
      path={path}
      here={here}
      className={`max-w-52 truncate py-1 max-sm:py-2.5 ${here ? "font-[680] text-ink shadow-[0_2px_0_var(--woad)]" : "font-[540] text-ink-2 hover:text-ink"}`}
    >
      {title}
    </PlaceLink>
  );
}
