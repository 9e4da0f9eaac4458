"use client";
import { Popover } from "radix-ui";
import { useCallback, useState, type PointerEvent, type ReactNode } from "react";
import { dateText, type DateText } from "@/core/time";
import { focusSoon } from "@/ui/focusSoon";
import { late } from "@/ui/late";
import { trackPointer } from "@/ui/trackPointer";
import { useTimeStyle } from "@/ui/workspaceContext";

const DrawnFields = late(() => import("@/panels/hours/DrawnFields").then((form) => ({ default: form.DrawnFields })));

/** Days that are being drawn, or were drawn and ask what they are for. */
interface DrawnDays {
  readonly from: DateText;
  readonly to: DateText;
  /** Where the form opens, on the screen; absent while they are still being drawn. */
  readonly at?: { readonly x: number; readonly y: number };
}

/**
 * Draws over days: a press on an empty place and a pull to another day, or a press alone. Gives the days that are drawn, what
 * the element with the days hears, and the form that asks what they are for.
 * @param dateAt the day at a place of the screen
 * @param focusOn what has the focus when the form has closed: something near a day
 */
export function useDrawDays(
  dateAt: (x: number, y: number) => DateText | undefined,
  focusOn: (date: DateText) => HTMLElement | null,
): {
  drawn: DrawnDays | undefined;
  press: (event: PointerEvent) => void;
  open: (date: DateText, at: { x: number; y: number }) => void;
  form: ReactNode;
} {
  const [drawn, setDrawn] = useState<DrawnDays>();
  const press = useCallback(
    (event: PointerEvent) => {
      if (event.button !== 0 || (event.target as HTMLElement).closest("button, a, form")) return;
      const first = dateAt(event.clientX, event.clientY);
      if (!first) return;
      let at = { x: event.clientX, y: event.clientY };
      let span: DrawnDays = { from: first, to: first };
      trackPointer(event.nativeEvent, {
        threshold: 4,
        holds: true,
        scroller: () => undefined,
        move(x, y) {
          at = { x, y };
          const date = dateAt(x, y) ?? first;
          const [from, to] = date < first ? [date, first] : [first, date];
          if (from === span.from && to === span.to) return;
          span = { from, to };
          setDrawn(span);
        },
        // A press that does not move is for its one day.
        end: (kept) => setDrawn(kept ? { ...span, at } : undefined),
      });
    },
    [dateAt],
  );
  const open = useCallback(
    (date: DateText, at: { x: number; y: number }) => setDrawn({ from: date, to: date, at }),
    [],
  );
  return {
    drawn,
    press,
    open,
    form: drawn?.at && (
      <DrawDaysForm
        {...drawn}
        at={drawn.at}
        onClose={() => {
          setDrawn(undefined);
          focusSoon(() => focusOn(drawn.from));
        }}
      />
    ),
  };
}

function DrawDaysForm({ from, to, at, onClose }: Required<DrawnDays> & { onClose: () => void }) {
  const style = useTimeStyle();
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor className="fixed size-0" style={{ left: at.x, top: at.y }} />
      <Popover.Portal>
        <Popover.Content
          collisionPadding={8}
          className="z-40 w-[290px] border border-ink-3 bg-sheet p-2.5"
          aria-label="What is this time for?"
          onCloseAutoFocus={(event) => event.preventDefault()}
        >
          <DrawnFields
            stretch={{ date: from, endDate: to }}
            heading={
              from === to
                ? dateText(from, "short", style)
                : `${dateText(from, "short", style)} to ${dateText(to, "short", style)}`
            }
            onClose={onClose}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
