import type { Dye } from "@/core/model";

/** The themes of the made-up River Vennet: title, dye, weekly target in hours, and how far estimates miss. */
export const themes: readonly { title: string; dye: Dye; weeklyHours: number; overrun: number }[] = [
  { title: "Fieldwork", dye: "lichen", weeklyHours: 10, overrun: 1.2 },
  { title: "Reporting", dye: "verdigris", weeklyHours: 9, overrun: 1.6 },
  { title: "Modelling", dye: "heather", weeklyHours: 7, overrun: 1.1 },
  { title: "Desk", dye: "walnut", weeklyHours: 5, overrun: 0.9 },
  { title: "People", dye: "cochineal", weeklyHours: 4, overrun: 1 },
  { title: "Learning", dye: "slate", weeklyHours: 3, overrun: 1.3 },
  { title: "Home", dye: "weld", weeklyHours: 4, overrun: 1 },
  { title: "Body", dye: "ochre", weeklyHours: 3, overrun: 1 },
];

export const people = [
  { title: "Ines", role: "Field technician" },
  { title: "Tam", role: "Modeller" },
  { title: "Yusuf", role: "Hydrometry" },
  { title: "Odile", role: "Board liaison" },
] as const;

export const notes: readonly { title: string; text: string; tags: string[]; folder?: string; pinned?: boolean }[] = [
  {
    title: "Reach 4",
    folder: "Reaches",
    tags: ["reach"],
    text: "# Reach 4\n\nFrom the mill weir to the alder bend, 840 m. Gravel was placed in spring; the survey shows how much of it stayed.\n\n- bed level at the weir: 31.42 m\n- next survey after the first winter flood\n",
  },
  {
    title: "Reach 5",
    folder: "Reaches",
    tags: ["reach"],
    text: "# Reach 5\n\nThe reach to be rewetted this year. Two landowners, one access track, one consent.\n\n1. consent\n2. access\n3. culvert B\n",
  },
  {
    title: "Drone licence",
    folder: "Study",
    tags: ["study"],
    text: "# Drone licence\n\nTwelve chapters, forty question sets, three practice papers. [[Reach 4]] is the practice ground once the line is surveyed.\n\n+ [x] chapter 1\n+ [x] chapter 2\n+ [ ] chapter 3\n",
  },
  {
    title: "Grant claim, Q4",
    pinned: true,
    tags: ["grant"],
    text: "# Grant claim, Q4\n\nReceipts, timesheets, two pages of narrative. The form closes on Friday at noon.\n",
  },
  {
    title: "Planting day",
    folder: "Reaches/Planting",
    tags: ["volunteers"],
    text: "# Planting day\n\nTwelve volunteers, 400 stakes, one trailer. Meet at the mill yard; the gate code changes monthly.\n",
  },
  {
    title: "Gauge readings",
    folder: "Reaches",
    tags: ["gauge"],
    text: "# Gauge readings\n\n| place | level |\n|---|---|\n| Weir 3 | 0.412 m |\n| Alder bend | 0.388 m |\n\nLevels read 14 mm high since the flood.\n",
  },
  {
    title: "Access track",
    folder: "Reaches",
    tags: ["reach"],
    text: "# Access track\n\nThrough the mill yard until 15:00, then by the north gate. Not after rain.\n",
  },
];

type Work = readonly [title: string, theme: string, minutes: number];

/** What the days of the past were made of. */
export const usualWork: readonly Work[] = [
  ["Level the staff gauge at Weir 3", "Fieldwork", 45],
  ["Walk the willow line", "Fieldwork", 90],
  ["Redd count, reaches 3 to 5", "Fieldwork", 150],
  ["Clear the debris screen", "Fieldwork", 40],
  ["Photograph the fixed points", "Fieldwork", 60],
  ["Survey the gravel at Reach 4", "Fieldwork", 120],
  ["Write up the gauge check", "Reporting", 45],
  ["Monthly figures for the board", "Reporting", 60],
  ["Grant budget table", "Reporting", 75],
  ["Claim narrative, half a page", "Reporting", 50],
  ["Flood log for the parish", "Reporting", 30],
  ["Rerun the rating curve", "Modelling", 90],
  ["Calibrate reach 2", "Modelling", 100],
  ["Bankfull run, culvert B", "Modelling", 80],
  ["Check the cross sections", "Modelling", 45],
  ["Letters", "Desk", 30],
  ["File the receipts", "Desk", 25],
  ["Order sample bottles", "Desk", 10],
  ["Pay the van insurance", "Desk", 15],
  ["Call the landowner", "People", 20],
  ["Talk the plan through with Tam", "People", 30],
  ["Thank the volunteers", "People", 20],
  ["Airspace chapter, reading", "Learning", 45],
  ["Question set", "Learning", 30],
  ["Fix the gutter", "Home", 40],
  ["Bread for the week", "Home", 50],
  ["Choir practice at home", "Home", 30],
  ["Level walk along the bank", "Body", 35],
];

