import { describe, expect, it } from 'vitest';
import { markCached, isPage, CACHED_AT, noPage } from './cached-pages';

const html = (status = 200, headers: Record<string, string> = {}) =>
  new Response('<!DOCTYPE html><html lang="en"><body>Job 213</body></html>', {
    status,
    headers: { 'content-type': 'text/html; charset=utf-8', date: 'Thu, 12 Nov 2026 08:30:00 GMT', ...headers },
  });

describe('a copy of a page', () => {
  it('states its time, and equals the answer of the server otherwise', async () => {
    const copy = await markCached(html(200, { 'content-security-policy': "default-src 'self'", 'content-length': '57' }));
    expect(await copy.text()).toBe(`<!DOCTYPE html><html ${CACHED_AT}="2026-11-12T08:30:00.000Z" lang="en"><body>Job 213</body></html>`);
    expect(copy.headers.get('content-security-policy')).toBe("default-src 'self'");
    expect(copy.headers.get('content-length')).toBeNull();
  });
  it('is made of pages that were found, not of sign-in, refusals or data', () => {
    const at = (path: string) => `http://127.0.0.1:4270${path}`;
    expect(isPage(at('/jobs/213?stage=look'), html())).toBe(true);
    expect(isPage(at('/sign-in'), html())).toBe(false);
    expect(isPage(at('/first-owner'), html())).toBe(false);
    expect(isPage(at('/jobs/213'), html(404))).toBe(false);
    expect(isPage(at('/api/jobs'), new Response('{}', { headers: { 'content-type': 'application/json' } }))).toBe(false);
  });
  it('explains a missing page in words, with a link', async () => {
    expect(noPage().status).toBe(503);
    const text = await noPage().text();
    expect(text).toContain('The server does not answer');
    expect(text).toContain('href="/"');
  });
});
