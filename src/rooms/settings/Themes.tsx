"use client";
import { useCallback, useState, type FormEvent } from "react";
import { addRecord, editRecord, removeRecord } from "@/core/commands";
import { minutesBy } from "@/core/insight";
import { type Dye, type Id, type Theme } from "@/core/model";
import { readTarget, targetText, weeklyTarget } from "@/core/plan";
import { lastSign } from "@/core/register";
import { addDays, dateOf, durationText, startOfWeek, type DateText } from "@/core/time";
import { useNow } from "@/ui/clock";
import { notify } from "@/ui/notices";
import { TypedField } from "@/ui/TypedField";
import { useAct, useComputedSoon, useFirstWeekday, useList, useSettings, useStore } from "@/ui/workspaceContext";
import { Section } from "./Section";
import { ColourOptions } from "@/ui/ColourOptions";

/** The minutes worked by theme in the week of a date, once they are summed. */
function useWorked(today: DateText, firstWeekday: number): ReadonlyMap<Id | undefined, number> {
  return useComputedSoon(
    useCallback(
      (store) => {
        const from = startOfWeek(today, firstWeekday);
        return minutesBy({ store, who: "me" }, { from, to: addDays(from, 6) }, "theme");
      },
      [today, firstWeekday],
    ),
  );
}

/** The kinds of work, each with its dye and the hours a week it should get. */
export function Themes() {
  const themes = useList("kind", "theme") as readonly Theme[];
  const act = useAct();
  const { clock } = useStore();
  const today = dateOf(useNow(clock));
  const firstWeekday = useFirstWeekday();
  const { workingWeek: week } = useSettings();
  const worked = useWorked(today, firstWeekday);
  const [title, setTitle] = useState("");
  const edit = (theme: Theme, fields: Partial<Record<keyof Theme, unknown>>) =>
    act(editRecord, { id: theme.id, fields });
  const add = (event: FormEvent) => {
    event.preventDefault();
    if (act(addRecord, { kind: "theme", title }) !== undefined) setTitle("");
  };
  return (
    <Section
      title="Themes"
      note="The kinds of work. A theme gives its colour to its tasks, blocks and events everywhere; its icon, such as an emoji, can stand on the plan."
    >
      {themes.length === 0 && <p className="mb-2 text-ink-3">No themes yet. Add the first one below.</p>}
      <ul>
        {themes.map((theme) => (
          <li key={theme.id} className="flex flex-wrap items-center gap-2 py-0.5">
            <i className="diamond mx-1" data-dye={theme.dye} />
            <div className="w-48">
              <TypedField
                label={`Name of ${theme.title}`}
                text={theme.title}
                commit={(name) => edit(theme, { title: name.trim() })}
              />
            </div>
            <select
              className="field"
              aria-label={`Colour of ${theme.title}`}
              value={theme.dye}
              onChange={(event) => edit(theme, { dye: event.target.value as Dye })}
            >
              <ColourOptions />
            </select>
            <div className="w-11" title="Icon, such as an emoji">
              <TypedField
                label={`Icon of ${theme.title}`}
                hint="icon"
                text={theme.icon ?? ""}
                commit={(typed) => edit(theme, { icon: lastSign(typed) || undefined })}
              />
            </div>
            <div className="w-20">
              <TypedField
                label={`Weekly target of ${theme.title}`}
                text={targetText(theme)}
                commit={(typed) => {
                  const read = readTarget(typed);
                  if (!read)
                    notify({
                      text: `“${typed}” is not a length of time or a share. Enter one like “9 h” or “20%”. Nothing was changed.`,
                      tone: "refused",
                    });
                  else edit(theme, { weeklyMinutes: undefined, weeklyShare: undefined, ...read });
                }}
              />
            </div>
            <span className="text-ink-2">
              {theme.weeklyShare ? `of the working week, ${durationText(weeklyTarget(theme, week) ?? 0)}` : "per week"}
              {(worked.get(theme.id) ?? 0) > 0 && `; ${durationText(worked.get(theme.id) ?? 0)} worked this week`}
            </span>
            <button
              className="button-quiet"
              aria-label={`Delete ${theme.title}`}
              onClick={() => act(removeRecord, { id: theme.id })}
            >
              Delete
            </button>
          </li>
        ))}
      </ul>
      <form className="mt-2 flex gap-2" onSubmit={add}>
        <input
          className="field w-48"
          aria-label="Name of the new theme"
          placeholder="New theme"
          value={title}
          onChange={(event) => setTitle(event.target.value)}
        />
        <button className="button">Add a theme</button>
      </form>
    </Section>
  );
}
