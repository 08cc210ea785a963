/** `14.80 cr`. */
export const money = (cents: number): string => `${(cents / 100).toFixed(2)} cr`;
