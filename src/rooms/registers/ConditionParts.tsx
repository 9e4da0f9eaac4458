"use client";
import type { Condition } from "@/core/model";
import { fieldsIn, type Register } from "@/core/register";
import type { Writing } from "@/panels/fields/cells";
import { ConditionForm, freshCondition } from "./ConditionForm";
import { conditionWords } from "./lensWords";
import { PickList, SentencePart } from "@/ui/SentencePart";

interface ConditionPartsProps {
  writing: Writing;
  register: Register;
  conditions: readonly Condition[];
  /** The word before a condition, by its place: "and", "if". */
  before: (at: number) => string;
  onChange: (conditions: readonly Condition[]) => void;
}

/** The conditions of a sentence, each a part that can be said otherwise. */
export function ConditionParts({ writing, register, conditions, before, onChange }: ConditionPartsProps) {
  return conditions.map((condition, at) => (
    <span key={at}>
      {before(at)}
      <SentencePart label="Condition" words={conditionWords(writing, register, condition)}>
        {(close) => (
          <ConditionForm
            writing={writing}
            register={register}
            condition={condition}
            onChange={(next) => onChange(conditions.with(at, next))}
            onRemove={() => {
              close();
              onChange(conditions.toSpliced(at, 1));
            }}
          />
        )}
      </SentencePart>
    </span>
  ));
}

/** Where another condition is added: on a field, or a formula. */
export function AddCondition({
  writing,
  register,
  words,
  onAdd,
}: Pick<ConditionPartsProps, "writing" | "register"> & { words: string; onAdd: (condition: Condition) => void }) {
  const fields = fieldsIn(writing.values.store, register);
  return (
    <SentencePart faint label="Add a condition" words={words}>
      {(close) => (
        <PickList
          options={[
            ...fields.filter(({ type }) => type !== "dates").map(({ name, label }) => [name, label] as const),
            ["feel", "A formula"],
          ]}
          chosen={[]}
          onPick={(name) => {
            const field = fields.find((one) => one.name === name);
            onAdd(field ? freshCondition(writing, register, field) : { feel: "true" });
            close();
          }}
        />
      )}
    </SentencePart>
  );
}
