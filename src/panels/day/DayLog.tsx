"use client";
import { useMemo, useRef, useState, type FormEvent, type KeyboardEvent } from "react";
import { removeRecord, writePage } from "@/core/commands";
import type { StartOn } from "@/core/commands/clock";
import { logWork, moveEntry } from "@/core/commands/workLog";
import { minutesOver, nextLogStart, readLogTime, type WorkedEntry } from "@/core/plan";
import { dyeOf, titleOf } from "@/core/things";
import { clockText, durationText, estimateText, minuteOn, momentAt, rangeText, type DateText } from "@/core/time";
import { useWorked } from "@/panels/clock/useWorked";
import { focusSoon } from "@/ui/focusSoon";
import { openRecord } from "@/ui/navigation";
import { useNow } from "@/ui/clock";
import { useAct, useStore, useTimeStyle } from "@/ui/workspaceContext";

/** So many gaps are named below the lines. */
const mostGaps = 8;

/** What was worked on a day, line by line, and a line for what comes next: it begins where the last one ended. */
export function DayLog({ date }: { date: DateText }) {
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const now = useNow(store.clock);
  const worked = useWorked(date);
  const over = minutesOver(date, now);
  const from = nextLogStart(worked);
  const [time, setTime] = useState("");
  const [fault, setFault] = useState("");
  const line = useRef<HTMLFormElement>(null);
  const until = minuteOn(date, now);
  const read = time.trim() === "" ? undefined : readLogTime(time, from, until);
  const stretch = read && !("fault" in read) ? read : undefined;
  const at = useMemo(
    () => ({ date, startMinute: stretch?.startMinute ?? from ?? over, endMinute: stretch?.endMinute ?? over }),
    [date, stretch?.startMinute, stretch?.endMinute, from, over],
  );

  const add = (on: StartOn) => {
    // Without a time a line goes up to now; a day that is over has no now.
    const whole =
      read ??
      (from !== undefined && from < over && over === until ? { startMinute: from, endMinute: over } : undefined);
    if (!whole || "fault" in whole) return setFault(whole?.fault ?? "Say from when to when, or how long.");
    const [start, end] = [momentAt(date, whole.startMinute), momentAt(date, whole.endMinute)];
    if (act(logWork, { on, start, end }) === undefined) return;
    setTime("");
    setFault("");
    // The next line begins where this one ended.
    focusSoon(() => line.current?.querySelector<HTMLElement>("input"));
  };
  return (
    <section aria-label="Log" className={`mb-4 ${style.hour12 ? "day-log-halves" : ""}`}>
      <h2 className="mb-1 flex items-baseline gap-2 font-words text-[19px] leading-7 font-semibold">
        Log
        {worked.workedMinutes > 0 && (
          <span className="font-interface text-[12.5px] font-normal text-ink-2">
            {durationText(worked.workedMinutes)} worked
          </span>
        )}
      </h2>
      <ul>
        {worked.entries.map((entry) => (
          <LogLine key={entry.record.id} entry={entry} date={date} until={until} />
        ))}
      </ul>
      <form
        ref={line}
        aria-label="Next line of the log"
        className="day-log-line border-b border-hairline py-1"
        onSubmit={(event: FormEvent) => event.preventDefault()}
      >
        <input
          className="log-input text-small"
          aria-label="From and to, or how long"
          placeholder={from === undefined ? "8:15 to 9:00" : `from ${clockText(from, style)}`}
          value={time}
          aria-invalid={fault !== ""}
          aria-describedby={fault ? "log-fault" : undefined}
          onFocus={() => void load()}
          onChange={(event) => {
            setTime(event.target.value);
            setFault("");
          }}
          onKeyDown={(event) => {
            if (event.key !== "Enter") return;
            event.preventDefault();
            if (read && "fault" in read) return setFault(read.fault);
            line.current?.querySelectorAll<HTMLElement>("input")[1]?.focus();
          }}
        />
        <LogWork key={worked.entries.length} at={at} onTake={add} />
        <span className="text-right text-small text-ink-2">
          {stretch && durationText(stretch.endMinute - stretch.startMinute)}
        </span>
        {fault && (
          <span id="log-fault" className="col-span-3 text-small text-madder">
            {fault}
          </span>
        )}
      </form>
      {worked.gaps.length > 0 && (
        <p className="pt-1 text-small text-ink-2" role="group" aria-label="Gaps">
          {worked.gaps.length === 1 ? "A gap:" : "Gaps:"}{" "}
          {worked.gaps.slice(0, mostGaps).map(({ startMinute, endMinute }, place) => {
            const hours = rangeText(startMinute, endMinute, style);
            return (
              <span key={startMinute}>
                {place > 0 && ", "}
                <button
                  className="link min-h-6"
                  aria-label={`${hours}: what was it?`}
                  onClick={() => {
                    setTime(hours);
                    setFault("");
                    focusSoon(() => line.current?.querySelectorAll<HTMLElement>("input")[1]);
                  }}
                >
                  {hours}
                </button>
              </span>
            );
          })}
          {worked.gaps.length > mostGaps && ` and ${worked.gaps.length - mostGaps} more`}
        </p>
      )}
    </section>
  );
}

