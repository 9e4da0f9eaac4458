"use client";
import { useState } from "react";
import { addOrder, editOrder, removeOrder, type OrderSetting } from "@/core/orders";
import {
  newId,
  type Condition,
  type Field,
  type Id,
  type Occasion,
  type OrderStep,
  type StandingOrder,
  type Template,
} from "@/core/model";
import {
  builtInRegisters,
  cellType,
  fieldsIn,
  findRegister,
  isOffered,
  ownRegisters,
  type Register,
} from "@/core/register";
import { Combobox, type Taken } from "@/ui/Combobox";
import { goTo } from "@/ui/navigation";
import { TypedField } from "@/ui/TypedField";
import { useAct, useComputed, useList } from "@/ui/workspaceContext";
import type { Writing } from "@/panels/fields/cells";
import { useOffers } from "@/panels/fields/offering";
import { AddCondition, ConditionParts } from "./ConditionParts";
import { settableFields } from "./GivenFields";
import { NewName } from "./NewName";
import { RunLog, Trial } from "./OrderRuns";
import { PickList, SentencePart } from "@/ui/SentencePart";

/** Standing orders: when this happens, if this holds, do that; each as a sentence. */
export function OrdersView({ writing, chosen }: { writing: Writing; chosen: Id | undefined }) {
  const orders = (useList("kind", "standingOrder") as readonly StandingOrder[]).toSorted((a, b) => a.order - b.order);
  const act = useAct();
  const [naming, setNaming] = useState(false);
  return (
    <section aria-label="Standing orders" className="min-w-0 flex-1 overflow-y-auto px-[26px] pt-4 pb-16">
      <h1 className="font-words text-[19px] font-semibold">Standing orders</h1>
      <p className="mt-1.5 mb-2 max-w-[620px] text-ink-2">
        Standing orders are things that Pensum does by itself while it is open. You can try each one without changing
        anything, and undo every run.
      </p>
      <ul className="max-w-[820px]">
        {orders.map((order) => (
          <OneOrder key={order.id} writing={writing} order={order} openFirst={order.id === chosen} />
        ))}
      </ul>
      <div className="mt-3 w-64">
        {naming ? (
          <NewName
            label="Name of the standing order"
            onName={(title) => {
              setNaming(false);
              const id = newId();
              if (title.trim() !== "" && act(addOrder, { title, id }) !== undefined)
                goTo(`/registers/standing-orders/${id}`);
            }}
          />
        ) : (
          <button className="font-semibold text-woad" onClick={() => setNaming(true)}>
            New standing order
          </button>
        )}
      </div>
    </section>
  );
}

interface OneOrderProps {
  writing: Writing;
  order: StandingOrder;
  openFirst: boolean;
}

