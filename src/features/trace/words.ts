/** A chance as it is said: no more sure than the numbers it is made of. */
export const percent = (p: number): string => (p > 0.995 ? 'over 99 %' : `${Math.round(100 * p)} %`);
