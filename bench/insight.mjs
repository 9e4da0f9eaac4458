import initSqlJs from "sql.js";
import { bundle, quantile, row } from "./harness.mjs";

/** Looking back over ten years of the work log. */
export async function insight() {
  const ours = await import(await bundle("bench/page/insight.ts", { platform: "node" }));
  const { cold, changed, each } = ours.charts();
  const own = ours.aggregate();
  const peer = await sqlite(own.rows);
  const same = JSON.stringify(own.answer) === JSON.stringify(peer.answer);
  if (process.env.EACH) console.error(each);
  return [
    row("every chart over ten years of the log, 100,000 entries, from cold", {
      ours: cold,
      unit: "ms",
      target: "50 ms",
      holds: cold <= 50,
    }),
    row("the same after one new entry, p95", {
      ours: quantile(changed, 0.95),
      unit: "ms",
      target: "2 ms",
      holds: quantile(changed, 0.95) <= 2,
    }),
    row(
      `hours by theme from cold, against SQLite filled and indexed (the answers are ${same ? "equal" : "not equal"})`,
      {
        ours: own.cold + quantile(own.asked, 0.5),
        peer: peer.cold,
        unit: "ms",
        target: "3 times faster",
        holds: same && peer.cold / (own.cold + quantile(own.asked, 0.5)) >= 3,
      },
    ),
    row("the same asked again, against SQLite with an index that covers it", {
      ours: quantile(own.asked, 0.5),
      peer: quantile(peer.asked, 0.5),
      unit: "ms",
      target: "3 times faster",
      holds: same && quantile(peer.asked, 0.5) / quantile(own.asked, 0.5) >= 3,
    }),
  ];
}

/** The same rows in an SQLite of its own, with an index that has all that the question needs. */
async function sqlite(rows) {
  const SQL = await initSqlJs();
  const start = performance.now();
  const database = new SQL.Database();
  database.run("CREATE TABLE work (day TEXT, minutes INTEGER, theme TEXT, task TEXT)");
  database.run("BEGIN");
  const insert = database.prepare("INSERT INTO work VALUES (?, ?, ?, ?)");
  const minute = (moment) => Date.parse(`${moment}Z`) / 60_000;
  for (const [from, to, theme, task] of rows) insert.run([from.slice(0, 10), minute(to) - minute(from), theme, task]);
  database.run("COMMIT");
  database.run("CREATE INDEX by_theme ON work (theme, day, minutes)");
  const ask = () =>
    database.exec(
      "SELECT theme, SUM(minutes) FROM work WHERE day BETWEEN '2016-11-26' AND '2026-11-24' GROUP BY theme",
    )[0].values;
  const answer = ask().sort();
  const cold = performance.now() - start;
  const asked = Array.from({ length: 20 }, () => {
    const begin = performance.now();
    ask();
    return performance.now() - begin;
  });
  return { cold, asked, answer };
}
