"use client";
import { useMemo, useState } from "react";
import { layPattern, layRepeating, saveSettings } from "@/core/commands";
import { patternOf } from "@/core/plan";
import { startOfWeek, type DateText } from "@/core/time";
import { PickList, SentencePart } from "@/ui/SentencePart";
import { useAct, useFirstWeekday, useSettings } from "@/ui/workspaceContext";
import { usePlanView } from "@/panels/hours/planView";
import { late } from "@/ui/late";

const PatternEditor = late(() => import("./PatternEditor").then((editor) => ({ default: editor.PatternEditor })));

/** Which ideal week stands behind the plan, and what can be done with it. */
export function PatternPart({
  date,
  dates: all,
  today,
}: {
  date: DateText;
  dates: readonly DateText[];
  today: DateText;
}) {
  const settings = useSettings();
  const firstWeekday = useFirstWeekday();
  const act = useAct();
  const [view, change] = usePlanView();
  const [editing, setEditing] = useState(false);
  const pattern = patternOf(settings, date);
  const patterns = settings.patterns ?? [];
  const monday = startOfWeek(date, 1);
  const dates = useMemo(() => all.filter((day) => day >= today), [all, today]);
  const words = !pattern ? "none" : view.pattern ? "shown" : "hidden";
  const choose = (id: string) =>
    act(saveSettings, { patternWeeks: { ...settings.patternWeeks, [monday]: id } }, { quiet: true });
  return (
    <span className="text-ink-2">
      Pattern{" "}
      <SentencePart words={words} label="Pattern for this week" faint={!pattern}>
        {(close) => (
          <>
            <PickList
              options={[
                ...patterns.map(({ id, title }) => [id, title] as const),
                ...(patterns.length > 0 ? [["", "none"] as const] : []),
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
                  {view.pattern ? "Hide the pattern" : "Show the pattern behind the plan"}
                </button>
              )}
              {pattern && dates.length > 0 && (
                <button
                  className="link min-h-6"
                  onClick={() => {
                    act(layPattern, { dates });
                    close();
                  }}
                >
                  Add its hours to these days as blocks
                </button>
              )}
              {dates.length > 0 && (
                <button
                  className="link min-h-6 text-left"
                  onClick={() => {
                    act(layRepeating, { dates, firstWeekday });
                    close();
                  }}
                >
                  Give the repeating tasks and the habits of these days their hours
                </button>
              )}
              <button
                className="link min-h-6"
                onClick={() => {
                  setEditing(true);
                  close();
                }}
              >
                {patterns.length > 0 ? "Edit patterns" : "Add a pattern: your ideal week"}
              </button>
            </div>
          </>
        )}
      </SentencePart>
      {editing && <PatternEditor first={pattern?.id} onClose={() => setEditing(false)} />}
    </span>
  );
}
