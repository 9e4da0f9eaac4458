// Starts the app with the demo open, and prints its address. PORT chooses the port.
import { ensureBuild, ensurePackages, startApp } from "./setup.mjs";

ensurePackages();
ensureBuild();
const { address, child, stop } = await startApp({ port: Number(process.env.PORT ?? 3210) });
console.log(`The demo is open at ${address}/demo`);
console.log("Stop it with Ctrl C.");
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, stop);
child.on("exit", () => process.exit());
