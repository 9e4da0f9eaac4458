"use client";
import { useState } from "react";
import type { DateText } from "@/core/time";
import { late } from "@/ui/late";

const DayPopover = late(() => import("@/panels/days/DayPopover"));

/** A button that offers days, each with its load. */
export function DayChoice({
  label,
  today,
  from,
  onPick,
}: {
  label: string;
  today: DateText;
  from: DateText;
  onPick: (date: DateText) => void;
}) {
  const [open, setOpen] = useState<{ x: number; y: number }>();
  return (
    <>
      <button
        className="button-quiet"
        aria-haspopup="dialog"
        aria-expanded={open !== undefined}
        onClick={(event) => {
          const { right, bottom } = event.currentTarget.getBoundingClientRect();
          setOpen({ x: right, y: bottom });
        }}
      >
        {label}
      </button>
      {open && (
        <DayPopover
          at={open}
          align="end"
          label={label}
          today={today}
          from={from}
          onPick={(date) => {
            setOpen(undefined);
            onPick(date);
          }}
          onClose={() => setOpen(undefined)}
        />
      )}
    </>
  );
}
