"use client";
import { startTransition, useCallback, useEffect, useMemo, useState } from "react";
import type { FieldRecord, Id } from "@/core/model";
import { daysFrom, weeksOfMonth } from "@/core/plan";
import { addDays, addMonths, dateText, type DateText, type TimeStyle } from "@/core/time";
import { DayPicker } from "@/panels/days/DayPicker";
import { SpanGoals } from "@/panels/goals/SpanGoals";
import { PlacingContext, type Placing } from "@/panels/hours/placing";
import { goTo, planAddress, planLooks, type Place, type PlanSpan } from "@/ui/navigation";
import { PhoneTabs } from "@/ui/PhoneTabs";
import { usePhone } from "@/ui/usePhone";
import { paneBeside, useSwipe } from "@/ui/useSwipe";
import { PlaceLink } from "@/ui/PlaceLink";
import { OnePart, PickList, SentencePart } from "@/ui/SentencePart";
import { useFirstWeekday, useList, useTimeStyle } from "@/ui/workspaceContext";
import { CalendarDays } from "./CalendarDays";
import { HoursPart } from "./HoursPart";
import { MatrixParts, Stepper, TimelineParts, WeekField, type RangeProps } from "./planParts";
import { useLensesOfPlan, WithPlanLens } from "./planLens";
import { PatternPart } from "./PatternPart";
import { PlanTray } from "./PlanTray";
import { TrayThemeContext } from "./trayTheme";
import { WithLayers } from "@/panels/layers/WithLayers";
import { dyeWays, shownThings, thingWords, usePlanView, type DyeWay } from "@/panels/hours/planView";
import { late } from "@/ui/late";

const MonthView = late(() => import("./MonthView").then((view) => ({ default: view.MonthView })));
const YearView = late(() => import("./YearView").then((view) => ({ default: view.YearView })));
const MatrixView = late(() => import("./MatrixView").then((view) => ({ default: view.MatrixView })));
const TimelineView = late(() => import("./TimelineView").then((view) => ({ default: view.TimelineView })));
const AgendaView = late(() => import("./AgendaView").then((view) => ({ default: view.AgendaView })));
const ShowPart = late(() => import("./ShowPart").then((part) => ({ default: part.ShowPart })));

type PlanPlace = Extract<Place, { room: "plan" }>;

interface PlanRoomProps {
  place: PlanPlace;
  today: DateText;
  sideOpen: boolean;
}

const panes = ["Plan", "Not placed"] as const;

/** Where what is to be done meets the time there is. */
export function PlanRoom({ place, today, sideOpen }: PlanRoomProps) {
  const [pane, setPane] = useState<(typeof panes)[number]>("Plan");
  const [placing, setPlacing] = useState<Placing>();
  const begin = useCallback((next: Placing | undefined) => {
    setPlacing(next);
    if (next) setPane("Plan");
  }, []);
  const isPhone = usePhone();
  const swipe = useSwipe(
    (by) => isPhone && place.look === "calendar" && setPane((shown) => paneBeside(panes, shown, by)),
  );
  const placingState = useMemo(() => ({ placing, place: begin }), [placing, begin]);
  const date = place.date ?? today;
  const [theme, show] = useState<Id>();
  const trayTheme = useMemo(() => ({ theme, show }), [theme]);
  const isCalendar = place.look === "calendar";
  return (
    <PlacingContext.Provider value={placingState}>
      <WithLayers reads={isCalendar}>
        <WithPlanLens>
          <TrayThemeContext.Provider value={trayTheme}>
            <div className="today plan flex min-w-0 flex-1" data-phone-pane={isCalendar ? pane : "Plan"} {...swipe}>
              {isCalendar && <PhoneTabs label="Parts of the plan" panes={panes} shown={pane} onShow={setPane} />}
              <main data-pane="plan" className="plan-main flex min-w-0 flex-1 flex-col bg-sheet">
                <PlanHead place={place} date={date} today={today} />
                {isCalendar && typeof place.span === "number" && (
                  <SpanGoals date={date} className="flex-none border-b border-rule px-4 py-0.5 max-sm:hidden" />
                )}
                {place.look === "timeline" && <TimelineView date={date} today={today} />}
                {place.look === "matrix" && <MatrixView today={today} sideOpen={sideOpen} />}
                {isCalendar && typeof place.span === "number" && (
                  <CalendarDays date={date} days={place.span} today={today} />
                )}
                {isCalendar && place.span === "month" && <MonthView date={date} today={today} />}
                {isCalendar && place.span === "year" && <YearView date={date} today={today} />}
                {isCalendar && place.span === "agenda" && <AgendaView date={date} today={today} />}
              </main>
              {isCalendar && (!isPhone || pane !== "Plan") && (
                <TrayLater place={place} date={date} today={today} hidden={sideOpen} />
              )}
            </div>
          </TrayThemeContext.Provider>
        </WithPlanLens>
      </WithLayers>
    </PlacingContext.Provider>
  );
}

