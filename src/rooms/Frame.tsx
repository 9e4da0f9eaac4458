"use client";
import { flushSync } from "react-dom";
import { keepFocus } from "@/ui/keepFocus";
import { showTitle } from "@/ui/tabFace";
import { Suspense, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from "react";
import { addDays, dateOf, dateText, today as todayOf, type DateText, type TimeStyle } from "@/core/time";
import { badgeChoice } from "@/ui/badge";
import { useNow } from "@/ui/clock";
import { takeHandedFiles } from "@/ui/handed";
import {
  dayAddress,
  goTo,
  noteOpenDay,
  openRecord,
  planAddress,
  stepOf,
  useOpenRecord,
  usePlace,
  type Place,
} from "@/ui/navigation";
import { usePhone } from "@/ui/usePhone";
import { useStore, useTimeStyle, useTurnBack, useWorkspace } from "@/ui/workspaceContext";
import { openClock } from "@/panels/clock/clockPlace";
import { recordAt } from "@/panels/clock/recordAt";
import { useClockActs } from "@/panels/clock/useClock";
import { useChoose, useFourth } from "@/panels/clock/usePortion";
import { CaptureField } from "./frame/CaptureField";
import { NoticeLine } from "./frame/NoticeLine";
import { SavingBanner } from "./frame/SavingBanner";
import { Spine } from "./frame/Spine";
import { TopBar } from "./frame/TopBar";
import { useDayBegins } from "./frame/useDayBegins";
import { useOwnHabits } from "./frame/useOwnHabits";
import { useStandingOrders } from "./frame/useStandingOrders";
import { Today } from "./today/Today";
import { late } from "@/ui/late";
import { startView } from "@/ui/startView";
import { keepApp, useNewVersion } from "@/ui/newVersion";

const Settings = late(() => import("./settings/SettingsRoom").then((room) => ({ default: room.SettingsRoom })));
const PhoneHead = late(() => import("./frame/PhoneFrame").then((frame) => ({ default: frame.PhoneHead })));
const PhoneBar = late(() => import("./frame/PhoneFrame").then((frame) => ({ default: frame.PhoneBar })));
const Start = late(() => import("./settings/StartRoom").then((room) => ({ default: room.StartRoom })));
const Help = late(() => import("./help/HelpRoom").then((room) => ({ default: room.HelpRoom })));
const FirstDayBand = late(() => import("./frame/FirstDayBand").then((band) => ({ default: band.FirstDayBand })));
const Gather = late(() => import("./gather/GatherRoom").then((room) => ({ default: room.GatherRoom })));
const Registers = late(() => import("./registers/RegistersRoom").then((room) => ({ default: room.RegistersRoom })));
const Plan = late(() => import("./plan/PlanRoom").then((room) => ({ default: room.PlanRoom })));
const Notes = late(() => import("./notes/NotesRoom").then((room) => ({ default: room.NotesRoom })));
const Goals = late(() => import("./goals/GoalsRoom").then((room) => ({ default: room.GoalsRoom })));
const LookBack = late(() => import("./back/LookBackRoom").then((room) => ({ default: room.LookBackRoom })));
const RecordSheet = late(() => import("./frame/RecordSheet").then((sheet) => ({ default: sheet.RecordSheet })));
const SearchDialog = late(() => import("./frame/SearchDialog").then((found) => ({ default: found.SearchDialog })));
const WhichGoes = late(() => import("@/panels/clock/WhichGoes").then((part) => ({ default: part.WhichGoes })));
const Reminders = late(() => import("@/panels/clock/Reminders").then((part) => ({ default: part.Reminders })));
const PastBanner = late(() => import("./frame/PastBanner").then((banner) => ({ default: banner.PastBanner })));
const VersionBanner = late(() => import("./frame/VersionBanner").then((banner) => ({ default: banner.VersionBanner })));
const LateBadge = late(() => import("./frame/LateBadge").then((badge) => ({ default: badge.LateBadge })));
const KeysHelp = late(() => import("./frame/KeysHelp").then((help) => ({ default: help.KeysHelp })));

const stuckMilliseconds = 2000;

/** What stands around every room: the top bar, the spine, the open record, and the line that says what happened. */
export function Frame({ problem }: { problem: unknown }) {
  const place = usePlace();
  const record = useOpenRecord();
  const store = useStore();
  const { clock } = store;
  const isPhone = usePhone();
  const [isAdding, setAdding] = useState(() => location.pathname === "/add");
  const style = useTimeStyle();
  const now = useNow(clock);
  const today = dateOf(now);
  // What counts what is left counts by the minute: the clock may run.
  useEffect(() => store.passMinute(), [store, now]);
  const date = place.room === "today" ? (place.date ?? today) : undefined;
  const [look, span] = place.room === "plan" ? [place.look, place.span] : [];
  // The days are drawn anew only where they lead elsewhere, and not for each step in the plan.
  const planOf = useCallback((day: DateText) => (look ? planAddress(look, span, day) : ""), [look, span]);
  const capture = useRef<HTMLInputElement>(null);
  const [helpOpen, setHelpOpen] = useState(false);
  /** What was typed into the search before it had come; undefined while it is closed. */
  const [searched, setSearched] = useState<{ begun: string; withActs: boolean }>();
  const { journal, past } = useWorkspace();
  const turnBack = useTurnBack();
  const clockActs = useClockActs();
  const choose = useChoose();
  const fourth = useFourth();
  const shownDate = date ?? (place.room === "plan" ? (place.date ?? today) : undefined);
  const add = useCallback(() => {
    // On a phone the field is in sight only then; what is typed next goes into it.
    flushSync(() => setAdding(true));
    capture.current?.focus();
  }, []);
  const acts = useMemo(
    () => ({
      ...{ today, turnBack },
      // The search gives the focus back when it closes; the field takes it after that.
      add: () => void setTimeout(add),
      openClock: () => openClock("panel"),
      showKeys: () => setHelpOpen(true),
    }),
    [today, turnBack, add],
  );
  useStandingOrders(today);
  useOwnHabits(today);
  useDayBegins(today);
  useEffect(() => {
    if (place.room === "today") noteOpenDay(place.date);
  }, [place]);

  // A record that is closed gives the focus back to what opened it.
  const opener = useRef<Element>(null);
  useLayoutEffect(() => {
    if (record) opener.current ??= document.activeElement;
    else {
      const back = opener.current;
      opener.current = null;
      if (back instanceof HTMLElement && back.isConnected && document.activeElement === document.body)
        back.focus({ preventScroll: true });
    }
  }, [record]);

  useEffect(keepFocus, []);
  useEffect(keepApp, []);
  useEffect(() => takeHandedFiles(goToReaderOf), []);
  const { isShown: isBadgeShown } = badgeChoice.use();
  const { isFirstDay } = startView.use();
  const changeOver = useNewVersion();

  useEffect(() => {
    const leave = () => store.settle();
    const hold = (event: BeforeUnloadEvent) => {
      store.settle();
      const { saving } = journal;
      // What was only just done is on its way; what has waited for long may never arrive.
      const isStuck = saving.kind === "saving" && Date.now() - saving.since > stuckMilliseconds;
      if (saving.kind === "failed" || isStuck || store.isUnsettled) event.preventDefault();
    };
    addEventListener("pagehide", leave);
    addEventListener("beforeunload", hold);
    return () => {
      removeEventListener("pagehide", leave);
      removeEventListener("beforeunload", hold);
    };
  }, [store, journal]);

  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented) return;
      const target = event.target as HTMLElement;
      const typing = target.isContentEditable || (target.matches("input, textarea, select") && !target.matches(boxes));
      // A field of the sheet in which nothing is typed is left with the sheet; one with words takes Escape for itself.
      const isInSheet = !target.isContentEditable && target.closest(".record-sheet") !== null;
      const mod = event.ctrlKey || event.metaKey;
      // What is typed before the search has come goes there.
      const isOnItsWay = searched !== undefined && !document.querySelector("[role=dialog]");
      if (isOnItsWay && !mod && !event.altKey && event.key.length === 1) {
        event.preventDefault();
        setSearched({ ...searched, begun: searched.begun + event.key });
        return;
      }
      // A letter that is being typed is nothing to this frame, and is looked at no further.
      if (typing && event.key.length === 1 && !mod && !event.altKey) return;
      if (document.querySelector("[role=dialog]")) return;
      const key = event.key.toLowerCase();
      if (mod && !event.altKey && !event.shiftKey && key === "k") {
        event.preventDefault();
        setSearched({ begun: "", withActs: true });
      } else if (mod && !event.altKey && (key === "z" || key === "y")) {
        if (/^(INPUT|TEXTAREA)$/.test(target.tagName)) return;
        event.preventDefault();
        turnBack(key === "y" || event.shiftKey ? "redo" : "undo");
      } else if (event.code === "KeyN" && !mod && (event.altKey || !typing)) {
        event.preventDefault();
        add();
      } else if (event.altKey && !mod && !event.shiftKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
        event.preventDefault();
        const step = event.key === "ArrowUp" ? -1 : 1;
        if (place.room === "plan") goTo(planAddress(place.look, place.span, stepOf(place, today, step)));
        else goTo(dayAddress(addDays(date ?? today, step), todayOf(clock)));
      } else if (event.code === "KeyW" && !mod && (event.altKey || !typing)) {
        event.preventDefault();
        const wanted = recordAt(target) ?? (target.closest(".record-sheet") ? record : undefined);
        if (wanted) void clockActs.start({ id: wanted });
        else openClock("panel");
      } else if (event.code === "KeyP" && !mod && (event.altKey || !typing)) {
        const wanted = recordAt(target) ?? (target.closest(".record-sheet") ? record : undefined);
        if (!wanted) return;
        event.preventDefault();
        choose(wanted, date !== undefined && date > today ? date : today);
      } else if (event.altKey && !mod && event.key === "Home") {
        event.preventDefault();
        goTo(place.room === "plan" ? planAddress(place.look, place.span) : "/");
      } else if (event.key === "F6") {
        event.preventDefault();
        goToNextPane(event.shiftKey ? -1 : 1);
      } else if (event.key === "Escape" && record && (!typing || isInSheet)) openRecord(undefined);
      else if (event.key === "/" && !typing) {
        event.preventDefault();
        setSearched({ begun: "", withActs: false });
      } else if (event.key === "?" && !typing) setHelpOpen(true);
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [store, clock, date, today, record, place, turnBack, clockActs, choose, searched, add]);

  useEffect(() => {
    const where = placeTitle(place, today, style);
    showTitle("room", where === "" ? "Pensum" : `${where}, Pensum`);
  }, [place, today, style]);

  return (
    <div className="flex h-full flex-col">
      <button className="skip-link button" onClick={() => goToMain()}>
        Skip to the content
      </button>
      {isPhone ? (
        <PhoneHead
          title={placeTitle(place, today, style) || "Pensum"}
          date={shownDate}
          today={today}
          addressOf={place.room === "plan" ? planOf : undefined}
          isAdding={isAdding}
          onAdded={() => setAdding(false)}
          onSearch={() => setSearched({ begun: "", withActs: false })}
        >
          <CaptureField ref={capture} />
        </PhoneHead>
      ) : (
        <TopBar
          room={place.room}
          date={date}
          today={today}
          onHelp={() => setHelpOpen(true)}
          onSearch={() => setSearched({ begun: "", withActs: false })}
        >
          <CaptureField ref={capture} />
        </TopBar>
      )}
      {past ? (
        <Suspense>
          <PastBanner past={past} />
        </Suspense>
      ) : (
        <SavingBanner problem={problem} />
      )}
      {isFirstDay && !past && place.room !== "start" && (
        <Suspense>
          <FirstDayBand today={today} />
        </Suspense>
      )}
      {changeOver && (
        <Suspense>
          <VersionBanner onUse={changeOver} />
        </Suspense>
      )}
      <div className="frame-body flex min-h-0 flex-1">
        {!isPhone && <Spine date={shownDate} today={today} addressOf={place.room === "plan" ? planOf : undefined} />}
        {place.room === "today" && date && (
          <Today key={date} date={date} today={today} sideOpen={record !== undefined} />
        )}
        <Suspense fallback={<div className="flex-1 bg-sheet" aria-busy="true" />}>
          {place.room === "settings" && !past && <Settings />}
          {place.room === "start" && !past && <Start />}
          {place.room === "help" && <Help />}
          {place.room === "gather" && <Gather />}
          {place.room === "plan" && <Plan place={place} today={today} sideOpen={record !== undefined} />}
          {place.room === "notes" && <Notes id={place.note} />}
          {place.room === "goals" && <Goals here={record} />}
          {place.room === "back" && <LookBack part={place.part} review={place.review} board={place.board} />}
          {place.room === "registers" && <Registers register={place.register} lens={place.lens} />}
        </Suspense>
        {(place.room === "settings" || place.room === "start") && past && (
          <main className="flex-1 bg-sheet p-10 font-words text-page">
            Settings are of the present. Go back to it to change them.
          </main>
        )}
        {place.room === "none" && <NoSuchPlace path={place.path} />}
        {record && (
          <Suspense>
            <RecordSheet key={record} id={record} />
          </Suspense>
        )}
      </div>
      {isPhone && <PhoneBar room={place.room} isAdding={isAdding} onAdd={add} />}
      <NoticeLine />
      {!past && (
        <Suspense>
          <Reminders />
        </Suspense>
      )}
      {isBadgeShown && !past && (
        <Suspense>
          <LateBadge />
        </Suspense>
      )}
      {fourth && (
        <Suspense>
          <WhichGoes />
        </Suspense>
      )}
      {searched !== undefined && (
        <Suspense>
          <SearchDialog {...searched} acts={acts} onClose={() => setSearched(undefined)} />
        </Suspense>
      )}
      {helpOpen && (
        <Suspense>
          <KeysHelp onClose={() => setHelpOpen(false)} />
        </Suspense>
      )}
    </div>
  );
}

