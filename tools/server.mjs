// Serves the built app. What must hold of every answer, also of those that the framework gives before any of our code
// runs, is said here. PORT chooses the port; HOST the address to listen on, which is this machine's own unless asked.
import { readFileSync } from "node:fs";
import { createServer } from "node:http";
import next from "next";
import { serviceWorkerFile } from "./serviceWorker.mjs";
import { root } from "./setup.mjs";

const port = Number(process.env.PORT ?? 3210);
const hostname = process.env.HOST ?? "127.0.0.1";

/** Pages get a policy with a nonce in its place. A worker is bound by that of its own script, which loads our chunks. */
const headers = {
  "content-security-policy":
    "default-src 'none'; script-src 'self'; connect-src 'self'; base-uri 'none'; form-action 'none'; frame-ancestors 'none'",
  "referrer-policy": "no-referrer",
  "x-content-type-options": "nosniff",
  "cross-origin-opener-policy": "same-origin",
  "cross-origin-resource-policy": "same-origin",
  "permissions-policy": "camera=(), geolocation=(), microphone=(), payment=(), usb=()",
};

function end(response, status, words, more = {}) {
  response.writeHead(status, { "content-type": "text/plain; charset=utf-8", ...more });
  response.end(`${words}\n`);
}

function isAddress(url) {
  try {
    decodeURIComponent(new URL(url, "http://localhost").pathname);
    return true;
  } catch {
    return false;
  }
}

/** The script that keeps the app in the browser, asked for anew each time, so that a new version is noticed. */
const serviceWorker = readFileSync(serviceWorkerFile);
const serviceWorkerHeaders = { "content-type": "text/javascript; charset=utf-8", "cache-control": "no-cache" };

const app = next({ dev: false, dir: root, hostname, port });
await app.prepare();
const handle = app.getRequestHandler();
const server = createServer((request, response) => {
  for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
  if (request.method !== "GET" && request.method !== "HEAD")
    return end(response, 405, "Only GET and HEAD are answered.", { allow: "GET, HEAD" });
  if (!isAddress(request.url ?? "/")) return end(response, 400, "This is not an address.");
  if (request.url === "/service-worker.js") return response.writeHead(200, serviceWorkerHeaders).end(serviceWorker);
  handle(request, response).catch(() => {
    if (!response.headersSent) end(response, 500, "Something failed.");
    else response.destroy();
  });
});
server.on("error", (error) => {
  console.error(error.message);
  process.exit(1);
});
server.listen(port, hostname);
for (const signal of ["SIGINT", "SIGTERM"])
  process.on(signal, () => {
    server.closeAllConnections();
    server.close(() => process.exit());
  });
