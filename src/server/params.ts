import { notFound } from 'next/navigation';

/** A whole number above 0 from an address, or null: addresses are typed by hand, too. */
export function wholeNumber(text: string | string[] | undefined): number | null {
  return typeof text === 'string' && /^[1-9]\d{0,8}$/.test(text) ? Number(text) : null;
}

/** Input of a query for one record, from its address. An invalid address is a page that is not found. */
export const idOf = async (params: Promise<{ readonly id: string }>): Promise<{ id: number }> => ({
  id: wholeNumber((await params).id) ?? notFound(),
});

/** Input of a query for a job, from its address. An invalid address is a page that is not found. */
export const numberOf = async (params: Promise<{ readonly number: string }>): Promise<{ number: number }> => ({
  number: wholeNumber((await params).number) ?? notFound(),
});

/** Parameters of a list in an address: search words, and the page from 1. */
export function listQuery(params: Readonly<Record<string, string | string[] | undefined>>): { find: string; page: number } {
  const { find, page } = params;
  return { find: typeof find === 'string' ? find.slice(0, 200) : '', page: wholeNumber(page) ?? 1 };
}
