"use client";

/** What the keyboards of this platform call the key that goes with commands. */
export const command = /Mac|iPhone|iPad/.test(navigator.platform) ? "⌘" : "Ctrl";

/** All keys, by where they work: what is pressed, and what it does. */
export const keyGroups: readonly (readonly [string, readonly (readonly [string, string])[]])[] = [
  [
    "Everywhere",
    [
      ["N, or Alt N while typing", "Add a task, event or note"],
      ["/", "Search everything"],
      [`${command} K`, "Find any act, room or record"],
      ["W, or Alt W while typing", "Start the clock on what is selected, or open the clock"],
      ["P, or Alt P while typing", "Put the selected task into the portion of the day"],
      ["Alt ↑ and Alt ↓", "Previous day, next day"],
      ["Alt Home", "Today"],
      ["F6, Shift F6", "Next pane, previous pane"],
      [`${command} Z, ${command} Shift Z`, "Undo, redo"],
      ["Delete", "Delete what is chosen, or take it off its hours or its day"],
      ["Menu key, Shift F10, right click", "All that can be done with what is chosen"],
      ["Esc", "Close what is open, or cancel a drag"],
      ["?", "Show the keys"],
    ],
  ],
  [
    "On the page",
    [
      [`${command} Enter`, "Mark the task, or all tasks that are selected, as done"],
      ["Alt H", "Place the line on the hours, or all tasks that are selected"],
      ["Alt G", "Give the task, or all tasks that are selected, a day"],
      ["Alt U", "Keep what was recognised at the cursor as text"],
      ["Alt O", "Open the task"],
      ["Tab, Shift Tab", "Indent, outdent"],
      ["Alt Shift ↑ ↓", "Move the line up or down, with what is nested in it"],
      ["Alt Shift ← →", "Fold what is below the heading, or show it again"],
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
      ["Delete", "Take hours off; delete an event"],
    ],
  ],
  [
    "Not placed",
    [
      ["↑ ↓", "Move between tasks"],
      [`Shift ↑ ↓, ${command} click`, "Choose several; Escape lets them go"],
      ["H", "Place it on the hours; several where they fit today"],
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
      ["Arrows, then Enter, in the month", "Add something on that day; or drag over empty places"],
      ["Arrows on an entry of a day", "Move it by a day; with Shift move its last day; Delete takes it off"],
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
      ["Shift Space, then Shift ↑ ↓", "Choose whole rows; Delete then deletes them"],
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
