/** Deepest nesting and most values of a command's JSON. A drive or a notebook nests under ten levels. */
export const JSON_LIMITS = { depth: 40, values: 250_000 } as const;

const [QUOTE, BACKSLASH, COMMA] = [0x22, 0x5c, 0x2c];
const OPENS = new Set([0x5b, 0x7b]);
const CLOSES = new Set([0x5d, 0x7d]);

/**
 * True if JSON text is within limits of depth and number of values, by one pass over its bytes. Parsing deeply nested
 * text blocks everyone for seconds, so this comes first.
 */
export function withinJsonLimits(
  text: Uint8Array,
  { depth: deepest, values: most } = JSON_LIMITS as { depth: number; values: number },
): boolean {
  let depth = 0;
  let values = 1;
  let inString = false;
  for (let i = 0; i < text.length; i++) {
    const byte = text[i]!;
    if (inString) {
      if (byte === BACKSLASH) i++;
      else if (byte === QUOTE) inString = false;
    } else if (byte === QUOTE) inString = true;
    else if (byte === COMMA) {
      if (++values > most) return false;
    } else if (OPENS.has(byte)) {
      if (++depth > deepest || ++values > most) return false;
    } else if (CLOSES.has(byte)) depth--;
  }
  return true;
}
