import { CacheFirst, ExpirationPlugin, NetworkFirst, Serwist } from 'serwist';
import { markCached, BUILT, isPage, isSignIn, noPage, PAGES } from './cached-pages';

/**
 * Service worker between pages and network: a page comes from the server if it answers, otherwise from the copy of its
 * last visit. Build files never change under their name.
 */
const pages = new NetworkFirst({
  cacheName: PAGES,
  matchOptions: { ignoreVary: true },
  plugins: [
    { cacheWillUpdate: ({ request, response }) => Promise.resolve(isPage(request.url, response) ? response : null) },
    new ExpirationPlugin({ maxEntries: 80, maxAgeSeconds: 7 * 86_400 }),
    { cachedResponseWillBeUsed: async ({ cachedResponse }) => (cachedResponse ? markCached(cachedResponse) : null) },
  ],
});

/** The copy of the same page at another place in it. */
async function nearest(request: Request): Promise<Response> {
  const copy = await caches.match(request, { cacheName: PAGES, ignoreVary: true, ignoreSearch: true });
  return copy ? markCached(copy) : noPage();
}

const serwist = new Serwist({
  skipWaiting: true,
  clientsClaim: true,
  disableDevLogs: true,
  runtimeCaching: [
    {
      matcher: ({ sameOrigin, url }) => sameOrigin && url.pathname.startsWith('/_next/static/'),
      handler: new CacheFirst({ cacheName: BUILT, plugins: [new ExpirationPlugin({ maxEntries: 400 })] }),
    },
    {
      matcher: ({ request, sameOrigin, url }) => sameOrigin && request.mode === 'navigate' && !url.pathname.startsWith('/api/'),
      handler: async ({ request, event }) => {
        // Another person may sign in next.
        if (isSignIn(request.url)) await caches.delete(PAGES);
        return pages.handle({ request, event }).catch(() => nearest(request));
      },
    },
  ],
});
serwist.addEventListeners();