/** Open work with no clock time: title, theme, minutes, due in days, priority, times carried. */
export const openWork: readonly (readonly [string, string, number, number | null, string | null, number])[] = [
  ["Grant claim: collect receipts", "Reporting", 75, 3, "high", 4],
  ["Airspace chapter 3", "Learning", 45, null, null, 1],
  ["Draft the landowner letter for [[Reach 5]]", "People", 60, 8, "vital", 2],
  ["Renew the sensor SIM cards", "Desk", 10, 10, "low", 0],
  ["Maps and tables of the gravel survey", "Reporting", 240, 1, "high", 1],
  ["Timesheets for the crew", "Reporting", 60, 3, "high", 0],
  ["Narrative, 2 pages", "Reporting", 60, -1, "high", 1],
  ["Map the access track", "Fieldwork", 50, 10, null, 0],
  ["Book the notice in the parish sheet", "Desk", 45, 16, null, 0],
  ["Practice paper 2", "Learning", 90, 19, null, 0],
  ["Sharpen the loppers", "Home", 20, null, "low", 9],
  ["Ask Yusuf for the old datum", "People", 10, null, null, 3],
];

/** What is planned for the days to come: days from now, title, theme, start, minutes. */
export const toCome: readonly (readonly [number, string, string, number, number])[] = [
  [1, "Redd count, reaches 3 to 5", "Fieldwork", 480, 210],
  [1, "Write-up, last read", "Reporting", 690, 50],
  [1, "Bankfull run, culvert B", "Modelling", 870, 120],
  [1, "Claim narrative", "Reporting", 990, 90],
  [2, "Rating curve rerun", "Modelling", 810, 120],
  [3, "Stake delivery, mill yard", "Fieldwork", 495, 105],
  [3, "Submit the claim", "Reporting", 675, 45],
  [3, "Week review", "Desk", 900, 60],
  [6, "Letters", "Desk", 600, 60],
  [7, "Cross sections, reach 5", "Modelling", 570, 120],
  [8, "Landowner walk", "People", 840, 60],
  [10, "Fixed point photographs", "Fieldwork", 540, 90],
];

type Hours = readonly [weekday: number, startMinute: number, endMinute: number, theme: string | null];

/** The ideal weeks: themed hours, and breaks. */
export const idealWeeks: readonly (readonly [title: string, hours: readonly Hours[]])[] = [
  [
    "Normal week",
    [
      [1, 480, 600, "Desk"],
      [1, 600, 720, "Reporting"],
      [1, 810, 960, "Modelling"],
      [2, 480, 600, "Fieldwork"],
      [2, 615, 720, "Reporting"],
      [2, 810, 960, "Modelling"],
      [2, 960, 1050, "Desk"],
      [3, 480, 720, "Fieldwork"],
      [3, 810, 960, "Modelling"],
      [4, 480, 600, "Desk"],
      [4, 600, 720, "Reporting"],
      [4, 810, 960, "Modelling"],
      [5, 480, 600, "Fieldwork"],
      [5, 600, 720, "Reporting"],
      [5, 900, 1020, "Desk"],
      ...[1, 2, 3, 4, 5].map((weekday): Hours => [weekday, 735, 780, null]),
    ],
  ],
  [
    "Field week",
    [
      ...[1, 2, 3, 4].map((weekday): Hours => [weekday, 450, 900, "Fieldwork"]),
      ...[1, 2, 3, 4].map((weekday): Hours => [weekday, 930, 1020, "Reporting"]),
      [5, 480, 720, "Desk"],
    ],
  ],
];

/** Open tasks, by words of their titles, and what must be done before each. */
export const comesAfter: readonly (readonly [task: string, before: string])[] = [
  ["collect receipts", "Narrative, 2 pages"],
  ["Timesheets for the crew", "collect receipts"],
  ["Submit the claim", "collect receipts"],
  ["Landowner walk", "Draft the landowner letter"],
  ["Book the notice", "Landowner walk"],
  ["Write-up, last read", "Finish the gravel survey"],
];

export const areas = ["Work", "Learning", "Home", "Body"] as const;

/** Goals: title, span, area, the larger goal, due in days, state, words in the titles of their tasks. */
export const goals: readonly (readonly [
  string,
  string,
  string,
  string | null,
  number | null,
  string,
  readonly string[],
])[] = [
  ["A river that floods where it should", "life", "Work", null, null, "open", []],
  ["Reach 5 rewetted", "year", "Work", "A river that floods where it should", 300, "open", ["reach 5"]],
  [
    "Grant claim, Q4",
    "quarter",
    "Work",
    "Reach 5 rewetted",
    3,
    "open",
    ["claim", "receipts", "Timesheets", "Narrative"],
  ],
  [
    "Reach 5 consent",
    "quarter",
    "Work",
    "Reach 5 rewetted",
    37,
    "open",
    ["landowner", "Landowner", "access track", "parish sheet"],
  ],
  ["Drone licence", "quarter", "Learning", null, 24, "open", ["Airspace", "Practice paper", "licence"]],
  ["Claim handed in by Friday", "week", "Work", "Grant claim, Q4", 3, "open", ["Submit the claim"]],
  ["Two chapters of airspace law", "week", "Learning", "Drone licence", 5, "open", ["Airspace chapter"]],
  ["Tidy the tool shed", "week", "Home", null, 5, "open", []],
  ["Gravel survey written up", "month", "Work", "Reach 5 rewetted", 6, "doing", ["gravel survey", "Write-up"]],
  ["A choir part by heart", "month", "Home", null, 6, "open", []],
  ["Willow banks, reach 3", "quarter", "Work", "A river that floods where it should", -50, "done", []],
];

