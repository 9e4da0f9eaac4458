"use client";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { useState } from "react";
import { timelineWays } from "@/core/plan";
import { mondayOfWeek, weekNumber, weekYear, type DateText } from "@/core/time";
import { usePlanView } from "@/panels/hours/planView";
import { goTo, planAddress, stepOf, type Place } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { PlaceLink } from "@/ui/PlaceLink";
import { OnePart } from "@/ui/SentencePart";
import { usePhone } from "@/ui/usePhone";

export interface RangeProps {
  place: Extract<Place, { room: "plan" }>;
  date: DateText;
  today: DateText;
}

/** Earlier, later, and back to today. */
export function Stepper({ place, date, today }: RangeProps) {
  const { look, span } = place;
  const step = (by: 1 | -1) => goTo(planAddress(look, span, stepOf({ ...place, date }, today, by)));
  return (
    <span className="flex items-center">
      <button className="button-quiet" aria-label="Earlier (Alt ↑)" onClick={() => step(-1)}>
        <ChevronLeft size={16} aria-hidden />
      </button>
      <PlaceLink path={planAddress(look, span)} here={false} className="button-quiet inline-grid place-items-center">
        Today
      </PlaceLink>
      <button className="button-quiet" aria-label="Later (Alt ↓)" onClick={() => step(1)}>
        <ChevronRight size={16} aria-hidden />
      </button>
    </span>
  );
}

export function TimelineParts({ place, date, today }: RangeProps) {
  const isPhone = usePhone();
  const [view, change] = usePlanView();
  return (
    <>
      <Stepper place={place} date={date} today={today} />
      <span className="text-ink-2">
        Rows by{" "}
        <OnePart
          label="Grouped by"
          value={view.rowsBy}
          options={timelineWays.map((way) => [way, way === "none" ? "none" : way] as const)}
          onPick={(rowsBy) => change({ rowsBy, foldedRows: [] })}
        />
      </span>
      {!isPhone && !view.timelineAsList && (
        <span className="text-ink-2">
          Threads{" "}
          <OnePart
            label="Dependencies"
            value={view.threads ? "shown" : "hidden"}
            options={[
              ["shown", "shown"],
              ["hidden", "hidden"],
            ]}
            onPick={(threads) => change({ threads: threads === "shown" })}
          />
        </span>
      )}
      <AsListPart
        whole="a timeline"
        isList={view.timelineAsList}
        onPick={(timelineAsList) => change({ timelineAsList })}
      />
    </>
  );
}

/** Whether a picture stands as a list; a phone shows the list without being asked. */
function AsListPart({ whole, isList, onPick }: { whole: string; isList: boolean; onPick: (isList: boolean) => void }) {
  const isPhone = usePhone();
  if (isPhone) return null;
  return (
    <span className="text-ink-2">
      As{" "}
      <OnePart
        label="Shown as"
        value={isList ? "list" : "whole"}
        options={[
          ["whole", whole],
          ["list", "a list"],
        ]}
        onPick={(form) => onPick(form === "list")}
      />
    </span>
  );
}

export function MatrixParts() {
  const [view, change] = usePlanView();
  return (
    <>
      <span className="text-ink-2">
        Across{" "}
        <OnePart
          label="Horizontal axis"
          value={view.across}
          options={[
            ["slack", "slack before the due date"],
            ["due", "days until the due date"],
            ["doDay", "days until the do day"],
          ]}
          onPick={(across) => change({ across })}
        />
      </span>
      <span className="text-ink-2">
        Show{" "}
        <OnePart
          label="Which tasks"
          value={view.matrixTasks}
          options={[
            ["soon", "tasks within a month"],
            ["open", "all open tasks"],
            ["notPlaced", "tasks not placed"],
          ]}
          onPick={(matrixTasks) => change({ matrixTasks })}
        />
      </span>
      <AsListPart whole="a matrix" isList={view.asList} onPick={(asList) => change({ asList })} />
    </>
  );
}

/** The way to a week by its number, in the year that is shown. */
export function WeekField({ date, onPick }: { date: DateText; onPick: (monday: DateText) => void }) {
  const year = weekYear(date);
  const [typed, setTyped] = useState("");
  const monday = typed.trim() === "" ? undefined : mondayOfWeek(year, Number(typed));
  return (
    <form
      className="flex items-baseline gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        if (monday) onPick(monday);
        else if (typed.trim() !== "") notify({ text: `${year} has no week ${typed.trim()}.`, tone: "refused" });
      }}
    >
      <label className="flex items-baseline gap-2 text-ink-2">
        Week
        <input
          className="field w-14"
          inputMode="numeric"
          placeholder={String(weekNumber(date))}
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
        />
        of {year}
      </label>
      <button className="button-quiet" disabled={typed.trim() === ""}>
        Go
      </button>
    </form>
  );
}
