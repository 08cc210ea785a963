/** Headers of a request for page content, and of a prefetch. */
const CONTENT = 'rsc';
const AHEAD = 'next-router-prefetch';
/** Number of failed answers, from a healthy server, after which the failure is accepted. */
const UNWELL_TRIES = 3;
const UNWELL = 500;
/** A part of a page that failed on the server, in the router's own format. Parts that are not found or lead elsewhere have names instead of numbers. */
const FAILED_PART = /(^|\n)[0-9a-f]+:E\{"digest":"(?!NEXT_)/;
/** Retry interval without an online event, ms. */
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
 * A fetch that waits for the network when the router requests a page. After a lost answer the router would load the
 * whole page. Without a network, that ends in the error page of the browser and loses all input.
 * @param mayLoad true if the page can be loaded whole, as from a copy on the device
 * @param waits called once when a page must wait
 * @param isWell true if the server and its database answer; before that, failed answers do not count
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
