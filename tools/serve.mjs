// Builds where needed and serves the app on PORT, without the demo, until it is stopped.
import { ensureBuild, startApp } from "./setup.mjs";

ensureBuild();
const { address, child } = await startApp({ port: Number(process.env.PORT ?? 3211) });
console.log(address);
child.on("exit", () => process.exit());
process.on("SIGTERM", () => child.kill());
