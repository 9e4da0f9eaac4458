"use client";
import { useContext } from "react";
import { clockText, dateOf, dateText, minuteOf, momentOfInstant, type MomentText } from "@/core/time";
import type { Past } from "@/data/workspace";
import { LookAtContext, useTimeStyle } from "@/ui/workspaceContext";

/** Says that what is shown is the workspace as it once stood, and leads back. */
export function PastBanner({ past: { moment, knownFrom, present } }: { past: Past }) {
  const style = useTimeStyle();
  const lookAt = useContext(LookAtContext);
  const words = (at: MomentText) => `${dateText(dateOf(at), "day", style)}, ${clockText(minuteOf(at), style)}`;
  const known = knownFrom === undefined ? undefined : momentOfInstant(knownFrom, present.store.clock.zone);
  return (
    <div
      role="status"
      className="flex flex-none flex-wrap items-center gap-x-4 gap-y-1 border-b-2 border-woad bg-sunk px-4 py-2"
    >
      <p className="min-w-0 flex-1">
        <b>As it was on {words(moment)}.</b> Everything can be looked at, and nothing changed. Open a record to fetch it
        back.
        {known !== undefined && ` The log begins on ${words(known)}: what was changed before that is not known.`}
      </p>
      <button className="button" onClick={() => lookAt(undefined)}>
        Back to the present
      </button>
    </div>
  );
}
