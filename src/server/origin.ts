/**
 * True if a request comes from a page of another origin. Browsers state the origin of every changing request. A client
 * without it is not a browser, so no page can borrow its cookie. Ports count: a page on another port of the same host
 * is another origin, although cookies ignore ports.
 */
export function isCrossOrigin(headers: Headers): boolean {
  const site = headers.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin' && site !== 'none') return true;
  const origin = headers.get('origin');
  if (origin === null) return false;
  return !URL.canParse(origin) || new URL(origin).host !== headers.get('host');
}
