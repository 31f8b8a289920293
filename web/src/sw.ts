/// <reference lib="webworker" />
import { cleanupOutdatedCaches, precacheAndRoute } from "workbox-precaching";
import { registerRoute } from "workbox-routing";
import { NetworkFirst, CacheFirst } from "workbox-strategies";

declare const self: ServiceWorkerGlobalScope;

// Scripts, styles and fonts of this build, all of them, so that every sheet opens without the shop's
// server once a job has been opened.
precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();

// One page for every address: the last one the server gave, policy and all. What an owner is sent,
// and prints and tables, are no page of ours and never kept as it.
registerRoute(
  ({ request, url }) => request.mode === "navigate" && !/^\/(quote|api)\//.test(url.pathname),
  new NetworkFirst({
    cacheName: "page",
    networkTimeoutSeconds: 4,
    plugins: [{ cacheKeyWillBeUsed: async () => "/" }],
  }),
);

// Pictures that were looked at, or fetched before anybody goes under; one never changes.
registerRoute(
  ({ url }) => /^\/api\/photos\/\d+\.jpg$/.test(url.pathname),
  new CacheFirst({ cacheName: "pictures" }),
);

void self.skipWaiting();
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));
