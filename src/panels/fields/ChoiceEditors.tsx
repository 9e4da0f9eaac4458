"use client";
import { dyes, states, type Theme } from "@/core/model";
import { useList, useSettings } from "@/ui/workspaceContext";
import type { EditorProps } from "./editors";

interface ChoiceProps {
  labelledBy: string;
  value: string;
  options: readonly (readonly [string, string])[];
  /** What no choice is called; absent where one must be made. */
  empty?: string;
  set: (next: string | undefined) => boolean;
}

function Choice({ labelledBy, value, options, empty, set }: ChoiceProps) {
  return (
    <select
      className="field w-full"
      aria-labelledby={labelledBy}
      value={value}
      onChange={(event) => set(event.target.value || undefined)}
    >
      {empty !== undefined && <option value="">{empty}</option>}
      {value !== "" && !options.some(([id]) => id === value) && <option value={value}>Deleted choice</option>}
      {options.map(([id, name]) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}

const named = (ids: readonly string[]) => ids.map((id) => [id, id[0]!.toUpperCase() + id.slice(1)] as const);

export function StateEditor({ value, labelledBy, set }: EditorProps) {
  return <Choice labelledBy={labelledBy} value={String(value ?? "")} options={named(states)} set={set} />;
}

export function DyeEditor({ value, labelledBy, set }: EditorProps) {
  return <Choice labelledBy={labelledBy} value={String(value ?? "")} options={named(dyes)} set={set} />;
}

export function PriorityEditor({ value, labelledBy, set }: EditorProps) {
  const { priorities } = useSettings();
  return (
    <Choice
      labelledBy={labelledBy}
      empty="None"
      value={String(value ?? "")}
      options={priorities.map(({ id, title }) => [id, title])}
      set={set}
    />
  );
}

export function ThemeEditor({ value, labelledBy, set }: EditorProps) {
  const themes = useList("kind", "theme") as readonly Theme[];
  const dye = themes.find((theme) => theme.id === value)?.dye;
  return (
    <div className="flex items-center gap-2">
      {dye && <i className="diamond" data-dye={dye} />}
      <Choice
        labelledBy={labelledBy}
        empty="None"
        value={(value as string | undefined) ?? ""}
        options={themes.map(({ id, title }) => [id, title])}
        set={set}
      />
    </div>
  );
}
