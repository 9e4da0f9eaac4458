"use client";
import { X } from "lucide-react";
import { useMemo, useState, type ReactNode } from "react";
import { saveSettings } from "@/core/commands";
import { dyes, type CalendarLayer, type Dye, type Event, type Field, type Lens } from "@/core/model";
import { cellType, fieldsIn, findRegister } from "@/core/register";
import { zoneNamed, zoneOffers } from "@/panels/fields/zoneOffers";
import { Combobox } from "@/ui/Combobox";
import { notify } from "@/ui/notices";
import { PickList } from "@/ui/SentencePart";
import { useAct, useList, useSettings, useStore } from "@/ui/workspaceContext";
import { calendarDye } from "./dyes";
import { useLensesOfPlan } from "./planLens";
import { layerKey } from "@/panels/layers/layers";
import { itemFields, shownThings, thingWords, usePlanView } from "@/panels/hours/planView";
import { iconWays, type IconWay } from "@/panels/hours/iconWays";
import { ColourOptions } from "@/ui/ColourOptions";

/** What is shown on the calendar: kinds of things, calendars, lenses, what stands on each item, and other zones. */
export function ShowPart() {
  return (
    <div className="grid gap-3">
      <Things />
      <Priorities />
      <OnlyLens />
      <Calendars />
      <LensLayers />
      <OnItems />
      <Zones />
      <button className="link mt-2 min-h-6 justify-self-start font-semibold" onClick={() => print()}>
        Print the plan
      </button>
    </div>
  );
}

/** A set with one thing more, or without it where it had it. */
const toggled = <T,>(all: readonly T[], one: T): T[] =>
  all.includes(one) ? all.filter((other) => other !== one) : [...all, one];

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h3 className="mb-0.5 font-semibold text-ink-2">{title}</h3>
      {children}
    </section>
  );
}

function Things() {
  const [view, change] = usePlanView();
  return (
    <PickList
      many
      options={shownThings.map((thing) => [thing, thingWords[thing]] as const)}
      chosen={shownThings.filter((thing) => !view.hidden.includes(thing))}
      onPick={(id) => change({ hidden: toggled(view.hidden, id as (typeof shownThings)[number]) })}
    />
  );
}

/** Which tasks, by their priority; loads count all of them all the same. */
function Priorities() {
  const [view, change] = usePlanView();
  const { priorities } = useSettings();
  const all = [...priorities.map(({ id, title }) => [id, title] as const), ["", "No priority"] as const];
  return (
    <Part title="Task priority">
      <PickList
        many
        options={all}
        chosen={all.map(([id]) => id).filter((id) => !view.hiddenPriorities.includes(id))}
        onPick={(id) => change({ hiddenPriorities: toggled(view.hiddenPriorities, id) })}
      />
    </Part>
  );
}

/** The lens whose records alone are shown; loads count all of them all the same. */
function OnlyLens() {
  const [view, change] = usePlanView();
  const lenses = useLensesOfPlan();
  if (lenses.length === 0) return null;
  return (
    <Part title="Only what a lens shows">
      <select
        className="field w-full"
        aria-label="Only what a lens shows"
        value={lenses.some(({ id }) => id === view.onlyLens) ? view.onlyLens : ""}
        onChange={({ target }) => change({ onlyLens: target.value })}
      >
        <option value="">Everything</option>
        {lenses.map(({ id, title }) => (
          <option key={id} value={id}>
            {title}
          </option>
        ))}
      </select>
    </Part>
  );
}

interface SwitchedProps {
  title: string;
  note?: string | undefined;
  on: boolean;
  dye: Dye;
  onSwitch: () => void;
  onDye: (dye: Dye) => void;
  onRemove?: () => void;
  /** What else is said of it, below its line. */
  children?: ReactNode;
}

/** A calendar or a lens: shown or not, in its dye. */
function Switched({ title, note, on, dye, onSwitch, onDye, onRemove, children }: SwitchedProps) {
  return (
    <li className="grid min-h-7 grid-cols-[minmax(0,1fr)_auto_24px] items-center gap-2">
      <label className="flex min-h-6 min-w-0 items-center gap-2">
        <input type="checkbox" className="size-4 flex-none accent-woad" checked={on} onChange={onSwitch} />
        <i className="diamond flex-none" data-dye={dye} />
        <span className="min-w-0 truncate">
          {title}
          {note && <span className="text-small text-ink-2"> {note}</span>}
        </span>
      </label>
      <select
        className="field h-6 py-0 text-small"
        aria-label={`Colour of ${title}`}
        value={dye}
        onChange={({ target }) => onDye(target.value as Dye)}
      >
        <ColourOptions />
      </select>
      {onRemove ? (
        <button
          className="button-quiet grid size-6 place-items-center"
          aria-label={`Remove ${title}`}
          onClick={onRemove}
        >
          <X size={13} aria-hidden />
        </button>
      ) : (
        <span />
      )}
      {children && <div className="col-span-3">{children}</div>}
    </li>
  );
}

