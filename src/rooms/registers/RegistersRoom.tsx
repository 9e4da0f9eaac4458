"use client";
import { useCallback, useMemo, useState } from "react";
import type { GivenValues } from "@/core/commands";
import { addLens, addRegister, addToRegister, editLens, putCards, removeLens } from "@/core/shaping";
import { isUnfinished, newId, type Id, type Lens } from "@/core/model";
import { barsOfCounts, shownByChart } from "@/core/insight";
import { firstLens, givenValues, type Group, type LensDraft } from "@/core/lens";
import { builtInRegisters, findRegister, ownRegisters, recordsIn, type Register } from "@/core/register";
import { dateOf } from "@/core/time";
import { useNow } from "@/ui/clock";
import { goTo, openDay } from "@/ui/navigation";
import { drafts } from "@/panels/lensDrafts";
import { PlaceLink } from "@/ui/PlaceLink";
import { useAct, useComputed, useList, useStore, useTimeStyle } from "@/ui/workspaceContext";
import { BoardView } from "./BoardView";
import type { Writing } from "@/panels/fields/cells";
import { FieldDialog } from "./FieldDialog";
import { HiddenFields } from "./HiddenFields";
import { InAndOut } from "./InAndOut";
import { LensSentence } from "./LensSentence";
import { LensTabs } from "./LensTabs";
import { NewName } from "./NewName";
import { ListView } from "./ListView";
import { OrdersView } from "./OrdersView";
import { RegisterTable } from "./RegisterTable";
import { SelectionBar } from "./SelectionBar";
import { TemplatesView } from "./TemplatesView";
import { useFieldValues, useLensView } from "@/panels/useLens";
import { late } from "@/ui/late";

const LensMatrix = late(() => import("./LensMatrix").then((matrix) => ({ default: matrix.LensMatrix })));
const LensTimeline = late(() => import("./LensTimeline").then((timeline) => ({ default: timeline.LensTimeline })));

const LensFigure = late(() => import("@/panels/charts/LensFigure").then((chart) => ({ default: chart.LensFigure })));
const LensTimesheet = late(() => import("./LensTimesheet").then((sheet) => ({ default: sheet.LensTimesheet })));

interface RegistersRoomProps {
  register: string | undefined;
  lens: Id | undefined;
}

/** The database: every register, and the lenses through which it is looked at. */
export function RegistersRoom({ register: asked, lens }: RegistersRoomProps) {
  const store = useStore();
  const own = useComputed(ownRegisters);
  const values = useFieldValues();
  const style = useTimeStyle();
  const today = dateOf(useNow(store.clock));
  const writing = useMemo<Writing>(() => ({ values, style, today }), [values, style, today]);
  const register = findRegister(store, asked ?? "tasks");
  return (
    <main data-pane="page" className="registers flex min-w-0 flex-1 bg-sheet">
      {asked !== "standing-orders" && (
        <h1 className="sr-only">{asked === "templates" ? "Templates" : (register?.title ?? "Registers")}</h1>
      )}
      <RegisterList own={own} here={register?.id ?? asked} />
      {asked === "templates" ? (
        <TemplatesView writing={writing} chosen={lens} />
      ) : asked === "standing-orders" ? (
        <OrdersView writing={writing} chosen={lens} />
      ) : register ? (
        <OpenRegister key={register.id} register={register} lens={lens} />
      ) : (
        <p className="p-9 font-words text-page">
          This register does not exist. If it was deleted, undo restores it.{" "}
          <button className="link" onClick={() => goTo("/registers/tasks")}>
            Go to Tasks
          </button>
        </p>
      )}
    </main>
  );
}

