"use client";
import { useRef, useState, type ReactNode } from "react";
import type { WorkedAsked } from "@/core/explain";
import type { Group, LensField, LensView } from "@/core/lens";
import type { Field, PensumRecord, Task, TotalWay } from "@/core/model";
import type { DateText } from "@/core/time";
import { late } from "@/ui/late";

const WhyCard = late(() => import("./WhyCard").then((card) => ({ default: card.WhyCard })));

/** A number of which it can be told where it comes from. */
export type WhyOf =
  | { readonly what: "load"; readonly date: DateText }
  | { readonly what: "loads"; readonly date: DateText; readonly days: number }
  | { readonly what: "worked"; readonly asked: WorkedAsked }
  | { readonly what: "free"; readonly date: DateText; readonly fromMinute: number }
  | { readonly what: "slack"; readonly task: Task; readonly minutes: number }
  | { readonly what: "field"; readonly record: PensumRecord; readonly field: Field }
  | {
      readonly what: "total";
      readonly view: LensView;
      readonly of: LensField;
      readonly way: TotalWay;
      readonly group?: Group | undefined;
    };

interface WhyProps {
  of: WhyOf;
  className?: string;
  /** The id of what names the number. */
  labelledBy?: string;
  tabIndex?: number;
  children: ReactNode;
}

/** A number that tells, when it is pressed, where it comes from. */
export function Why({ of, className = "", labelledBy, tabIndex, children }: WhyProps) {
  const [isOpen, setOpen] = useState(false);
  const at = useRef<HTMLButtonElement>(null);
  return (
    <>
      <button
        ref={at}
        className={`why ${className}`}
        aria-labelledby={labelledBy}
        tabIndex={tabIndex}
        aria-haspopup="dialog"
        aria-expanded={isOpen}
        title="Where this comes from"
        onClick={(event) => {
          event.stopPropagation();
          setOpen(!isOpen);
        }}
      >
        {children}
      </button>
      {isOpen && <WhyCard of={of} at={at} onClose={() => setOpen(false)} />}
    </>
  );
}
