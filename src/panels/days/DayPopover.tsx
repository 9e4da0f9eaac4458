"use client";
import { Popover } from "radix-ui";
import type { DateText } from "@/core/time";
import { DayPicker } from "./DayPicker";

interface DayPopoverProps {
  /** Where it opens, on the screen. */
  at: { readonly x: number; readonly y: number };
  side?: "bottom" | "left";
  align?: "start" | "end";
  label: string;
  today: DateText;
  value?: DateText | undefined;
  /** Days before this one cannot be chosen. */
  from?: DateText;
  onPick: (day: DateText) => void;
  onClose: () => void;
}

/** Days to choose from, over what one works on. Loaded when it is first opened. */
export default function DayPopover(props: DayPopoverProps) {
  const { at, side = "bottom", align = "start", label, today, value, from, onPick, onClose } = props;
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor className="fixed size-0" style={{ left: at.x, top: at.y }} />
      <Popover.Portal>
        <Popover.Content
          side={side}
          align={align}
          collisionPadding={8}
          className="z-40 border border-rule bg-sheet p-3"
          aria-label={label}
          // The arrows go from day to day at once.
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            (event.currentTarget as HTMLElement).querySelector<HTMLElement>("[data-date][tabindex='0']")?.focus();
          }}
        >
          <DayPicker today={today} value={value} {...(from ? { from } : {})} onPick={onPick} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
