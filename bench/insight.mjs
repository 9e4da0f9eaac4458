import initSqlJs from "sql.js";
import { atMost, bundle, largePeer, quantile, row, told } from "./harness.mjs";

/** Looking back over ten years of the work log. */
export async function insight() {
  const ours = await import(await bundle("bench/page/insight.ts", { platform: "node" }));
  const { settled, atOnce, changed, changedAlone } = ours.charts();
  const [settledName, slowest] = slowestOf(settled.alone);
  const [atOnceName, slowestAtOnce] = Object.entries(atOnce.alone).reduce((one, other) =>
    other[1].ratio > one[1].ratio ? other : one,
  );
  const [changedName, slowestChanged] = slowestOf(
    Object.fromEntries(Object.entries(changedAlone).map(([name, times]) => [name, quantile(times, 0.95)])),
  );
  const own = ours.aggregate();
  const peer = await sqlite(own.rows);
  const columns = await duckDb(own.rows);
  const same = [peer, columns].every(({ answer }) => JSON.stringify(own.answer) === JSON.stringify(answer));
  const ownCold = own.cold + quantile(own.asked, 0.5);
  if (process.env.EACH) console.error({ settled, atOnce });
  return [
    atMost(
      `a chart over ten years of the log, 100,000 entries, for the first time after a start: the slowest of ${Object.keys(settled.alone).length} (${settledName})`,
      slowest,
      50,
    ),
    row(
      `the same the moment after the start, before the ledger is laid while nothing else is to do (${atOnceName}); peer: one sum over the same entries by hand, in turns`,
      {
        ours: slowestAtOnce.ours,
        peer: slowestAtOnce.byHand,
        unit: "ms",
        ratio: slowestAtOnce.ratio,
        target: "within 1.5 times",
        holds: slowestAtOnce.ratio <= 1.5,
      },
    ),
    told("all of them one after the other, for the first time after a start (peer: the moment after it)", settled.all, {
      peer: atOnce.all,
    }),
    atMost(`a chart after one new entry, p95: the slowest (${changedName})`, slowestChanged, 2),
    told("all of them after one new entry, p95", quantile(changed, 0.95)),
    row(
      `hours by theme from cold, against SQLite filled and indexed (the answers are ${same ? "equal" : "not equal"})`,
      {
        ours: ownCold,
        peer: peer.cold,
        unit: "ms",
        ratio: peer.cold / ownCold,
        target: "3 times faster",
        holds: same && peer.cold / ownCold >= 3,
      },
    ),
    row("the same from cold, against DuckDB (WebAssembly, in memory) filled", {
      ours: ownCold,
      peer: columns.cold,
      unit: "ms",
      ratio: columns.cold / ownCold,
      target: "not slower",
      holds: same && columns.cold >= ownCold,
    }),
    row("the same asked again, against SQLite with an index that covers it", {
      ours: quantile(own.asked, 0.5),
      peer: quantile(peer.asked, 0.5),
      unit: "ms",
      target: "3 times faster",
      holds: same && quantile(peer.asked, 0.5) / quantile(own.asked, 0.5) >= 3,
    }),
    row("the same asked again, against DuckDB", {
      ours: quantile(own.asked, 0.5),
      peer: quantile(columns.asked, 0.5),
      unit: "ms",
      target: "not slower",
      holds: same && quantile(columns.asked, 0.5) >= quantile(own.asked, 0.5),
    }),
  ];
}

/** The slowest of some that are told apart by their names, and how long it took. */
const slowestOf = (times) => Object.entries(times).reduce((one, other) => (other[1] > one[1] ? other : one));
const timesOf = (ask) =>
  Array.from({ length: 20 }, () => {
    const begin = performance.now();
    ask();
    return performance.now() - begin;
  });
const minute = (moment) => Date.parse(`${moment}Z`) / 60_000;

/** The same rows in a DuckDB, read from a file in its memory, which is the quickest way in that it has. */
async function duckDb(rows) {
  const { api, file } = largePeer("@duckdb/duckdb-wasm", "dist/duckdb-node-blocking.cjs");
  const made = (name) => ({
    mainModule: file(`duckdb-${name}.wasm`),
    mainWorker: file(`duckdb-node-${name}.worker.cjs`),
  });
  const database = await api.createDuckDB({ mvp: made("mvp"), eh: made("eh") }, new api.VoidLogger(), api.NODE_RUNTIME);
  await database.instantiate(() => {});
  const connection = database.connect();
  database.registerFileText(
    "work.csv",
    rows
      .map(([from, to, theme, task]) => [from.slice(0, 10), minute(to) - minute(from), theme, task].join())
      .join("\n"),
  );
  const start = performance.now();
  connection.query(
    "CREATE TABLE work AS SELECT * FROM read_csv('work.csv', header=false, columns={'day':'DATE','minutes':'INTEGER','theme':'VARCHAR','task':'VARCHAR'})",
  );
  const ask = () =>
    connection
      .query(
        "SELECT theme, CAST(SUM(minutes) AS INTEGER) AS sum FROM work WHERE day BETWEEN '2016-11-26' AND '2026-11-24' GROUP BY theme",
      )
      .toArray()
      .map(({ theme, sum }) => [theme, sum]);
  const answer = ask().sort();
  const cold = performance.now() - start;
  return { cold, asked: timesOf(ask), answer };
}

/** The same rows in an SQLite of its own, with an index that has all that the question needs. */
async function sqlite(rows) {
  const SQL = await initSqlJs();
  const start = performance.now();
  const database = new SQL.Database();
  database.run("CREATE TABLE work (day TEXT, minutes INTEGER, theme TEXT, task TEXT)");
  database.run("BEGIN");
  const insert = database.prepare("INSERT INTO work VALUES (?, ?, ?, ?)");
  for (const [from, to, theme, task] of rows) insert.run([from.slice(0, 10), minute(to) - minute(from), theme, task]);
  database.run("COMMIT");
  database.run("CREATE INDEX by_theme ON work (theme, day, minutes)");
  const ask = () =>
    database.exec(
      "SELECT theme, SUM(minutes) FROM work WHERE day BETWEEN '2016-11-26' AND '2026-11-24' GROUP BY theme",
    )[0].values;
  const answer = ask().sort();
  const cold = performance.now() - start;
  return { cold, asked: timesOf(ask), answer };
}
