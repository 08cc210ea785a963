/**
 * Text that no database takes: a NUL, or half of a character that takes two. They come of broken files and cut-off copies, never of typing.
 * @returns where it is and a sentence, or null where all of it can be kept
 */
export function findInvalidText(value: unknown, path: readonly string[] = []): { problem: string; field: string } | null {
  if (typeof value === 'string') {
    const at = value.includes('\0') ? value.indexOf('\0') : loneHalf(value);
    if (at < 0) return null;
    const before = value.slice(Math.max(0, at - 12), at);
    return {
      problem: `Character ${at + 1} of this text cannot be saved${before ? ` (after “${before}”)` : ''}. It is invalid. Delete it and save again.`,
      field: path.join('.'),
    };
  }
  if (typeof value !== 'object' || value === null) return null;
  for (const [key, item] of Object.entries(value)) {
    const found = findInvalidText(key) ?? findInvalidText(item, [...path, key]);
    if (found) return found;
  }
  return null;
}

/** Where half a character stands alone. */
const loneHalf = (text: string): number => text.search(/[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/);
