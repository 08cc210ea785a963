/** What a page's content is asked for by, and what it is asked ahead by. */
const CONTENT = 'rsc';
const AHEAD = 'next-router-prefetch';
/** Asked again so often while nothing says that the network is back, ms. */
const AGAIN_MS = 2000;

const isBack = () =>
  new Promise<void>((resolve) => {
    const done = () => {
      clearTimeout(timer);
      window.removeEventListener('online', done);
      resolve();
    };
    const timer = setTimeout(done, AGAIN_MS);
    window.addEventListener('online', done);
  });

/**
 * A fetch that waits for the network where the router asks for a page. The router takes a lost answer for a reason to load the whole page, which
 * without network ends in the browser's error page and takes with it what was being done on this one.
 * @param mayLoad whether that page can be loaded whole all the same, as from a copy on the device
 * @param waits told once where a page is waited for
 */
export function patientFetch(inner: typeof fetch, mayLoad: (url: URL) => Promise<boolean>, waits: (url: URL) => void): typeof fetch {
  return async (input, init) => {
    const headers = new Headers(init?.headers);
    if (!headers.has(CONTENT) || headers.has(AHEAD) || (init?.method ?? 'GET') !== 'GET') return inner(input, init);
    for (let told = false; ; told = true) {
      try {
        return await inner(input, init);
      } catch (lost) {
        const url = new URL(input instanceof Request ? input.url : input, window.location.origin);
        if (init?.signal?.aborted || (await mayLoad(url))) throw lost;
        if (!told) waits(url);
        await isBack();
      }
    }
  };
}
