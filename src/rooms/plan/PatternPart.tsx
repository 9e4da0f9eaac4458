"use client";
import { lazy, Suspense, useMemo, useState } from "react";
import { layPattern, saveSettings } from "@/core/commands";
import { daysFrom, patternOf } from "@/core/plan";
import { startOfWeek, type DateText } from "@/core/time";
import { PickList, SentencePart } from "@/ui/SentencePart";
import { useAct, useFirstWeekday, useSettings, useStore } from "@/ui/workspaceContext";
import { usePlanView } from "./planView";

const PatternEditor = lazy(() => import("./PatternEditor").then((editor) => ({ default: editor.PatternEditor })));

/** Which ideal week stands behind the plan, and what can be done with it. */
export function PatternPart({ date, days, today }: { date: DateText; days: number; today: DateText }) {
  const settings = useSettings();
  const { clock } = useStore();
  const act = useAct();
  const firstWeekday = useFirstWeekday();
  const [view, change] = usePlanView();
  const [editing, setEditing] = useState(false);
  const pattern = patternOf(settings, date);
  const patterns = settings.patterns ?? [];
  const monday = startOfWeek(date, 1);
  const dates = useMemo(
    () => daysFrom(date, days, firstWeekday).dates.filter((day) => day >= today),
    [date, days, firstWeekday, today],
  );
  const words = !pattern ? "none" : view.pattern ? "shown" : "hidden";
  const choose = (id: string) =>
    act(saveSettings, { patternWeeks: { ...settings.patternWeeks, [monday]: id } }, { quiet: true });
  return (
    <span className="text-ink-2">
      Pattern{" "}
      <SentencePart words={words} label="Pattern of this week" faint={!pattern}>
        {(close) => (
          <>
            <PickList
              options={[
                ...patterns.map(({ id, title }) => [id, title] as const),
                ...(patterns.length > 0 ? [["", "none this week"] as const] : []),
              ]}
              chosen={[pattern?.id ?? ""]}
              onPick={(id) => {
                choose(id);
                close();
              }}
            />
            <div className="mt-2 grid justify-items-start gap-1 border-t border-rule pt-2">
              {pattern && (
                <button className="link min-h-6" onClick={() => change({ pattern: !view.pattern })}>
                  {view.pattern ? "Hide it behind the plan" : "Show it behind the plan"}
                </button>
              )}
              {pattern && dates.length > 0 && (
                <button
                  className="link min-h-6"
                  onClick={() => {
                    act(layPattern, { dates, zone: clock.zone });
                    close();
                  }}
                >
                  Lay it into these days as blocks
                </button>
              )}
              <button
                className="link min-h-6"
                onClick={() => {
                  setEditing(true);
                  close();
                }}
              >
                {patterns.length > 0 ? "Change the patterns" : "Make a pattern: your ideal week"}
              </button>
            </div>
          </>
        )}
      </SentencePart>
      {editing && (
        <Suspense>
          <PatternEditor first={pattern?.id} onClose={() => setEditing(false)} />
        </Suspense>
      )}
    </span>
  );
}
