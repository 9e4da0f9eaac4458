import initSqlJs from "sql.js";
import { atMost, bundle, quantile, row } from "./harness.mjs";

const count = 100_000;

/** A lens and a formula over 100,000 records, beside an indexed database in memory and another implementation of FEEL. */
export async function lens() {
  const ours = await import(await bundle("bench/page/lens.ts", { platform: "node" }));
  const world = ours.world(count);
  const peer = await database(ours.rows(world));
  const times = [];
  const peerTimes = [];
  let answer, peerAnswer;
  for (let round = 0; round < 7; round++) {
    answer = ours.cold(world);
    times.push(answer.milliseconds);
    peerAnswer = ask(peer);
    peerTimes.push(peerAnswer.milliseconds);
  }
  const total = peerAnswer.groups.reduce((sum, [, , , minutes]) => sum + minutes, 0);
  if (
    total !== answer.all[0] ||
    peerAnswer.rows.length !== answer.count ||
    peerAnswer.groups.length !== answer.totals.length
  )
    throw new Error("The lens and the database give different answers.");
  const [cold, asked] = [Math.min(...times), Math.min(...peerTimes)];
  ours.changes(world, 300);
  const change = quantile(ours.changes(world, 600), 0.95);
  ours.formulas(world, 50);
  const { mine, peer: theirs, agree } = ours.formulas(world, 400);
  return [
    row("filter, group by two, sort by two, totals over 100,000 records from cold, peer: indexed SQLite in memory", {
      ours: cold,
      peer: asked,
      unit: "ms",
      ratio: asked / cold,
      target: "2 times faster",
      holds: asked / cold >= 2,
    }),
    atMost("the same lens after one record changed, to the exact new result, p95", change, 1),
    row(
      `a FEEL formula over all tasks of it, a record, peer: feelin on a sample, ${agree ? "equal" : "DIFFERENT"} results`,
      {
        ours: mine,
        peer: theirs,
        unit: "µs",
        ratio: theirs / mine,
        target: "300 times faster",
        holds: agree && theirs / mine >= 300,
      },
    ),
  ];
}

async function database(rows) {
  const SQL = await initSqlJs();
  const db = new SQL.Database();
  db.run("CREATE TABLE task (id TEXT PRIMARY KEY, title TEXT, theme TEXT, done TEXT, estimate INTEGER, took INTEGER)");
  db.run("BEGIN");
  const insert = db.prepare("INSERT INTO task VALUES (?, ?, ?, ?, ?, ?)");
  for (const values of rows) insert.run(values);
  insert.free();
  db.run("COMMIT");
  db.run("CREATE INDEX by_estimate ON task (estimate)");
  db.run("CREATE INDEX by_groups ON task (theme, substr(done, 1, 7), estimate DESC, title)");
  db.run("ANALYZE");
  return db;
}

function ask(db) {
  const start = performance.now();
  const [all] = db.exec(
    "SELECT id, theme, substr(done, 1, 7) AS month FROM task WHERE estimate >= 20 ORDER BY theme, month, estimate DESC, title",
  );
  const [groups] = db.exec(
    "SELECT theme, substr(done, 1, 7) AS month, count(*), sum(estimate), avg(took) FROM task WHERE estimate >= 20 GROUP BY theme, month",
  );
  return { milliseconds: performance.now() - start, rows: all.values, groups: groups.values };
}
