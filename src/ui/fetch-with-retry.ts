/** What a page's content is asked for by, and what it is asked ahead by. */
const CONTENT = 'rsc';
const AHEAD = 'next-router-prefetch';
/** An answer that says that the server failed counts as the page once the server, by then in order, has given it this many times. */
const UNWELL_TRIES = 3;
const UNWELL = 500;
/** A part of a page that failed on the server, in the router's own format. Parts that are not found or lead elsewhere have names instead of numbers. */
const FAILED_PART = /(^|\n)[0-9a-f]+:E\{"digest":"(?!NEXT_)/;
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

/** Waits for the whole answer: one that breaks off half way is as lost as one that never came. @returns whether the server made it without failing */
async function isWhole(answer: Response): Promise<boolean> {
  const text = await answer.clone().text();
  return answer.status < UNWELL && !FAILED_PART.test(text);
}

/**
 * A fetch that waits for the network where the router asks for a page. The router takes a lost answer for a reason to load the whole page, which
 * without network ends in the browser's error page and takes with it what was being done on this one.
 * @param mayLoad whether that page can be loaded whole all the same, as from a copy on the device
 * @param waits told once where a page is waited for
 * @param isWell whether the server and its database answer; while they do not, no failed answer counts
 */
export function fetchWithRetry(
  inner: typeof fetch,
  mayLoad: (url: URL) => Promise<boolean>,
  waits: (url: URL) => void,
  isWell: () => Promise<boolean>,
): typeof fetch {
  return async (input, init) => {
    const headers = new Headers(init?.headers);
    if (!headers.has(CONTENT) || headers.has(AHEAD) || (init?.method ?? 'GET') !== 'GET') return inner(input, init);
    const url = new URL(input instanceof Request ? input.url : input, window.location.origin);
    let failures = 0;
    for (let first = true; ; first = false) {
      try {
        const answer = await inner(input, init);
        if (await isWhole(answer)) return answer;
        if (await isWell()) failures++;
        if (failures >= UNWELL_TRIES || init?.signal?.aborted || (await mayLoad(url))) return answer;
      } catch (lost) {
        if (init?.signal?.aborted || (await mayLoad(url))) throw lost;
      }
      if (first) waits(url);
      await isBack();
    }
  };
}
