/** A whole number above 0 from an address, or null: addresses are typed by hand, too. */
export function wholeNumber(text: string | string[] | undefined): number | null {
  return typeof text === 'string' && /^[1-9]\d{0,8}$/.test(text) ? Number(text) : null;
}

/** What a list is asked for in an address: words to find and which page, from 1. */
export function listAsked(params: Readonly<Record<string, string | string[] | undefined>>): { find: string; page: number } {
  const { find, page } = params;
  return { find: typeof find === 'string' ? find.slice(0, 200) : '', page: wholeNumber(page) ?? 1 };
}