/** Projects: title, goal, theme, review every so many days, reviewed so many days ago, due in days, words of their tasks. */
export const projects: readonly (readonly [
  string,
  string | null,
  string,
  number,
  number,
  number | null,
  readonly string[],
])[] = [
  ["Grant claim", "Grant claim, Q4", "Reporting", 7, 5, 3, ["claim", "receipts", "Timesheets", "Narrative"]],
  ["Consent for reach 5", "Reach 5 consent", "People", 7, 9, 37, ["landowner", "access track", "parish sheet"]],
  ["Planting day", "Reach 5 rewetted", "Fieldwork", 14, 3, 11, ["stakes", "Stake", "bark-beetle", "yard key"]],
  [
    "Hydraulic model",
    "Reach 5 rewetted",
    "Modelling",
    14,
    21,
    60,
    ["culvert B", "Rating curve", "Bankfull", "Cross sections"],
  ],
  ["Study for the drone licence", "Drone licence", "Learning", 7, 6, 24, ["Airspace", "Practice paper"]],
  ["House and garden", null, "Home", 30, 12, null, ["loppers", "trailer hitch", "Hedge"]],
];

/** Habits: title, times a week, theme, area, how likely it was done on a day, and on which days it is meant. */
export const habits: readonly (readonly [string, number, string, string, number, string?])[] = [
  ["Level walk", 7, "Fieldwork", "Work", 0.78],
  ["Practice scales", 3, "Home", "Home", 0.55, "RRULE:FREQ=WEEKLY;BYDAY=MO,WE,FR"],
  ["Stretch", 7, "Body", "Body", 0.62],
  ["Journal line", 7, "Learning", "Learning", 0.85],
];

/** Renewals: title, last paid so many days ago, every so many months, cost. */
export const renewals: readonly (readonly [string, number, number, number])[] = [
  ["Sensor SIM plan", 81, 3, 54],
  ["Terrain model licence", 300, 12, 890],
  ["Survey drawing licence", 210, 12, 240],
  ["Van insurance", 340, 12, 612.5],
  ["Van inspection", 500, 24, 129],
  ["Logger calibration", 170, 6, 320],
  ["Drone liability cover", 20, 12, 96],
  ["Weather data feed", 12, 1, 18],
  ["Choir membership", 150, 12, 75],
  ["River house internet", 25, 1, 39.9],
  ["First aid refresher", 660, 24, 140],
  ["Angling map tiles", 95, 6, 48],
  ["Boat mooring", 240, 12, 310],
  ["Backup storage", 29, 1, 6.5],
];

/** Permits: title, stage, authority, statutory date in days, held by, project. */
export const permits: readonly (readonly [string, number, string, number, string, string])[] = [
  ["Weir 3 lowering", 1, "River board", 44, "Odile", "Hydraulic model"],
  ["Abstraction, reach 5", 2, "Water office", 8, "Odile", "Consent for reach 5"],
  ["Planting on the left bank", 3, "Parish", 120, "Ines", "Planting day"],
  ["Track access, mill yard", 1, "Mill estate", 16, "Ines", "Planting day"],
  ["Fish rescue", 0, "Fisheries board", 62, "Yusuf", "Consent for reach 5"],
  ["Drone flights over reach 4", 0, "Air office", 31, "Tam", "Study for the drone licence"],
  ["Culvert B works", 1, "Road office", 27, "Tam", "Hydraulic model"],
  ["Hedge cutting, winter", 3, "Parish", -12, "Ines", "House and garden"],
];

export const reaches = ["Reach 3", "Reach 4", "Reach 5", "Weir 3"] as const;

/** Work that was begun and is not done: words of the task, days ago, minute of the day, minutes. */
export const begun: readonly (readonly [string, number, number, number])[] = [
  ["collect receipts", 1, 930, 20],
  ["Narrative", 1, 840, 50],
  ["Narrative", 4, 600, 35],
  ["Map the access track", 5, 900, 15],
  ["Airspace chapter 3", 2, 1140, 25],
];

/** Lines that stand in the inbox. */
export const gathered = [
  "Ask whether the mill has a spare pump",
  "Choir: who drives on Saturday",
  "Idea: gauge board that a child can read",
  "Return the borrowed waders",
  "Photographs for the annual report, cover and back",
  "Heron nest above culvert B, tell the board",
  "Cheaper SIM plan for the loggers?",
  "Birthday present for Ines",
  "Read the paper on large wood in small rivers",
] as const;

/** What today is to come to. */
export const todaysAims = ["The write-up can be read by somebody else", "Culvert B is settled with the modellers"];
