// Starts the app and prints the address. Its first page offers the demo and an empty workspace. PORT chooses the port.
import { ensureBuild, ensurePackages, startApp } from "./setup.mjs";

ensurePackages();
ensureBuild();
const { address, child, stop } = await startApp({ port: Number(process.env.PORT ?? 3210) });
console.log(`Pensum is running at ${address}; its first page offers the demo data and an empty workspace.`);
console.log("Stop it with Ctrl C.");
for (const signal of ["SIGINT", "SIGTERM"]) process.on(signal, stop);
child.on("exit", () => process.exit());
