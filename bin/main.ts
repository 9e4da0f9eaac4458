import "temporal-polyfill/global";
import { mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { capture } from "@/core/commands";
import { decodeText } from "@/core/interop/decodeText";
import { guessColumns, planImport, readTable, writeTable } from "@/core/interop/table";
import { isWritable, readCalendar, writeCalendar } from "@/core/interop/icalendar";
import { firstLens, LensView, totalsOf, type LensField, type LensQuery } from "@/core/lens";
import { Refusal, totalWays, type Condition, type TotalWay } from "@/core/model";
import {
  builtInRegisters,
  fieldsIn,
  fieldValues,
  formulaName,
  ownRegisters,
  textOfCell,
  type Register,
} from "@/core/register";
import { importTable } from "@/core/shaping";
import type { Store } from "@/core/store";
import { dateOf, needLibrary, type Clock } from "@/core/time";
import { oddities } from "@/core/workspace/oddities";
import { doAct, listActs } from "./acts";
import { clockOf, need, parse, say, tableLines, tellFaults, Wrong, type Asked } from "./asked";
import { daysCommands, finish, understood, writing, type DaysCommand } from "./days";
import { realPath, whileLocked } from "./locks";
import {
  calendarFaults,
  folderOf,
  isCalendar,
  openFile,
  readingOf,
  saveFile,
  saveFolder,
  storedFiles,
} from "./workspace";

const help = `pensum: works on a backup file, a folder of Markdown or a zip of one, like the app

  check <file>                     check that it is complete, and list problems
  query <file> --in <register>     list the records of a register or a lens
    --where '<FEEL>'               only records for which this is true
    --lens <name>                  as the saved lens shows them
    --show <fields>                these fields, separated by commas
    --group <field>                group by this field
    --sort <field>, --sort -<field>  sort by it, ascending or descending
    --sum <field>                  also --average, --median, --min, --max, --count, --earliest, --latest
    --all                          include done and dropped records
  convert <file> --to csv          export one CSV file per register to a folder
    --in <register> --out <path>   or one register to one file
  convert <table.csv> --into <file> --in <register>  import the rows of a table into a register
    --out <file>                   write to another file and leave <file> as it is
    --month-first                  read 3/4 as 4 March
  convert <file> --to markdown     export one file per page and record to a folder
    --out <path>                   the folder, or a zip file when the path ends in .zip
  convert <folder> --to backup     a backup file
  convert <folder> --into <file>   import a folder of Markdown, or a zip, into a backup
  convert <file> --to icalendar    export events, tasks and notes as iCalendar (RFC 5545)
    --in <register> --out <path>   or only one of the three, to this file
  convert <calendar.ics> --into <file>  import iCalendar into a backup; a second import changes nothing
  add <file> "<line>"              add a line, as in the field at the top of the app; - for lines from standard input
  today <file>                     the day: its hours, what has none, what is late, what is free
    --day 2026-11-25               another day
  agenda <file>                    the days from today on, each with what lies on it
    --day 2026-11-25 --days 14     from another day; so many days, 7 if not given
  free <file>                      the free stretches of working time
    --day, --days                  as for agenda
    --least "45 min"               only those of at least this length
  done <file> <task>               ticks a task off: by its id, or by its title where only one is open
  place <file> <task> "<when>"     gives a task its hours: "tomorrow 9:30 for 45 min"
  log <file> "<what>" "<when>"     what was worked: "9:00 to 10:15"; of a task where it is the title of one
  start <file> "<what>"            starts the clock on a task, a theme or a few words; what ran before is kept
  stop <file>                      stops it; --done ticks the task off, --left "45 min" says how much is left
  acts [words]                     what can be done, one act with all that it takes
  do <file> <act> '<JSON>'         does it; - for JSON from standard input, null for what is taken out
    --out <file>                   for each of these and add: another file, and not in place
    --in-place                     in place, with the file as it was beside it, its name ending in .before

  --json                           print one JSON value, for programs
  --now 2026-11-24T11:07           use this as the current date and time

Exits with 0 when all is well, 1 when something is odd or was left out (told on standard error), 2 when it was asked
wrongly, 3 when a file cannot be read or was changed meanwhile.
`;

const inFile: Readonly<Record<string, DaysCommand>> = { ...daysCommands, do: writing(doAct) };

/** Does what the words ask. Gives the exit code. */
export async function main(given: readonly string[]): Promise<number> {
  try {
    const asked = parse(given);
    const [command, ...words] = asked.words;
    if (command === undefined || command === "help" || asked.options.has("help")) {
      process.stdout.write(help);
      return command === undefined && !asked.options.has("help") ? 2 : 0;
    }
    const clock = clockOf(asked);
    if (command === "check") return await check(need(words, "file"), asked, clock);
    if (command === "query") return await query(need(words, "file"), asked, clock);
    if (command === "convert") {
      const into = asked.options.get("into");
      const run = () => convert(need(words, "file"), asked, clock);
      return into === undefined ? await run() : await whileLocked(into, run);
    }
    if (command === "add") {
      const file = need(words, "file");
      return await whileLocked(file, () => add(file, words.slice(1).join(" "), asked, clock));
    }
    const days = inFile[command];
    if (days) {
      const file = need(words, "file");
      const run = () => days(file, words.slice(1), asked, clock);
      return days.writes ? await whileLocked(file, run) : await run();
    }
    if (command === "acts") return listActs(words, asked);
    throw new Wrong(`Unknown command: ${command}`);
  } catch (error) {
    const isSystems = error instanceof Error && "code" in error;
    if (!(error instanceof Wrong || error instanceof Refusal || isSystems)) throw error;
    process.stderr.write(`${messageOf(error as Error & { code?: string; path?: string })}\n`);
    if (error instanceof Wrong) process.stderr.write("Run `npm run pensum -- help` to see the commands.\n");
    return error instanceof Wrong ? 2 : 3;
  }
}

/** What went wrong, as a person says it. */
function messageOf({ code, path, message }: Error & { code?: string; path?: string }): string {
  if (code === "ENOENT" && path !== undefined) return `There is no file ${path}.`;
  if (code === "EACCES" && path !== undefined) return `${path} may not be read or written.`;
  return message;
}

async function check(path: string, asked: Asked, clock: Clock): Promise<number> {
  const { store, faults } = await openFile(path, clock);
  const counts = registersOf(store).map(({ title, id, kind }) => ({
    title,
    records: kind === "row" ? store.list("rowsByRegister", id).length : store.list("kind", kind).length,
  }));
  const odd = oddities(store);
  const lines = counts
    .filter(({ records }) => records > 0)
    .map(({ title, records }) => `${title.padEnd(20)} ${String(records).padStart(8)}`);
  const found = odd.map(({ what, title, id }) => `${title || id}: ${what}`);
  const end =
    odd.length > 0
      ? `${odd.length} ${odd.length === 1 ? "problem" : "problems"}:`
      : faults.length > 0
        ? "Nothing is odd in what could be read."
        : "The file is complete. No problems found.";
  say(asked, { records: store.size, registers: counts, odd, faults }, [...lines, "", end, ...found, ""].join("\n"));
  return Math.max(tellFaults(faults), odd.length === 0 ? 0 : 1);
}

function registersOf(store: Store): Register[] {
  return [...builtInRegisters, ...ownRegisters(store)];
}

function registerNamed(store: Store, name: string | undefined): Register {
  if (name === undefined) throw new Wrong("--in needs a register: tasks, goals or one of your own.");
  const found = registersOf(store).find(({ id, title }) => id === name || title.toLowerCase() === name.toLowerCase());
  if (!found)
    throw new Wrong(
      `There is no register “${name}”. The registers are ${registersOf(store)
        .map(({ title }) => title.toLowerCase())
        .join(", ")}.`,
    );
  return found;
}

function fieldNamedBy(store: Store, register: Register, name: string): string {
  const wanted = formulaName(name);
  const found = fieldsIn(store, register).find((field) => formulaName(field.label) === wanted || field.name === name);
  if (!found)
    throw new Wrong(
      `${register.title} There is no field “${name}” in ${register.title}. The fields are ${fieldsIn(store, register)
        .map(({ label }) => formulaName(label))
        .join(", ")}.`,
    );
  return found.name;
}

async function query(path: string, asked: Asked, clock: Clock): Promise<number> {
  const { store, faults } = await openFile(path, clock);
  const { options } = asked;
  const register = registerNamed(store, options.get("in"));
  const values = fieldValues(store);
  const kept = options.get("lens");
  const lens = store
    .list("kind", "lens")
    .find((record) => record.kind === "lens" && record.title === kept && record.registers[0] === register.id);
  if (kept !== undefined && lens?.kind !== "lens") throw new Wrong(`There is no lens “${kept}” in ${register.title}.`);
  const base = lens?.kind === "lens" ? lens : firstLens(store, register);
  const where = options.get("where");
  if (where !== undefined) {
    const compiled = values.compile(register, where);
    if ("fault" in compiled) throw new Wrong(`--where: ${compiled.fault.message}`);
  }
  const conditions: Condition[] = [base.where, ...(where === undefined ? [] : [{ feel: where }])];
  const sort = options.get("sort");
  const group = options.get("group");
  const totals = totalWays.flatMap((way) =>
    options.has(way) ? [[way, fieldNamedBy(store, register, options.get(way) as string)] as const] : [],
  );
  const names =
    options
      .get("show")
      ?.split(",")
      .map((name) => fieldNamedBy(store, register, name)) ?? base.shown.map(({ field }) => field);
  const shown = [...new Set([...names, ...totals.map(([, name]) => name)])];
  const asking: LensQuery = {
    registers: [register.id],
    where: { all: conditions },
    done: options.has("all") ? "all" : base.done,
    groups: group === undefined ? base.groups : [{ field: fieldNamedBy(store, register, group) }],
    sorts:
      sort === undefined
        ? base.sorts
        : [{ field: fieldNamedBy(store, register, sort.replace(/^-/, "")), descending: sort.startsWith("-") }],
    shown: shown.map((field) => {
      const way = totals.find(([, name]) => name === field)?.[0];
      return way ? { field, total: way } : { field };
    }),
  };
  const view = new LensView(values, asking, { firstWeekday: store.find("settings", "settings")?.firstWeekday ?? 1 });
  const columns = shown.flatMap((name) => view.fields.filter((field) => field.name === name));
  for (const [way, name] of totals) {
    const column = columns.find((field) => field.name === name);
    if (column && !totalsOf(column.type).includes(way as TotalWay))
      throw new Wrong(`The ${way} of ${column.field.label} cannot be calculated.`);
  }
  const text = (column: LensField, record: Parameters<LensField["read"]>[0]) =>
    textOfCell(values, column.field, column.type, column.read(record));
  const groupings = asking.groups.flatMap(({ field }) => view.fields.filter(({ name }) => name === field));
  const groupWords = (keys: readonly string[]) =>
    keys.map((key, at) => {
      const column = groupings[at] as LensField;
      if (key === "" || column.type === "date" || column.type === "range" || column.type === "yesNo") return key;
      const cell = column.type === "options" || column.type === "links" ? [key] : isNumeric(column) ? Number(key) : key;
      return textOfCell(values, column.field, column.type, cell);
    });
  const records = view.entries.map(({ record, place }) => ({
    id: record.id,
    ...(place.groups.length > 0 ? { group: groupWords(place.groups) } : {}),
    ...Object.fromEntries(
      columns.map((column) => [
        formulaName(column.field.label),
        plain(column, column.read(record), text(column, record)),
      ]),
    ),
  }));
  const summed = Object.fromEntries(
    totals.map(([way, name]) => [
      `${way} of ${formulaName(columns.find((column) => column.name === name)?.field.label ?? name)}`,
      view.total(name) ?? null,
    ]),
  );
  const lines = tableLines(
    [...groupings, ...columns].map(({ field }) => field.label),
    view.entries.map(({ record, place }) => [
      ...groupWords(place.groups),
      ...columns.map((column) => text(column, record)),
    ]),
  );
  const end = [
    `${view.count} ${view.count === 1 ? register.one.toLowerCase() : register.title.toLowerCase()}`,
    ...totals.map(([way, name]) => {
      const column = columns.find((field) => field.name === name) as LensField;
      const cell = view.total(name);
      return `${way} of ${formulaName(column.field.label)}: ${cell === undefined ? "nothing" : typeof cell === "number" && way !== "count" ? textOfCell(values, column.field, column.type, cell) : String(cell)}`;
    }),
  ];
  say(asked, { count: view.count, totals: summed, records, faults }, `${[...lines, "", ...end].join("\n")}\n`);
  return tellFaults(faults);
}

function isNumeric({ type }: LensField): boolean {
  return type === "number" || type === "minutes";
}

/** A cell for programs: numbers, dates and truths as they are, the rest in words. */
function plain(column: LensField, cell: unknown, text: string): unknown {
  if (cell === undefined) return null;
  return column.type === "number" || column.type === "minutes" || column.type === "yesNo" || column.type === "date"
    ? cell
    : text;
}

async function convert(path: string, asked: Asked, clock: Clock): Promise<number> {
  const { options } = asked;
  const into = options.get("into");
  if (into !== undefined)
    return isTable(path)
      ? await readIn(path, into, asked, clock)
      : isCalendar(path)
        ? await readCalendarIn(path, into, asked, clock)
        : await readFolderIn(path, into, asked, clock);
  const to = options.get("to");
  if (to === "backup" || to === "markdown") return await convertWhole(path, to, asked, clock);
  if (to === "icalendar") return await convertToCalendar(path, asked, clock);
  if (to !== "csv") throw new Wrong("Use --to csv, markdown, icalendar or backup, or --into <backup>.");
  const { store, faults } = await openFile(path, clock);
  const values = fieldValues(store);
  const csvOf = (register: Register) => {
    const lens = { ...firstLens(store, register), done: "all" as const, where: { all: [] } };
    const names = fieldsIn(store, register).map(({ name }) => name);
    return writeTable(values, new LensView(values, lens, { firstWeekday: 1 }), names);
  };
  const out = options.get("out");
  if (options.has("in")) {
    const text = csvOf(registerNamed(store, options.get("in")));
    if (out === undefined) process.stdout.write(text);
    else writeFileSync(out, text);
    return tellFaults(faults);
  }
  const folder = out ?? `${path.replace(/\.pensum$/, "")}-csv`;
  mkdirSync(folder, { recursive: true });
  const written = registersOf(store).map((register) => {
    const name = `${register.title.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, "-")}.csv`;
    writeFileSync(join(folder, name), csvOf(register));
    return name;
  });
  say(asked, { folder, files: written, faults }, `Exported ${written.length} tables to ${folder}\n`);
  return tellFaults(faults);
}

/** Events, tasks and notes as iCalendar, to standard output or into a file; the work log where it is asked for. */
async function convertToCalendar(path: string, asked: Asked, clock: Clock): Promise<number> {
  const { store, faults } = await openFile(path, clock);
  const register = asked.options.has("in") ? registerNamed(store, asked.options.get("in")) : undefined;
  const records = [...store.records()]
    .filter(isWritable)
    .filter(({ kind }) => (register ? kind === register.kind : kind !== "work"));
  const text = writeCalendar(records, { find: (id) => store.get(id), now: clock.now(), zone: clock.zone });
  const out = asked.options.get("out");
  if (out === undefined) process.stdout.write(text);
  else {
    writeFileSync(out, text);
    say(asked, { out, records: records.length, faults }, `Exported ${records.length} entries to ${out}\n`);
  }
  return tellFaults(faults);
}

async function readCalendarIn(path: string, into: string, asked: Asked, clock: Clock): Promise<number> {
  const file = await openFile(into, clock);
  await needLibrary();
  const reading = readCalendar(decodeText(readFileSync(path)), {
    base: file.store.records(),
    now: clock.now(),
    zone: clock.zone,
  });
  const { changes, notes, isCalendar: _isCalendar, faults: _faults, ...counts } = reading;
  const faults = [...file.faults, ...calendarFaults(reading)];
  file.store.adopt({ said: `Imported ${path}`, changes });
  await saveFile(file, asked.options.get("out") ?? into);
  const sum = (kinds: Readonly<Record<string, number>>) => Object.values(kinds).reduce((all, count) => all + count, 0);
  const told = notes.map(({ line, reason }) => `Line ${line}: ${reason}\n`).join("");
  say(
    asked,
    { ...counts, faults, notes },
    `${sum(counts.added)} added, ${sum(counts.changed)} changed, ${counts.cancelled > 0 ? `${counts.cancelled} cancelled and deleted, ` : ""}${counts.same} unchanged.\n${told}`,
  );
  return tellFaults(faults);
}

const isTable = (path: string) => /\.(?:csv|tsv|txt)$/i.test(path);
const withoutEnding = (path: string) => path.replace(/\.(?:pensum|zip)$|[/\\]$/i, "");

/** A whole workspace from one of its forms to another. */
async function convertWhole(path: string, to: "backup" | "markdown", asked: Asked, clock: Clock): Promise<number> {
  const file = await openFile(path, clock);
  const out = asked.options.get("out") ?? `${withoutEnding(path)}${to === "backup" ? ".pensum" : "-markdown"}`;
  if (to === "backup") await saveFile(file, out);
  else if (/\.zip$/i.test(out)) await saveFile(file, out);
  else saveFolder(out, folderOf(file), realPath(out) === realPath(path) ? file.unread : []);
  const records = file.store.size;
  const { faults } = file;
  say(asked, { out, records, faults }, `Exported ${records.toLocaleString("en-GB")} records to ${out}\n`);
  return tellFaults(faults);
}

async function readFolderIn(path: string, into: string, asked: Asked, clock: Clock): Promise<number> {
  const file = await openFile(into, clock);
  const { changes, files, faults: left, ...counts } = readingOf(path, clock, file);
  const faults = [...file.faults, ...left.map((fault) => `${fault.path}: ${fault.reason}`)];
  file.store.adopt({ said: `Imported ${path}`, changes });
  const contents = { ...file.contents, files: [...file.contents.files, ...storedFiles(files)] };
  await saveFile({ ...file, contents }, asked.options.get("out") ?? into);
  const { added, changed, removed, same } = counts;
  const sum = (kinds: Readonly<Record<string, number>>) => Object.values(kinds).reduce((all, count) => all + count, 0);
  say(
    asked,
    { added, changed, removed, same, faults },
    `${sum(added)} added, ${sum(changed)} changed, ${removed} removed, ${same} unchanged.\n`,
  );
  return tellFaults(faults);
}

async function readIn(path: string, into: string, asked: Asked, clock: Clock): Promise<number> {
  const { options } = asked;
  const file = await openFile(into, clock);
  const register = registerNamed(file.store, options.get("in"));
  const table = readTable(decodeText(readFileSync(path)));
  const plan = planImport({
    values: fieldValues(file.store),
    register,
    table,
    columns: guessColumns(file.store, register, table),
    today: dateOf(clock.now()),
    dayFirst: !options.has("month-first"),
    matchTitles: true,
  });
  const { said } = file.store.act(importTable, plan);
  await saveFile(file, options.get("out") ?? into);
  say(
    asked,
    { added: plan.added.length, changed: plan.changed.length, same: plan.same, leftOut: plan.faults },
    `${said}.\n`,
  );
  const left = plan.faults.map(({ line, reason }) => `Line ${line} was skipped: ${reason}`);
  return tellFaults([...file.faults, ...left]);
}

async function add(path: string, words: string, asked: Asked, clock: Clock): Promise<number> {
  // A hyphen stands for standard input, as everywhere: each of its lines is one to add, all in one act.
  const text = words === "-" ? readFileSync(0, "utf8") : words;
  const lines = text.split("\n").filter((line) => line.trim() !== "");
  if (lines.length === 0) throw new Wrong("Enter a line to add.");
  const file = await openFile(path, clock);
  const drafts = lines.map((line) => understood(file.store, line, clock));
  const { said } = file.store.act(capture, drafts);
  return finish(file, said, words === "-" ? { drafts } : { draft: drafts[0] }, asked);
}
