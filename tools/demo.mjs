// Starts the app with the demo data and prints the address. PORT chooses the port.
import { ensureBuild, ensurePackages, startApp } from "./setup.mjs";

ensurePackages();
ensureBuild();
const { address, child, stop } = await startApp({ port: Number(process.env.PORT ?? 3210), demo: true });
console.log(`Pensum is running with the demo data at ${address}`);
console.log("Stop it with Ctrl C.");
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, stop);
child.on("exit", () => process.exit());