function Calendars() {
  const settings = useSettings();
  const act = useAct();
  const [view, change] = usePlanView();
  const events = useList("kind", "event") as readonly Event[];
  const names = useMemo(() => [...new Set(events.map(({ calendar = "" }) => calendar))].sort(), [events]);
  if (names.length === 0 || (names.length === 1 && names[0] === "")) return null;
  return (
    <Part title="Calendars">
      <ul>
        {names.map((name) => (
          <Switched
            key={name}
            title={name || "My calendar"}
            on={!view.hiddenCalendars.includes(name)}
            dye={calendarDye(settings, name)}
            onSwitch={() => change({ hiddenCalendars: toggled(view.hiddenCalendars, name) })}
            onDye={(dye) => act(saveSettings, { calendarDyes: { ...settings.calendarDyes, [name]: dye } })}
          />
        ))}
      </ul>
    </Part>
  );
}

/** The fields of a lens by which its records can stand on a calendar. */
function useDateFields(): (lens: Lens) => readonly Field[] {
  const shown = useShownFields();
  const isDated = (field: Field) =>
    field.type === "formula" || field.type === "summary" || ["date", "range"].includes(cellType(field));
  return (lens) => shown(lens).filter(isDated);
}

/** The fields of the registers of a lens, but for hidden ones. */
function useShownFields(): (lens: Lens) => readonly Field[] {
  const store = useStore();
  return (lens) =>
    lens.registers.flatMap((id) => {
      const register = findRegister(store, id);
      return register ? fieldsIn(store, register).filter((field) => !field.hidden) : [];
    });
}

function LensLayers() {
  const { layers = [] } = useSettings();
  const act = useAct();
  const [view, change] = usePlanView();
  const lenses = useList("kind", "lens") as readonly Lens[];
  const dateFields = useDateFields();
  const shownFields = useShownFields();
  const [adding, setAdding] = useState("");
  const lens = lenses.find(({ id }) => id === adding);
  const set = (next: readonly CalendarLayer[]) => act(saveSettings, { layers: next });
  const usable = lenses.filter((one) => dateFields(one).length > 0);
  return (
    <Part title="Lenses">
      <ul>
        {layers.map((layer) => {
          const own = lenses.find(({ id }) => id === layer.lens);
          const field = own && dateFields(own).find(({ name }) => name === layer.field);
          return (
            <Switched
              key={layerKey(layer)}
              title={own?.title ?? "Deleted lens"}
              note={field && `by ${field.label.toLowerCase()}`}
              on={!view.hiddenLayers.includes(layerKey(layer))}
              dye={layer.dye}
              onSwitch={() => change({ hiddenLayers: toggled(view.hiddenLayers, layerKey(layer)) })}
              onDye={(dye) => set(layers.map((one) => (one === layer ? { ...one, dye } : one)))}
              onRemove={() => set(layers.filter((one) => one !== layer))}
            >
              {own && (
                <LayerDetails
                  fields={shownFields(own)}
                  layer={layer}
                  onChange={(next) => set(layers.map((one) => (one === layer ? next : one)))}
                />
              )}
            </Switched>
          );
        })}
      </ul>
      {usable.length === 0 ? (
        <p className="text-small text-ink-2">
          You can also show a lens that has a date field. Save one in its register first.
        </p>
      ) : (
        <select
          className="field mt-1 w-full"
          aria-label="Add a lens to the calendar"
          value={adding}
          onChange={({ target }) => setAdding(target.value)}
        >
          <option value="">Add a lens</option>
          {usable.map(({ id, title }) => (
            <option key={id} value={id}>
              {title}
            </option>
          ))}
        </select>
      )}
      {lens && (
        <select
          autoFocus
          className="field mt-1 w-full"
          aria-label="Choose a date field"
          value=""
          onChange={({ target }) => {
            const taken = layers.length + 4;
            if (set([...layers, { lens: lens.id, field: target.value, dye: dyes[taken % dyes.length] as Dye }]))
              setAdding("");
          }}
        >
          <option value="">Choose a date field</option>
          {dateFields(lens)
            .filter(({ name }) => !layers.some((one) => one.lens === lens.id && one.field === name))
            .map(({ name, label }) => (
              <option key={name} value={name}>
                {label}
              </option>
            ))}
        </select>
      )}
    </Part>
  );
}

interface LayerDetailsProps {
  fields: readonly Field[];
  layer: CalendarLayer;
  onChange: (layer: CalendarLayer) => void;
}