function OneOrder({ writing, order, openFirst }: OneOrderProps) {
  const act = useAct();
  const [tried, setTried] = useState(false);
  const [log, setLog] = useState(openFirst);
  const own = useComputed(ownRegisters);
  const { store } = writing.values;
  const register = findRegister(store, order.register);
  const registers = [...builtInRegisters, ...own];
  const set = (setting: OrderSetting, quiet = true) => act(editOrder, { id: order.id, setting }, { quiet });
  const conditions = "all" in order.where ? order.where.all : [order.where];
  const setConditions = (all: readonly Condition[]) => set({ where: { all } });
  if (!register) return <li className="border-b border-hairline py-3">Its register was deleted.</li>;
  const fields = fieldsIn(store, register);
  return (
    <li className="border-b border-rule py-3" aria-label={order.title}>
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <label className="flex items-center gap-2 font-semibold">
          <input
            type="checkbox"
            className="size-4 accent-[var(--woad)]"
            checked={order.active}
            disabled={order.steps.length === 0}
            onChange={({ target }) => set({ active: target.checked }, false)}
          />
          {order.active ? "On" : "Off"}
        </label>
        <span className="w-88">
          <TypedField label="Name of the standing order" text={order.title} commit={(title) => set({ title })} />
        </span>
        <button className="button-quiet" onClick={() => act(removeOrder, { id: order.id })}>
          Delete
        </button>
      </div>
      <p className="lens-sentence !mt-1 !mb-1">
        For{" "}
        <SentencePart label="Register" words={register.title.toLowerCase()}>
          {(close) => (
            <PickList
              options={registers.filter(({ id }) => id !== "days").map(({ id, title }) => [id, title])}
              chosen={[order.register]}
              onPick={(id) => {
                set({ register: id, when: { on: "dayBegins" }, where: { all: [] }, steps: [] });
                close();
              }}
            />
          )}
        </SentencePart>
        {", when "}
        <SentencePart label="When" words={occasionWords(order.when, fields)}>
          {(close) => (
            <PickList
              options={occasionsFor(writing, register).map(([id, , words]) => [id, words])}
              chosen={[occasionKey(order.when)]}
              onPick={(id) => {
                const found = occasionsFor(writing, register).find(([key]) => key === id);
                if (found) set({ when: found[1] });
                close();
              }}
            />
          )}
        </SentencePart>
        <ConditionParts
          writing={writing}
          register={register}
          conditions={conditions}
          before={(at) => (at === 0 ? ", if " : " and ")}
          onChange={setConditions}
        />{" "}
        <AddCondition
          writing={writing}
          register={register}
          words={conditions.length > 0 ? "and …" : "if …"}
          onAdd={(condition) => setConditions([...conditions, condition])}
        />
        {"\u2060: "}
        {order.steps.map((step, at) => (
          <span key={at}>
            {at > 0 && " and "}
            <StepPart
              writing={writing}
              register={register}
              step={step}
              onChange={(next) => set({ steps: next ? order.steps.with(at, next) : order.steps.toSpliced(at, 1) })}
            />
          </span>
        ))}{" "}
        <AddStep
          writing={writing}
          register={register}
          order={order}
          onAdd={(step) => set({ steps: [...order.steps, step] })}
        />
        .
      </p>
      <div className="flex flex-wrap gap-x-4">
        <button
          className="link"
          aria-expanded={tried}
          disabled={order.steps.length === 0}
          onClick={() => setTried(!tried)}
        >
          {tried ? "Hide trial" : "Try it"}
        </button>
        <button className="link" aria-expanded={log} onClick={() => setLog(!log)}>
          {log ? "Hide runs" : "Show runs"}
        </button>
      </div>
      {tried && <Trial writing={writing} order={order} register={register} />}
      {log && <RunLog writing={writing} order={order.id} />}
    </li>
  );
}

type OccasionChoice = readonly [key: string, occasion: Occasion, words: string];

function occasionKey(when: Occasion): string {
  return "field" in when && when.field !== undefined ? `${when.on} ${when.field}` : when.on;
}

function occasionsFor({ values }: Writing, register: Register): OccasionChoice[] {
  const fields = fieldsIn(values.store, register);
  const dates = fields.filter((field) => cellType(field) === "date" && !field.kept && field.name !== "doneAt");
  return [
    ["dayBegins", { on: "dayBegins" }, "a day begins"],
    ["added", { on: "added" }, "one is added"],
    ["changed", { on: "changed" }, "one changes"],
    ...fields
      .filter((field) => !field.kept)
      .map(({ name, label }): OccasionChoice => [
        `changed ${name}`,
        { on: "changed", field: name },
        `its ${label.toLowerCase()} changes`,
      ]),
    ...dates.flatMap(({ name, label }): OccasionChoice[] => [
      [`due ${name}`, { on: "due", field: name }, `its ${label.toLowerCase()} date arrives`],
      [`late ${name}`, { on: "late", field: name }, `its ${label.toLowerCase()} date has passed`],
    ]),
  ];
}

function occasionWords(when: Occasion, fields: readonly Field[]): string {
  const label = "field" in when ? (fields.find(({ name }) => name === when.field)?.label.toLowerCase() ?? "gone") : "";
  switch (when.on) {
    case "dayBegins":
      return "a day begins";
    case "added":
      return "one is added";
    case "changed":
      return when.field === undefined ? "one changes" : `its ${label} changes`;
    case "due":
      return `its ${label} date arrives`;
    case "late":
      return `its ${label} date has passed`;
  }
}

interface StepPartProps {
  writing: Writing;
  register: Register;
  step: OrderStep;
  onChange: (step: OrderStep | undefined) => void;
}

