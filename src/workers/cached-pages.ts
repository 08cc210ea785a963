/** Caches of page copies on the device, and of build files. */
export const PAGES = 'taut-pages';
export const BUILT = 'taut-built';

/** On the document of a page that comes from the device: when its copy was made, ISO. */
export const CACHED_AT = 'data-kept-at';

/** A copy of a page, marked as one: its numbers are as old as it is. */
export async function markCached(copy: Response): Promise<Response> {
  const made = new Date(copy.headers.get('date') ?? 0).toISOString();
  const html = (await copy.text()).replace('<html', `<html ${CACHED_AT}="${made}"`);
  const headers = new Headers(copy.headers);
  headers.delete('content-length');
  headers.delete('content-encoding');
  return new Response(html, { status: 200, headers });
}

/** True if an answer is a page to copy: found, and behind sign-in. */
export function isPage(url: string, answer: Response): boolean {
  return answer.status === 200 && !answer.redirected && /^text\/html/.test(answer.headers.get('content-type') ?? '') && !isSignIn(url);
}

export const isSignIn = (url: string) => /^\/(?:sign-in|first-owner)(?:\/|$)/.test(new URL(url).pathname);

/** Replaces a page that is not on the device. */
export const noPage = () =>
  new Response(
    `<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>No network · Taut Sheave</title>
<style>
  :root { color-scheme: light dark; }
  body { font-family: system-ui, sans-serif; max-width: 34rem; margin: 12vh auto 0; padding: 0 24px; line-height: 1.5; }
  a { display: inline-block; margin: 0 12px 12px 0; padding: 12px 20px; border-radius: 4px; background: #1f6f6b; color: #fff; text-decoration: none; font-weight: 600; }
</style>
<main>
<h1>The server does not answer</h1>
<p>This page was not opened on this device before, so no copy exists. Your changes are saved on this device. They are sent when the network is back.</p>
<p><a href="">Try again</a><a href="/">Open Jobs</a></p>
</main>
</html>`,
    { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } },
  );
