import type { ActName, Finding } from "@/core/finding";
import { goTo, openRecord } from "@/ui/navigation";
import { goToPart } from "@/ui/part";
import type { ActContext } from "./actContext";

/** Goes where a finding leads, or does what it is. @param acts where acts are among what is found */
export function goToFinding({ goal }: Finding, acts?: ActContext): void {
  if ("act" in goal) {
    if (acts) perform(goal.act, acts);
  } else if (goal.part !== undefined) goToPart(goal.path, goal.part);
  else goTo(goal.path);
}

function perform(act: ActName, { add, turnBack, openClock, showKeys, search }: ActContext): void {
  switch (act) {
    case "add":
      return add();
    case "undo":
    case "redo":
      return turnBack(act);
    case "openClock":
      return openClock();
    case "showKeys":
      return showKeys();
    case "search":
      return search();
    case "print":
      // After the dialog has closed, so that it is not on the paper.
      return void setTimeout(() => print(), 50);
    case "closeRecord":
      return openRecord(undefined);
  }
}
