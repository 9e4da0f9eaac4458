"use client";
import { useState } from "react";
import type { Habit } from "@/core/model";
import { seriesStart, type Repeating } from "@/core/plan";
import {
  dateOf,
  isDate,
  needLibrary,
  nthWeekday,
  readRepeat,
  readRule,
  type RepeatRule,
  repeatOf,
  repeatWords,
  ruleOfWords,
  weekdayCodes,
  writeRepeat,
  type DateText,
  type Repeat,
} from "@/core/time";
import { useReading } from "./useReading";
import { useTimeStyle } from "@/ui/workspaceContext";

interface RepeatFieldProps {
  record: Repeating | Habit;
  value: string | undefined;
  labelledBy: string;
  set: (next: string | undefined) => boolean;
}

/** The usual rules for something that starts on a date. */
function presets(date: DateText): readonly string[] {
  const { weekday, nth, isLast } = nthWeekday(date);
  const code = weekdayCodes[weekday - 1] as string;
  const day = Number(date.slice(8));
  return [
    "FREQ=DAILY",
    "FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR",
    `FREQ=WEEKLY;BYDAY=${code}`,
    `FREQ=WEEKLY;INTERVAL=2;BYDAY=${code}`,
    `FREQ=MONTHLY;BYMONTHDAY=${day}`,
    ...(nth < 5 ? [`FREQ=MONTHLY;BYDAY=${nth}${code}`] : []),
    ...(isLast ? [`FREQ=MONTHLY;BYDAY=-1${code}`] : []),
    "FREQ=MONTHLY;INTERVAL=3",
    "FREQ=YEARLY",
  ];
}

/** How something comes again: a usual rule in words, or any rule of the standard; and when that ends. */
export function RepeatField({ record, value, labelledBy, set }: RepeatFieldProps) {
  const style = useTimeStyle();
  const [own, setOwn] = useState<string>();
  const repeat = repeatOf(value);
  const start = seriesStart(record);
  if (start === undefined) return <span className="text-ink-3">Set a day first</span>;
  const words = (text: string) => {
    const read = repeatOf(text);
    return read ? repeatWords(read, style) : text;
  };
  const rule = repeat?.rule;
  const bare = rule ? rule.text.replace(/;?(COUNT|UNTIL)=[^;]*/g, "") : "";
  const offered = presets(dateOf(start));
  const choose = (next: string) => {
    if (next === "") set(undefined);
    else if (next === "own") {
      void needLibrary();
      setOwn(rule?.text ?? (offered[2] as string));
    } else {
      const read = readRepeat(next);
      if ("fault" in read) return;
      set(writeRepeat({ ...read, fromDone: repeat?.fromDone ?? false }));
    }
  };
  const change = (part: Partial<Repeat>) => repeat && set(writeRepeat({ ...repeat, ...part }));
  const end = (ends: string) => {
    const read = readRule(`${bare}${ends}`);
    if (!("fault" in read)) change({ rule: read });
  };
  return (
    <div className="grid min-w-0 grid-cols-[minmax(0,1fr)] justify-items-start gap-1.5">
      <select
        className="field w-full"
        aria-labelledby={labelledBy}
        value={own !== undefined ? "own" : value === undefined ? "" : offered.includes(bare) ? bare : "kept"}
        onChange={({ target }) => choose(target.value)}
      >
        <option value="">does not repeat</option>
        {value !== undefined && !offered.includes(bare) && <option value="kept">{words(value)}</option>}
        {offered.map((one) => (
          <option key={one} value={one}>
            {words(one)}
          </option>
        ))}
        <option value="own">custom rule</option>
      </select>
      {own !== undefined && (
        <OwnRule
          words={own}
          onWords={setOwn}
          onUse={(read) => {
            if (set(writeRepeat({ except: [], also: [], fromDone: false, ...repeat, rule: read }))) setOwn(undefined);
          }}
        />
      )}
      {rule && own === undefined && <RuleEnd rule={rule} start={start} onEnd={end} />}
      {rule && record.kind === "task" && own === undefined && (
        <label className="flex items-center gap-1.5 text-small text-ink-2">
          <input
            type="checkbox"
            checked={repeat.fromDone}
            onChange={({ target }) => change({ fromDone: target.checked })}
          />
          count from the day it was done
        </label>
      )}
      {repeat && repeat.except.length > 0 && (
        <span className="text-small text-ink-2">
          {repeat.except.length} skipped.{" "}
          <button className="link" onClick={() => change({ except: [] })}>
            Restore {repeat.except.length === 1 ? "it" : "them"}
          </button>
        </span>
      )}
    </div>
  );
}

/** Any rule of the standard, typed in words or as it is written there, with what it says. */
function OwnRule({
  words,
  onWords,
  onUse,
}: {
  words: string;
  /** Undefined where nothing is typed any more. */
  onWords: (words: string | undefined) => void;
  onUse: (rule: RepeatRule) => void;
}) {
  const style = useTimeStyle();
  const reading = useReading();
  const read = readRule(ruleOfWords(words) ?? reading().language?.rule(words) ?? words);
  const isWrong = "fault" in read;
  return (
    <form
      className="grid w-full gap-1"
      onSubmit={(event) => {
        event.preventDefault();
        if (!isWrong) onUse(read);
      }}
    >
      <input
        autoFocus
        className="field w-full"
        aria-label="The rule, in words or as RFC 5545"
        value={words}
        onChange={({ target }) => onWords(target.value)}
      />
      <span className={`text-small ${isWrong ? "text-madder" : "text-ink-2"}`} role="status">
        {isWrong ? read.fault : repeatWords({ rule: read, except: [], also: [], fromDone: false }, style)}
      </span>
      <span className="flex gap-2">
        <button className="button" disabled={isWrong}>
          Use this rule
        </button>
        <button type="button" className="link" onClick={() => onWords(undefined)}>
          Cancel
        </button>
      </span>
    </form>
  );
}

/** When a rule ends: never, on a day, or after so many times. */
function RuleEnd({ rule, start, onEnd }: { rule: RepeatRule; start: string; onEnd: (ends: string) => void }) {
  return (
    <span className="flex flex-wrap items-center gap-1.5 text-small text-ink-2">
      ends
      <select
        className="field"
        aria-label="When it ends"
        value={rule.count !== undefined ? "count" : rule.until !== undefined ? "until" : ""}
        onChange={({ target }) =>
          onEnd(target.value === "count" ? ";COUNT=10" : target.value === "until" ? `;UNTIL=${yearLater(start)}` : "")
        }
      >
        <option value="">never</option>
        <option value="until">on</option>
        <option value="count">after</option>
      </select>
      {rule.until !== undefined && (
        <input
          type="date"
          className="field"
          aria-label="Last day"
          value={`${rule.until.slice(0, 4)}-${rule.until.slice(4, 6)}-${rule.until.slice(6, 8)}`}
          onChange={({ target }) => isDate(target.value) && onEnd(`;UNTIL=${target.value.replace(/-/g, "")}`)}
        />
      )}
      {rule.count !== undefined && (
        <>
          <input
            type="number"
            min={1}
            max={999}
            className="field w-16"
            aria-label="Number of times"
            value={rule.count}
            onChange={({ target }) => Number(target.value) >= 1 && onEnd(`;COUNT=${Math.floor(Number(target.value))}`)}
          />
          times
        </>
      )}
    </span>
  );
}

function yearLater(start: string): string {
  return `${Number(start.slice(0, 4)) + 1}${start.slice(5, 7)}${start.slice(8, 10) === "29" ? "28" : start.slice(8, 10)}`;
}
