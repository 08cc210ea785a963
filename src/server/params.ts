/** A whole number above 0 from an address, or null: addresses are typed by hand, too. */
export function wholeNumber(text: string | string[] | undefined): number | null {
  return typeof text === 'string' && /^[1-9]\d{0,8}$/.test(text) ? Number(text) : null;
}

/** Parameters of a list in an address: search words, and the page from 1. */
export function listQuery(params: Readonly<Record<string, string | string[] | undefined>>): { find: string; page: number } {
  const { find, page } = params;
  return { find: typeof find === 'string' ? find.slice(0, 200) : '', page: wholeNumber(page) ?? 1 };
}
