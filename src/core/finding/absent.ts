/** Something that people look for and that Pensum does not have: it is said, with what is there instead. */
export interface AbsentEntry {
  readonly name: string;
  readonly also: string;
  /** What there is instead, and the entry of the help that says more. */
  readonly instead: string;
  readonly help: string;
}

export const absentEntries: readonly AbsentEntry[] = [
  {
    name: "Sharing and working together",
    also: "share sharing collaborate team invite permission publish comment assign colleague multiplayer",
    instead: "Pensum is for one person. Export a page as Markdown, or print it.",
    help: "Backups and other programs",
  },
  {
    name: "Sync between devices",
    also: "sync synchronise synchronize phone cloud devices account login sign in password",
    instead: "Pensum has no account and sends nothing. Carry a backup or a folder over.",
    help: "On several devices",
  },
  {
    name: "Other languages",
    also: "language translation german deutsch french spanish sprache",
    instead: "Pensum is in English; dates and hours are written as your region has them.",
    help: "Language and dates",
  },
  {
    name: "Mail",
    also: "email e-mail mail message",
    instead: "Pensum neither sends nor receives mail. Paste what matters.",
    help: "Several at once",
  },
  {
    name: "Plug-ins and other programs",
    also: "plugin plug-in extension integration api connect zapier webhook addon",
    instead: "Formulas, standing orders and the command line stand in for them.",
    help: "Standing orders",
  },
];
