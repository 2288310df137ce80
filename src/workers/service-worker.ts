/// <reference lib="webworker" />
import { NetworkOnly, type PrecacheEntry, Serwist, type SerwistGlobalConfig } from "serwist";

declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}
declare const self: ServiceWorkerGlobalScope;

const onFloor = ({ destination, url }: Request) => destination === "document" && new URL(url).pathname.startsWith("/floor");

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
    { matcher: ({ request }) => request.mode === "navigate" && onFloor(request), handler: new NetworkOnly({ networkTimeoutSeconds: 4 }) },
    // A page at the desk may take its time: only a network that is gone counts.
    { matcher: ({ request }) => request.mode === "navigate" && !onFloor(request), handler: new NetworkOnly() },
  ],
  fallbacks: {
    entries: [
      { url: "/floor", matcher: ({ request }) => onFloor(request) },
      { url: "/no-network", matcher: ({ request }) => request.destination === "document" && !onFloor(request) },
    ],
  },
});
worker.addEventListeners();