/** The tray, once the calendar is drawn: one comes for that, and the tray asks all open tasks. */
function TrayLater({ place, date, today, hidden }: RangeProps & { hidden: boolean }) {
  const { span } = place;
  const firstWeekday = useFirstWeekday();
  const { first, last } = useMemo(() => rangeOf(span, date, firstWeekday), [span, date, firstWeekday]);
  const [isDrawn, setDrawn] = useState(false);
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const frame = requestAnimationFrame(() => {
      timer = setTimeout(() => startTransition(() => setDrawn(true)));
    });
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, []);
  return isDrawn ? (
    <PlanTray today={today} hidden={hidden} first={first} last={last} />
  ) : (
    <aside
      data-pane="tray"
      aria-busy="true"
      className={`side-column w-[252px] flex-none border-l border-rule ${hidden ? "is-beside-sheet" : ""}`}
    />
  );
}

function PlanHead({ place, date, today }: RangeProps) {
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const { look, span } = place;
  const title = useMemo(
    () => (look === "calendar" ? titleOf(span, date, firstWeekday, style) : capital(look)),
    [look, span, date, firstWeekday, style],
  );
  return (
    <header className="plan-head flex min-h-[42px] flex-none flex-wrap items-center gap-x-3 gap-y-1 border-b border-rule px-3 py-1">
      <h1 className="font-words text-[19px] leading-7 font-semibold whitespace-nowrap max-sm:whitespace-normal">
        {title}
      </h1>
      <nav aria-label="Plan views" className="flex gap-3">
        {planLooks.map((one) => (
          <PlaceLink
            key={one}
            path={planAddress(one, one === look ? span : undefined, one === look ? place.date : undefined)}
            here={one === look}
            className={`reach py-1 ${one === look ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2 hover:text-ink"}`}
          >
            {capital(one)}
          </PlaceLink>
        ))}
      </nav>
      {look === "calendar" && <CalendarParts place={place} date={date} today={today} />}
      {look === "timeline" && <TimelineParts place={place} date={date} today={today} />}
      {look === "matrix" && <MatrixParts />}
    </header>
  );
}

const capital = (word: string) => (word[0] ?? "").toUpperCase() + word.slice(1);

