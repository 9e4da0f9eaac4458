/** What can be tried within the help: a line as it is typed at the top, or a formula. */
interface Trial {
  readonly as: "line" | "formula";
  readonly text: string;
}

export interface HelpEntry {
  readonly title: string;
  readonly words: string;
  /** Words of everyday speech by which somebody may look for it. */
  readonly also?: string;
  readonly trials?: readonly Trial[];
}

interface HelpPart {
  readonly title: string;
  readonly entries: readonly HelpEntry[];
}

const line = (text: string): Trial => ({ as: "line", text });
const formula = (text: string): Trial => ({ as: "formula", text });

/** The help, in the order in which somebody needs it. Keys stand in `frame/keys`. */
export const helpParts: readonly HelpPart[] = [
  {
    title: "Adding things",
    entries: [
      {
        title: "A day and a time",
        also: "date when schedule natural language quick entry appointment",
        words:
          "Type a line into the field at the top. Days, times and lengths in it are underlined as they are recognised, and each can be rejected with its ✕. Nothing you type is lost: what is not recognised stays in the title.",
        trials: [
          line("call the mill Thu 9:30 for 20 min"),
          line("order stakes tomorrow morning"),
          line("ring Odile at half past three"),
          line("check the pump in 2 h"),
        ],
      },
      {
        title: "When it is due, and when it may wait",
        also: "deadline due date snooze postpone defer later hide start date remind",
        words:
          "“due”, “by”, “before” and “deadline” set the due date. “hide until” keeps it out of sight until that day.",
        trials: [
          line("letter 1 h due 2 Dec"),
          line("hand in the report by the end of the week"),
          line("plan the fair hide until Monday due 20 Dec"),
        ],
      },
      {
        title: "What repeats",
        also: "recurring task recurrence repeat weekly daily monthly yearly routine every rrule birthday rent",
        words: "Say how often, and until when. Any rule of RFC 5545 can be entered in the record itself.",
        trials: [
          line("crew call every Monday 9:00"),
          line("gym mon wed fri 7am"),
          line("read 30 pages a day until 20 Dec"),
          line("choir every second Tuesday until Christmas"),
          line("rent on the 1st of every month"),
        ],
      },
      {
        title: "Events",
        also: "appointment meeting conference holiday leave vacation trip calendar event all-day",
        words:
          "A line that reads like something others count on becomes an event: a stretch of days, a meeting or a call at an hour, a place, or company. “Task”, “Event” and “Note” beside the title change it.",
        trials: [
          line("lunch with Odile at the mill Thu 12:30"),
          line("Holiday 20 December to 3 January"),
          line("event: planting day Sat 9:00 to 12:00"),
        ],
      },
      {
        title: "Themes, tags, people, priority and reminders",
        also: "label category context tag area colour urgent important priority person contact delegate reminder alarm notification",
        words:
          "#word is a theme if there is one of that name; if not, it is a tag. @name is a person. A priority counts at the end of the line or before another part.",
        trials: [
          line("landowner letter #reporting high"),
          line("survey @Ines 2 h"),
          line("call the mill Thu 10:00 remind me 10 min before"),
          line("remind me at 17:00 to post the letter"),
        ],
      },
      {
        title: "Several at once",
        also: "paste list import lines bulk many",
        words:
          "Paste several lines into the field: each becomes a record, or all of them one note. You see them first.",
      },
      {
        title: "The inbox",
        also: "inbox capture triage process unsorted later clarify",
        words:
          "A line with nothing but its words waits under Gather until you say what it is. Alt I in the field decides whether it stands on today’s page too; Alt J puts it under the heading where the cursor last was.",
      },
    ],
  },
  {
    title: "The page of a day",
    entries: [
      {
        title: "Writing",
        also: "markdown checklist bold heading link attachment image picture file editor journal diary",
        words:
          "Every day has a page of plain Markdown. “- [ ]” begins a task, “+ [ ]” a checklist item that is no task, “12:15-13:00 lunch” in a list sets time aside. [[ links to a page, # adds a tag or a theme, @ a person. Files can be dropped or pasted.",
      },
      {
        title: "Words that are understood",
        also: "natural language parse recognise",
        words:
          "A day, an hour, a length or a priority in a task line is underlined while you type, and set when you leave the line. Press what was recognised, or Alt U, to keep it as text. Cells of dates, lengths and repeat rules understand the same words.",
      },
      {
        title: "Several lines, and headings",
        also: "select many fold outline collapse section template routine bulk",
        words:
          "Select several task lines to mark them as done, place them, give them a day or carry them at once. Headings say what the tasks below them come to, and fold. A template of lines, under Registers, can begin every day by itself.",
      },
      {
        title: "The hours",
        also: "schedule time block drag drop calendar day view appointment",
        words:
          "Drag a line or a task from the tray onto the hours to place it; drag on the empty hours to set time aside. The preview says what the day becomes before you release it. Drop a task on a day at the far left to give it that day.",
      },
      {
        title: "What was left over",
        also: "overdue late yesterday carry roll over postpone unfinished",
        words:
          "Unfinished tasks of earlier days stand above the page: carry each to today or another day, let it rest, drop it, or keep it where it is. Pensum counts how often a task was carried.",
      },
      {
        title: "The clock",
        also: "timer stopwatch time tracking track pomodoro focus start stop log hours worked break",
        words:
          "W starts the clock on whatever is selected. What you worked stands beside the plan, and can be corrected there.",
      },
      {
        title: "A checklist, and parts of a task",
        also: "subtask sub-task checklist steps nested parent child break down",
        words:
          "Indent a task line below another with Tab: it is a part of that task. In the record of any task, “Part of” says the same. “+ [ ]” is an item of a checklist that is no task of its own.",
      },
      {
        title: "Files and pictures",
        also: "attachment attach image photo pdf file upload picture screenshot",
        words:
          "Drop a file on a page, or paste it. It is stored with the workspace, and is in every backup and folder that is exported.",
      },
      {
        title: "Pages that link to each other",
        also: "wiki backlink link note page reference mention",
        words:
          "Type [[ and the title of a note, a person, a project or a day. What leads to a page is listed in its record.",
      },
    ],
  },
  {
    title: "Planning",
    entries: [
      {
        title: "Pull",
        also: "score rank order urgency what next sort importance",
        words:
          "Pull, from 0 to 100, says how strongly a task asks to be next: from its priority, its slack, how often it was carried, its goal, its age, what waits for it, and its length. Plan, Matrix shows the parts of each; Settings lets you weigh them.",
      },
      {
        title: "Slack and what will not fit",
        also: "overload overbooked too much capacity workload late",
        words:
          "Slack is the working time left before a due date, less the work still to do. Where more is due than fits, the plan says by how much, and what could move.",
      },
      {
        title: "Days",
        also: "calendar month week multi-day all-day drag",
        words:
          "Drag over empty places above the hours or in the month to add an event, a task, or a record of a lens that is shown there. Shift and an arrow key make an event last longer. Show narrows the calendar to what a lens shows, and gives items the icon of their theme or of a choice.",
      },
      {
        title: "Several tasks",
        also: "bulk many select multiple",
        words:
          "In the list of tasks that are not placed, hold Shift and press an arrow key, or hold the command key and click. Then set one day for all of them, place them, tick them off, or drag them to a day or an hour, where they follow one another.",
      },
      {
        title: "By finger",
        also: "phone touch mobile tablet swipe long press",
        words:
          "Rest a finger on a task, an event or a block until it lifts, then move it to an hour or to a day of the week at the top. Rest it on empty hours to set time aside. A finger that moves at once scrolls; one that goes to the side shows the next part.",
      },
      {
        title: "Time boxes",
        also: "time block batch container",
        words: "A block with a theme or a title can hold several tasks: drag them onto it. It shows how full it is.",
      },
      {
        title: "The ideal week",
        also: "pattern template week recurring hours routine theme days",
        words:
          "Under Plan, Pattern, draw hours for each theme. They stand faintly behind the plan and can be added to any week as blocks.",
      },
      {
        title: "A reminder",
        also: "reminder remind alarm notification ring alert bell snooze notify",
        words:
          "Type “remind me 10 min before” behind what has an hour, or set “Remind at” in its record. It rings while Pensum is open in some tab; when it rings, it can be put off by a few minutes.",
      },
      {
        title: "Put off, or out of sight",
        also: "snooze postpone defer later someday maybe hide rest",
        words:
          "G gives a task another day. “hide until Monday” in its words, or “Rest until” in its record, keeps it out of sight until then. “Rest” in what was left over does the same.",
      },
      {
        title: "One after the other",
        also: "depends dependency dependencies blocked waiting predecessor after gantt order wait",
        words:
          "“After” in a task’s record says what has to be done first. The timeline draws it as a thread, and tells you of a task that starts too early.",
      },
      {
        title: "How long a task takes",
        also: "estimate duration effort length hours minutes guess",
        words:
          "Type “45 min” or “2 h” in its line. Pensum learns from what was worked how long such tasks really take; Settings, Working, says whether plans count that.",
      },
      {
        title: "Mark as done, drop, delete",
        also: "delete remove trash bin complete finish tick check cancel done drop",
        words:
          "Space or Ctrl Enter ticks a task off. Delete takes away what is selected, and says so with an undo beside it. “Dropped”, in its record, keeps the task but plans it no longer.",
      },
      {
        title: "Print",
        also: "print paper pdf printer",
        words:
          "Your browser’s Print, or “Print what is shown” in the search of acts, prints a page, a day, a week, a month, a table or a review without what stands around it.",
      },
      {
        title: "Habits",
        also: "habit streak routine daily tracker exercise",
        words:
          "Under Registers, Habits: say how often, for how long, and in which part of the day. A habit of today stands beside the page, and can find its hours by itself.",
      },
    ],
  },
  {
    title: "Goals and looking back",
    entries: [
      {
        title: "Goals",
        also: "target objective milestone progress okr forecast",
        words:
          "A goal is for a week, a month, a year or longer. It is measured by tasks done, hours given, a number, milestones, or yes and no. Its thread shows what is done and planned, where it should stand today, and when it is likely to be reached. Goals with nothing planned this week or next are listed.",
      },
      {
        title: "Reviews",
        also: "weekly review retrospective checklist close day plan day",
        words:
          "A review goes through your own records step by step: opening and closing the day, the week, a project or the month. It can be left and resumed, steps can be skipped or added, and all that it changed stands at its end, where each change can be undone.",
      },
      {
        title: "Insight",
        also: "statistics report chart analytics dashboard hours billing",
        words:
          "Each question about your hours is answered in a sentence, with a chart, a table and a CSV file. Press a mark to see what is behind it. “Keep these as a board” stores the questions you chose under a name.",
      },
      {
        title: "The plan as it stood",
        also: "history version restore past undo snapshot",
        words:
          "“As it stood” under Look back shows a week as it was planned on Monday morning, or at any moment, beside what became of it. From there, everything can be looked at as it was, and single records or fields fetched back.",
      },
      {
        title: "Where a number comes from",
        also: "why explain calculation sum",
        words:
          "Press a number with a dotted line below it: it says by what rule it is computed, and opens the records behind it.",
      },
      {
        title: "The work log",
        also: "time tracking log hours worked timesheet billing invoice rate manual entry",
        words:
          "What the clock ran for, and what you enter by hand under “Worked”, stands in the register Work log. As a timesheet it is typed in by the week, and exported as CSV.",
      },
    ],
  },
  {
    title: "Registers and lenses",
    entries: [
      {
        title: "A register",
        also: "table database spreadsheet list column field custom property new row",
        words:
          "A register is a table of records of one kind: tasks, events, notes, or your own. Add your own with “New register”, and fields with the + at the right of the table. Cells are typed in, copied and pasted as in a spreadsheet.",
      },
      {
        title: "A lens",
        also: "filter view sort group search saved query kanban board gallery smart list",
        words:
          "A lens is a sentence: which records, grouped by what, sorted by what, shown as a table, list, board, matrix, timeline or chart. Press its underlined parts to change them. “Save as a lens” keeps it.",
      },
      {
        title: "Your own records on the plan",
        also: "calendar layer custom date",
        words:
          "A lens with a date can stand on the calendar: choose it under Plan, Items, with the field that says until when, and the choice that gives each record its colour. In a field’s menu “Means done” says which field ticks its records.",
      },
      {
        title: "Standing orders",
        also: "automation rule trigger workflow automatic macro",
        words:
          "When this happens, if this holds, do that. Try an order first: it says what would change. Each run can be undone.",
      },
      {
        title: "Fields and columns",
        also: "column field property attribute type choice select colour number date custom",
        words:
          "The + at the right of a table adds a field; its menu changes what it holds, its choices and their colours, its total, or hides it.",
      },
      {
        title: "Sort, filter, group",
        also: "filter sort group order hide show search narrow kanban swimlane",
        words:
          "The sentence above a table says it: press “sorted by”, “where” or “grouped by”. Several conditions can be joined.",
      },
      {
        title: "Templates",
        also: "template boilerplate recurring project checklist reuse copy",
        words:
          "Under Registers, Templates: a record or a list of lines that is made again with places to fill in. Changes of a template can be brought into what was made from it.",
      },
    ],
  },
  {
    title: "Formulas",
    entries: [
      {
        title: "A computed field",
        also: "formula calculation function expression",
        words:
          "Formulas are FEEL, an open standard. A field is named by its label in small letters: estimate, do day, last paid. A link leads on: goal.area.title. Text stands in quotes.",
        trials: [formula("1250 * 0.19"), formula('if 3 > 2 then "yes" else "no"'), formula('"Reach " + string(4)')],
      },
      {
        title: "Dates and lengths of time",
        also: "duration age days between",
        words: "today() and now() follow the clock. Lengths of time are durations: P1M is a month, PT30M half an hour.",
        trials: [
          formula('today() + duration("P14D")'),
          formula('date("2026-12-24") - today()'),
          formula("day of week(today())"),
          formula('duration("PT4H30M") / duration("PT1H")'),
        ],
      },
      {
        title: "Lists",
        also: "rollup count sum lookup relation",
        words: 'Records that link here form a list: count(tasks[state = "open"]) in a goal counts its open tasks.',
        trials: [
          formula("sum([12, 30, 8])"),
          formula("count([3, 8, 21][item > 5])"),
          formula("for n in 1..5 return n * n"),
          formula('string join(["a", "b", "c"], ", ")'),
        ],
      },
    ],
  },
  {
    title: "Where your data is",
    entries: [
      {
        title: "In this browser",
        also: "privacy account login cloud storage local password security encryption where is my data",
        words:
          "Everything is stored in this browser, on this device, and nothing is sent anywhere. Your own workspace is kept twice, and there is a copy of each of the last 14 days. “Saved” at the top right always says the truth.",
      },
      {
        title: "Backups and other programs",
        also: "export import csv markdown backup restore migrate excel download",
        words:
          "Settings exports one file with everything, a folder of Markdown, or a calendar file, and takes them in again. Tables go out and in as CSV from any register.",
      },
      {
        title: "Without a network",
        also: "offline install app desktop phone pwa",
        words:
          "Once it has been opened, Pensum opens and works without a network. Your browser can install it like a program: look for “Install” in its menu.",
      },
      {
        title: "Undo, history and the past",
        also: "undo redo revert history version trash recover deleted restore bin",
        words:
          "Every act can be undone, also after a restart. Each record shows its history, and Look back opens everything as it was at any moment.",
      },
      {
        title: "Calendars of others",
        also: "import calendar ics ical google outlook sync subscribe caldav feed",
        words:
          "Settings, iCalendar, reads a calendar file (.ics) of any program, and again when it has changed: what is known is updated. Pensum does not ask another server by itself.",
      },
      {
        title: "On several devices",
        also: "sync synchronise phone second computer share cloud devices",
        words:
          "Pensum does not send anything to another device. Export a backup or a folder on one, and import it on the other; importing a folder again brings in only what changed.",
      },
      {
        title: "Privacy",
        also: "privacy tracking data protection gdpr security cookies telemetry account",
        words: "There is no account, and nothing leaves this browser. No page asks another server for anything.",
      },
      {
        title: "How it looks",
        also: "dark mode light theme appearance colour color night contrast font text size zoom",
        words:
          "Settings, Appearance: light, dark, or as the system has it. The size of the text follows your browser’s zoom. Colours belong to themes and choices, and are set there.",
      },
      {
        title: "Language and dates",
        also: "language english german translation locale date format week start 24 hour clock monday sunday",
        words:
          "Pensum is in English. Dates, days and hours are written as your browser’s region has them; Settings, Days and hours, changes the clock and the first day of the week.",
      },
    ],
  },
];
