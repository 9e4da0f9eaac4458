"use client";
import { useCallback } from "react";
import { addToPortion } from "@/core/commands/portion";
import { portionOn } from "@/core/plan";
import { nameOf } from "@/core/things";
import { estimateText } from "@/core/time";
import { askWhichGoes, useFourth } from "./usePortion";
import { Dialog } from "@/ui/Dialog";
import { useAct, useComputed, useStore } from "@/ui/workspaceContext";

/** Three tasks are chosen for a day, and there is a fourth: asks which one goes. */
export function WhichGoes() {
  const fourth = useFourth();
  const store = useStore();
  const act = useAct();
  const date = fourth?.date ?? "";
  const chosen = useComputed(useCallback((from) => (date === "" ? [] : portionOn(from, date)), [date]));
  const task = store.find("task", fourth?.task);
  if (!fourth || !task) return null;
  const close = () => askWhichGoes(undefined);
  return (
    <Dialog title="Which one goes?" onClose={close}>
      <p className="mb-3">Three tasks are enough for a day. “{nameOf(task, store)}” takes the place of:</p>
      <ul className="grid gap-2">
        {chosen.map(({ task: one, minutes, workedMinutes }, at) => (
          <li key={one.id}>
            <button
              className="button w-full text-left"
              autoFocus={at === 0}
              onClick={() => {
                act(addToPortion, { date, task: task.id, instead: one.id });
                close();
              }}
            >
              {nameOf(one, store)}
              <span className="font-normal text-ink-2">
                , {workedMinutes > 0 ? `${estimateText(workedMinutes)} of ` : ""}
                {estimateText(minutes)}
              </span>
            </button>
          </li>
        ))}
        <li>
          <button className="button-quiet" onClick={close}>
            None of them
          </button>
        </li>
      </ul>
    </Dialog>
  );
}
