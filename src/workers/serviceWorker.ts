/// <reference lib="webworker" />
import { clientsClaim, setCacheNameDetails } from "workbox-core";
import { createHandlerBoundToURL, addRoute, precache, type PrecacheEntry } from "workbox-precaching";
import { NavigationRoute, registerRoute } from "workbox-routing";

declare const self: ServiceWorkerGlobalScope;
/** Put in when this script is built: every file of this version, and when it was built, in milliseconds. */
declare const versionFiles: (string | PrecacheEntry)[];
declare const builtAt: number;

// The whole app stays in the browser, so that it opens and works in every room where there is no network. Each version
// has a cache of its own. A page and the policy that came with it are one answer and stay together.
const prefix = "pensum";
setCacheNameDetails({ prefix, precache: `${builtAt}`, suffix: "" });

// What a worker is to do stands behind the # of its address, which is lost with an answer that has an address of its own.
registerRoute(
  ({ request, sameOrigin }) => sameOrigin && request.destination === "worker",
  async ({ request }) => {
    const kept = await caches.match(request);
    return kept ? new Response(kept.body, kept) : fetch(request);
  },
);
precache(versionFiles);

/** A page is more letters than this; what is less was cut or emptied on the disk. */
const leastPage = 500;
const keptPage = createHandlerBoundToURL("/");
/** The page that is kept, as long as it is one: what went bad on the disk is asked of the server again. */
const wholePage: typeof keptPage = async (options) => {
  const kept = await keptPage(options);
  const text = await kept.clone().text();
  return text.length >= leastPage && text.includes("</html>") ? kept : fetch(options.request);
};
registerRoute(new NavigationRoute(wholePage, { denylist: [/^\/health$/, /^[^?]*\.[A-Za-z0-9]{1,11}(?:\?|$)/] }));
// After the pages, of which one stands among these files.
addRoute({ cleanURLs: false, ignoreURLParametersMatching: [/^icon\./] });

// A tab that still shows the version before loads that version's parts, until it is reloaded.
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/_next/static/"),
  async ({ request }) => (await caches.match(request)) ?? fetch(request),
);

/** How many versions are kept: this one, and the one that a tab may still show. */
const keptVersions = 2;

self.addEventListener("activate", (event) => event.waitUntil(forgetOldVersions()));

async function forgetOldVersions(): Promise<void> {
  const builtTimes = (await caches.keys())
    .filter((name) => name.startsWith(`${prefix}-`))
    .map((name) => [Number(name.slice(prefix.length + 1)) || 0, name] as const)
    .sort(([one], [other]) => other - one);
  await Promise.all(builtTimes.slice(keptVersions).map(([, name]) => caches.delete(name)));
}

// A new version waits until somebody asks for it, or every tab is closed.
self.addEventListener("message", ({ data }: ExtendableMessageEvent) => {
  if ((data as { type?: unknown } | undefined)?.type === "SKIP_WAITING") void self.skipWaiting();
});
clientsClaim();
