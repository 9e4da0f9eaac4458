"use client";
import { useEffect, useRef, useState, type ReactNode } from "react";
import { saveSettings } from "@/core/commands";
import { newId, type Theme } from "@/core/model";
import { energyTimes, withBestHours, type EnergyTime } from "@/core/plan";
import { goTo } from "@/ui/navigation";
import { startView } from "@/ui/startView";
import { useAct, useList, useSettings } from "@/ui/workspaceContext";
import { CalendarFiles } from "./CalendarFiles";
import { Choices } from "./Choices";
import { MarkdownFolder } from "./MarkdownFolder";
import { Section } from "./Section";
import { Themes } from "./Themes";
import { WorkingWeek } from "./WorkingWeek";

interface Step {
  readonly title: string;
  readonly words: string;
  readonly part: () => ReactNode;
}

const steps: readonly Step[] = [
  {
    title: "What kinds of work do you do?",
    words:
      "Add a theme for each kind of work, for example Writing, Teaching or Home. Its colour marks that work everywhere. If you know how many hours a week a theme should get, enter them: Pensum compares them with what you plan and what you work.",
    part: Themes,
  },
  {
    title: "When do you work?",
    words: "Pensum tells you how full a day is by these hours, and what will not fit before it is due.",
    part: WorkingWeek,
  },
  { title: "When do you have most energy?", words: "", part: BestHours },
  {
    title: "What is in your life already?",
    words:
      "Bring in a calendar or a folder of notes; you see what would be added first, and can undo it. To add a list of tasks, copy it anywhere and paste it into the field at the top. A table in CSV goes into a register, under “Import and export”.",
    part: Imports,
  },
];

/** Setting up a workspace, one question at a time, with the controls of the settings. Each step can be skipped. */
export function StartRoom() {
  const { step } = startView.use();
  const at = Math.min(step, steps.length - 1);
  const { title, words, part: Part } = steps[at]!;
  const heading = useRef<HTMLHeadingElement>(null);
  const isFirst = useRef(true);
  useEffect(() => {
    if (!isFirst.current) heading.current?.focus();
    isFirst.current = false;
  }, [at]);
  const go = (to: number) => startView.choose({ ...startView.read(), step: to });
  const finish = () => {
    startView.choose({ step: 0, isFirstDay: true });
    goTo("/");
  };
  return (
    <main
      data-pane="page"
      className="min-w-0 flex-1 overflow-y-auto bg-sheet px-5 pt-[22px] pb-24 [scrollbar-width:thin] sm:px-9"
    >
      <div className="mx-auto max-w-[680px]">
        <p className="text-ink-2">
          Setting up, step {at + 1} of {steps.length + 1}
        </p>
        <h1
          ref={heading}
          tabIndex={-1}
          className="mb-2 font-words text-[27px] leading-[33px] font-semibold tracking-[-0.01em] outline-none"
        >
          {title}
        </h1>
        {words && <p className="mb-5 max-w-[600px] font-words text-page">{words}</p>}
        <Part />
        <div className="flex flex-wrap gap-3 border-t border-rule pt-4">
          {at < steps.length - 1 ? (
            <button className="button-filled" onClick={() => go(at + 1)}>
              Next
            </button>
          ) : (
            <button className="button-filled" onClick={finish}>
              Begin your first day
            </button>
          )}
          {at > 0 && (
            <button className="button" onClick={() => go(at - 1)}>
              Back
            </button>
          )}
          <button
            className="button-quiet ml-auto"
            onClick={() => {
              startView.choose({ step: 0, isFirstDay: false });
              goTo("/");
            }}
          >
            Skip all of this
          </button>
        </div>
        <p className="mt-3 text-small text-ink-3">
          You can change all of it later in Settings, and come back to these steps from there.
        </p>
      </div>
    </main>
  );
}

const energyWords: Record<EnergyTime, string> = {
  early: "first thing",
  midday: "after lunch",
  late: "late in the working day",
  evening: "in the evening",
};

/** Keeps the hours of most energy for one theme, as hours of the ideal week behind the plan. */
function BestHours() {
  const settings = useSettings();
  const themes = useList("kind", "theme") as readonly Theme[];
  const act = useAct();
  const [theme, setTheme] = useState<string>();
  const chosen = theme ?? themes[0]?.id;
  const [when, setWhen] = useState<EnergyTime>();
  if (!chosen)
    return (
      <p className="mb-8 font-words text-page">
        Go back and add a theme first, or skip this: you can draw your ideal week at any time under Plan, Pattern.
      </p>
    );
  const keep = (time: EnergyTime, of: string) => {
    setWhen(time);
    act(saveSettings, { patterns: withBestHours(settings, time, of, newId()) });
  };
  return (
    <Section
      title="Two hours a day for the work that needs it"
      note="They stand faintly behind your plan, as part of your ideal week. You can add them to any week as blocks."
    >
      <label className="flex min-h-8 items-center gap-2">
        <span className="w-40 text-ink-2">Work that needs it</span>
        <select className="field" value={chosen} onChange={({ target }) => setTheme(target.value)}>
          {themes.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      </label>
      <Choices
        label="Most energy"
        value={when ?? ""}
        options={energyTimes.map((time) => [time, energyWords[time]] as const)}
        set={(time) => time && keep(time, chosen)}
      />
    </Section>
  );
}

function Imports() {
  return (
    <>
      <CalendarFiles />
      <MarkdownFolder />
    </>
  );
}
