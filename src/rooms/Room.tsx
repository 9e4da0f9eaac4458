"use client";
import type { Id } from "@/core/model";
import type { DateText } from "@/core/time";
import { late } from "@/ui/late";
import { goTo, type Place } from "@/ui/navigation";
import { useWorkspace } from "@/ui/workspaceContext";
import { Today } from "./today/Today";

const Settings = late(() => import("./settings/SettingsRoom").then((room) => ({ default: room.SettingsRoom })));
const Start = late(() => import("./settings/StartRoom").then((room) => ({ default: room.StartRoom })));
const Help = late(() => import("./help/HelpRoom").then((room) => ({ default: room.HelpRoom })));
const Gather = late(() => import("./gather/GatherRoom").then((room) => ({ default: room.GatherRoom })));
const Registers = late(() => import("./registers/RegistersRoom").then((room) => ({ default: room.RegistersRoom })));
const Plan = late(() => import("./plan/PlanRoom").then((room) => ({ default: room.PlanRoom })));
const Notes = late(() => import("./notes/NotesRoom").then((room) => ({ default: room.NotesRoom })));
const Goals = late(() => import("./goals/GoalsRoom").then((room) => ({ default: room.GoalsRoom })));
const LookBack = late(() => import("./back/LookBackRoom").then((room) => ({ default: room.LookBackRoom })));

/** What stands at a place. */
export function Room({ place, today, record }: { place: Place; today: DateText; record: Id | undefined }) {
  const { past } = useWorkspace();
  const date = place.room === "today" ? (place.date ?? today) : undefined;
  return (
    <>
      {place.room === "today" && date && <Today key={date} date={date} today={today} sideOpen={record !== undefined} />}
      {place.room === "settings" && !past && <Settings />}
      {place.room === "start" && !past && <Start />}
      {place.room === "help" && <Help />}
      {place.room === "gather" && <Gather />}
      {place.room === "plan" && <Plan place={place} today={today} sideOpen={record !== undefined} />}
      {place.room === "notes" && <Notes id={place.note} />}
      {place.room === "goals" && <Goals here={record} />}
      {place.room === "back" && <LookBack part={place.part} review={place.review} board={place.board} />}
      {place.room === "registers" && <Registers register={place.register} lens={place.lens} />}
      {(place.room === "settings" || place.room === "start") && past && (
        <main className="flex-1 bg-sheet p-10 font-words text-page">
          Settings are of the present. Go back to it to change them.
        </main>
      )}
      {place.room === "none" && <NoSuchPlace path={place.path} />}
    </>
  );
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
