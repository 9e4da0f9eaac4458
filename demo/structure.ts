import {
  newId,
  seededRandom,
  type Block,
  type Dye,
  type FieldRecord,
  type Goal,
  type Habit,
  type Id,
  type Lens,
  type OwnType,
  type PensumRecord,
  type Project,
  type Row,
  type Settings,
  type StandingOrder,
  type State,
  type Task,
  type Work,
} from "@/core/model";
import { addDays, addMinutes, dateOf, momentAt, type DateText, type MomentText } from "@/core/time";
import { areas, begun, comesAfter, gathered, goals, habits, permits, projects, reaches, renewals } from "./world";

interface Ground {
  readonly now: MomentText;
  readonly seed: number;
  readonly records: PensumRecord[];
  readonly themeIds: ReadonlyMap<string, Id>;
  readonly personIds: ReadonlyMap<string, Id>;
}

const mostWork = 900;

/** So many records of a demo of this size are goals, projects, work log and the like. */
export function structureSize(size: number): number {
  return Math.min(mostWork, Math.round(size * 0.25)) + 90 + Math.min(330, Math.round(size / 10));
}

/** Adds what the tasks hang on: areas, goals, projects, habits, the work log, and three registers of the person's own. */
export function addStructure(ground: Ground, size: number): void {
  const structure = new Structure(ground);
  structure.addAims();
  structure.addGathered();
  structure.addHabits();
  structure.addWork(Math.min(mostWork, Math.round(size * 0.25)));
  structure.addOwnRegisters(Math.min(330, Math.round(size / 10)));
  structure.addLenses();
  structure.addTemplates();
  structure.addStandingOrders();
}

class Structure {
  readonly #ground: Ground;
  readonly #today: DateText;
  readonly #random: () => number;
  readonly #ids = new Map<string, Id>();

  constructor(ground: Ground) {
    this.#ground = ground;
    this.#today = dateOf(ground.now);
    this.#random = seededRandom(ground.seed + 1);
  }