function RegisterList({ own, here }: { own: readonly Register[]; here: string | undefined }) {
  const act = useAct();
  const [naming, setNaming] = useState(false);
  const make = (title: string) => {
    setNaming(false);
    const id = newId();
    if (title.trim() !== "" && act(addRegister, { title, id }) !== undefined) goTo(`/registers/${id}`);
  };
  return (
    <nav aria-label="Registers" className="register-list">
      {builtInRegisters.map((register) => (
        <RegisterLink key={register.id} register={register} here={register.id === here} />
      ))}
      <span className="px-4 pt-4 pb-1 text-small text-ink-2">Your registers</span>
      {own.map((register) => (
        <RegisterLink key={register.id} register={register} here={register.id === here} />
      ))}
      {naming ? (
        <div className="px-3 py-1">
          <NewName label="Name of the register" onName={make} />
        </div>
      ) : (
        <button className="px-4 py-1 text-left font-semibold text-woad" onClick={() => setNaming(true)}>
          New register
        </button>
      )}
      <span className="px-4 pt-4 pb-1 text-small text-ink-2">Tools</span>
      <PlaceLink path="/registers/templates" here={here === "templates"} className={linkClass(here === "templates")}>
        Templates
      </PlaceLink>
      <PlaceLink
        path="/registers/standing-orders"
        here={here === "standing-orders"}
        className={linkClass(here === "standing-orders")}
      >
        Standing orders
      </PlaceLink>
    </nav>
  );
}

function linkClass(here: boolean): string {
  return `register-link ${here ? "is-here" : ""}`;
}

function RegisterLink({ register, here }: { register: Register; here: boolean }) {
  const path = `/registers/${register.id}`;
  const counts = useComputed(
    useCallback(
      (store) => {
        const records = recordsIn(store, register);
        const hasState = register.kind === "task" || register.kind === "goal" || register.kind === "project";
        const open = hasState
          ? records.filter((one) => "state" in one && isUnfinished(one.state)).length
          : records.length;
        return { open, all: records.length };
      },
      [register],
    ),
  );
  return (
    <PlaceLink
      path={path}
      here={here}
      className={linkClass(here)}
      hint={counts.open === counts.all ? undefined : `${counts.open} open of ${counts.all}`}
    >
      <span className="truncate">{register.title}</span>
      <span className={here ? "font-semibold" : "text-ink-2"}>{counts.open.toLocaleString()}</span>
    </PlaceLink>
  );
}

/** Whether a lens shows all records there are. */
const isBare = ({ where }: LensDraft) => "all" in where && where.all.length === 0;

/** The lenses of a register, and the one that is open: one that is kept, or one that nobody has kept yet. */
function useOpenLens(register: Register, asked: Id | undefined) {
  const store = useStore();
  const act = useAct();
  const [, redraw] = useState(0);
  const all = useList("kind", "lens") as readonly Lens[];
  const lenses = useMemo(
    () =>
      all
        .filter((lens) => lens.registers[0] === register.id)
        .toSorted((a, b) => a.order - b.order || (a.id < b.id ? -1 : 1)),
    [all, register],
  );
  const kept = asked === "all" ? undefined : (lenses.find((lens) => lens.id === asked) ?? lenses[0]);
  // Fields may come with a table that is read in: the lens that nobody made yet shows them as those that were there.
  const ownFields = useList("fieldsByRegister", register.id);
  const draft = useMemo(() => ownFields && firstLens(store, register), [store, register, ownFields]);
  const lens: LensDraft = kept ?? drafts.get(register.id) ?? draft;
  const change = (setting: Partial<LensDraft>) => {
    if (kept) act(editLens, { id: kept.id, setting }, { quiet: true });
    else {
      drafts.set(register.id, { ...lens, ...setting });
      redraw((count) => count + 1);
    }
  };
  return { lenses, kept, lens, change };
}

