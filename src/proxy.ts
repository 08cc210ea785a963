import { NextResponse, type NextRequest } from 'next/server';
import { isCrossOrigin } from './server/origin';

/**
 * Content security policy of every page: own sources only, and scripts only with the nonce of this answer. The
 * component library writes styles into the page.
 */
export function policy(nonce: string, dev: boolean): string {
  return [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? ` 'unsafe-eval'` : ''}`,
    `style-src 'self' 'unsafe-inline'`,
    `img-src 'self' data: blob:`,
    `font-src 'self'`,
    `connect-src 'self' blob:${dev ? ' ws:' : ''}`,
    `worker-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');
}

/** Path segment in the place of a record number that is not a number. */
const RECORD = /^\/(?:jobs|machines|drives(?:\/measure)?)\/([^/]+)/;
const WORDS = new Set(['new', 'measure', 'wear']);

/** True if an address cannot belong to any page. */
export function isMalformed(path: string): boolean {
  try {
    decodeURIComponent(path);
  } catch {
    return true;
  }
  const named = RECORD.exec(path)?.[1];
  return named !== undefined && !WORDS.has(named) && !/^[1-9]\d{0,8}$/.test(named);
}

/** A page without the shell, for an address without a page. */
const NO_ADDRESS = `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Page not found · Taut Sheave</title>
<style>
  :root { color-scheme: light dark; }
  body { font-family: system-ui, sans-serif; max-width: 34rem; margin: 12vh auto 0; padding: 0 24px; line-height: 1.5; }
  a { display: inline-block; padding: 12px 20px; border-radius: 4px; background: #1f6f6b; color: #fff; text-decoration: none; font-weight: 600; }
</style>
<main>
<h1>Page not found</h1>
<p>Check the address. Addresses of jobs, machines and drives end with a whole number, as in /jobs/212.</p>
<p><a href="/">Open Jobs</a></p>
</main>
</html>`;

export function proxy(request: NextRequest): NextResponse {
  if (isMalformed(request.nextUrl.pathname))
    return new NextResponse(NO_ADDRESS, { status: 400, headers: { 'content-type': 'text/html; charset=utf-8' } });
  // A server action of another origin is refused here with a sentence; the framework would answer it as a failure of its own.
  if (request.headers.has('next-action') && isCrossOrigin(request.headers))
    return new NextResponse('Actions can only be sent from a page of Taut Sheave.', { status: 403 });
  const nonce = crypto.randomUUID().replaceAll('-', '');
  const csp = policy(nonce, process.env.NODE_ENV !== 'production');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', csp);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', csp);
  return response;
}

/** Pages, without build files and pictures. */
export const config = { matcher: [{ source: '/((?!_next/|api/|icon|healthz|service-worker).*)' }] };