/** Fields in which nothing is typed. */
const boxes = "[type=checkbox], [type=radio], [type=range]";

/** Tables are read in a register, other files in the settings. */
function goToReaderOf(names: readonly string[]) {
  goTo(names.some((name) => /\.[ct]sv$/i.test(name)) ? "/registers/tasks" : "/settings");
}

/** Puts the focus into what the room shows. */
function goToMain() {
  const main = document.querySelector<HTMLElement>("main");
  if (!main) return;
  main.tabIndex = -1;
  main.focus();
}

const roomTitles: Partial<Record<Place["room"], string>> = {
  gather: "Gather",
  goals: "Goals",
  notes: "Notes",
  registers: "Registers",
  settings: "Settings",
  start: "Setting up",
  help: "Help",
  back: "Look back",
};
const backTitles = { insight: "Look back", reviews: "Reviews", stood: "As it stood" };
const lookTitles = { calendar: "Plan", timeline: "Timeline", matrix: "Matrix" };

/** What the title of the window says of a place. */
function placeTitle(place: Place, today: DateText, style: TimeStyle): string {
  if (place.room === "today") return dateText(place.date ?? today, "full", style);
  if (place.room === "plan")
    return `${lookTitles[place.look]}${place.date ? `, ${dateText(place.date, "short", style)}` : ""}`;
  if (place.room === "back") return backTitles[place.part];
  return roomTitles[place.room] ?? "";
}

