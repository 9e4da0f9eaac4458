"use client";
import { flushSync } from "react-dom";
import { keepFocus } from "@/ui/keepFocus";
import { showTitle } from "@/ui/tabFace";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { dateOf, type DateText } from "@/core/time";
import { useNow } from "@/ui/clock";
import { takeHandedFiles } from "@/ui/handed";
import { goTo, noteOpenDay, planAddress, useOpenRecord, usePlace } from "@/ui/navigation";
import { usePhone } from "@/ui/usePhone";
import { useStore, useTimeStyle, useTurnBack } from "@/ui/workspaceContext";
import { openClock } from "@/panels/clock/clockPlace";
import { CaptureField } from "./frame/CaptureField";
import { NoticeLine } from "./frame/NoticeLine";
import { Bands } from "./frame/Bands";
import { Beside } from "./frame/Beside";
import { Spine } from "./frame/Spine";
import { TopBar } from "./frame/TopBar";
import { useDayBegins } from "./frame/useDayBegins";
import { useOwnHabits } from "./frame/useOwnHabits";
import { useStandingOrders } from "./frame/useStandingOrders";
import { placeTitle } from "./frame/placeTitle";
import { useFocusBack } from "./frame/useFocusBack";
import { useFrameKeys, type Searched } from "./frame/useFrameKeys";
import { useLeaving } from "./frame/useLeaving";
import { Room } from "./Room";
import { late } from "@/ui/late";
import { keepApp } from "@/ui/newVersion";

const PhoneHead = late(() => import("./frame/PhoneFrame").then((frame) => ({ default: frame.PhoneHead })));
const PhoneBar = late(() => import("./frame/PhoneFrame").then((frame) => ({ default: frame.PhoneBar })));
const RecordSheet = late(() => import("./frame/RecordSheet").then((sheet) => ({ default: sheet.RecordSheet })));
const SearchDialog = late(() => import("./frame/SearchDialog").then((found) => ({ default: found.SearchDialog })));
const KeysHelp = late(() => import("./frame/KeysHelp").then((help) => ({ default: help.KeysHelp })));

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
  const [searched, setSearched] = useState<Searched>();
  const turnBack = useTurnBack();
  const shownDate = date ?? (place.room === "plan" ? (place.date ?? today) : undefined);
  const add = useCallback(() => {
    // On a phone the field is in sight only then; what is typed next goes into it.
    flushSync(() => setAdding(true));
    capture.current?.focus();
  }, []);
  const search = useCallback(() => setSearched({ begun: "", withActs: false }), []);
  const showKeys = useCallback(() => setHelpOpen(true), []);
  const acts = useMemo(
    () => ({
      turnBack,
      // The search gives the focus back when it closes; the field takes it after that.
      add: () => void setTimeout(add),
      openClock: () => openClock("panel"),
      showKeys,
      search: () => void setTimeout(search),
    }),
    [turnBack, add, showKeys, search],
  );
  useStandingOrders(today);
  useOwnHabits(today);
  useDayBegins(today);
  useEffect(() => {
    if (place.room === "today") noteOpenDay(place.date);
  }, [place]);

  useEffect(keepFocus, []);
  useEffect(keepApp, []);
  useEffect(() => takeHandedFiles(goToReaderOf), []);
  useLeaving();
  useFocusBack(record);
  useFrameKeys({ place, today, record, add, searched, onSearch: setSearched, onHelp: showKeys });
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
          onSearch={search}
        >
          <CaptureField ref={capture} />
        </PhoneHead>
      ) : (
        <TopBar room={place.room} date={date} today={today} onHelp={showKeys} onSearch={search}>
          <CaptureField ref={capture} />
        </TopBar>
      )}
      <Bands today={today} problem={problem} isSettingUp={place.room === "start"} />
      <div className="frame-body flex min-h-0 flex-1">
        {!isPhone && <Spine date={shownDate} today={today} addressOf={place.room === "plan" ? planOf : undefined} />}
        <Room place={place} today={today} record={record} />
        {record && <RecordSheet key={record} id={record} />}
      </div>
      {isPhone && <PhoneBar room={place.room} isAdding={isAdding} onAdd={add} />}
      <NoticeLine />
      <Beside day={shownDate ?? today} today={today} />
      {searched !== undefined && <SearchDialog {...searched} acts={acts} onClose={() => setSearched(undefined)} />}
      {helpOpen && <KeysHelp onClose={() => setHelpOpen(false)} />}
    </div>
  );
}

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