function StepPart({ writing, register, step, onChange }: StepPartProps) {
  const { store } = writing.values;
  const fields = settableFields(writing, register);
  const templates = (useList("kind", "template") as readonly Template[]).filter(({ register: of }) => of !== "");
  const field = step.do === "set" ? fields.find(({ name }) => name === step.field) : undefined;
  const words = (() => {
    switch (step.do) {
      case "set":
        return `set ${field?.label.toLowerCase() ?? "a deleted field"} to ${step.to || "nothing"}`;
      case "carry":
        return step.days === 0
          ? "carry it to today"
          : step.days === 1
            ? "carry it to tomorrow"
            : `carry it ${step.days} days ahead`;
      case "dayPage":
        return "add it to the page of the day";
      case "make":
        return `add a record from the template “${store.find("template", step.template)?.title ?? "a deleted template"}”`;
      case "notify":
        return `show the message “${step.words}”`;
    }
  })();
  return (
    <SentencePart label="Action" words={words}>
      {(close) => (
        <div className="grid w-[260px] gap-2">
          {step.do === "set" && (
            <>
              <select
                className="field"
                aria-label="Field"
                value={step.field}
                onChange={({ target }) => onChange({ do: "set", field: target.value, to: "" })}
              >
                {fields.map(({ name, label }) => (
                  <option key={name} value={name}>
                    {label}
                  </option>
                ))}
              </select>
              {field && (
                <SetTo writing={writing} field={field} text={step.to} commit={(to) => onChange({ ...step, to })} />
              )}
            </>
          )}
          {step.do === "carry" && (
            <TypedField
              label="Days from today"
              text={String(step.days)}
              commit={(typed) => {
                const days = Number(typed);
                if (Number.isInteger(days) && days >= 0 && days <= 366) onChange({ do: "carry", days });
              }}
            />
          )}
          {step.do === "make" && (
            <PickList
              options={templates.map(({ id, title }) => [id, title])}
              chosen={[step.template]}
              onPick={(template) => onChange({ do: "make", template })}
            />
          )}
          {step.do === "notify" && (
            <TypedField label="Message" text={step.words} commit={(said) => onChange({ do: "notify", words: said })} />
          )}
          <button
            className="button-quiet justify-self-start text-madder"
            onClick={() => {
              close();
              onChange(undefined);
            }}
          >
            Remove this action
          </button>
        </div>
      )}
    </SentencePart>
  );
}

interface AddStepProps {
  writing: Writing;
  register: Register;
  order: StandingOrder;
  onAdd: (step: OrderStep) => void;
}

function AddStep({ writing, register, order, onAdd }: AddStepProps) {
  const templates = useList("kind", "template") as readonly Template[];
  const [first] = settableFields(writing, register);
  const isTask = register.kind === "task";
  const steps: readonly (readonly [string, string, OrderStep])[] = [
    ...(first ? [["set", "Set a field", { do: "set", field: first.name, to: "" }] as const] : []),
    ...(isTask ? [["carry", "Carry it to a day", { do: "carry", days: 0 }] as const] : []),
    ["dayPage", "Add it to the page of the day", { do: "dayPage" }],
    ...(templates[0]
      ? [["make", "Add a record from a template", { do: "make", template: templates[0].id }] as const]
      : []),
    ["notify", "Show a message", { do: "notify", words: "{{title}}" }],
  ];
  return (
    <SentencePart faint label="Add an action" words={order.steps.length > 0 ? "and …" : "do …"}>
      {(close) => (
        <PickList
          options={steps.map(([id, words]) => [id, words])}
          chosen={[]}
          onPick={(id) => {
            const step = steps.find(([key]) => key === id)?.[2];
            if (step) onAdd(step);
            close();
          }}
        />
      )}
    </SentencePart>
  );
}

interface SetToProps {
  writing: Writing;
  field: Field;
  text: string;
  commit: (words: string) => void;
}

/** What a field is set to, kept in words: they are read when the order runs. */
function SetTo({ writing, field, text, commit }: SetToProps) {
  const offered = useOffers(writing, field);
  if (!isOffered(field)) return <TypedField label={field.label} text={text} commit={commit} />;
  const take = ({ words }: Taken) => {
    commit(words);
    return true;
  };
  return <Combobox {...offered} label={field.label} text={text} onTake={take} />;
}
