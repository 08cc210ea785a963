import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { fetchWithRetry } from './fetch-with-retry';

const answer = new Response('page');
const lost = () => Promise.reject(new TypeError('Failed to fetch'));
const page = { headers: { rsc: '1' } };
const well = () => Promise.resolve(true);

describe('a page requested without a network', () => {
  const listeners = new Set<() => void>();
  beforeEach(() => {
    vi.useFakeTimers();
    vi.stubGlobal('window', {
      location: { origin: 'http://bay' },
      addEventListener: (_: string, f: () => void) => listeners.add(f),
      removeEventListener: (_: string, f: () => void) => listeners.delete(f),
    });
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
    listeners.clear();
  });
  const settled = () => vi.advanceTimersByTimeAsync(0);

  it('is awaited, announced once, and requested again when the network returns or after a while', async () => {
    const inner = vi.fn<typeof fetch>().mockImplementationOnce(lost).mockImplementationOnce(lost).mockResolvedValue(answer);
    const waits = vi.fn();
    const read = fetchWithRetry(inner, () => Promise.resolve(false), waits, well)('/jobs/3', page);
    await settled();
    expect(inner).toHaveBeenCalledTimes(1);
    for (const back of [...listeners]) back();
    await settled();
    expect(inner).toHaveBeenCalledTimes(2);
    await vi.advanceTimersByTimeAsync(2000);
    expect(await read).toBe(answer);
    expect(waits.mock.calls.map(([url]) => (url as URL).pathname)).toEqual(['/jobs/3']);
    expect(listeners.size).toBe(0);
  });
  it('is asked for again where its answer breaks off half way, or the server is not well; which it is taken to be in the end', async () => {
    const broken = () => {
      let begun = false;
      const body = new ReadableStream({
        pull: (c) => (begun ? c.error(new TypeError('network error')) : ((begun = true), c.enqueue(new Uint8Array([1])))),
      });
      return Promise.resolve(new Response(body));
    };
    const inner = vi.fn<typeof fetch>().mockImplementationOnce(broken).mockResolvedValue(answer);
    const read = fetchWithRetry(inner, () => Promise.resolve(false), vi.fn(), well)('/jobs/3', page);
    await vi.advanceTimersByTimeAsync(2000);
    expect(await (await read).clone().text()).toBe('page');
    expect(inner).toHaveBeenCalledTimes(2);

    const unwell = vi.fn<typeof fetch>().mockImplementation(() => Promise.resolve(new Response('no', { status: 500 })));
    const last = fetchWithRetry(unwell, () => Promise.resolve(false), vi.fn(), well)('/jobs/3', page);
    await vi.advanceTimersByTimeAsync(4000);
    expect((await last).status).toBe(500);
    expect(unwell).toHaveBeenCalledTimes(3);
  });
  it('is asked for again where a part of it failed on the server, for as long as the database is away', async () => {
    const failed = () => Promise.resolve(new Response('0:{"f":["$","div"]}\n5:E{"digest":"2917309432"}\n'));
    const inner = vi.fn<typeof fetch>().mockImplementation(failed);
    let health = false;
    const read = fetchWithRetry(
      inner,
      () => Promise.resolve(false),
      vi.fn(),
      () => Promise.resolve(health),
    )('/jobs/3', page);
    await vi.advanceTimersByTimeAsync(20_000);
    expect(inner.mock.calls.length).toBeGreaterThan(8);
    inner.mockResolvedValue(answer);
    health = true;
    await vi.advanceTimersByTimeAsync(2000);
    expect(await read).toBe(answer);
  });
  it('counts a missing or redirected page as an answer', async () => {
    for (const digest of ['NEXT_HTTP_ERROR_FALLBACK;404', 'NEXT_REDIRECT;replace;/sign-in;307;']) {
      const named = new Response(`0:{"f":[]}\n7:E{"digest":"${digest}"}\n`);
      expect(
        await fetchWithRetry(
          () => Promise.resolve(named),
          () => Promise.resolve(false),
          vi.fn(),
          well,
        )('/jobs/3', page),
      ).toBe(named);
    }
  });
  it('ends if it can be loaded whole, or if it is no longer needed', async () => {
    const inner = vi.fn<typeof fetch>().mockImplementation(lost);
    await expect(fetchWithRetry(inner, () => Promise.resolve(true), vi.fn(), well)('/shelf', page)).rejects.toThrow('Failed to fetch');
    const gone = fetchWithRetry(inner, () => Promise.resolve(false), vi.fn(), well)('/shelf', { ...page, signal: AbortSignal.abort() });
    await expect(gone).rejects.toThrow('Failed to fetch');
    expect(inner).toHaveBeenCalledTimes(2);
  });
  it.each<[string, RequestInit | undefined]>([
    ['an act', { method: 'POST', headers: { rsc: '1' } }],
    ['a page asked for ahead', { headers: { rsc: '1', 'next-router-prefetch': '1' } }],
    ['anything else', undefined],
  ])('%s fails immediately', async (_, init) => {
    const inner = vi.fn<typeof fetch>().mockImplementation(lost);
    await expect(fetchWithRetry(inner, () => Promise.resolve(false), vi.fn(), well)('/x', init)).rejects.toThrow();
    expect(inner).toHaveBeenCalledTimes(1);
  });
});
