"use client";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { useContext, useEffect, useMemo, useRef, useState } from "react";
import { beginOfWeek, planAsItStood, planFates, stoodSentence, type PlanFate, type StoodItem } from "@/core/insight";
import {
  addDays,
  clockText,
  dateOf,
  dateText,
  daysBetween,
  instantAt,
  isDate,
  isMoment,
  minuteOf,
  momentOfInstant,
  rangeText,
  spokenText,
  startOfWeek,
  type TimeStyle,
} from "@/core/time";
import { recordsAt, type RecordsThen } from "@/data/recordsThen";
import { useNow } from "@/ui/clock";
import { openPast } from "@/data/pastWorkspace";
import { goTo, openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import {
  LookAtContext,
  useComputedSoon,
  useFirstWeekday,
  useSaving,
  useSettings,
  useStore,
  useTimeStyle,
  useWorkspace,
} from "@/ui/workspaceContext";
import { StoodWeek } from "./StoodWeek";

const fateWords: Record<PlanFate, string> = {
  moved: "Moved",
  longer: "Made longer",
  shorter: "Made shorter",
  dropped: "Dropped",
  new: "Added since",
  kept: "Kept",
};

/** How a week was planned, seen from the present. */
export function StoodPart() {
  const { past } = useWorkspace();
  return past ? (
    <p className="mt-4 font-words text-page">This compares a plan with the present. Return to the present first.</p>
  ) : (
    <WeekThen />
  );
}

/** A week as it was planned at a moment, beside what it is now: from the log, nothing is typed twice. */
function WeekThen() {
  const store = useStore();
  const settings = useSettings();
  const style = useTimeStyle();
  const firstWeekday = useFirstWeekday();
  const { zone } = store.clock;
  const today = dateOf(useNow(store.clock));
  const thisWeek = startOfWeek(today, firstWeekday);
  const [from, setFrom] = useState(thisWeek);
  const [chosen, choose] = useState<string>();
  const moment = chosen ?? beginOfWeek(from, settings);
  const { then, failed } = useRecordsAt(instantAt(moment, zone));
  const span = useMemo(() => ({ from, to: addDays(from, 6) }), [from]);
  const items = useComputedSoon(useMemo(() => (reads) => (then ? planAsItStood(reads, then, span) : []), [then, span]));
  const step = (days: number) => {
    setFrom(addDays(from, days));
    choose(undefined);
  };
  const known = then?.knownFrom === undefined ? undefined : momentOfInstant(then.knownFrom, zone);
  return (
    <>
      <div className="mt-2 mb-3 flex flex-wrap items-center gap-x-4 gap-y-1">
        <span className="flex items-center">
          <button
            className="button-quiet grid place-items-center"
            aria-label="The week before"
            onClick={() => step(-7)}
          >
            <ChevronLeft size={16} aria-hidden />
          </button>
          <button className="button-quiet grid place-items-center" aria-label="The week after" onClick={() => step(7)}>
            <ChevronRight size={16} aria-hidden />
          </button>
          {from !== thisWeek && (
            <button className="link ml-1" onClick={() => step(daysBetween(from, thisWeek))}>
              This week
            </button>
          )}
        </span>
        <span className="font-words text-[16px] font-semibold">
          {dateText(from, "short", style)} to {dateText(span.to, "short", style)}
        </span>
        <label className="flex items-center gap-2">
          as it stood on
          <input
            type="datetime-local"
            className="field"
            value={moment}
            onChange={({ target }) => isMoment(target.value) && choose(target.value)}
          />
        </label>
        <LookAtAll moment={moment} />
      </div>
      {failed ? (
        <p className="font-words text-page">The log cannot be read back to that moment. Nothing was changed.</p>
      ) : !then ? (
        <p role="status" className="text-ink-2">
          Reading the log …
        </p>
      ) : (
        <>
          <h2 className="font-words text-[19px] leading-7 font-semibold">{stoodSentence(items)}</h2>
          {known !== undefined && (
            <p className="text-ink-2">
              The log of this workspace begins on {dateText(dateOf(known), "short", style)} at{" "}
              {clockText(minuteOf(known), style)}; what was changed before that is not known.
            </p>
          )}
          <StoodWeek items={items} from={from} />
          <div className="charts mt-5">
            {planFates.map((fate) => {
              const own = items.filter((item) => item.fate === fate);
              return own.length === 0 ? null : <Fate key={fate} fate={fate} items={own} />;
            })}
          </div>
        </>
      )}
    </>
  );
}

/** How the records stood at an instant; read again when something was written to the log. */
function useRecordsAt(instant: number): { then: RecordsThen | undefined; failed: boolean } {
  const workspace = useWorkspace();
  const saving = useSaving();
  const [state, setState] = useState<{ then: RecordsThen | undefined; failed: boolean }>({
    then: undefined,
    failed: false,
  });
  const { database, journal } = workspace;
  const seq = saving.kind === "saved" ? journal.seq : undefined;
  useEffect(() => {
    if (seq === undefined && database) return;
    const stop = new AbortController();
    const nothing = { records: new Map(), touchedBy: new Map(), knownFrom: undefined };
    const read = database
      ? recordsAt({ ...workspace, database }, instant, { signal: stop.signal })
      : Promise.resolve(nothing);
    read.then(
      (then) => !stop.signal.aborted && then && setState({ then, failed: false }),
      () => !stop.signal.aborted && setState({ then: undefined, failed: true }),
    );
    return () => stop.abort();
  }, [workspace, database, seq, instant]);
  return state;
}

/** Opens the whole workspace as it stood at a moment; it can be stopped on the way. */
function LookAtAll({ moment }: { moment: string }) {
  const workspace = useWorkspace();
  const lookAt = useContext(LookAtContext);
  const [share, setShare] = useState<number>();
  const stop = useRef<AbortController>(undefined);
  useEffect(() => () => stop.current?.abort(), []);
  if (!workspace.database) return null;
  const open = async () => {
    const own = new AbortController();
    stop.current = own;
    setShare(0);
    try {
      const past = await openPast(workspace, moment, setShare, own.signal);
      if (past) {
        lookAt(past);
        goTo("/");
      } else if (!own.signal.aborted)
        notify({ text: "The workspace kept changing meanwhile. Try again in a moment.", tone: "refused" });
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      notify({ text: "The log cannot be read back to that moment.", tone: "refused" });
    }
    if (!own.signal.aborted) setShare(undefined);
  };
  if (share !== undefined)
    return (
      <span role="status" className="flex items-center gap-3 text-ink-2">
        Going back, {Math.round(share * 100)}%
        <button
          className="link"
          onClick={() => {
            stop.current?.abort();
            setShare(undefined);
          }}
        >
          Stop
        </button>
      </span>
    );
  return (
    <button className="link font-semibold" onClick={() => void open()}>
      Look at everything as it was then
    </button>
  );
}

function Fate({ fate, items }: { fate: PlanFate; items: readonly StoodItem[] }) {
  const style = useTimeStyle();
  const { zone } = useStore().clock;
  return (
    <section aria-label={fateWords[fate]} className="chart">
      <h3 className="font-words text-[16px] font-semibold">
        {fateWords[fate]}, {items.length}
      </h3>
      <ul className="mt-1 border-t border-hairline">
        {items.map(({ id, title, dye, then, now, by, isDone }) => (
          <li key={id} className="border-b border-hairline py-1.5" data-dye={dye}>
            <div className="flex items-baseline gap-2">
              <span className="diamond" aria-hidden />
              <button
                className={`min-h-6 min-w-0 flex-1 text-left break-words hover:underline ${isDone ? "text-ink-2" : ""}`}
                onClick={() => openRecord(id)}
              >
                {title}
                {isDone && ", done"}
              </button>
            </div>
            <p className="pl-4 text-small text-ink-2">
              {fate === "kept" || fate === "dropped"
                ? whenText(then!, style)
                : fate === "new"
                  ? whenText(now!, style)
                  : `${whenText(then!, style)}, now ${whenText(now!, style)}`}
              {by && `; ${spokenText(by.said, style)}`}
              {by && `, ${actText(by.at, zone, style)}`}
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}

function whenText({ start, end }: { start: string; end: string }, style: TimeStyle): string {
  const day = dateText(dateOf(start), "short", style);
  if (isDate(start)) return day;
  const to = dateOf(end) === dateOf(start) ? minuteOf(end) : 1440;
  return `${day}, ${rangeText(minuteOf(start), to, style)}`;
}

function actText(at: number, zone: string, style: TimeStyle): string {
  const moment = momentOfInstant(at, zone);
  return `${dateText(dateOf(moment), "short", style)} ${clockText(minuteOf(moment), style)}`;
}