/** What offers is loaded when somebody begins a line; it takes the place of the plain field at once, with what was typed. */
const load = () => import("@/panels/clock/WorkField");

interface LogWorkProps {
  at: { readonly date: DateText; readonly startMinute: number; readonly endMinute: number };
  onTake: (on: StartOn) => void;
}

/** The field for what was worked on. */
function LogWork({ at, onTake }: LogWorkProps) {
  const [loaded, setLoaded] = useState<Awaited<ReturnType<typeof load>>>();
  const [typed, setTyped] = useState("");
  const look = "log-input font-words text-page";
  if (loaded) {
    const { WorkField } = loaded;
    return (
      <WorkField
        {...{ label: "What was worked on", hint: "What was it?", className: look, begun: typed, at, onTake }}
        begin
      />
    );
  }
  return (
    <input
      className={look}
      aria-label="What was worked on"
      placeholder="What was it?"
      value={typed}
      onChange={({ target }) => setTyped(target.value)}
      onFocus={() => void load().then(setLoaded, () => undefined)}
    />
  );
}

/** One entry: its hours can be typed over, its note is what it has to say, and a press on its name opens it. */
function LogLine({ entry, date, until }: { entry: WorkedEntry; date: DateText; until: number }) {
  const store = useStore();
  const style = useTimeStyle();
  const act = useAct();
  const { record, startMinute, endMinute, isRunning } = entry;
  const shown = isRunning ? `${clockText(startMinute, style)} to …` : rangeText(startMinute, endMinute, style);
  const [fault, setFault] = useState("");
  const isWhole = !entry.beginsBefore && !entry.endsAfter && !isRunning;
  const note = record.text.trim().split("\n")[0] ?? "";
  const take = (input: HTMLInputElement) => {
    if (input.value === shown) return setFault("");
    const read = readLogTime(input.value, startMinute, until);
    if ("fault" in read) return setFault(read.fault);
    setFault("");
    const [start, end] = [momentAt(date, read.startMinute), momentAt(date, read.endMinute)];
    if (act(moveEntry, { id: record.id, start, end }) === undefined) input.value = shown;
  };
  const press = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === "Enter") event.currentTarget.blur();
    if (event.key === "Escape") {
      event.currentTarget.value = shown;
      setFault("");
    }
  };
  return (
    <li className="day-log-line border-b border-hairline py-1" data-worked={record.id} data-dye={dyeOf(record, store)}>
      {isWhole ? (
        <input
          key={shown}
          className="log-input text-small text-ink-2"
          aria-label={`Hours of ${titleOf(record, store)}`}
          defaultValue={shown}
          aria-invalid={fault !== ""}
          onBlur={(event) => take(event.currentTarget)}
          onKeyDown={press}
        />
      ) : (
        <span className="text-small text-ink-2">{shown}</span>
      )}
      <span className="flex min-w-0 flex-wrap items-baseline gap-x-2">
        <button
          className="min-h-6 text-left font-words text-page break-words hover:underline"
          onClick={() => openRecord(record.id)}
          onKeyDown={(event) => {
            if (event.key !== "Delete") return;
            event.preventDefault();
            act(removeRecord, { id: record.id });
          }}
        >
          {titleOf(record, store)}
        </button>
        <input
          key={note}
          className="log-input min-w-24 flex-1 font-words text-[14px] text-ink-2 italic"
          aria-label={`Note on ${titleOf(record, store)}`}
          placeholder="note"
          defaultValue={note}
          onBlur={({ currentTarget: { value } }) => {
            if (value.trim() === note) return;
            const [, ...rest] = record.text.trim().split("\n");
            act(writePage, { id: record.id, text: [value.trim(), ...rest].join("\n") });
          }}
          onKeyDown={(event) => event.key === "Enter" && event.currentTarget.blur()}
        />
      </span>
      <span className="text-right text-small whitespace-nowrap text-ink-2">{estimateText(entry.minutes)}</span>
      {fault && <span className="col-span-3 text-small text-madder">{fault}</span>}
    </li>
  );
}
