import { test } from "@playwright/test";
import { monkey } from "./monkey";

/*
 * Random gestures at the real interface, with the same check at the end that a person has in the settings. The long run is
 * `npm run monkey -- --minutes 60 --seed 1`.
 */
const minutes = Number(process.env.PENSUM_MONKEY_MINUTES ?? 0.6);
const first = Number(process.env.PENSUM_MONKEY_SEED ?? 1);

for (const [at, workspace] of (["own", "demo"] as const).entries())
  test(`random gestures leave the ${workspace === "own" ? "empty" : "demo"} workspace right`, async ({ context }) => {
    test.setTimeout(minutes * 60_000 * 2 + 180_000);
    const seed = first + at;
    const steps = await monkey({ context, seed, milliseconds: minutes * 60_000, workspace });
    console.log(`monkey: seed ${seed}, ${steps} steps in the ${workspace} workspace`);
  });
