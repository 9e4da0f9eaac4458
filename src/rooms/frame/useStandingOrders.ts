"use client";
import { useEffect } from "react";
import type { StandingOrder } from "@/core/model";
import type { DateText } from "@/core/time";
import { useFirstWeekday, useList, useWorkspace } from "@/ui/workspaceContext";

const settleMilliseconds = 400;

/** Carries standing orders out while the app is open; what does it is loaded only where there are some. */
export function useStandingOrders(today: DateText) {
  const workspace = useWorkspace();
  const firstWeekday = useFirstWeekday();
  const orders = useList("kind", "standingOrder") as readonly StandingOrder[];
  const active = orders.some((order) => order.active);
  useEffect(() => {
    if (!active || workspace.past) return;
    const keeper = import("./orderKeeper");
    const timer = setTimeout(() => void keeper.then(({ atDay }) => atDay(workspace, firstWeekday)), settleMilliseconds);
    // After the act is told to all others, so that what an order does comes behind it in the log.
    const stop = workspace.store.onAct((act) => {
      if (!act.turn) void keeper.then(({ afterAct }) => afterAct(workspace, act, firstWeekday));
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [workspace, active, firstWeekday, today, orders]);
}
