/** What can be tried within the help: a line as it is typed at the top, or a formula. */
interface Trial {
  readonly as: "line" | "formula";
  readonly text: string;
}

interface HelpEntry {
  readonly title: string;
  readonly words: string;
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
        words:
          "Paste several lines into the field: each becomes a record, or all of them one note. You see them first.",
      },
      {
        title: "The inbox",
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
        words:
          "Every day has a page of plain Markdown. “- [ ]” begins a task, “+ [ ]” a checklist item that is no task, “12:15-13:00 lunch” in a list sets time aside. [[ links to a page, # adds a tag or a theme, @ a person. Files can be dropped or pasted.",
      },
      {
        title: "Words that are understood",
        words:
          "A day, an hour, a length or a priority in a task line is underlined while you type, and set when you leave the line. Press what was recognised, or Alt U, to keep it as text. Cells of dates, lengths and repeat rules understand the same words.",
      },
      {
        title: "Several lines, and headings",
        words:
          "Select several task lines to mark them as done, place them, give them a day or carry them at once. Headings say what the tasks below them come to, and fold. A template of lines, under Registers, can begin every day by itself.",
      },
      {
        title: "The hours",
        words:
          "Drag a line or a task from the tray onto the hours to place it; drag on the empty hours to set time aside. The preview says what the day becomes before you release it. Drop a task on a day at the far left to give it that day.",
      },
      {
        title: "What was left over",
        words:
          "Unfinished tasks of earlier days stand above the page: carry each to today or another day, let it rest, drop it, or keep it where it is. Pensum counts how often a task was carried.",
      },
      {
        title: "The clock",
        words:
          "W starts the clock on whatever is selected. What you worked stands beside the plan, and can be corrected there.",
      },
    ],
  },
  {
    title: "Planning",
    entries: [
      {
        title: "Pull",
        words:
          "Pull, from 0 to 100, says how strongly a task asks to be next: from its priority, its slack, how often it was carried, its goal, its age, what waits for it, and its length. Plan, Matrix shows the parts of each; Settings lets you weigh them.",
      },
      {
        title: "Slack and what will not fit",
        words:
          "Slack is the working time left before a due date, less the work still to do. Where more is due than fits, the plan says by how much, and what could move.",
      },
      {
        title: "Days",
        words:
          "Drag over empty places above the hours or in the month to add an event, a task, or a record of a lens that is shown there. Shift and an arrow key make an event last longer. Show narrows the calendar to what a lens shows, and gives items the icon of their theme or of a choice.",
      },
      {
        title: "Several tasks",
        words:
          "In the list of tasks that are not placed, hold Shift and press an arrow key, or hold the command key and click. Then set one day for all of them, place them, tick them off, or drag them to a day or an hour, where they follow one another.",
      },
      {
        title: "By finger",
        words:
          "Rest a finger on a task, an event or a block until it lifts, then move it to an hour or to a day of the week at the top. Rest it on empty hours to set time aside. A finger that moves at once scrolls; one that goes to the side shows the next part.",
      },
      {
        title: "Time boxes",
        words: "A block with a theme or a title can hold several tasks: drag them onto it. It shows how full it is.",
      },
      {
        title: "The ideal week",
        words:
          "Under Plan, Pattern, draw hours for each theme. They stand faintly behind the plan and can be added to any week as blocks.",
      },
    ],
  },
  {
    title: "Goals and looking back",
    entries: [
      {
        title: "Goals",
        words:
          "A goal is for a week, a month, a year or longer. It is measured by tasks done, hours given, a number, milestones, or yes and no. Its thread shows what is done and planned, where it should stand today, and when it is likely to be reached. Goals with nothing planned this week or next are listed.",
      },
      {
        title: "Reviews",
        words:
          "A review goes through your own records step by step: opening and closing the day, the week, a project or the month. It can be left and resumed, steps can be skipped or added, and all that it changed stands at its end, where each change can be undone.",
      },
      {
        title: "Insight",
        words:
          "Each question about your hours is answered in a sentence, with a chart, a table and a CSV file. Press a mark to see what is behind it. “Keep these as a board” stores the questions you chose under a name.",
      },
      {
        title: "The plan as it stood",
        words:
          "“As it stood” under Look back shows a week as it was planned on Monday morning, or at any moment, beside what became of it. From there, everything can be looked at as it was, and single records or fields fetched back.",
      },
      {
        title: "Where a number comes from",
        words:
          "Press a number with a dotted line below it: it says by what rule it is computed, and opens the records behind it.",
      },
    ],
  },
  {
    title: "Registers and lenses",
    entries: [
      {
        title: "A register",
        words:
          "A register is a table of records of one kind: tasks, events, notes, or your own. Add your own with “New register”, and fields with the + at the right of the table. Cells are typed in, copied and pasted as in a spreadsheet.",
      },
      {
        title: "A lens",
        words:
          "A lens is a sentence: which records, grouped by what, sorted by what, shown as a table, list, board, matrix, timeline or chart. Press its underlined parts to change them. “Save as a lens” keeps it.",
      },
      {
        title: "Your own records on the plan",
        words:
          "A lens with a date can stand on the calendar: choose it under Plan, Items, with the field that says until when, and the choice that gives each record its colour. In a field’s menu “Means done” says which field ticks its records.",
      },
      {
        title: "Standing orders",
        words:
          "When this happens, if this holds, do that. Try an order first: it says what would change. Each run can be undone.",
      },
    ],
  },
  {
    title: "Formulas",
    entries: [
      {
        title: "A computed field",
        words:
          "Formulas are FEEL, an open standard. A field is named by its label in small letters: estimate, do day, last paid. A link leads on: goal.area.title. Text stands in quotes.",
        trials: [formula("1250 * 0.19"), formula('if 3 > 2 then "yes" else "no"'), formula('"Reach " + string(4)')],
      },
      {
        title: "Dates and lengths of time",
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
        words:
          "Everything is stored in this browser, on this device, and nothing is sent anywhere. Your own workspace is kept twice, and there is a copy of each of the last 14 days. “Saved” at the top right always says the truth.",
      },
      {
        title: "Backups and other programs",
        words:
          "Settings exports one file with everything, a folder of Markdown, or a calendar file, and takes them in again. Tables go out and in as CSV from any register.",
      },
      {
        title: "Without a network",
        words:
          "Once it has been opened, Pensum opens and works without a network. Your browser can install it like a program: look for “Install” in its menu.",
      },
      {
        title: "Undo, history and the past",
        words:
          "Every act can be undone, also after a restart. Each record shows its history, and Look back opens everything as it was at any moment.",
      },
    ],
  },
];
