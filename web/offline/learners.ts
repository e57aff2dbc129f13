import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { cleanupOutdatedCaches, matchPrecache, precacheAndRoute } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';
import { pageFor } from './kept-pages.ts';

declare const self: ServiceWorkerGlobalScope;

/** How long the server may take, in ms, before what was saved is shown. */
const PATIENCE_MS = 4000;
const patience = () => new Promise<void>((done) => setTimeout(done, PATIENCE_MS));

/** Keeps the learners’ tools, and the pages and editions that were opened; it touches nothing of trainers. */
self.addEventListener('message', (event) => {
  if ((event.data as { type?: string } | null)?.type === 'SKIP_WAITING') void self.skipWaiting();
});
clientsClaim();
cleanupOutdatedCaches();
precacheAndRoute(self.__WB_MANIFEST);

// A tool’s page is the same whatever edition it is for.
registerRoute(
  /\/s\/[^/]+\/[^/]+\/(?:find|practise|translate|try-out|bench|own)(?:\?.*)?$/,
  new NetworkFirst({
    cacheName: 'crib-tools',
    networkTimeoutSeconds: PATIENCE_MS / 1000,
    plugins: [{ handlerDidError: () => matchPrecache('/study.html') }],
  }),
);
// Past the browser’s own cache: there, “Try again” waits for the answer that was too slow the first time.
registerRoute(/\/(?:s|n)\/[^/]+\/[^/]+(?:\?.*)?$/, async ({ request }) =>
  pageFor(request, {
    pages: await caches.open('crib-sheets'),
    ask: (one) => fetch(one, { cache: 'no-store' }),
    patience,
  }),
);
registerRoute(
  /\/public\/editions\/[^/]+\/program\.json$/,
  new CacheFirst({ cacheName: 'crib-programs', plugins: [new ExpirationPlugin({ maxEntries: 100 })] }),
);
registerRoute(
  /\/public\/editions\//,
  new NetworkFirst({
    cacheName: 'crib-editions',
    networkTimeoutSeconds: PATIENCE_MS / 1000,
    plugins: [new ExpirationPlugin({ maxEntries: 300 })],
  }),
);
registerRoute(
  /\/assets\//,
  new CacheFirst({ cacheName: 'crib-assets', plugins: [new ExpirationPlugin({ maxEntries: 200 })] }),
);
