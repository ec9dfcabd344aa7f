import {
  addPlugins,
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

declare const self: ServiceWorkerGlobalScope;
/** The files of this very build, put in when it is built: another build is another worker, which takes its files whole or not at all. */
declare const BUILT_FILES: { url: string; revision: string | null }[];

/** Stands in every answer of Nelbo's server. */
const OWN_ANSWER = 'nelbo-api';

/** The server is given so long before the page comes from this device, ms. */
const PATIENCE_MS = 3000;

// The newest application is the right one: it does not wait until the last page of an older one is closed.
self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));

// A file that somebody else answered for is no part of the build.
addPlugins([
  {
    cacheWillUpdate: async ({ response }) =>
      response.ok && response.headers.has(OWN_ANSWER) ? response : null,
  },
]);
precacheAndRoute(BUILT_FILES, { directoryIndex: '' });
cleanupOutdatedCaches();

// A page comes from the server while that answers, so that it is never older than the server; else from this device.
// What belongs to the interface is never kept here: the page keeps its own data.
const kept = createHandlerBoundToURL('/index.html');
registerRoute(
  new NavigationRoute(
    async (options) => {
      try {
        const answer = await fetch(options.request, { signal: AbortSignal.timeout(PATIENCE_MS) });
        // What answers in the server's place, as the sign-in page of a network does, is not the application.
        if (answer.status < 500 && answer.headers.has(OWN_ANSWER)) return answer;
      } catch {
        // The server or the network is away.
      }
      return kept(options);
    },
    { denylist: [/^\/api\//, /\.\w+$/] },
  ),
);
