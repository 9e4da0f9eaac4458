"use client";
import { Dialog } from "@/ui/Dialog";

/** What the keyboards of this platform call the key that goes with commands. */
const command = /Mac|iPhone|iPad/.test(navigator.platform) ? "⌘" : "Ctrl";

const groups: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    "Everywhere",
    [
      ["N, or Alt N while writing", "Add something"],
      ["/", "Search everything"],
      ["W, or Alt W while writing", "Start the clock on what is selected, or open the clock"],
      ["P, or Alt P while writing", "Put the selected task into the portion of the day"],
      ["Alt ↑ and Alt ↓", "The day before, the day after"],
      ["Alt Home", "Today"],
      ["F6, Shift F6", "Next pane, pane before"],
      [`${command} Z, ${command} Shift Z`, "Undo, redo"],
      ["Esc", "Close what is open; cancel a drag"],
    ],
  ],
  [
    "On the page",
    [
      [`${command} Enter`, "Tick the task off, or open it again"],
      ["Alt H", "Place the line on the hours"],
      ["Alt G", "Give the task, or all tasks that are chosen, a day"],
      ["Alt O", "Open the task"],
      ["Tab, Shift Tab", "Nest, un-nest"],
      ["Alt Shift ↑ ↓", "Move the line up or down, with what is nested in it"],
      ["[[, #, @", "Link, tag or theme, person"],
    ],
  ],
  [
    "On the hours",
    [
      ["↑ ↓ on the empty rail, then Enter", "Set time aside there"],
      ["↑ ↓ on a block", "Move it"],
      ["Shift ↑ ↓", "Stretch its end"],
      [`${command} ↑ ↓`, "Stretch its start"],
      ["← →", "Move it to the day before, the day after"],
      ["Delete", "Take it off"],
    ],
  ],
  [
    "Not placed",
    [
      ["↑ ↓", "Go from task to task"],
      ["H", "Place it on the hours"],
      ["G", "Give it a day"],
      ["Space", "Tick it off"],
      ["Enter", "Open it"],
    ],
  ],
  [
    "While working",
    [
      ["↑ ↓ on what was worked", "Move it; with Shift stretch its end, with the command key its start"],
      ["S, J on what was worked", "Split it in the middle, join it with the one before"],
      ["Alt ↑ ↓, + and − in the portion", "Move a task, change its minutes; Delete takes it out"],
      ["Space, + and − on a habit", "Done, in part, skipped; H gives it an hour"],
    ],
  ],
  [
    "On the plan",
    [
      ["↑ ↓ ← → on the hours, then Enter", "Set time aside there"],
      ["+ and −", "Stretch and squeeze the hours, or the timeline"],
      ["← → on a bar of the timeline", `Go from bar to bar; with ${command} move it, with Shift stretch it`],
      ["Insert, or Shift Enter, on the timeline", "Draw a new bar there; Shift and the pointer do it too"],
      ["Arrows on a card of a matrix", "Give it another value"],
      ["Space on a bar of the timeline, or in a list", "Tick a task off, or open it again"],
      ["Space on a habit", "Mark it as done"],
      ["Alt ↑ ↓, Delete in a time box", "Move a task in it, take it out"],
    ],
  ],
  [
    "In a table",
    [
      ["Arrows, Tab", "Go from cell to cell; with Shift, choose several"],
      ["Enter, F2, or just type", "Change the cell"],
      ["Shift Enter", "Open the record"],
      ["Space", "Tick a task off; say yes or no"],
      [`${command} C, ${command} V`, "Copy and paste cells, also from and to spreadsheets"],
      [`${command} D`, "Fill down"],
      ["Delete", "Empty the cells"],
      ["Alt and arrows on a card", "Move it on its board"],
    ],
  ],
  [
    "In the inbox",
    [
      ["1 to 5", "Task, event, note, goal, nothing"],
      ["T G J L D U P", "Theme, goal, project, length, day, due, priority"],
      ["S, M", "Split, merge"],
      ["Shift ↑ ↓", "Choose several"],
      ["Enter", "Done, next"],
    ],
  ],
  [
    "In a chart, and in the goals",
    [
      ["Arrows", "Go from mark to mark, from goal to goal"],
      ["Enter on a mark", "Open the records behind it as a lens"],
      ["T on a mark", "Show the picture as a table"],
    ],
  ],
];

export function KeysHelp({ onClose }: { onClose: () => void }) {
  return (
    <Dialog title="Keys" onClose={onClose} wide>
      <div className="grid gap-x-8 gap-y-4 sm:grid-cols-2">
        {groups.map(([title, keys]) => (
          <section key={title}>
            <h3 className="mb-1 border-b border-ink pb-1 font-words text-[16px] font-semibold">{title}</h3>
            <dl>
              {keys.map(([key, what]) => (
                <div key={key} className="flex justify-between gap-4 border-b border-hairline py-1">
                  <dt className="font-semibold">{key}</dt>
                  <dd className="text-right text-ink-2">{what}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </div>
    </Dialog>
  );
}
