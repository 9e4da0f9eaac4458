import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { editRecord } from "../commands";
import { readBackup, writeBackup } from "../interop";
import { readFolder, writeFolder } from "../interop/folder";
import { defaultSettings, Refusal, type OwnType, type PensumRecord } from "../model";
import { faultOf } from "../model/checks";
import { builtInRegisters, fieldsIn, fieldValues, findRegister, readText, type Register } from "../register";
import { addField, addRegister, addToRegister } from "../shaping";
import type { Store } from "../store";
import { standingClock } from "../time";
import { openEmptyStore } from ".";

const now = "2026-11-24T11:07";
const own: readonly [OwnType, object?][] = [
  ["text"],
  ["longText"],
  ["number"],
  ["yesNo"],
  ["choice", { options: [{ id: "oa", title: "Oak" }] }],
  ["choices", { options: [{ id: "oa", title: "Oak" }] }],
  ["level", { options: [{ id: "oa", title: "Oak" }] }],
  ["date"],
  ["moment"],
  ["range"],
  ["minutes"],
  ["link", { target: "people" }],
  ["url"],
];

/** A workspace with one record of every register, and an own register with a field of every type. */
function world(): Store {
  const { store } = openEmptyStore(standingClock(now, "Europe/Berlin"));
  store.act(addRegister, { title: "Permits", id: "permits" });
  for (const [type, setting] of own)
    store.act(addField, {
      register: "permits",
      type,
      id: `x${type.toLowerCase()}`,
      setting: { title: type, ...setting },
    });
  for (const register of [...builtInRegisters, findRegister(store, "permits") as Register])
    if (register.kind !== "day")
      store.act(addToRegister, {
        register: register.id,
        id: `r${register.kind}`,
        fields: { title: `Some ${register.kind}` },
      });
  return store;
}

const store = world();
const values = fieldValues(store);
const cells = [...builtInRegisters, findRegister(store, "permits") as Register]
  .filter(({ kind }) => kind !== "day")
  .flatMap((register) =>
    fieldsIn(store, register)
      .filter(({ kept, type }) => !kept && type !== "formula" && type !== "summary")
      .map((field) => [register.title, field.label, register, field] as const),
  );

/** What people type, what they paste by mistake, and what nobody would think of. */
const typed = fc.oneof(
  fc.constantFrom(
    ..."0.5|-1|1e9|101|60001|1,200.50|99999999999999999999|banana|every Monday|every 2 weeks|weekly|FREQ=SECONDLY".split(
      "|",
    ),
    ..."FREQ=MINUTELY;INTERVAL=5|RRULE:FREQ=DAILY;COUNT=3|FREQ=WEEKLY EXDATE=20261201|yes|x|no|45 min|1 h 30|1001 h".split(
      "|",
    ),
    ..."today|31 Feb|2026-02-30|24.11.2026 9:30|9:00|tomorrow|Europe/Lisbon|Mars|woad|mauve|done|Vital|week".split("|"),
    ..."Some person|Some task, Some task|2026-12-01 to 2026-12-05|5 to 3|#tag, other tag|https://example.org|javascript:alert(1)".split(
      "|",
    ),
    ...'__proto__|constructor|{#id}|- [ ] x|[[Some note]]|=1+1|\u0000|\u2028|\'+1|"quoted"'.split("|"),
    "x".repeat(501),
    "y".repeat(1001),
    "a\nb\tc",
    "  spaced  ",
  ),
  fc.string({ maxLength: 30 }),
  fc.string({ unit: "grapheme", maxLength: 12 }),
  fc.integer().map(String),
);

async function throughBackup(records: readonly PensumRecord[]): Promise<Map<string, PensumRecord>> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of writeBackup({ records, log: [], files: [] })) chunks.push(chunk);
  async function* read() {
    yield* chunks;
  }
  const contents = await readBackup(read(), 0);
  expect(contents.faults).toEqual([]);
  return new Map(contents.records.map((record) => [record.id, record]));
}

function throughFolder(records: readonly PensumRecord[]): {
  records: Map<string, PensumRecord>;
  faults: readonly unknown[];
} {
  const files = [...writeFolder({ records, files: [] })];
  const { changes, faults } = readFolder(files, { base: [], held: [], now, titles: "fileName" });
  return { records: new Map(changes.added), faults };
}

describe("whatever is typed into a field", () => {
  test.each(cells)(
    "%s, %s: is refused at once, or survives backup and folder",
    async (_register, _label, register, field) => {
      const id = `r${register.kind}`;
      await fc.assert(
        fc.asyncProperty(typed, async (text) => {
          const read = readText({ values, today: "2026-11-24", dayFirst: true }, field, text);
          if ("fault" in read) {
            expect(read.fault.length).toBeGreaterThan(5);
            return;
          }
          // A new choice is made with its value; here the field keeps the ones it has.
          if (read.made) return;
          try {
            store.act(editRecord, { id, fields: { [field.name]: read.value } });
          } catch (error) {
            if (!(error instanceof Refusal)) throw error;
            return;
          }
          const all = [...store.records()];
          const record = store.get(id);
          expect(faultOf(record)).toBeUndefined();
          expect((await throughBackup(all)).get(id)).toEqual(record);
          const folder = throughFolder(all);
          expect([folder.faults, folder.records.get(id)]).toEqual([[], record]);
          store.undo();
        }),
        { numRuns: 40 },
      );
    },
    60_000,
  );

  test("settings survive a backup too", async () => {
    expect((await throughBackup([defaultSettings])).get("settings")).toEqual(defaultSettings);
  });
});
