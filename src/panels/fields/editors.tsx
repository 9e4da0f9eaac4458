"use client";
import type { ComponentType } from "react";
import { isUnfinished, types, type EditorName, type Field, type PensumRecord } from "@/core/model";
import { cellType, fieldValues, numberFields, offerNamed, textOfCell, type Cell } from "@/core/register";
import type { Repeating } from "@/core/plan";
import { dateOf, estimateText } from "@/core/time";
import { Combobox } from "@/ui/Combobox";
import { TypedField } from "@/ui/TypedField";
import { useStore, useTimeStyle } from "@/ui/workspaceContext";
import { DyeEditor, PriorityEditor, StateEditor, ThemeEditor } from "./ChoiceEditors";
import { DayEditor } from "./DayEditor";
import { FilesEditor, PeopleEditor } from "./ListEditors";
import { LikelyLength } from "./LikelyLength";
import { useOffers, valueOfIds } from "./offering";
import { RepeatField } from "./RepeatField";
import { useReadWords } from "./useReadWords";
import { zoneNamed, zoneOffers } from "./zoneOffers";

/** What every editor of a field is given. */
export interface EditorProps {
  field: Field;
  value: unknown;
  /** The id of the element that names the field. */
  labelledBy: string;
  /** Takes a value; false where it was refused, and nothing changed. */
  set: (next: unknown) => boolean;
  /** The record that has the value; absent where a value is kept for records to come. */
  record?: PensumRecord | undefined;
  /** The register of the field, in which new options are made. */
  register: string | undefined;
}

/** The editors by the names under which the types of fields ask for them. */
const editors: Record<EditorName, ComponentType<EditorProps>> = {
  words: WordsEditor,
  text: TextEditor,
  minutes: MinutesEditor,
  repeat: RuleEditor,
  zone: ZoneEditor,
  state: StateEditor,
  dye: DyeEditor,
  priority: PriorityEditor,
  theme: ThemeEditor,
  offered: OfferedEditor,
  people: PeopleEditor,
  files: FilesEditor,
  day: DayEditor,
};

/** The value of a field, to be changed. */
export function FieldEditor(props: EditorProps) {
  const Editor = editors[types[props.field.type].editor];
  return <Editor {...props} />;
}

function WordsEditor({ field, value, labelledBy, set, record }: EditorProps) {
  const store = useStore();
  if (field.namesNumber && record)
    return (
      <Combobox
        labelledBy={labelledBy}
        hint="None"
        text={String(value ?? "")}
        offers={(words) =>
          numberFields(store, record)
            .filter((label) => label.toLowerCase().includes(words.trim().toLowerCase()))
            .map((label) => ({ id: label, title: label }))
        }
        named={(offers, words) => offerNamed(offers, words, false)}
        onTake={({ words, ids }) => set(ids?.[0] ?? words.trim())}
      />
    );
  return (
    <TypedField labelledBy={labelledBy} hint="None" text={String(value ?? "")} commit={(words) => set(words.trim())} />
  );
}

function MinutesEditor(props: EditorProps) {
  const { field, value, labelledBy, set, record } = props;
  const minutes = typeof value === "number" ? value : undefined;
  const commit = useReadWords(props);
  return (
    <>
      <TypedField
        labelledBy={labelledBy}
        text={minutes === undefined ? "" : estimateText(minutes)}
        hint="45 min, 1 h 30"
        commit={commit}
      />
      {field.name === "estimateMinutes" && record?.kind === "task" && isUnfinished(record.state) && (
        <div className="px-1.5 pb-1">
          <LikelyLength question={{ estimateMinutes: minutes, theme: record.theme }} onTake={set} />
        </div>
      )}
    </>
  );
}

function useFieldText(field: Field, value: unknown): string {
  return textOfCell(fieldValues(useStore()), field, cellType(field), value as Cell);
}

/** A field that is typed as words: a number, an address, two dates. */
function TextEditor(props: EditorProps) {
  const { field, value, labelledBy } = props;
  return (
    <TypedField labelledBy={labelledBy} hint="None" text={useFieldText(field, value)} commit={useReadWords(props)} />
  );
}

/** A field that is one or some of what there is, offered while one types. */
function OfferedEditor(props: EditorProps) {
  const { field, value, labelledBy, set, record } = props;
  const store = useStore();
  const style = useTimeStyle();
  const today = dateOf(store.clock.now());
  const read = useReadWords(props);
  const offered = useOffers({ values: fieldValues(store), style, today }, field, value as Cell, record?.id);
  return (
    <Combobox
      {...offered}
      labelledBy={labelledBy}
      hint="None"
      text={useFieldText(field, value)}
      onTake={({ words, ids }) => (ids ? set(valueOfIds(field, ids)) : read(words))}
    />
  );
}

/** A rule by which something comes again; before there is a day to begin with, in words. */
function RuleEditor(props: EditorProps) {
  const { record, value, labelledBy, set } = props;
  if (record === undefined) return <TextEditor {...props} />;
  return (
    <RepeatField record={record as Repeating} value={value as string | undefined} labelledBy={labelledBy} set={set} />
  );
}

/** A zone by its name, from the list of those that the browser knows. */
function ZoneEditor({ value, labelledBy, set }: EditorProps) {
  const { zone } = useStore().clock;
  return (
    <Combobox
      labelledBy={labelledBy}
      hint={`local time (${zone})`}
      text={String(value ?? "")}
      offers={zoneOffers}
      named={zoneNamed}
      onTake={({ words, ids }) => set(ids?.[0] ?? (words.trim() || undefined))}
    />
  );
}
