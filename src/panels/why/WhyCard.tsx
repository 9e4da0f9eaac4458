"use client";
import { Popover } from "radix-ui";
import { useCallback, type RefObject } from "react";
import {
  explainField,
  explainFree,
  explainLoad,
  explainLoads,
  explainSlack,
  explainTotal,
  explainWorked,
  type Explained,
} from "@/core/explain";
import type { Field } from "@/core/model";
import { fieldValues, findRegister, registerOf, type Cell, type CellType } from "@/core/register";
import type { Store } from "@/core/store";
import { dateOf, type TimeStyle } from "@/core/time";
import { useNow } from "@/ui/clock";
import { openRecord } from "@/ui/navigation";
import { useComputed, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { cellWords } from "../fields/cells";
import type { WhyOf } from "./Why";

interface WhyCardProps {
  of: WhyOf;
  at: RefObject<HTMLButtonElement | null>;
  onClose: () => void;
}

/** Where a number comes from: its rule in a sentence, and its parts, of which those that are records open them. */
export function WhyCard({ of, at, onClose }: WhyCardProps) {
  const store = useStore();
  const style = useTimeStyle();
  const now = useNow(store.clock);
  const explained = useComputed(useCallback((reads) => explain(reads, of, now, style), [of, now, style]));
  return (
    <Popover.Root open onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Popover.Anchor virtualRef={at as RefObject<HTMLButtonElement>} />
      <Popover.Portal>
        <Popover.Content
          align="start"
          sideOffset={6}
          collisionPadding={10}
          aria-label="Where this comes from"
          className="z-40 max-h-[70vh] w-[340px] max-w-[calc(100vw-20px)] overflow-y-auto border border-rule bg-sheet p-3 text-ink [scrollbar-width:thin]"
          onCloseAutoFocus={(event) => {
            event.preventDefault();
            at.current?.focus();
          }}
          onInteractOutside={(event) => {
            // The number itself closes it by its own press.
            if (at.current?.contains(event.target as Node)) event.preventDefault();
          }}
        >
          {explained ? (
            <>
              <p className="font-words text-[15px] leading-5 break-words">{explained.rule}</p>
              <dl className="mt-2 border-t border-rule">
                {explained.lines.map(({ label, value, id, isResult }, place) => (
                  <div
                    key={place}
                    className={`flex items-baseline justify-between gap-4 border-b border-hairline py-1 ${isResult ? "font-semibold" : ""}`}
                  >
                    <dt className="min-w-0 break-words">
                      {id === undefined ? (
                        label
                      ) : (
                        <button
                          className="min-h-6 text-left hover:underline"
                          onClick={() => {
                            onClose();
                            openRecord(id);
                          }}
                        >
                          {label}
                        </button>
                      )}
                    </dt>
                    <dd className="flex-none text-right">{value}</dd>
                  </div>
                ))}
              </dl>
            </>
          ) : (
            <p>Nothing more is known of it.</p>
          )}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

function explain(store: Store, of: WhyOf, now: string, style: TimeStyle): Explained | undefined {
  void store.factsRevision;
  const asked = { store, style };
  const values = fieldValues(store);
  const writing = { values, style, today: dateOf(now) };
  switch (of.what) {
    case "load":
      return explainLoad({ ...asked, date: of.date });
    case "loads":
      return explainLoads({ ...asked, date: of.date }, of.days);
    case "worked":
      return explainWorked(store, of.asked, style);
    case "free":
      return explainFree({ ...asked, date: of.date }, of.fromMinute);
    case "slack":
      return explainSlack(store, of.task, of.minutes);
    case "field": {
      const register = findRegister(store, registerOf(of.record) ?? "");
      const write = (cell: Cell, field: Field, type: CellType) => cellWords(writing, field, type, cell);
      return register && explainField(values, register, of.field, of.record, write);
    }
    case "total": {
      const written = (cell: Cell) => cellWords(writing, of.of.field, of.of.type, cell);
      return explainTotal(store, of.view, of.of, of.way, written, of.group);
    }
  }
}
