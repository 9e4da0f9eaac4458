"use client";
import { useCallback, useMemo, useState } from "react";
import { dayPageId } from "@/core/model";
import type { DateText } from "@/core/time";
import { Rail } from "@/panels/day/Rail";
import { PlacingContext, type Placing } from "@/panels/hours/placing";
import { WithLayers } from "@/panels/layers/WithLayers";
import { PhoneTabs } from "@/ui/PhoneTabs";
import { usePhone } from "@/ui/usePhone";
import { paneBeside, useSwipe } from "@/ui/useSwipe";
import { DayPageView } from "./DayPageView";
import { SideColumn } from "./SideColumn";

const panes = ["Hours", "Page", "Not placed"] as const;
type Pane = (typeof panes)[number];

interface TodayProps {
  date: DateText;
  today: DateText;
  sideOpen: boolean;
}

/** One day: its hours, its page, and what is not placed. On a phone one of the three at a time. */
export function Today({ date, today, sideOpen }: TodayProps) {
  const [pane, setPane] = useState<Pane>("Page");
  // On a phone only the pane in sight is drawn, but for the page: what is written there stays as it is.
  const isPhone = usePhone();
  const swipe = useSwipe((by) => isPhone && setPane((shown) => paneBeside(panes, shown, by)));
  const [placing, setPlacing] = useState<Placing>();
  const place = useCallback((next: Placing | undefined) => {
    setPlacing(next);
    if (next) setPane("Hours");
  }, []);
  const placingState = useMemo(() => ({ placing, place }), [placing, place]);
  return (
    <PlacingContext.Provider value={placingState}>
      <WithLayers>
        <div className="today flex min-w-0 flex-1" data-phone-pane={pane} {...swipe}>
          <PhoneTabs label="Parts of the day" panes={panes} shown={pane} onShow={setPane} />
          {(!isPhone || pane === "Hours") && <Rail date={date} today={today} />}
          <DayPageView id={dayPageId(date)} date={date} today={today} />
          {(!isPhone || pane === "Not placed") && <SideColumn date={date} today={today} hidden={sideOpen} />}
        </div>
      </WithLayers>
    </PlacingContext.Provider>
  );
}
