"use client";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { useCallback, useMemo, useState, type KeyboardEvent, type ReactNode } from "react";
import { saveSettings } from "@/core/commands";
import { setWorked } from "@/core/commands/workLog";
import {
  readSheetLength,
  countsInTimesheet,
  timesheet,
  timesheetCsv,
  timesheetWays,
  type Timesheet,
  type TimesheetRow,
  type TimesheetWay,
} from "@/core/plan";
import type { Dye, Id, Work } from "@/core/model";
import { titleOf } from "@/core/register";
import type { Store } from "@/core/store";
import { dyeOf } from "@/core/things";
import { addDays, dateText, durationText, startOfWeek, weekNumber, type DateText } from "@/core/time";
import { WorkField } from "@/panels/clock/WorkField";
import { Why } from "@/panels/why/Why";
import { download } from "@/ui/download";
import { useNow } from "@/ui/clock";
import { openRecord } from "@/ui/navigation";
import { notify } from "@/ui/notices";
import { useAct, useComputed, useFirstWeekday, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import type { LensForm } from "./lensForm";

const wayWords: Record<TimesheetWay, string> = { task: "Task", project: "Project", theme: "Theme", person: "Person" };
const roundings = [0, 5, 6, 10, 15, 30];

/** The dye of what a row stands for; what has no record has none of its own. */
function dyeIn(store: Store, id: Id | undefined): Dye {
  const record = store.get(id ?? "");
  return record ? dyeOf(record, store) : "slate";
}

interface TimesheetProps extends Pick<LensForm, "lens" | "view" | "onChange"> {
  /** Whether the lens leaves entries out, or something is searched for in it. */
  isNarrowed: boolean;
}

/** The work log as a timesheet: a week, row by row, in cells that can be typed in. */
export function LensTimesheet({ lens, view, onChange, isNarrowed }: TimesheetProps) {
  const store = useStore();
  const style = useTimeStyle();
  const settings = useSettings();
  const act = useAct();
  const now = useNow(store.clock);
  const first = useFirstWeekday();
  const today = now.slice(0, 10);
  const [from, setFrom] = useState(() => startOfWeek(today, first));
  const way = timesheetWays.find((one) => one === lens.axes?.up) ?? "task";
  const rounding = settings.roundMinutes ?? 0;
  // A lens without conditions counts the person's own entries; one with them counts what it shows.
  const { revision } = view;
  const shown = useMemo(() => {
    void revision;
    return isNarrowed ? new Set(view.entries.map(({ record }) => record.id)) : undefined;
  }, [view, revision, isNarrowed]);
  const sheet = useComputed(
    useCallback(
      (reads) =>
        timesheet({
          ...{ reads, from, way, rounding },
          ...(shown ? { counts: ({ id }) => shown.has(id) } : {}),
        }),
      [from, way, rounding, shown],
    ),
  );
  const [more, setMore] = useState<readonly string[]>([]);
  const rows: readonly TimesheetRow[] = [
    ...sheet.rows,
    ...more
      .filter((id) => !sheet.rows.some((row) => row.id === id))
      .map((id) => ({ id, title: titleOf(store.get(id)), minutes: sheet.dates.map(() => 0), sum: 0 })),
  ];

  const type = (row: TimesheetRow, date: DateText, words: string): boolean => {
    const minutes = words.trim() === "" ? 0 : readSheetLength(words);
    if (minutes === undefined) {
      notify({ text: "A length like 2 h, 1 h 30 or 45 min. Nothing was changed.", tone: "refused" });
      return false;
    }
    return (
      act(setWorked, { on: row.id as string, way: way === "theme" ? "theme" : "task", date, minutes }) !== undefined
    );
  };
  const counts = (entry: Work) => (shown ? shown.has(entry.id) : countsInTimesheet(store, way, entry));
  const why = (words: string, minutes: number, dates: readonly DateText[], row?: string | null) => (
    <Why of={{ what: "worked", asked: { dates, way, row, rounding, minutes, counts } }}>{words}</Why>
  );
  const canType = (row: TimesheetRow) => row.id !== undefined && (way === "task" || way === "theme") && !shown;
  return (
    <div className="timesheet min-h-0 flex-1 overflow-auto pb-8">
      <TimesheetHead
        {...{ lens, onChange, sheet, way, rounding, from, setFrom }}
        thisWeek={startOfWeek(today, first)}
      />
      <table aria-label="Timesheet" className="w-full max-w-[980px] min-w-[760px] border-t-2 border-ink">
        <caption className="py-1.5 text-left font-words text-[16px] font-semibold">
          Week {weekNumber(from)}, {dateText(from, "short", style)} to {dateText(addDays(from, 6), "short", style)}
        </caption>
        <SheetDays dates={sheet.dates} today={today} first={wayWords[way]} />
        <tbody>
          {rows.map((row) => (
            <tr key={row.id ?? "none"} className="border-b border-hairline" data-dye={dyeIn(store, row.id)}>
              <RowName row={row} />
              {row.minutes.map((minutes, day) => {
                const date = sheet.dates[day] as DateText;
                const words = minutes > 0 ? durationText(minutes) : "";
                return (
                  <td key={date} className="text-right">
                    {canType(row) && date <= today ? (
                      <SheetCell
                        key={words}
                        label={`${row.title}, ${dateText(date, "short", style)}`}
                        words={words}
                        onType={(typed) => type(row, date, typed)}
                      />
                    ) : (
                      <span className="px-0.5">{words && why(words, minutes, [date], row.id ?? null)}</span>
                    )}
                  </td>
                );
              })}
              <td className="px-0.5 text-right font-semibold">
                {row.sum > 0 && why(durationText(row.sum), row.sum, sheet.dates, row.id ?? null)}
              </td>
            </tr>
          ))}
          {!shown && way === "task" && (
            <tr className="print:hidden">
              <td colSpan={9} className="py-1">
                <WorkField
                  key={more.length}
                  label="Another row"
                  hint="Add a task or a theme"
                  className="log-input max-w-[320px]"
                  onTake={(on) => {
                    if ("id" in on) setMore([...more, on.id]);
                    else notify({ text: "Choose a task or a theme that exists.", tone: "refused" });
                  }}
                />
              </td>
            </tr>
          )}
        </tbody>
        <SheetSums sheet={sheet} why={why} />
      </table>
      {sheet.rows.length === 0 && (
        <p className="mt-3 text-ink-2">
          Nothing is logged in this week. Add a row and type in it, or start the clock with W on a task.
        </p>
      )}
    </div>
  );
}

interface TimesheetHeadProps extends Pick<LensForm, "lens" | "onChange"> {
  sheet: Timesheet;
  way: TimesheetWay;
  rounding: number;
  from: DateText;
  thisWeek: DateText;
  setFrom: (from: DateText) => void;
}

/** Which week is shown, by what its rows go, and how it leaves. */
function TimesheetHead({ lens, onChange, sheet, way, rounding, from, thisWeek, setFrom }: TimesheetHeadProps) {
  const act = useAct();
  return (
    <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1 print:hidden">
      <span className="flex items-center">
        <button
          className="button-quiet grid place-items-center"
          aria-label="The week before"
          onClick={() => setFrom(addDays(from, -7))}
        >
          <ChevronLeft size={16} aria-hidden />
        </button>
        <button
          className="button-quiet grid place-items-center"
          aria-label="The week after"
          onClick={() => setFrom(addDays(from, 7))}
        >
          <ChevronRight size={16} aria-hidden />
        </button>
        {from !== thisWeek && (
          <button className="link ml-1 font-semibold" onClick={() => setFrom(thisWeek)}>
            This week
          </button>
        )}
      </span>
      <label className="flex items-center gap-2">
        Rows
        <select
          className="field"
          value={way}
          onChange={({ target }) => onChange({ axes: { ...lens.axes, up: target.value } })}
        >
          {timesheetWays.map((one) => (
            <option key={one} value={one}>
              {wayWords[one]}
            </option>
          ))}
        </select>
      </label>
      <label className="flex items-center gap-2">
        Rounded to
        <select
          className="field"
          value={rounding}
          onChange={({ target }) => act(saveSettings, { roundMinutes: Number(target.value) || undefined })}
        >
          {roundings.map((minutes) => (
            <option key={minutes} value={minutes}>
              {minutes === 0 ? "nothing" : `${minutes} min`}
            </option>
          ))}
        </select>
      </label>
      <button
        className="link"
        onClick={() =>
          download(new Blob([timesheetCsv(sheet)], { type: "text/csv" }), `timesheet-${sheet.dates[0]}.csv`)
        }
      >
        Save as CSV
      </button>
      <button className="link" onClick={() => print()}>
        Print
      </button>
    </div>
  );
}

function RowName({ row }: { row: TimesheetRow }) {
  return (
    <th scope="row" className="sticky left-0 max-w-[40vw] bg-sheet py-0.5 pr-3 text-left font-normal">
      <span className="flex items-baseline gap-2">
        <span className="diamond" aria-hidden />
        {row.id === undefined ? (
          <span className="text-ink-2">{row.title}</span>
        ) : (
          <button className="min-h-6 text-left break-words hover:underline" onClick={() => openRecord(row.id)}>
            {row.title}
          </button>
        )}
      </span>
    </th>
  );
}

interface SheetCellProps {
  label: string;
  words: string;
  /** Takes what was typed. Returns false where it is no length. */
  onType: (typed: string) => boolean;
}

/** A length that can be typed over; the arrows go up and down. */
function SheetCell({ label, words, onType }: SheetCellProps) {
  return (
    <input
      className="log-input text-right"
      aria-label={label}
      defaultValue={words}
      onFocus={({ target }) => target.select()}
      onBlur={({ currentTarget }) => {
        if (currentTarget.value.trim() === words) return;
        if (!onType(currentTarget.value)) currentTarget.value = words;
      }}
      onKeyDown={(event) => {
        if (event.key === "Escape") event.currentTarget.value = words;
        goToCell(event);
      }}
    />
  );
}

/** Goes to the cell above or below, in the same column. */
function goToCell(event: KeyboardEvent<HTMLInputElement>) {
  const step = { ArrowUp: -1, ArrowDown: 1, Enter: 1 }[event.key];
  if (step === undefined) return;
  event.preventDefault();
  const cell = event.currentTarget.closest("td");
  const line =
    cell?.parentElement?.parentElement?.children[(cell.parentElement as HTMLTableRowElement).sectionRowIndex + step];
  const next = line?.children[cell!.cellIndex]?.querySelector("input");
  if (next) next.focus();
  else event.currentTarget.blur();
}

function SheetDays({ dates, today, first }: { dates: readonly DateText[]; today: DateText; first: string }) {
  const style = useTimeStyle();
  return (
    <thead>
      <tr className="border-b border-rule text-right text-small text-ink-2">
        <th scope="col" className="py-1 text-left font-semibold">
          {first}
        </th>
        {dates.map((date) => (
          <th key={date} scope="col" className={`w-[82px] font-semibold ${date === today ? "text-woad" : ""}`}>
            {dateText(date, "short", style).replace(/ \p{L}+$/u, "")}
          </th>
        ))}
        <th scope="col" className="w-[82px] font-semibold">
          Sum
        </th>
      </tr>
    </thead>
  );
}

interface SheetSumsProps {
  sheet: Timesheet;
  /** A number that says where it comes from. */
  why: (words: string, minutes: number, dates: readonly DateText[]) => ReactNode;
}

function SheetSums({ sheet, why }: SheetSumsProps) {
  return (
    <tfoot>
      <tr className="border-t border-ink text-right font-semibold">
        <th scope="row" className="py-1 text-left font-semibold">
          Sum
        </th>
        {sheet.sums.map((minutes, day) => (
          <td key={sheet.dates[day]} className="px-0.5">
            {minutes > 0 && why(durationText(minutes), minutes, [sheet.dates[day] as DateText])}
          </td>
        ))}
        <td>{sheet.sum > 0 ? why(durationText(sheet.sum), sheet.sum, sheet.dates) : durationText(0)}</td>
      </tr>
    </tfoot>
  );
}
