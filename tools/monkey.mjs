// Drives the real interface at random for long: `npm run monkey -- --minutes 60 --seed 1`.
import { spawnSync } from "node:child_process";
import { parseArgs } from "node:util";
import { ensureBuild, ensureChromium, ensurePackages, freePort, root, startApp } from "./setup.mjs";

const { values } = parseArgs({
  options: { minutes: { type: "string", default: "60" }, seed: { type: "string", default: "1" } },
});
ensurePackages();
ensureChromium();
ensureBuild();
const app = await startApp({ port: await freePort() });
const { status } = spawnSync("npx", ["playwright", "test", "tests/monkey.spec.ts"], {
  cwd: root,
  stdio: "inherit",
  env: {
    ...process.env,
    PENSUM_ADDRESS: app.address,
    // Half of the time in each of the two workspaces.
    PENSUM_MONKEY_MINUTES: String(Number(values.minutes) / 2),
    PENSUM_MONKEY_SEED: values.seed,
  },
});
app.stop();
process.exit(status ?? 1);
