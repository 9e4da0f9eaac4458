"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { ClockRun } from "@/core/model";
import { endOfPhase, faceWords, momentOfPhaseEnd, rhythmsOf } from "@/core/plan";
import { dyeOf, subjectName } from "@/core/things";
import { clockText, durationText, minuteOf, parseDuration } from "@/core/time";
import { openRecord } from "@/ui/navigation";
import { useComputed, useRecord, useSettings, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { openClock } from "./clockPlace";
import { WillRing } from "./Reminders";
import { smallWindows, toggleInSight, useInSight } from "./inSight";
import { JotField } from "./JotField";
import { useClockActs, useClockFace, useClockRun } from "./useClock";
import { WorkField } from "./WorkField";

/** The clock: what runs and how much of it is left, or what it could be started on. */
export function ClockPanel({ quiet = false, small = false }: { quiet?: boolean; small?: boolean }) {
  const run = useClockRun();
  return run ? (
    <RunningClock key={`${run.on.task} ${run.on.title}`} run={run} quiet={quiet} small={small} />
  ) : (
    <StartForm />
  );
}

function RunningClock({ run, quiet, small }: { run: ClockRun; quiet: boolean; small: boolean }) {
  const store = useStore();
  const style = useTimeStyle();
  const acts = useClockActs();
  const face = useClockFace(run);
  const inSight = useInSight();
  const [asking, setAsking] = useState<"finish" | "switch">();
  const name = useComputed(useCallback((from) => subjectName(from, run.on), [run]));
  const record = useRecord(run.on.task ?? run.on.event ?? run.on.theme);
  const { length, what } = faceWords(face);
  const isOver = what === "over";
  const until = momentOfPhaseEnd(run, store.clock.zone);
  const whole = run.phase === "work" && run.wholeMs ? `of ${durationText(Math.round(run.wholeMs / 60_000))}` : "";
  const beside =
    run.phase === "pause"
      ? "paused"
      : [
          isOver ? "over" : what === "so far" ? "so far" : whole,
          until && !isOver ? `until ${clockText(minuteOf(until), style)}` : "",
        ]
          .filter(Boolean)
          .join(", ");
  return (
    <section aria-label="Clock" className="clock-panel" data-dye={record ? dyeOf(record, store) : "slate"}>
      <p className="text-ink-2">
        {run.phase === "break" ? "A break from " : ""}
        {record ? (
          <button className="text-left break-words hover:underline" onClick={() => openRecord(record.id)}>
            {name}
          </button>
        ) : (
          name
        )}
      </p>
      <p
        className={`font-words font-semibold ${quiet ? "text-[76px] leading-[88px]" : "text-[38px] leading-[44px]"} tracking-[-0.01em] ${isOver ? "text-madder" : ""}`}
        role="timer"
        aria-label={`${length} ${what}`}
      >
        {length}
      </p>
      <p className={`text-small ${isOver ? "font-semibold text-madder" : "text-ink-2"}`}>{beside}</p>
      {face.share !== undefined && (
        <div className="clock-bar my-2.5" aria-hidden>
          <div style={{ width: `${Math.round(face.share * 100)}%` }} className={isOver ? "bg-madder" : "bg-(--dye)"} />
        </div>
      )}
      {asking === "finish" ? (
        <FinishForm run={run} onClose={() => setAsking(undefined)} />
      ) : asking === "switch" ? (
        <WorkField
          label="Switch to"
          hint="What are you working on now?"
          onTake={(on) => {
            setAsking(undefined);
            void acts.start(on);
          }}
          onCancel={() => setAsking(undefined)}
        />
      ) : (
        <div role="group" aria-label="The clock" className="clock-acts">
          {run.phase === "work" ? (
            <>
              <button onClick={() => void acts.pause()}>Pause</button>
              <button onClick={() => void acts.takeBreak()}>Break</button>
            </>
          ) : (
            <button onClick={() => void acts.goOn()}>Go on</button>
          )}
          {endOfPhase(run) !== undefined && (
            <button aria-label="5 more minutes" onClick={() => void acts.more(5)}>
              +5
            </button>
          )}
          <button onClick={() => setAsking("switch")}>Switch</button>
          <button
            className="ml-auto"
            onClick={() => (run.on.task === undefined ? void acts.finish() : setAsking("finish"))}
          >
            Finish
          </button>
        </div>
      )}
      {run.phase === "work" && !asking && <JotField run={run} />}
      {!quiet && !small && !asking && (
        <div className="mt-1 flex justify-between">
          <button className="button-quiet -ml-1.5" onClick={() => openClock("quiet")}>
            Only this
          </button>
          {smallWindows() && (
            <button className="button-quiet" onClick={() => void toggleInSight()}>
              {inSight ? "Back into the app" : "Keep in sight"}
            </button>
          )}
          <button className="button-quiet -mr-1.5" onClick={() => void acts.discard()}>
            Discard
          </button>
        </div>
      )}
    </section>
  );
}

/** Asks how it stands with the task when its sitting ends. */
function FinishForm({ run, onClose }: { run: ClockRun; onClose: () => void }) {
  const acts = useClockActs();
  const [left, setLeft] = useState("");
  const [fault, setFault] = useState("");
  const first = useRef<HTMLButtonElement>(null);
  useEffect(() => first.current?.focus(), []);
  const stop = () => {
    const words = left.trim();
    const leftMinutes = words === "" ? undefined : parseDuration(words);
    if (words !== "" && leftMinutes === undefined) return setFault("A length like 45 min or 1 h 30.");
    onClose();
    void acts.finish(leftMinutes === undefined ? {} : { leftMinutes });
  };
  return (
    <form
      aria-label="Finish"
      className="grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        stop();
      }}
      onKeyDown={(event) => {
        if (event.key !== "Escape") return;
        event.stopPropagation();
        onClose();
      }}
    >
      <div className="flex gap-2">
        <button
          type="button"
          ref={first}
          className="button-filled"
          onClick={() => {
            onClose();
            void acts.finish({ done: true });
          }}
        >
          It is done
        </button>
        <button className="button">Stop here</button>
        <button type="button" className="button-quiet" onClick={onClose}>
          Cancel
        </button>
      </div>
      {run.on.task !== undefined && (
        <label className="flex items-center gap-2 text-ink-2">
          Left
          <input
            className="field w-24"
            placeholder="45 min"
            value={left}
            aria-invalid={fault !== ""}
            onChange={(event) => {
              setLeft(event.target.value);
              setFault("");
            }}
          />
          <span className="text-small">{fault || "if you know"}</span>
        </label>
      )}
    </form>
  );
}

/** Asks what to work on, and how the clock should run. */
function StartForm() {
  const acts = useClockActs();
  const settings = useSettings();
  const [rhythm, setRhythm] = useState("");
  const rhythms = rhythmsOf(settings);
  return (
    <section aria-label="Clock" className="clock-panel grid gap-2">
      <p className="font-semibold">Start the clock</p>
      <WorkField
        label="Work on"
        hint="What are you working on?"
        begin
        onTake={(on) => void acts.start(on, rhythm === "" ? {} : { rhythm })}
      />
      <label className="flex items-center gap-2 text-ink-2">
        For
        <select className="field min-w-0 flex-1" value={rhythm} onChange={(event) => setRhythm(event.target.value)}>
          <option value="">what is left of it</option>
          {rhythms.map(({ id, title, workMinutes, breakMinutes }) => (
            <option key={id} value={id}>
              {title}: {durationText(workMinutes)}, then {durationText(breakMinutes)} off
            </option>
          ))}
        </select>
      </label>
      <WillRing />
      <p className="text-small text-ink-2">W starts it on any task, block or event that is selected.</p>
    </section>
  );
}
