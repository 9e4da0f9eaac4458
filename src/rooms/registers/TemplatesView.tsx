"use client";
import { useCallback, useEffect, useState } from "react";
import {
  addTemplate,
  askedPlaces,
  editTemplate,
  removeTemplate,
  templateUpdates,
  updateFromTemplate,
} from "@/core/shaping";
import { newId, type Id, type Template } from "@/core/model";
import { listed, withArticle } from "@/core/time";
import { builtInRegisters, ownRegisters } from "@/core/register";
import { PageEditor } from "@/panels/editor/PageEditor";
import { FromTemplate } from "@/panels/FromTemplate";
import { goTo, openRecord } from "@/ui/navigation";
import { PlaceLink } from "@/ui/PlaceLink";
import { TypedField } from "@/ui/TypedField";
import { useAct, useComputed, useList, useStore } from "@/ui/workspaceContext";
import type { Writing } from "@/panels/fields/cells";
import { GivenFields } from "./GivenFields";
import { NewName } from "./NewName";
import { PickList, SentencePart } from "@/ui/SentencePart";

/** The templates: what records are made from, and what was made from them before they changed. */
export function TemplatesView({ writing, chosen }: { writing: Writing; chosen: Id | undefined }) {
  const templates = (useList("kind", "template") as readonly Template[]).toSorted((a, b) => a.order - b.order);
  const act = useAct();
  const [naming, setNaming] = useState(false);
  const here = templates.find(({ id }) => id === chosen) ?? templates[0];
  return (
    <section aria-label="Templates" className="min-w-0 flex-1 overflow-y-auto px-[26px] pt-4 pb-16">
      <nav aria-label="Templates" className="flex min-h-[30px] flex-wrap items-center gap-x-5 gap-y-1">
        {templates.map((template) => (
          <PlaceLink
            key={template.id}
            path={`/registers/templates/${template.id}`}
            here={template === here}
            className={`reach py-1 ${template === here ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2 hover:text-ink"}`}
          >
            {template.title}
          </PlaceLink>
        ))}
        {naming ? (
          <span className="w-44">
            <NewName
              label="Name of the template"
              onName={(title) => {
                setNaming(false);
                const id = newId();
                if (title.trim() !== "" && act(addTemplate, { title, id }) !== undefined)
                  goTo(`/registers/templates/${id}`);
              }}
            />
          </span>
        ) : (
          <button className="font-semibold text-woad" onClick={() => setNaming(true)}>
            New template
          </button>
        )}
      </nav>
      {here ? (
        <OneTemplate key={here.id} writing={writing} template={here} />
      ) : (
        <p className="mt-4 max-w-[560px] font-words text-page">
          No templates yet. A template is text with blanks, like {"{{Client}}"}. Use it to add notes, tasks and other
          records, or lines on the page of a day.
        </p>
      )}
    </section>
  );
}

function OneTemplate({ writing, template }: { writing: Writing; template: Template }) {
  const act = useAct();
  const [making, setMaking] = useState(false);
  const own = useComputed(ownRegisters);
  const registers = [...builtInRegisters, ...own];
  const register = registers.find(({ id }) => id === template.register);
  const set = (setting: Parameters<typeof editTemplate.run>[1]["setting"]) =>
    act(editTemplate, { id: template.id, setting }, { quiet: true });
  const places = askedPlaces(template);
  const isDay = template.register === "days";
  return (
    <>
      <p className="lens-sentence">
        Adds{" "}
        <SentencePart
          label="What it makes"
          words={isDay ? "lines to the page of a day" : withArticle(register?.one.toLowerCase() ?? "record")}
        >
          {(close) => (
            <PickList
              options={registers.map(({ id, one }) => [id, id === "days" ? "Lines on the page of a day" : one])}
              chosen={[template.register]}
              onPick={(id) => {
                set({ register: id, fields: {} });
                close();
              }}
            />
          )}
        </SentencePart>
        {!isDay && (
          <>
            {" "}
            called{" "}
            <SentencePart label="Title" words={template.naming}>
              {() => (
                <div className="grid gap-2">
                  <TypedField
                    label="Title of the new record"
                    text={template.naming}
                    commit={(naming) => set({ naming })}
                  />
                  <p className="text-ink-2">
                    You are asked for {"{{Title}}"}; {"{{today}}"} and {"{{week}}"} are filled in for you.
                  </p>
                </div>
              )}
            </SentencePart>
          </>
        )}
        {places.length > 0 && <>, and asks for {listed(places)}</>}.
      </p>
      <div className="mb-3 flex flex-wrap items-center gap-3">
        <button className="button" onClick={() => setMaking(true)}>
          Use this template
        </button>
        <span className="w-52">
          <TypedField label="Name of the template" text={template.title} commit={(title) => set({ title })} />
        </span>
        <button
          className="button-quiet"
          onClick={() => act(removeTemplate, { id: template.id }) && goTo("/registers/templates")}
        >
          Delete the template
        </button>
      </div>
      {isDay && (
        <label className="mb-3 flex min-h-6 items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-[var(--woad)]"
            checked={template.beginsDays ?? false}
            onChange={({ target }) => set({ beginsDays: target.checked ? true : undefined })}
          />
          Begins every day by itself, at the top of its page
        </label>
      )}
      {!isDay && register && (
        <GivenFields
          writing={writing}
          register={register}
          fields={template.fields}
          onChange={(fields) => set({ fields })}
        />
      )}
      <Updates template={template} />
      <div className="max-w-[720px] pt-2">
        <PageEditor
          id={template.id}
          label={`Text of the template ${template.title}`}
          placeholder={"Write the starting text. {{Client}} is a blank to fill in."}
        />
      </div>
      {making && (
        <FromTemplate
          register={template.register}
          onClose={() => setMaking(false)}
          onMade={(id) => {
            setMaking(false);
            if (!isDay) openRecord(id);
          }}
        />
      )}
    </>
  );
}

