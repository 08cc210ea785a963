export type TextResult =
  | { readonly ok: true; readonly text: string; readonly encoding: 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252' }
  | { readonly ok: false; readonly problem: string };

/** Bytes that no writing in Windows-1252 has. */
const NO_LETTER: ReadonlySet<number> = new Set([0x81, 0x8d, 0x8f, 0x90, 0x9d]);
/**
 * Share of zero bytes at every other place from which a file counts as UTF-16 without a mark. Latin letters have such
 * bytes.
 */
const UTF16_SHARE = 0.4;

/**
 * Text of a file in its detected encoding: UTF-8 with or without a mark, UTF-16 in either byte order, or Windows-1252,
 * which older spreadsheets write. Any other encoding is refused, never replaced by question marks.
 */
export function decodeText(bytes: Uint8Array): TextResult {
  const read = (encoding: 'utf-8' | 'utf-16le' | 'utf-16be' | 'windows-1252'): TextResult | null => {
    try {
      return { ok: true, encoding, text: new TextDecoder(encoding, { fatal: true }).decode(bytes) };
    } catch {
      return null;
    }
  };
  const unreadable: TextResult = { ok: false, problem: 'This file is not text in a known encoding. Save it as UTF-8.' };
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return read('utf-16le') ?? unreadable;
  if (bytes[0] === 0xfe && bytes[1] === 0xff) return read('utf-16be') ?? unreadable;
  const noughts = [0, 0];
  const looked = Math.min(bytes.length, 4096);
  for (let i = 0; i < looked; i++) if (bytes[i] === 0) noughts[i % 2]!++;
  if (noughts[0]! + noughts[1]! > 0) {
    const share = (n: number) => n / Math.max(1, looked / 2);
    if (share(noughts[1]!) > UTF16_SHARE && noughts[0] === 0) return read('utf-16le') ?? unreadable;
    if (share(noughts[0]!) > UTF16_SHARE && noughts[1] === 0) return read('utf-16be') ?? unreadable;
    return { ok: false, problem: 'This is not a text file.' };
  }
  const utf8 = read('utf-8');
  if (utf8) return utf8;
  return bytes.some((b) => NO_LETTER.has(b)) ? unreadable : (read('windows-1252') ?? unreadable);
}
