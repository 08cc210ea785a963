/** A whole number above 0 from an address, or null: addresses are typed by hand, too. */
export function wholeNumber(text: string | string[] | undefined): number | null {
  return typeof text === 'string' && /^[1-9]\d{0,8}$/.test(text) ? Number(text) : null;
}
