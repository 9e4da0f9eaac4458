"use client";
import { useEffect, useRef, useState } from "react";
import { giveDay } from "@/core/commands";
import type { MenuAct } from "@/core/gestures";
import type { Id } from "@/core/model";
import { recordOrOccurrence } from "@/core/plan";
import { nameOf } from "@/core/things";
import { counted, type DateText } from "@/core/time";
import { useClockActs } from "@/panels/clock/useClock";
import { useChoose } from "@/panels/clock/usePortion";
import { chosenAt } from "@/panels/recordAt";
import { focusSoon } from "@/ui/focusSoon";
import { late } from "@/ui/late";
import { openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { useAct, useStore } from "@/ui/workspaceContext";

const RecordMenu = late(() => import("./RecordMenu").then((menu) => ({ default: menu.RecordMenu })));
const DayPopover = late(() => import("@/panels/days/DayPopover"));

interface Opened {
  readonly ids: readonly Id[];
  readonly at: { readonly x: number; readonly y: number };
  readonly from: HTMLElement;
  readonly pane: HTMLElement | null;
  /** Whether its day is being chosen. */
  readonly isGivingDay?: boolean;
}

/** Opens the menu of things wherever one stands: by a right click, the key for menus, or a finger that rests. */
export function ThingMenu({ day, today }: { day: DateText; today: DateText }) {
  const store = useStore();
  const act = useAct();
  const clockActs = useClockActs();
  const choose = useChoose();
  const [opened, setOpened] = useState<Opened>();
  useEffect(() => {
    const open = (event: MouseEvent) => {
      const target = event.target as HTMLElement;
      // Where something is written, the browser has a menu of its own.
      if (event.defaultPrevented || target.closest("input, textarea, select, [contenteditable=true], a[href]")) return;
      const ids = chosenAt(target);
      if (ids.length === 0) return;
      event.preventDefault();
      const byKey = event.button !== 2 && (event as PointerEvent).pointerType !== "touch";
      const box = (
        document.getElementById(target.getAttribute("aria-activedescendant") ?? "") ?? target
      ).getBoundingClientRect();
      const at = byKey
        ? { x: box.left + 12, y: Math.min(box.bottom, innerHeight - 40) }
        : { x: event.clientX, y: event.clientY };
      const from = target.closest<HTMLElement>("[tabindex], button") ?? target;
      setOpened({ ids, at, from, pane: from.closest("[data-pane]") });
    };
    addEventListener("contextmenu", open);
    return () => removeEventListener("contextmenu", open);
  }, []);
  const isGoingOn = useRef(false);
  if (!opened) return null;
  const { ids, at, from, pane, isGivingDay } = opened;
  const close = () => {
    setOpened(undefined);
    // What it was for may have gone: then what is left of its pane has the focus.
    focusSoon(() => (from.isConnected ? from : pane?.querySelector<HTMLElement>("[data-pane-focus]")));
  };
  const perform = (what: MenuAct, of: readonly Id[]) => {
    const [first] = of;
    if (what === "day") {
      isGoingOn.current = true;
      return setOpened({ ...opened, ids: of, isGivingDay: true });
    }
    if (first === undefined) return;
    if (what === "open") openRecord(first);
    else if (what === "clock") void clockActs.start({ id: first });
    else if (what === "portion") choose(first, day > today ? day : today);
    else
      void copyNames(
        of.flatMap((id) => {
          const record = recordOrOccurrence(store, id);
          return record ? [nameOf(record, store)] : [];
        }),
      ).then((done) =>
        notify(done ? { text: "Copied" } : { text: "The browser does not let Pensum copy.", tone: "refused" }),
      );
  };
  return isGivingDay ? (
    <DayPopover
      at={at}
      label={`A day for ${ids.length === 1 ? "the task" : counted(ids.length, "task")}`}
      today={today}
      value={store.find("task", ids[0])?.doDay}
      onPick={(date) => {
        act(giveDay, { tasks: ids, day: date });
        close();
      }}
      onClose={close}
    />
  ) : (
    <RecordMenu
      ids={ids}
      at={at}
      day={day}
      onAct={perform}
      onClose={() => {
        if (!isGoingOn.current) close();
        isGoingOn.current = false;
      }}
    />
  );
}

async function copyNames(names: readonly string[]): Promise<boolean> {
  try {
    await navigator.clipboard.writeText(names.join("\n"));
    return true;
  } catch {
    return false;
  }
}