/** F6 goes from pane to pane, as it does between the panes of a window. */
function goToNextPane(step: 1 | -1) {
  const panes = [...document.querySelectorAll<HTMLElement>("[data-pane]")].filter((pane) => pane.offsetParent !== null);
  const at = panes.findIndex((pane) => pane.contains(document.activeElement));
  const next = panes[(at + step + panes.length) % panes.length];
  const inside = next?.querySelector<HTMLElement>(
    "[data-pane-focus], [tabindex='0'], .cm-content, textarea, button, input",
  );
  (inside ?? next)?.focus();
}

/** A part of an address without its escapes; as it is where they are wrong. */
function plainWords(part: string | undefined): string | undefined {
  try {
    return part && decodeURIComponent(part);
  } catch {
    return part;
  }
}

function NoSuchPlace({ path }: { path: string }) {
  const date = plainWords(/^\/day\/(.+)$/.exec(path)?.[1]);
  return (
    <main className="flex-1 bg-sheet p-10 font-words text-page">
      <h1 className="mb-2 text-[27px] leading-9 font-semibold">
        {date ? "This day does not exist" : "This address does not exist"}
      </h1>
      <p>
        {date
          ? `“${date}” is not a valid date. The address of a day looks like /day/2026-11-24. `
          : "There is nothing at this address. "}
        <button className="link" onClick={() => goTo("/")}>
          Go to today
        </button>
      </p>
    </main>
  );
}
