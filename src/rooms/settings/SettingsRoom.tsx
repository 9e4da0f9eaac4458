"use client";
import { useMemo, useState } from "react";
import { saveSettings } from "@/core/commands";
import { settingParts } from "@/core/finding";
import { newId, type Person as PersonRecord, type PriorityLevel } from "@/core/model";
import { dateText, startOfWeek, addDays } from "@/core/time";
import { goTo } from "@/ui/navigation";
import { goToPart } from "@/ui/part";
import { TypedField } from "@/ui/TypedField";
import { useAct, useList, useSettings, useTimeStyle } from "@/ui/workspaceContext";
import { Appearance } from "./Appearance";
import { Backup } from "./Backup";
import { CalendarFiles } from "./CalendarFiles";
import { Choices } from "./Choices";
import { Device } from "./Device";
import { MarkdownFolder } from "./MarkdownFolder";
import { Planning } from "./Planning";
import { Working } from "./Working";
import { WorkingWeek } from "./WorkingWeek";
import { PullWeights } from "./PullWeights";
import { Section } from "./Section";
import { Themes } from "./Themes";
import { partsWith, WantedContext } from "./wanted";
import { WorkspaceChoice } from "./WorkspaceChoice";

/** What the person chooses for the workspace and for this device, with its contents beside it. */
export function SettingsRoom() {
  const [typed, setTyped] = useState("");
  const wanted = useMemo(() => partsWith(typed), [typed]);
  return (
    <main
      data-pane="page"
      className="min-w-0 flex-1 overflow-y-auto bg-sheet px-5 pt-[22px] pb-24 [scrollbar-width:thin] sm:px-9"
    >
      <div className="mx-auto flex max-w-[980px] items-start gap-10">
        <Contents wanted={wanted} />
        <div className="min-w-0 flex-1">
          <h1 className="room-title mb-3 font-words text-[27px] leading-[33px] font-semibold tracking-[-0.01em]">
            Settings
          </h1>
          <div className="mb-6 flex flex-wrap items-center gap-3">
            <input
              type="search"
              className="field w-72 max-w-full"
              aria-label="Search the settings"
              placeholder="Search the settings"
              data-pane-focus=""
              value={typed}
              onChange={({ target }) => setTyped(target.value)}
            />
            <button className="button" onClick={() => goTo("/start")}>
              Set up step by step
            </button>
            <button className="link" onClick={() => goTo("/help")}>
              Help
            </button>
          </div>
          {wanted?.size === 0 && (
            <p role="status">
              No setting has these words.{" "}
              <button className="link font-semibold" onClick={() => setTyped("")}>
                Show all
              </button>
            </p>
          )}
          <WantedContext.Provider value={wanted}>
            <WorkingWeek />
            <TimeWriting />
            <Planning />
            <Working />
            <Themes />
            <Priorities />
            <PullWeights />
            <You />
            <Appearance />
            <Device />
            <Backup />
            <MarkdownFolder />
            <CalendarFiles />
            <WorkspaceChoice />
          </WantedContext.Provider>
        </div>
      </div>
    </main>
  );
}

/** The parts of the settings; on a phone they are searched, and stand below each other. */
function Contents({ wanted }: { wanted: ReadonlySet<string> | undefined }) {
  return (
    <nav aria-label="Contents of the settings" className="sticky top-0 w-40 flex-none max-[899px]:hidden">
      <ul>
        {settingParts.map((part) => (
          <li key={part} className="border-b border-hairline">
            <button
              className={`min-h-8 w-full text-left hover:text-woad ${wanted && !wanted.has(part) ? "text-ink-3" : ""}`}
              disabled={wanted && !wanted.has(part)}
              onClick={() => goToPart("/settings", part)}
            >
              {part}
            </button>
          </li>
        ))}
      </ul>
    </nav>
  );
}

const someMonday = startOfWeek("2026-11-24", 1);