  addAims() {
    const { records, themeIds } = this.#ground;
    for (const title of areas) records.push({ id: this.#named(title), kind: "area", title, text: "" });
    for (const [title, span, area, serves, dueIn, state] of goals)
      records.push({
        id: this.#named(title),
        kind: "goal",
        title,
        span: span as Goal["span"],
        state: state as State,
        area: this.#named(area),
        ...(serves ? { parent: this.#named(serves) } : {}),
        ...(dueIn === null ? {} : { due: addDays(this.#today, dueIn) }),
        text: "",
        createdAt: this.#ago(120),
      });
    for (const [title, goal, theme, rhythm, reviewedAgo, dueIn] of projects) {
      const themeId = themeIds.get(theme);
      records.push({
        id: this.#named(title),
        kind: "project",
        title,
        state: "open",
        ...(goal ? { goal: this.#named(goal) } : {}),
        ...(themeId ? { theme: themeId } : {}),
        ...(dueIn === null ? {} : { due: addDays(this.#today, dueIn) }),
        reviewEveryDays: rhythm,
        reviewedOn: addDays(this.#today, -reviewedAgo),
        text: "",
        createdAt: this.#ago(90),
      } satisfies Project);
    }
    records.forEach((record, at) => {
      if (record.kind !== "task") return;
      const goal = goals.find(([, , , , , , words]) => words.some((word) => record.title.includes(word)));
      const project = projects.find(([, , , , , , words]) => words.some((word) => record.title.includes(word)));
      if (goal || project)
        records[at] = {
          ...record,
          ...(goal ? { goal: this.#named(goal[0]) } : {}),
          ...(project ? { project: this.#named(project[0]) } : {}),
        };
    });
    this.#addOrder();
  }

  /** What must be done before what. */
  #addOrder() {
    const { records } = this.#ground;
    const open = (words: string) =>
      records.findIndex(
        (record) =>
          record.kind === "task" &&
          record.state !== "done" &&
          record.doneAt === undefined &&
          record.title.includes(words),
      );
    for (const [title, before] of comesAfter) {
      const [at, first] = [open(title), open(before)];
      const [task, earlier] = [records[at], records[first]];
      if (task?.kind === "task" && earlier)
        records[at] = { ...task, after: [...(task.after ?? []), earlier.id] } satisfies Task;
    }
  }

  /** What came to mind and was not looked at yet. */
  addGathered() {
    gathered.forEach((title, at) =>
      this.#ground.records.push({
        id: this.#id(),
        kind: "task",
        title,
        state: "open",
        unclarified: true,
        tags: [],
        people: [],
        text: "",
        carried: 0,
        createdAt: momentAt(addDays(this.#today, at < 3 ? 0 : -1), 480 + at * 37),
      } satisfies Task),
    );
  }

  addHabits() {
    for (const [title, timesAWeek, theme, area, chance, repeat] of habits) {
      const marks: DateText[] = [];
      for (let back = 120; back >= 1; back--) if (this.#random() < chance) marks.push(addDays(this.#today, -back));
      this.#ground.records.push({
        id: this.#named(title),
        kind: "habit",
        title,
        timesAWeek,
        ...(repeat ? { repeat } : {}),
        theme: this.#ground.themeIds.get(theme) as Id,
        area: this.#named(area),
        marks,
        partMarks: [],
        skips: [],
        text: "",
        createdAt: this.#ago(130),
      } satisfies Habit);
    }
  }

  /** Entries of the work log for what was done, the newest first: the hours of the block, by whom the theme suggests. */
  addWork(most: number) {
    const { records, personIds } = this.#ground;
    const tasks = new Map(records.flatMap((record) => (record.kind === "task" ? [[record.id, record] as const] : [])));
    const done = records.filter(
      (record): record is Block => record.kind === "block" && tasks.get(record.task ?? "")?.state === "done",
    );
    for (const [title, back, minute, minutes] of begun) {
      const task = [...tasks.values()].find((one) => one.title.includes(title) && one.state !== "done");
      if (!task) continue;
      const start = momentAt(addDays(this.#today, -back), minute);
      this.#work({ start, end: addMinutes(start, minutes), task });
    }
    for (const block of done.toSorted((a, b) => (a.start < b.start ? 1 : -1)).slice(0, most)) {
      const task = tasks.get(block.task as Id) as Task;
      const who =
        this.#random() < 0.12 ? personIds.get("Ines") : this.#random() < 0.1 ? personIds.get("Tam") : undefined;
      // What was done today was the person's own, and took as long as its task says.
      if (dateOf(block.start) < this.#today) this.#work({ start: block.start, end: block.end, task }, who);
      else this.#work({ start: block.start, end: addMinutes(block.start, task.tookMinutes ?? 30), task });
    }
  }

  #work({ start, end, task }: { start: MomentText; end: MomentText; task: Task }, person?: Id) {
    this.#ground.records.push({
      id: this.#id(),
      kind: "work",
      title: "",
      start,
      end,
      task: task.id,
      ...(task.theme ? { theme: task.theme } : {}),
      ...(person ? { person } : {}),
      text: "",
      createdAt: end,
    } satisfies Work);
  }

  addOwnRegisters(readings: number) {
    const renewal = this.#register("Renewals", "Renewal", [
      ["Last paid", "date"],
      ["Every n months", "number", { decimals: 0 }],
      ["Cost", "number", { unit: "€", decimals: 2 }],
      ["Next", "formula", { formula: 'last paid + duration("P" + string(every n months) + "M")' }],
      ["Cost a year", "formula", { formula: "decimal(cost * 12 / every n months, 2)", unit: "€", decimals: 2 }],
    ]);
    this.#onCalendar("Renewals ahead", renewal, 3, "ochre");
    for (const [title, paidAgo, months, cost] of renewals)
      this.#row(renewal, title, [addDays(this.#today, -paidAgo), months, cost]);

    const stages = ["Draft", "Handed in", "Heard", "Granted"].map((stage) => ({ id: this.#id(), title: stage }));
    const permit = this.#register("Permits", "Permit", [
      ["Stage", "level", { options: stages }],
      ["Authority", "text"],
      ["Statutory date", "date"],
      ["Held by", "link", { target: "people" }],
      ["Project", "link", { target: "projects" }],
      ["Days left", "formula", { formula: "(statutory date - today()).days" }],
    ]);
    this.#onCalendar("Statutory dates", permit, 2, "heather");
    for (const [title, stage, authority, dateIn, person, project] of permits)
      this.#row(permit, title, [
        stages[stage]?.id,
        authority,
        addDays(this.#today, dateIn),
        this.#ground.personIds.get(person),
        this.#named(project),
      ]);

    const reaching = reaches.map((reach) => ({ id: this.#id(), title: reach }));
    const gauge = this.#register("Gauge readings", "Reading", [
      ["Read at", "moment"],
      ["Reach", "choice", { options: reaching }],
      ["Level", "number", { unit: "m", decimals: 2 }],
      ["Flow", "number", { unit: "m³/s", decimals: 1 }],
    ]);
    for (let at = 0; at < readings; at++) {
      const day = addDays(this.#today, -Math.floor(at / 2));
      const level = 0.42 + 0.18 * Math.sin(at / 19) + 0.06 * this.#random();
      const reach = reaching[at % reaching.length]!;
      this.#row(gauge, `${reach.title}, ${day}`, [
        momentAt(day, at % 2 ? 990 : 495),
        reach.id,
        Math.round(level * 100) / 100,
        Math.round(level * level * 90) / 10,
      ]);
    }
  }

  /** A lens over a register, and a place on the calendar for it. */
  #onCalendar(title: string, register: { id: Id; names: readonly string[] }, by: number, dye: Dye) {
    const field = register.names[by] as string;
    const { records } = this.#ground;
    const id = this.#id();
    const lens: Lens = {
      id,
      kind: "lens",
      title,
      registers: [register.id],
      where: { all: [] },
      done: "no",
      groups: [],
      sorts: [{ field }, { field: "title" }],
      shown: ["title", ...register.names].map((name, at) => ({ field: name, width: at === 0 ? 240 : 120 })),
      look: "table",
      folded: [],
      order: records.filter((record) => record.kind === "lens").length,
      text: "",
    };
    records.push(lens);
    const settings = records[0] as Settings;
    records[0] = { ...settings, layers: [...(settings.layers ?? []), { lens: id, field, dye }] };
  }

  addLenses() {
    const shown = ["title", "state", "priority", "due", "estimateMinutes", "logged", "carried"];
    const columns = shown.map((field) => ({
      field,
      width: field === "title" ? 280 : field === "due" ? 140 : 90,
      ...(field === "estimateMinutes" || field === "logged" ? { total: "sum" as const } : {}),
      ...(field === "due" ? { total: "earliest" as const } : {}),
    }));
    const lens = (title: string, more: Partial<Lens>) =>
      this.#ground.records.push({
        id: this.#id(),
        kind: "lens",
        title,
        registers: ["tasks"],
        where: { all: [] },
        done: "no",
        groups: [],
        sorts: [{ field: "due" }, { field: "title" }],
        shown: columns,
        look: "table",
        folded: [],
        order: this.#ground.records.filter((record) => record.kind === "lens").length,
        text: "",
        ...more,
      });
    lens("By goal", { groups: [{ field: "goal" }] });
    lens("Grant month", {
      where: {
        all: [
          {
            field: "theme",
            is: "oneOf",
            value: ["Reporting", "Desk"].map((title) => this.#ground.themeIds.get(title) as Id),
          },
          { field: "due", is: "before", value: addDays(this.#today, 21) },
        ],
      },
      groups: [{ field: "goal" }],
    });
    lens("Long carried", {
      where: { all: [{ field: "carried", is: "atLeast", value: 3 }] },
      sorts: [{ field: "carried", descending: true }],
    });
    lens("Priority against due", { look: "matrix", axes: { across: "due", up: "priority" } });
    lens("By span", {
      registers: ["goals"],
      groups: [{ field: "span" }],
      shown: ["title", "state", "area", "due"].map((field, at) => ({ field, width: at === 0 ? 280 : 130 })),
    });
    lens("Goals over the year", {
      registers: ["goals"],
      look: "timeline",
      groups: [{ field: "area" }],
      axes: { from: "createdAt", to: "due" },
      shown: ["title", "due"].map((field) => ({ field, width: 160 })),
    });
    lens("The week as a board", {
      look: "board",
      done: "week",
      where: { all: [{ field: "doDay", is: "thisWeek" }] },
      groups: [{ field: "doDay", by: "day" }],
      shown: columns.filter(({ field }) => ["title", "estimateMinutes", "priority"].includes(field)),
    });
  }

  addTemplates() {
    const { records } = this.#ground;
    const template = (title: string, register: string, naming: string, text: string): Id => {
      const id = this.#id();
      const order = records.filter((record) => record.kind === "template").length;
      records.push({ id, kind: "template", title, register, naming, fields: {}, text, order });
      return id;
    };
    const opening = "# {{title}}\n\nWith {{Who}}.\n\n## To talk about\n\n- \n\n## Said\n\n";
    const others = "## What others do\n\n- \n\n";
    const mine = "## What I do\n\n- \n";
    const meeting = template("Meeting", "notes", "{{About}}, {{today}}", `${opening}${others}${mine}`);
    template(
      "Field day",
      "days",
      "",
      "- [ ] check the gate code\n- [ ] charge the level\n- [ ] tell Ines the meeting point\n",
    );
    // One meeting was written before the template asked what others do.
    const fills = { About: "Culvert B", Who: "Yusuf", today: addDays(this.#today, -12) };
    const title = `${fills.About}, ${fills.today}`;
    const begun = `${opening}${mine}`.replace("{{title}}", title).replace("{{Who}}", fills.Who);
    records.push({
      id: this.#id(),
      kind: "note",
      title,
      folder: "Meetings",
      tags: [],
      text: begun
        .replace("about\n\n- \n", "about\n\n- the screen\n- who clears it\n")
        .replace("## Said\n\n", "## Said\n\nYusuf has the drawings and sends them by the end of the month.\n\n"),
      createdAt: this.#ago(12),
      madeFrom: { template: meeting, fills, text: begun },
    });
  }

  addStandingOrders() {
    const { records } = this.#ground;
    const permits = records.find((record) => record.kind === "register" && record.title === "Permits");
    const order = (title: string, more: Partial<StandingOrder>) =>
      records.push({
        ...{ id: this.#id(), kind: "standingOrder", title, active: false, register: "tasks", text: "" },
        ...{ when: { on: "dayBegins" }, where: { all: [] }, steps: [] },
        order: records.filter((record) => record.kind === "standingOrder").length,
        ...more,
      });
    order("Vital things are not left behind", {
      when: { on: "late", field: "due" },
      where: { all: [{ field: "priority", is: "is", value: "vital" }] },
      steps: [
        { do: "carry", days: 0 },
        { do: "notify", words: "{{title}} is late" },
      ],
    });
    if (permits)
      order("A new permit stands on the day’s page", {
        active: true,
        register: permits.id,
        when: { on: "added" },
        steps: [{ do: "dayPage" }],
      });
  }

  #register(title: string, one: string, fields: readonly (readonly [string, OwnType, Partial<FieldRecord>?])[]) {
    const id = this.#named(`register ${title}`);
    const order = this.#ground.records.filter((record) => record.kind === "register").length;
    this.#ground.records.push({ id, kind: "register", title, one, order, text: "" });
    const names = fields.map(([label, type, more], at) => {
      const field = this.#id();
      const name = `f_${field}` as const;
      this.#ground.records.push({
        id: field,
        kind: "field",
        register: id,
        name,
        title: label,
        type,
        order: at + 1,
        text: "",
        ...more,
      });
      return name;
    });
    return { id, names };
  }

  #row(
    register: { id: Id; names: readonly `f_${string}`[] },
    title: string,
    values: readonly (string | number | undefined)[],
  ) {
    const row: Row = { id: this.#id(), kind: "row", register: register.id, title, text: "", createdAt: this.#ago(60) };
    const held = values.flatMap((value, at) => (value === undefined ? [] : [[register.names[at], value] as const]));
    this.#ground.records.push({ ...row, ...Object.fromEntries(held) });
  }

  #ago(days: number): MomentText {
    return momentAt(addDays(this.#today, -days), 600);
  }

  #id(): Id {
    return newId(this.#random);
  }

  /** The id of what has this name in the demo; the same whenever it is asked for. */
  #named(title: string): Id {
    const id = this.#ids.get(title) ?? this.#id();
    this.#ids.set(title, id);
    return id;
  }
}
