/** A setting, as somebody looks for it: what it is called, and in which part of the settings it stands. */
export interface SettingEntry {
  readonly part: string;
  readonly name: string;
  readonly also: string;
}

const of = (part: string, ...settings: readonly (readonly [name: string, also: string])[]): SettingEntry[] =>
  settings.map(([name, also]) => ({ part, name, also }));

/** All settings, part by part in the order of the room. */
export const settingEntries: readonly SettingEntry[] = [
  ...of("Working hours", [
    "Working hours of each day, and how much of them is planned",
    "work hours schedule office weekend day off capacity availability busy full part-time",
  ]),
  ...of(
    "Days and hours",
    ["The first day of the week", "week start monday sunday calendar begins"],
    ["Clock of 12 or 24 hours", "time format am pm military"],
    ["Week numbers", "week number kw iso calendar week"],
    ["Steps on the rail of hours", "snap grid interval quarter minutes rail"],
  ),
  ...of(
    "Planning",
    ["Buffer around events", "travel time gap padding before after meeting"],
    ["Longest stretch without a break", "break rest pause warning"],
  ),
  ...of(
    "Working",
    ["Whether plans count typed or learnt lengths", "estimate actual learn duration realistic"],
    ["When you are sharp", "energy focus peak morning deep work concentration"],
    ["Rhythms of work and breaks", "pomodoro break timer interval 25 minutes focus"],
    ["Sound and messages of the clock", "notification sound bell alarm quiet mute permission"],
  ),
  ...of("Themes", [
    "Themes, their colours, icons and weekly targets",
    "category area label colour color tag project icon emoji target",
  ]),
  ...of("Priority levels", ["Priority levels and their names", "importance urgent high low p1 ranking"]),
  ...of("Pull", ["What counts how much in pull", "weights score ranking urgency algorithm order"]),
  ...of("You", ["Which person you are", "me name profile user account assignee"]),
  ...of("Appearance", ["Light or dark", "dark mode night theme appearance look black white contrast colours"]),
  ...of(
    "This device",
    ["Number on the icon", "badge icon count unread"],
    ["A bookmark that adds from other pages", "bookmarklet clipper web browser extension save page share link"],
    ["Pensum without a network", "offline install app desktop pwa"],
  ),
  ...of(
    "Backup",
    ["Export a backup", "save download export everything copy file"],
    ["Restore a backup", "import restore replace load open file recover"],
    ["Daily copies", "automatic backup snapshot yesterday restore recover version"],
    ["Check the data", "repair damage corrupt integrity verify disk"],
    ["Storage that the browser keeps", "persistent storage quota cleared browser"],
  ),
  ...of(
    "Folder of Markdown",
    ["Export a folder of Markdown", "markdown md files export text notes plain"],
    ["Import a folder of Markdown", "markdown md files import migrate notes vault"],
  ),
  ...of(
    "iCalendar",
    ["Export a calendar file", "ics ical calendar export events share"],
    ["Import a calendar file", "import calendar ics ical subscribe holidays events sync"],
  ),
  ...of("Workspace", ["Your workspace or the demo", "switch demo example sample data reset workspace account"]),
];

/** The parts of the settings, in their order. */
export const settingParts: readonly string[] = [...new Set(settingEntries.map(({ part }) => part))];