/** Until when the records of a layer last, and by which of their fields each is dyed. */
function LayerDetails({ fields, layer, onChange }: LayerDetailsProps) {
  // Start and end are of one sort: both days, or both with a time. What is computed has no end of its own.
  const starts = fields.find(({ name }) => name === layer.field)?.type;
  const ends = fields.filter(({ type, name }) => dateTypes.has(type) && type === starts && name !== layer.field);
  const dyed = fields.filter(
    ({ type, many }) => type === "choice" || type === "level" || type === "theme" || (type === "link" && !many),
  );
  const pick = (key: "end" | "dyeBy", name: string) => {
    const { [key]: _before, ...rest } = layer;
    onChange(name === "" ? rest : { ...rest, [key]: name });
  };
  if (ends.length + dyed.length === 0) return null;
  return (
    <div className="flex flex-wrap gap-x-3 gap-y-1 pb-1.5 pl-6 text-small text-ink-2">
      {ends.length > 0 && layer.field !== "start" && (
        <FieldChoice label="until" fields={ends} value={layer.end} onPick={(name) => pick("end", name)} />
      )}
      {dyed.length > 0 && (
        <FieldChoice label="coloured by" fields={dyed} value={layer.dyeBy} onPick={(name) => pick("dyeBy", name)} />
      )}
    </div>
  );
}

const dateTypes: ReadonlySet<Field["type"]> = new Set(["date", "dateOrMoment", "moment"]);

interface FieldChoiceProps {
  label: string;
  fields: readonly Field[];
  value: string | undefined;
  onPick: (name: string) => void;
}

function FieldChoice({ label, fields, value, onPick }: FieldChoiceProps) {
  return (
    <label className="flex items-center gap-1.5">
      {label}
      <select className="field py-0" value={value ?? ""} onChange={({ target }) => onPick(target.value)}>
        <option value="">none</option>
        {fields.map(({ name, label: title }) => (
          <option key={name} value={name}>
            {title}
          </option>
        ))}
      </select>
    </label>
  );
}

function OnItems() {
  const store = useStore();
  const [view, change] = usePlanView();
  const own = ["tasks", "events"].flatMap((id) => {
    const register = findRegister(store, id);
    return register ? fieldsIn(store, register).filter(({ own: isOwn, hidden }) => isOwn && !hidden) : [];
  });
  const choices = own.filter(({ type }) => type === "choice" || type === "level");
  const options = [
    ...itemFields.map(([name, label]) => [name, label] as const),
    ...own.map((field) => [field.name, field.label] as const),
  ];
  return (
    <Part title="Details on each item">
      <PickList
        many
        options={options}
        chosen={view.itemFields}
        onPick={(id) => change({ itemFields: toggled(view.itemFields, id) })}
      />
      <div role="radiogroup" aria-label="Icon" className="mt-1 flex min-h-6 flex-wrap gap-x-3 px-1">
        <span className="text-ink-2">Icon</span>
        {[...iconWays, ...choices.map(({ name }) => name as IconWay)].map((way) => (
          <button
            key={way}
            role="radio"
            aria-checked={view.icons === way}
            className={`min-h-6 ${view.icons === way ? "font-[680] shadow-[0_2px_0_var(--woad)]" : "text-ink-2 hover:text-ink"}`}
            onClick={() => change({ icons: way })}
          >
            {way === "none" ? "none" : `by ${choices.find(({ name }) => name === way)?.label.toLowerCase() ?? way}`}
          </button>
        ))}
      </div>
    </Part>
  );
}

function Zones() {
  const { clock } = useStore();
  const [view, change] = usePlanView();
  return (
    <Part title="Other time zones">
      <ul>
        {view.zones.map((zone) => (
          <li key={zone} className="flex min-h-7 items-center justify-between gap-2">
            {zone.replace(/_/g, " ")}
            <button
              className="button-quiet grid size-6 place-items-center"
              aria-label={`Hide the hours of ${zone}`}
              onClick={() => change({ zones: view.zones.filter((one) => one !== zone) })}
            >
              <X size={13} aria-hidden />
            </button>
          </li>
        ))}
      </ul>
      {view.zones.length < 2 && (
        <Combobox
          key={view.zones.join()}
          label="Add a time zone"
          className="field w-full"
          hint={`Add one beside ${clock.zone.replace(/^.*\//, "").replace(/_/g, " ")}`}
          text=""
          offers={(words) => zoneOffers(words).filter(({ id }) => id !== clock.zone && !view.zones.includes(id))}
          named={zoneNamed}
          onTake={({ words, ids }) => {
            if (words.trim() === "") return true;
            const zone = ids?.[0];
            if (zone === undefined) {
              notify({ text: `“${words}” is not a known time zone. Nothing was changed.`, tone: "refused" });
              return false;
            }
            change({ zones: [...view.zones, zone] });
            return true;
          }}
        />
      )}
    </Part>
  );
}