function OpenRegister({ register, lens: asked }: { register: Register; lens: Id | undefined }) {
  const store = useStore();
  const values = useFieldValues();
  const style = useTimeStyle();
  const act = useAct();
  const today = dateOf(useNow(store.clock));
  const [search, setSearch] = useState("");
  const [chosen, setChosen] = useState<readonly Id[]>([]);
  const [fieldOpen, setFieldOpen] = useState<{ name?: string }>();
  const { lenses, kept, lens, change } = useOpenLens(register, asked);
  const query = useMemo(
    () => (lens.look === "chart" ? { ...lens, shown: shownByChart(lens.chart ?? barsOfCounts) } : lens),
    [lens],
  );
  const view = useLensView(query, search);
  const writing = useMemo<Writing>(() => ({ values, style, today }), [values, style, today]);

  const put = (given: readonly GivenValues[], byHand?: Readonly<Record<Id, number>>) => {
    // The order of a lens that is not kept is not in the store.
    const done =
      given.length === 0 && !kept ? "" : act(putCards, { given, ...(kept && byHand ? { lens: kept.id, byHand } : {}) });
    if (!kept && byHand && done !== undefined) change({ byHand });
    return done !== undefined;
  };
  const keep = (title: string) => {
    const id = newId();
    if (act(addLens, { lens: { ...lens, title }, id }) !== undefined) goTo(`/registers/${register.id}/${id}`);
  };
  const givenIn = (group?: Group) => givenValues(values, register, today, lens.where, lens.groups, group?.keys);
  const add = (group?: Group): Id | undefined => {
    const id = newId();
    const given = register.kind === "day" ? { date: today } : givenIn(group);
    const day = openDay();
    return act(
      addToRegister,
      { register: register.id, fields: given, id, ...(day ? { openDay: day } : {}) },
      { quiet: true },
    ) === undefined
      ? undefined
      : id;
  };
  const shared = { writing, register, lens, view, onChange: change, onAdd: add, onChoose: setChosen };
  return (
    <section
      aria-label={register.title}
      data-choice={chosen.join(" ")}
      className="register-open flex min-w-0 flex-1 flex-col px-[26px] pt-4"
    >
      <LensTabs
        register={register}
        lenses={lenses}
        here={kept?.id}
        changed={!kept && drafts.has(register.id)}
        onKeep={keep}
        onRemove={(id) => {
          if (act(removeLens, { id }) !== undefined) goTo(`/registers/${register.id}`);
        }}
      />
      <LensSentence writing={writing} lens={lens} register={register} view={view} onChange={change} />
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <input
          type="search"
          className="field w-56"
          aria-label={`Search in ${register.title}`}
          placeholder="Search this register"
          value={search}
          onChange={({ target }) => setSearch(target.value)}
          onKeyDown={(event) => {
            if (event.key !== "Escape" || search === "") return;
            event.stopPropagation();
            setSearch("");
          }}
        />
        <span className="text-ink-2" role="status">
          {search !== "" && `${view.count.toLocaleString(style.locale)} found`}
        </span>
        {lens.look !== "chart" && <HiddenFields register={register} lens={lens} view={view} onChange={change} />}
        <InAndOut writing={writing} register={register} lens={lens} view={view} />
      </div>
      {chosen.some((id) => values.store.get(id)) && (
        <SelectionBar writing={writing} register={register} ids={chosen} view={view} onDone={() => setChosen([])} />
      )}
      {lens.look === "table" && (
        <RegisterTable
          {...shared}
          onGiven={() => givenIn()}
          onAddField={() => setFieldOpen({})}
          onEditField={(name) => setFieldOpen({ name })}
        />
      )}
      {lens.look === "list" && <ListView {...shared} />}
      {lens.look === "board" && <BoardView {...shared} onPut={put} chosen={chosen} />}
      {lens.look === "matrix" && <LensMatrix {...shared} chosen={chosen} />}
      {lens.look === "timeline" && <LensTimeline {...shared} />}
      {lens.look === "chart" && (
        <div className="min-h-0 flex-1 overflow-y-auto pb-8">
          <LensFigure writing={writing} lens={lens} register={register} view={view} />
        </div>
      )}
      {lens.look === "timesheet" && <LensTimesheet {...shared} isNarrowed={search !== "" || !isBare(lens)} />}
      {fieldOpen && (
        <FieldDialog
          writing={writing}
          register={register}
          name={fieldOpen.name}
          sample={view.entries[0]?.record}
          onClose={() => setFieldOpen(undefined)}
          onAdded={(name) => change({ shown: [...lens.shown, { field: name, width: 130 }] })}
        />
      )}
    </section>
  );
}