function CalendarParts({ place, date, today }: RangeProps) {
  const [view, change] = usePlanView();
  const { look, span } = place;
  const firstWeekday = useFirstWeekday();
  const dates = useMemo(
    () =>
      typeof span === "number"
        ? daysFrom(date, span, firstWeekday).dates
        : weeksOfMonth(date, firstWeekday).dates.filter((day) => day.slice(0, 7) === date.slice(0, 7)),
    [span, date, firstWeekday],
  );
  const choices = (useList("kind", "field") as readonly FieldRecord[]).filter(
    ({ type, register, removed }) =>
      !removed && (type === "choice" || type === "level") && (register === "tasks" || register === "events"),
  );
  const shown = shownThings.filter((thing) => !view.hidden.includes(thing));
  const onlyLens = useLensesOfPlan().find(({ id }) => id === view.onlyLens);
  return (
    <>
      <Stepper place={place} date={date} today={today} />
      <span className="text-ink-2">
        Span{" "}
        <SentencePart wide words={spanWords(span)} label="Range">
          {(close) => (
            <div className="grid grid-cols-[130px_266px] gap-4 max-sm:grid-cols-1">
              <PickList
                options={spans.map((one) => [String(one), spanWords(one)] as const)}
                chosen={[String(span)]}
                onPick={(id) => {
                  close();
                  goTo(planAddress(look, /^\d+$/.test(id) ? Number(id) : (id as PlanSpan), place.date));
                }}
              />
              <div className="grid content-start gap-2">
                <DayPicker
                  today={today}
                  value={date}
                  onPick={(day) => {
                    close();
                    goTo(planAddress(look, span, day));
                  }}
                />
                <WeekField
                  date={date}
                  onPick={(day) => {
                    close();
                    goTo(planAddress(look, span, day));
                  }}
                />
              </div>
            </div>
          )}
        </SentencePart>
      </span>
      {typeof span === "number" && <HoursPart />}
      {span === "month" && (
        <span className="text-ink-2">
          Rows{" "}
          <OnePart
            label="Rows of each day"
            value={view.wholeMonth ? "all" : "fit"}
            options={[
              ["fit", "as many as fit"],
              ["all", "all"],
            ]}
            onPick={(rows) => change({ wholeMonth: rows === "all" })}
          />
        </span>
      )}
      <span className="text-ink-2">
        Coloured by{" "}
        <OnePart
          label="Coloured by"
          value={view.dyeBy}
          options={[
            ...dyeWays.map((way) => [way, way] as const),
            ...choices.map(({ name, title: words }) => [name as DyeWay, words.toLowerCase()] as const),
          ]}
          onPick={(dyeBy) => change({ dyeBy })}
        />
      </span>
      {(typeof span === "number" || span === "month") && <PatternPart date={date} dates={dates} today={today} />}
      <span className="text-ink-2">
        Show{" "}
        <SentencePart
          words={
            onlyLens
              ? `“${onlyLens.title}”`
              : shown.length < shownThings.length
                ? shown.map((one) => thingWords[one]).join(", ") || "none"
                : view.hiddenCalendars.length + view.hiddenLayers.length + view.hiddenPriorities.length > 0
                  ? "some"
                  : "all"
          }
          label="Items"
        >
          {() => <ShowPart />}
        </SentencePart>
      </span>
    </>
  );
}

const spans: readonly PlanSpan[] = [1, 2, 3, 4, 5, 7, 10, 14, 21, 31, "month", "year", "agenda"];

function spanWords(span: PlanSpan): string {
  if (span === "agenda") return "14 days as a list";
  if (typeof span !== "number") return `a ${span}`;
  return span === 1 ? "1 day" : `${span} days`;
}

/** The days that the calendar shows: of a month or a year its own, without those of the weeks around it. */
function rangeOf(span: PlanSpan, date: DateText, firstWeekday: number): { first: DateText; last: DateText } {
  if (span === "month") {
    const first = `${date.slice(0, 7)}-01`;
    return { first, last: addDays(addMonths(first, 1), -1) };
  }
  if (span === "year") return { first: `${date.slice(0, 4)}-01-01`, last: `${date.slice(0, 4)}-12-31` };
  return daysFrom(date, span === "agenda" ? 14 : span, firstWeekday);
}

/** "23 to 29 November", "30 November to 6 December", "November 2026". */
function titleOf(span: PlanSpan, date: DateText, firstWeekday: number, style: TimeStyle): string {
  if (span === "month") return dateText(date, "month", style);
  if (span === "year") return date.slice(0, 4);
  const { first, last } = rangeOf(span, date, firstWeekday);
  if (first === last) return dateText(first, "full", style);
  const format = new Intl.DateTimeFormat(style.locale, { day: "numeric", month: "long", timeZone: "UTC" });
  const words = format.formatRange(Date.parse(`${first}T00:00Z`), Date.parse(`${last}T00:00Z`));
  return style.locale.startsWith("en") ? words.replace(/\s*–\s*/, " to ") : words;
}
