"use client";
import { useState } from "react";
import { saveSettings } from "@/core/commands";
import { newId, type Id, type Pattern, type Theme } from "@/core/model";
import { patternSums } from "@/core/plan";
import { durationText } from "@/core/time";
import { Dialog } from "@/ui/Dialog";
import { TypedField } from "@/ui/TypedField";
import { useAct, useList, useSettings } from "@/ui/workspaceContext";
import { PatternWeek } from "./PatternWeek";

/** The patterns on a week of their own: drawn, moved, stretched and summed up against what each theme should get. */
export function PatternEditor({ first, onClose }: { first: string | undefined; onClose: () => void }) {
  const settings = useSettings();
  const act = useAct();
  const themes = useList("kind", "theme") as readonly Theme[];
  const patterns = settings.patterns ?? [];
  const [shown, setShown] = useState(first);
  const [brush, setBrush] = useState<Id | undefined>(themes[0]?.id);
  const pattern = patterns.find(({ id }) => id === shown) ?? patterns[0];
  const save = (next: readonly Pattern[]) => act(saveSettings, { patterns: next }, { quiet: true });
  const add = () => {
    const id = newId();
    const title = patterns.length === 0 ? "Normal week" : `Week ${patterns.length + 1}`;
    if (save([...patterns, { id, title, hours: pattern?.hours ?? [] }]) !== undefined) setShown(id);
  };
  const change = (part: Partial<Pattern>) =>
    pattern && save(patterns.map((one) => (one.id === pattern.id ? { ...one, ...part } : one)));
  return (
    <Dialog wide title="Patterns: your ideal week" onClose={onClose}>
      {!pattern ? (
        <p>
          A pattern is your ideal week: hours for each theme, drawn faintly behind the plan.{" "}
          <button className="link font-semibold" onClick={add}>
            Add the first pattern
          </button>
        </p>
      ) : (
        <>
          <div className="mb-2 flex flex-wrap items-center gap-3">
            {patterns.map(({ id, title }) => (
              <button
                key={id}
                aria-pressed={id === pattern.id}
                className={`min-h-6 ${id === pattern.id ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2"}`}
                onClick={() => setShown(id)}
              >
                {title}
              </button>
            ))}
            <button className="link" onClick={add}>
              Add a pattern
            </button>
            <span className="ml-auto flex items-center gap-2">
              <TypedField
                label="Name of the pattern"
                text={pattern.title}
                commit={(title) => title.trim() !== "" && change({ title: title.trim() })}
              />
              <button className="button-quiet" onClick={() => save(patterns.filter(({ id }) => id !== pattern.id))}>
                Delete the pattern
              </button>
            </span>
          </div>
          <Brushes themes={themes} brush={brush} onChoose={setBrush} />
          <PatternWeek hours={pattern.hours} themes={themes} brush={brush} onChange={(hours) => change({ hours })} />
          <Sums pattern={pattern} themes={themes} />
        </>
      )}
    </Dialog>
  );
}

interface BrushesProps {
  themes: readonly Theme[];
  brush: Id | undefined;
  onChoose: (theme: Id | undefined) => void;
}

/** What is drawn: hours for a theme, or a break. */
function Brushes({ themes, brush, onChoose }: BrushesProps) {
  return (
    <div role="radiogroup" aria-label="Draw hours for" className="mb-2 flex flex-wrap gap-x-3 gap-y-1">
      <span className="text-ink-2">Draw</span>
      {[
        ...themes.map(({ id, title, dye }) => ({ id: id as Id | undefined, title, dye })),
        { id: undefined, title: "Break", dye: "slate" },
      ].map(({ id, title, dye }) => (
        <button
          key={id ?? "break"}
          role="radio"
          aria-checked={brush === id}
          className={`flex items-center gap-1.5 ${brush === id ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2"}`}
          onClick={() => onChoose(id)}
        >
          <i className="diamond" data-dye={dye} />
          {title}
        </button>
      ))}
    </div>
  );
}

/** How much each theme gets in a week of this pattern, against what it should get. */
function Sums({ pattern, themes }: { pattern: Pattern; themes: readonly Theme[] }) {
  const { workingWeek } = useSettings();
  return (
    <dl className="mt-3 flex flex-wrap gap-x-5 gap-y-1">
      {patternSums(pattern, themes, workingWeek)
        .filter(({ minutes, target }) => minutes > 0 || target > 0)
        .map(({ theme, minutes, target }) => (
          <div key={theme} className="flex items-baseline gap-1.5">
            <dt className="text-ink-2">{themes.find(({ id }) => id === theme)?.title}</dt>
            <dd className={target > 0 && minutes < target ? "font-semibold text-madder" : "font-semibold"}>
              {minutes > 0 ? durationText(minutes) : "0"}
              {target > 0 && <span className="font-normal text-ink-2"> of {durationText(target)}</span>}
            </dd>
          </div>
        ))}
    </dl>
  );
}
