import { request as ask } from "node:http";
import { expect, test } from "@playwright/test";

/** The answer to an address just as it is written, which a browser or a client would put in order first. */
function answer(
  base: string,
  path: string,
  method = "GET",
): Promise<{ status: number; headers: Record<string, unknown> }> {
  const { hostname, port } = new URL(base);
  return new Promise((resolve, reject) => {
    const request = ask({ hostname, port, path, method }, (response) => {
      response.resume();
      response.on("end", () => resolve({ status: response.statusCode ?? 0, headers: response.headers }));
    });
    request.on("error", reject);
    request.end();
  });
}

const pages = ["/", "/nonsense", "/healthx", "/health/x", "/day/2026-11-24", "/__proto__", "/missing/x"];
const missing = [
  "/_next/static/chunks/none.js",
  "/_next/static/../../package.json",
  "/_next/staticx",
  "/_next/data/x",
  "/favicon.ico",
  "/favicon.icox",
  "/icon.svgx",
  "/..%2f..%2fpackage.json",
];
const wrong = ["/%", "/%E0%A4%A", "/%00%"];

test("every answer has the security headers, a missing file is not found, and no odd address runs the app without them", async ({
  baseURL,
}) => {
  for (const [paths, statuses] of [
    [pages, [200]],
    [missing, [404]],
    [wrong, [400]],
    [["/icon.svg", "/health", "/service-worker.js", "/manifest.webmanifest", "/icons/icon-192.png"], [200]],
  ] as const)
    for (const path of paths) {
      const { status, headers } = await answer(baseURL!, path);
      expect([path, statuses]).toEqual([path, expect.arrayContaining([status])]);
      expect([path, headers["content-security-policy"]]).toEqual([path, expect.stringContaining("default-src 'none'")]);
      expect([path, headers["content-security-policy"]]).toEqual([
        path,
        expect.stringContaining("frame-ancestors 'none'"),
      ]);
      expect([path, headers["x-content-type-options"], headers["referrer-policy"]]).toEqual([
        path,
        "nosniff",
        "no-referrer",
      ]);
      expect([path, headers["cross-origin-opener-policy"]]).toEqual([path, "same-origin"]);
      if (String(headers["content-type"]).startsWith("text/html"))
        expect([path, headers["content-security-policy"]]).toEqual([
          path,
          expect.stringMatching(/script-src [^;]*'nonce-/),
        ]);
    }
  for (const method of ["PUT", "DELETE", "POST"])
    expect(await answer(baseURL!, "/", method)).toMatchObject({ status: 405 });
});
