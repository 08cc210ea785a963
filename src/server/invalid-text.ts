/**
 * Finds text that no database accepts: a NUL, or an unpaired surrogate. They come from damaged files and truncated
 * copies, never from typing.
 * @returns its place and a sentence, or null if all text is valid
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

/** Position of an unpaired surrogate. */
const loneHalf = (text: string): number => text.search(/[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/);
