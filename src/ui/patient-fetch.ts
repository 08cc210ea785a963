/** What a page's content is asked for by, and what it is asked ahead by. */
const CONTENT = 'rsc';
const AHEAD = 'next-router-prefetch';
/** An answer that says that the server is not well is not taken for the page before it was given so often. */
const UNWELL_TRIES = 3;
const UNWELL = 500;
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

/** An answer once all of it has come: one that breaks off half way is as lost as one that never came. */
async function wholeOf(answer: Response, asItIs: boolean): Promise<Response> {
  if (answer.status >= UNWELL && !asItIs) throw new TypeError(`the server answers ${answer.status}`);
  await answer.clone().arrayBuffer();
  return answer;
}

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
    for (let tries = 1; ; tries++) {
      try {
        return await wholeOf(await inner(input, init), tries >= UNWELL_TRIES);
      } catch (lost) {
        const url = new URL(input instanceof Request ? input.url : input, window.location.origin);
        if (init?.signal?.aborted || (await mayLoad(url))) throw lost;
        if (tries === 1) waits(url);
        await isBack();
      }
    }
  };
}
