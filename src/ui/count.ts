/** A whole number of things between two limits. Null for any other text. */
export function readCount(text: string, least: number, most: number): number | null {
  const number = text.trim() === '' ? Number.NaN : Number(text);
  return Number.isInteger(number) && number >= least && number <= most ? number : null;
}

/** Rule of a form field for a whole number. */
export const countRule = (least: number, most: number) => ({
  validate: (text: string) => readCount(text, least, most) !== null || `Enter a whole number from ${least} to ${most}.`,
});