/** Lines with something on them; all of them where none has. */
function written(lines: readonly string[]): readonly string[] {
  const filled = lines.filter((line) => line.trim() !== "");
  return filled.length > 0 ? filled : lines.slice(0, 1).map(() => "an empty line");
}

/** What was made from the template and is behind it, with what would change in each. */
function Updates({ template }: { template: Template }) {
  const store = useStore();
  const act = useAct();
  const [updates, setUpdates] = useState(() => templateUpdates(store, template));
  const [open, setOpen] = useState(false);
  const [left, setLeft] = useState<ReadonlySet<Id>>(new Set());
  useEffect(() => {
    const look = () => setUpdates(templateUpdates(store, template));
    let timer = setTimeout(look, 0);
    const stop = store.subscribe("*", () => {
      clearTimeout(timer);
      timer = setTimeout(look, 300);
    });
    return () => {
      clearTimeout(timer);
      stop();
    };
  }, [store, template]);
  const toggle = useCallback(
    (id: Id) =>
      setLeft((known) => {
        const next = new Set(known);
        if (!next.delete(id)) next.add(id);
        return next;
      }),
    [],
  );
  if (updates.length === 0) return null;
  const chosen = updates.filter(({ record }) => !left.has(record.id));
  return (
    <section
      aria-label="Records added before the template changed"
      className="mb-3 max-w-[720px] border-y border-rule py-2"
    >
      <div className="flex flex-wrap items-center gap-3">
        <span className="font-semibold">
          {updates.length === 1
            ? `“${updates[0]!.name}” was added before this template changed.`
            : `${updates.length} records were added before this template changed.`}
        </span>
        <button className="link" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Hide the changes" : "Show the changes"}
        </button>
        {open && (
          <button
            className="button"
            disabled={chosen.length === 0}
            onClick={() =>
              act(updateFromTemplate, { template: template.id, ids: chosen.map(({ record }) => record.id) })
            }
          >
            Update {chosen.length}
          </button>
        )}
      </div>
      {open && (
        <ul className="mt-2">
          {updates.map(({ record, name, changes }) => (
            <li key={record.id} className="border-t border-hairline py-1.5">
              <label className="flex items-center gap-2 font-semibold">
                <input
                  type="checkbox"
                  className="size-4 accent-[var(--woad)]"
                  checked={!left.has(record.id)}
                  onChange={() => toggle(record.id)}
                />
                {name}
              </label>
              <div className="mt-1 pl-6 font-words text-[13px] leading-[19px]">
                {changes.flatMap(({ removed, added }, at) => [
                  ...written(removed).map((line, index) => (
                    <p key={`-${at}-${index}`} className="text-ink-3">
                      <del>{line}</del>
                    </p>
                  )),
                  ...written(added).map((line, index) => (
                    <p key={`+${at}-${index}`}>
                      <ins className="decoration-lichen underline-offset-2">{line}</ins>
                    </p>
                  )),
                ])}
              </div>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
