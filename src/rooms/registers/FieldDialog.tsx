"use client";
import { useMemo, useState } from "react";
import { addField, changeFieldType, convert, editField, type FieldSetting } from "@/core/shaping";
import { newId, ownTypes, types, type Field, type OwnType, type PensumRecord } from "@/core/model";
import { fieldsIn, recordsIn, type Register } from "@/core/register";
import { Dialog } from "@/ui/Dialog";
import { useAct, useStore } from "@/ui/workspaceContext";
import { FormulaPart, Line, StartPart, SummaryPart, TypeSettings } from "./FieldParts";
import { type Writing } from "@/panels/fields/cells";

interface FieldDialogProps {
  writing: Writing;
  register: Register;
  /** The field to change; absent for a new one. */
  name: string | undefined;
  /** A record for which a formula is computed while one types. */
  sample: PensumRecord | undefined;
  onClose: () => void;
  onAdded: (name: string) => void;
}

/** What a field is: its name, its type, and what belongs to the type. Nothing happens before it is confirmed. */
export function FieldDialog({ writing, register, name, sample, onClose, onAdded }: FieldDialogProps) {
  const store = useStore();
  const act = useAct();
  const before = fieldsIn(store, register).find((field) => field.name === name);
  const typeBefore = before?.follows ? "changed" : (before?.type as OwnType | undefined);
  const [title, setTitle] = useState(before?.label ?? "");
  const [type, setType] = useState<OwnType>(typeBefore ?? "text");
  const [setting, setSetting] = useState<FieldSetting>(() => settingOf(before));
  const set = (more: FieldSetting) => setSetting((known) => ({ ...known, ...more }));
  const shape: Field = {
    name: before?.name ?? "f_new",
    label: title || "This field",
    type,
    own: true,
    ...compact(setting),
  };
  const circle = useMemo(
    () => (type === "formula" || type === "summary" ? circleOf(writing, register, shape) : undefined),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [type, setting, title],
  );
  const formula = type === "formula" ? writing.values.compile(register, setting.formula ?? "") : undefined;
  const fault = formula && "fault" in formula ? formula.fault : undefined;
  const conversion =
    before && typeBefore !== type ? convert(store, before, type, setting, recordsIn(store, register)) : undefined;
  const blocked =
    title.trim() === "" ||
    Boolean(fault) ||
    Boolean(circle) ||
    (type === "summary" && !setting.summary) ||
    (type === "link" && !setting.target);
  const confirm = () => {
    const all = { ...compact(setting), title };
    if (!before) {
      const id = newId();
      if (act(addField, { register: register.id, type, setting: all, id }) === undefined) return;
      onAdded(`f_${id}`);
    } else {
      const command = conversion
        ? act(changeFieldType, { register: register.id, name: before.name, type, setting: all })
        : act(editField, { register: register.id, name: before.name, setting: all });
      if (command === undefined) return;
    }
    onClose();
  };
  return (
    <Dialog title={before ? `Edit the field “${before.label}”` : `Add a field to ${register.title}`} onClose={onClose}>
      <form
        className="grid gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (!blocked) confirm();
        }}
      >
        <Line label="Name">
          <input className="field w-full" autoFocus value={title} onChange={({ target }) => setTitle(target.value)} />
        </Line>
        <Line label="Type">
          <select className="field w-full" value={type} onChange={({ target }) => setType(target.value as OwnType)}>
            {ownTypes.map((one) => (
              <option key={one} value={one}>
                {types[one].called}
              </option>
            ))}
          </select>
        </Line>
        <TypeSettings writing={writing} register={register} type={type} setting={setting} set={set} />
        {type === "formula" && (
          <FormulaPart
            writing={writing}
            register={register}
            field={shape}
            text={setting.formula ?? ""}
            sample={sample}
            set={set}
          />
        )}
        {type === "summary" && <SummaryPart register={register} summary={setting.summary} set={set} />}
        {type !== "formula" && type !== "summary" && type !== "changed" && (
          <StartPart text={setting.start ?? ""} today={writing.today} set={set} />
        )}
        {circle && (
          <p role="alert" className="text-madder">
            This would be circular: {circle.join(" needs ")}.
          </p>
        )}
        {conversion && (
          <div className="border-t border-hairline pt-2">
            <p>
              {conversion.values.size} {conversion.values.size === 1 ? "value will be" : "values will be"} converted
              {conversion.lost.length > 0 && (
                <b className="text-madder">, {conversion.lost.length} cannot be converted and will be cleared</b>
              )}
              .
            </p>
            {conversion.lost.length > 0 && (
              <p className="text-ink-2">
                {conversion.lost
                  .slice(0, 5)
                  .map(({ was }) => `“${was}”`)
                  .join(", ")}
                {conversion.lost.length > 5 && " and more"}
              </p>
            )}
          </div>
        )}
        <div className="flex justify-end gap-2 pt-1">
          <button type="button" className="button" onClick={onClose}>
            Cancel
          </button>
          <button type="submit" className="button-filled disabled:opacity-40" disabled={blocked}>
            {before ? "Save field" : "Add field"}
          </button>
        </div>
      </form>
    </Dialog>
  );
}

function settingOf(field: Field | undefined): FieldSetting {
  if (!field) return {};
  const { options, unit, decimals, target, many, formula, summary, start } = field;
  return compact({ options, unit, decimals, target, many, formula, summary, start } as FieldSetting);
}

function compact(setting: FieldSetting): FieldSetting {
  return Object.fromEntries(
    Object.entries(setting).filter(([, value]) => value !== undefined && value !== ""),
  ) as FieldSetting;
}

function circleOf({ values }: Writing, register: Register, field: Field): readonly string[] | undefined {
  return values.circleWith(register, field);
}
