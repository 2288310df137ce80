/// <reference lib="webworker" />
import { NetworkOnly, type PrecacheEntry, Serwist, type SerwistGlobalConfig } from "serwist";

declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}
declare const self: ServiceWorkerGlobalScope;

/**
 * Keeps the shell of the floor and the scripts it needs, so that it opens without a network. Data is never kept here:
 * what a device knows of the floor stands in its own database.
 */
const worker = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  precacheOptions: {
    plugins: [
      {
        // A kept response has lost its address's fragment, without which a worker can't begin.
        handlerWillRespond: async ({ request, response }) =>
          request.destination === "worker" ? new Response(response.body, { status: response.status, headers: response.headers }) : response,
      },
    ],
  },
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      matcher: ({ request, url }) => request.mode === "navigate" && url.pathname.startsWith("/floor"),
      handler: new NetworkOnly({ networkTimeoutSeconds: 4 }),
    },
  ],
  fallbacks: { entries: [{ url: "/floor", matcher: ({ request }) => request.destination === "document" }] },
});
worker.addEventListeners();
