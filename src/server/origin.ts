/**
 * Whether a request comes from a page of another origin. A browser says so of every request that changes something; what says nothing of it is no
 * browser, and has no cookie that a page could borrow. Ports count: a page on another port of the same host is another origin, though cookies do not
 * tell the two apart.
 */
export function isCrossOrigin(headers: Headers): boolean {
  const site = headers.get('sec-fetch-site');
  if (site !== null && site !== 'same-origin' && site !== 'none') return true;
  const origin = headers.get('origin');
  if (origin === null) return false;
  return !URL.canParse(origin) || new URL(origin).host !== headers.get('host');
}
