import { useEffect } from "react";
import { chosenAt, recordAt } from "@/panels/recordAt";
import { deleteOrder } from "@/core/gestures";
import { openClock } from "@/panels/clock/clockPlace";
import { useClockActs } from "@/panels/clock/useClock";
import { useChoose } from "@/panels/clock/usePortion";
import type { Id } from "@/core/model";
import { addDays, today as todayOf, type DateText } from "@/core/time";
import { dayAddress, goTo, openRecord, planAddress, stepOf, type Place } from "@/ui/navigation";
import { useAct, useStore, useTurnBack } from "@/ui/workspaceContext";
import { frameAct, type FrameAct, type KeyPlace } from "./frameKeys";

/** What was typed into the search before it had come, and whether it finds acts too. */
export interface Searched {
  readonly begun: string;
  readonly withActs: boolean;
}

interface FrameKeys {
  readonly place: Place;
  readonly today: DateText;
  readonly record: Id | undefined;
  readonly add: () => void;
  readonly searched: Searched | undefined;
  readonly onSearch: (searched: Searched) => void;
  readonly onHelp: () => void;
}

/** The keys that work wherever one stands. */
export function useFrameKeys({ place, today, record, add, searched, onSearch, onHelp }: FrameKeys): void {
  const store = useStore();
  const { clock } = store;
  const act = useAct();
  const turnBack = useTurnBack();
  const clockActs = useClockActs();
  const choose = useChoose();
  useEffect(() => {
    const date = place.room === "today" ? (place.date ?? today) : undefined;
    /** Does what is meant. Returns false where there is nothing to do it with. */
    const perform = (meant: FrameAct, target: HTMLElement): boolean => {
      const wanted = () => recordAt(target) ?? (target.closest(".record-sheet") ? record : undefined);
      switch (meant.do) {
        case "typeAhead":
          if (searched) onSearch({ ...searched, begun: searched.begun + meant.letter });
          return true;
        case "search":
          onSearch({ begun: "", withActs: meant.withActs });
          return true;
        case "turn":
          turnBack(meant.turn);
          return true;
        case "add":
          add();
          return true;
        case "step":
          if (place.room === "plan") goTo(planAddress(place.look, place.span, stepOf(place, today, meant.step)));
          else goTo(dayAddress(addDays(date ?? today, meant.step), todayOf(clock)));
          return true;
        case "clock": {
          const id = wanted();
          if (id) void clockActs.start({ id });
          else openClock("panel");
          return true;
        }
        case "choose": {
          const id = wanted();
          if (id) choose(id, date !== undefined && date > today ? date : today);
          return id !== undefined;
        }
        case "delete": {
          const order = deleteOrder(store, chosenAt(target));
          if (order) act(order.command, order.input);
          return order !== undefined;
        }
        case "present":
          goTo(place.room === "plan" ? planAddress(place.look, place.span) : "/");
          return true;
        case "pane":
          goToNextPane(meant.step);
          return true;
        case "closeRecord":
          openRecord(undefined);
          return true;
        case "keys":
          onHelp();
          return true;
      }
    };
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      const target = event.target as HTMLElement;
      const meant = frameAct(event, placeOf(target, record, searched !== undefined));
      if (meant && perform(meant, target)) event.preventDefault();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [store, act, clock, place, today, record, searched, add, onSearch, onHelp, turnBack, clockActs, choose]);
}

/** Fields in which nothing is typed. */
const boxes = "[type=checkbox], [type=radio], [type=range]";

function placeOf(target: HTMLElement, record: Id | undefined, isSearchComing: boolean): KeyPlace {
  return {
    isTyping: target.isContentEditable || (target.matches("input, textarea, select") && !target.matches(boxes)),
    hasOwnUndo: /^(INPUT|TEXTAREA)$/.test(target.tagName),
    isInSheet: !target.isContentEditable && target.closest(".record-sheet") !== null,
    isRecordOpen: record !== undefined,
    isInDialog: document.querySelector("[role=dialog]") !== null,
    isSearchComing,
  };
}

/** F6 goes from pane to pane, as it does between the panes of a window. */
function goToNextPane(step: 1 | -1) {
  const panes = [...document.querySelectorAll<HTMLElement>("[data-pane]")].filter((pane) => pane.offsetParent !== null);
  const at = panes.findIndex((pane) => pane.contains(document.activeElement));
  const next = panes[(at + step + panes.length) % panes.length];
  const inside = next?.querySelector<HTMLElement>(
    "[data-pane-focus], [tabindex='0'], .cm-content, textarea, button, input",
  );
  (inside ?? next)?.focus();
}
