"use client";
import { Popover } from "radix-ui";
import { useCallback, type ReactNode } from "react";
import { createPortal } from "react-dom";
import type { ClockRun } from "@/core/model";
import { faceWords } from "@/core/plan";
import { dyeOf, subjectName } from "@/core/things";
import { useComputed, useStore } from "@/ui/workspaceContext";
import { ClockKeeper } from "./ClockKeeper";
import { ClockPanel } from "./ClockPanel";
import { openClock, useClockPlace } from "./clockPlace";
import { useInSight } from "./inSight";
import { QuietClock } from "./QuietClock";
import { useClockFace, useClockRun } from "./useClock";

/** The clock in the top bar: what runs and what is left of it, and the whole of it when that is pressed. */
export function ClockCorner({ children }: { children: ReactNode }) {
  const run = useClockRun();
  const place = useClockPlace();
  const inSight = useInSight();
  return (
    <>
      <Popover.Root open={place === "panel"} onOpenChange={(open) => openClock(open ? "panel" : "closed")}>
        <Popover.Anchor asChild>
          <div className="w-full min-w-0">{run ? <ClockLine run={run} /> : children}</div>
        </Popover.Anchor>
        <Popover.Portal>
          <Popover.Content
            align="end"
            sideOffset={26}
            collisionPadding={8}
            aria-label="Clock"
            className="z-40 w-[280px] border border-rule bg-sheet p-3.5"
          >
            <ClockPanel />
          </Popover.Content>
        </Popover.Portal>
      </Popover.Root>
      {run && place === "quiet" && <QuietClock run={run} />}
      {run && <ClockKeeper run={run} />}
      {inSight &&
        createPortal(
          <div className="h-full bg-sheet p-3.5">
            <ClockPanel small />
          </div>,
          inSight.document.body,
        )}
    </>
  );
}

function ClockLine({ run }: { run: ClockRun }) {
  const store = useStore();
  const face = useClockFace(run);
  const name = useComputed(useCallback((from) => subjectName(from, run.on), [run]));
  const { length, what } = faceWords(face);
  const record = store.get(run.on.task ?? run.on.event ?? run.on.theme ?? "");
  const state =
    run.phase === "pause" ? "paused" : run.phase === "break" ? `break, ${length} ${what}` : `${length} ${what}`;
  const isOver = what === "over";
  return (
    <button
      className="now-next w-full min-w-0 text-right font-semibold"
      aria-label={`Clock: ${name}, ${state}. Opens the clock`}
      data-dye={record ? dyeOf(record, store) : "slate"}
      onClick={() => openClock("panel")}
    >
      <span className="flex justify-end gap-2.5">
        <span className="min-w-0 truncate">{name}</span>
        <span className={`flex-none ${isOver ? "text-madder" : "font-normal text-ink-2"}`}>{state}</span>
      </span>
      <span className="mt-px block h-[3px] w-full bg-sunk" aria-hidden>
        <span
          className={`block h-full ${isOver ? "bg-madder" : "bg-(--dye)"}`}
          style={{ width: `${Math.round((face.share ?? 0) * 100)}%` }}
        />
      </span>
    </button>
  );
}
