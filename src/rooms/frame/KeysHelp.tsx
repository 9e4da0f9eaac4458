"use client";
import { Dialog } from "@/ui/Dialog";

/** What the keyboards of this platform call the key that goes with commands. */
const command = /Mac|iPhone|iPad/.test(navigator.platform) ? "⌘" : "Ctrl";

const groups: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    "Everywhere",
    [
      ["N, or Alt N while typing", "Add a task, event or note"],
      ["/", "Search everything"],
      ["W, or Alt W while writing", "Start the clock on what is selected, or open the clock"],
      ["P, or Alt P while writing", "Put the selected task into the portion of the day"],
      ["Alt ↑ and Alt ↓", "Previous day, next day"],
      ["Alt Home", "Today"],
      ["F6, Shift F6", "Next pane, previous pane"],
      [`${command} Z, ${command} Shift Z`, "Undo, redo"],
      ["Esc", "Close what is open, or cancel a drag"],
    ],
  ],
  [
    "On the page",
    [
      [`${command} Enter`, "Mark the task as done, or reopen it"],
      ["Alt H", "Place the line on the hours"],
      ["Alt G", "Give the task, or all tasks that are chosen, a day"],
      ["Alt O", "Open the task"],
      ["Tab, Shift Tab", "Indent, outdent"],
      ["Alt Shift ↑ ↓", "Move the line up or down, with what is nested in it"],
      ["[[, #, @", "Add a link, a tag or theme, a person"],
    ],
  ],
  [
    "On the hours",
    [
      ["↑ ↓ on the rail, then Enter", "Set aside time there"],
      ["↑ ↓ on a block", "Move it"],
      ["Shift ↑ ↓", "Move its end"],
      [`${command} ↑ ↓`, "Move its start"],
      ["← →", "Move it to the previous or next day"],
      ["Delete", "Take it off"],
    ],
  ],
  [
    "Not placed",
    [
      ["↑ ↓", "Move between tasks"],
      ["H", "Place it on the hours"],
      ["G", "Set its day"],
      ["Space", "Mark it as done"],
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
      ["↑ ↓ ← → on the hours, then Enter", "Set aside time there"],
      ["+ and −", "Zoom the hours or the timeline in and out"],
      ["← → on a bar of the timeline", `Move between bars; with ${command} move the bar, with Shift change its length`],
      ["Insert, or Shift Enter, on the timeline", "Add a bar there; or hold Shift and drag"],
      ["Arrows on a card of a matrix", "Change its value"],
      ["Space on a bar of the timeline, or in a list", "Tick a task off, or open it again"],
      ["Space on a habit", "Mark it as done"],
      ["Alt ↑ ↓, Delete in a time box", "Move a task within the box, remove it from the box"],
    ],
  ],
  [
    "In a table",
    [
      ["Arrows, Tab", "Move between cells; with Shift, select several"],
      ["Enter, F2, or start typing", "Edit the cell"],
      ["Shift Enter", "Open the record"],
      ["Space", "Tick a task off; say yes or no"],
      [`${command} C, ${command} V`, "Copy and paste cells, also to and from spreadsheets"],
      [`${command} D`, "Fill down"],
      ["Delete", "Clear the cells"],
      ["Alt and an arrow key on a card", "Move it on the board"],
    ],
  ],
  [
    "In the inbox",
    [
      ["1 to 5", "Task, event, note, goal, discard"],
      ["T G J L D U P", "Theme, goal, project, length, day, due, priority"],
      ["S, M", "Split, merge"],
      ["Shift ↑ ↓", "Select several"],
      ["Enter", "Finish this one and go to the next"],
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
    <Dialog title="Keyboard shortcuts" onClose={onClose} wide>
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