function TimeWriting() {
  const { firstWeekday, hour12, snapMinutes, showWeekNumbers } = useSettings();
  const act = useAct();
  const style = useTimeStyle();
  const name = (day: number) => dateText(addDays(someMonday, day - 1), "dayName", style);
  return (
    <Section title="Days and hours">
      <Choices
        label="Week starts on"
        value={String(firstWeekday ?? "")}
        options={[
          ["", "local default"],
          ["1", name(1)],
          ["6", name(6)],
          ["7", name(7)],
        ]}
        set={(value) => act(saveSettings, { firstWeekday: value === "" ? undefined : Number(value) })}
      />
      <Choices
        label="Clock"
        value={hour12 === undefined ? "" : hour12 ? "12" : "24"}
        options={[
          ["", "local default"],
          ["24", "24 hours"],
          ["12", "12 hours"],
        ]}
        set={(value) => act(saveSettings, { hour12: value === "" ? undefined : value === "12" })}
      />
      <Choices
        label="Week numbers"
        value={showWeekNumbers ? "yes" : "no"}
        options={[
          ["yes", "shown"],
          ["no", "not shown"],
        ]}
        set={(value) => act(saveSettings, { showWeekNumbers: value === "yes" })}
      />
      <Choices
        label="Rail steps"
        value={String(snapMinutes)}
        options={["1", "5", "10", "15", "30"].map((step) => [step, `${step} min`] as const)}
        set={(value) => act(saveSettings, { snapMinutes: Number(value) })}
      />
    </Section>
  );
}

/** Which of the people the person is, for fields that start with “me”. */
function You() {
  const { me } = useSettings();
  const people = useList("kind", "person") as readonly PersonRecord[];
  const act = useAct();
  return (
    <Section title="You" note="Choose which person you are. Formulas can refer to you as “me”.">
      <select
        className="field w-48"
        aria-label="You are"
        value={me ?? ""}
        onChange={({ target }) => act(saveSettings, { me: target.value || undefined })}
      >
        <option value="">none</option>
        {people.map(({ id, title }) => (
          <option key={id} value={id}>
            {title}
          </option>
        ))}
      </select>
    </Section>
  );
}

function Priorities() {
  const { priorities } = useSettings();
  const act = useAct();
  const save = (levels: readonly PriorityLevel[]) => act(saveSettings, { priorities: levels });
  const move = (at: number, by: number) => {
    const levels = [...priorities];
    const [level] = levels.splice(at, 1);
    if (level) levels.splice(at + by, 0, level);
    save(levels);
  };
  return (
    <Section title="Priority levels" note="From highest to lowest. You can type these words when you add something.">
      <ol>
        {priorities.map((level, at) => (
          <li key={level.id} className="flex items-center gap-2 py-0.5">
            <div className="w-48">
              <TypedField
                label={`Level ${at + 1}`}
                text={level.title}
                commit={(title) =>
                  save(priorities.map((one) => (one.id === level.id ? { ...one, title: title.trim() } : one)))
                }
              />
            </div>
            <button
              className="button-quiet"
              disabled={at === 0}
              aria-label={`Move ${level.title} up`}
              onClick={() => move(at, -1)}
            >
              Up
            </button>
            <button
              className="button-quiet"
              disabled={at === priorities.length - 1}
              aria-label={`Move ${level.title} down`}
              onClick={() => move(at, 1)}
            >
              Down
            </button>
            <button
              className="button-quiet"
              aria-label={`Remove ${level.title}`}
              onClick={() => save(priorities.filter((one) => one.id !== level.id))}
            >
              Remove
            </button>
          </li>
        ))}
      </ol>
      <button
        className="button mt-2"
        onClick={() => save([...priorities, { id: newId(), title: freshName(priorities) }])}
      >
        Add a level
      </button>
    </Section>
  );
}

function freshName(levels: readonly PriorityLevel[]): string {
  for (let number = levels.length + 1; ; number++)
    if (!levels.some((level) => level.title === `Level ${number}`)) return `Level ${number}`;
}
