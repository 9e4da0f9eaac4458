import { bundle, row } from "./harness.mjs";

/** What is learnt of how long work takes, against the typed estimate and the plain mean ratio, on work it has not seen. */
export async function estimates() {
  const { heldBack } = await import(await bundle("bench/page/estimates.ts", { platform: "node" }));
  const held = heldBack(200, 1000);
  const share = (better, than) => 100 * (1 - better / than);
  const percent = (question, ours, peer, least) =>
    row(question, {
      ours: share(ours, peer),
      unit: "% lower",
      target: `${least} % lower`,
      holds: share(ours, peer) >= least,
    });
  return [
    percent(
      `error of the learnt length (mean absolute log ratio) on ${held.count} cases never seen, against the typed estimate`,
      held.ours,
      held.typed,
      25,
    ),
    percent("the same, against the plain mean ratio", held.ours, held.plain, 5),
    row("share of these that fall into the 80 % range", {
      ours: held.most * 100,
      unit: "%",
      target: "75 to 85 %",
      holds: held.most >= 0.75 && held.most <= 0.85,
    }),
  ];
}
