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

export const notes: readonly { title: string; text: string; tags: string[] }[] = [
  {
    title: "Reach 4",
    tags: ["reach"],
    text: "# Reach 4\n\nFrom the mill weir to the alder bend, 840 m. Gravel was placed in spring; the survey shows how much of it stayed.\n\n- bed level at the weir: 31.42 m\n- next survey after the first winter flood\n",
  },
  {
    title: "Reach 5",
    tags: ["reach"],
    text: "# Reach 5\n\nThe reach to be rewetted this year. Two landowners, one access track, one consent.\n\n1. consent\n2. access\n3. culvert B\n",
  },
  {
    title: "Drone licence",
    tags: ["study"],
    text: "# Drone licence\n\nTwelve chapters, forty question sets, three practice papers. [[Reach 4]] is the practice ground once the line is surveyed.\n\n+ [x] chapter 1\n+ [x] chapter 2\n+ [ ] chapter 3\n",
  },
  {
    title: "Grant claim, Q4",
    tags: ["grant"],
    text: "# Grant claim, Q4\n\nReceipts, timesheets, two pages of narrative. The form closes on Friday at noon.\n",
  },
  {
    title: "Planting day",
    tags: ["volunteers"],
    text: "# Planting day\n\nTwelve volunteers, 400 stakes, one trailer. Meet at the mill yard; the gate code changes monthly.\n",
  },
  {
    title: "Gauge readings",
    tags: ["gauge"],
    text: "# Gauge readings\n\n| place | level |\n|---|---|\n| Weir 3 | 0.412 m |\n| Alder bend | 0.388 m |\n\nLevels read 14 mm high since the flood.\n",
  },
  {
    title: "Access track",
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
