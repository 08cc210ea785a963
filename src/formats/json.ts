import type { Problem } from '../core/drive';

/** Largest file read, bytes: a hundred times any real one. */
export const FILE_LIMIT = 2_000_000;

export type JsonResult = { readonly ok: true; readonly document: unknown } | { readonly ok: false; readonly problems: readonly Problem[] };

/** Reads JSON text, with or without a byte-order mark. Text that is not JSON is one problem, with its line. */
export function readJson(text: string, what: string): JsonResult {
  if (text.length > FILE_LIMIT)
    return { ok: false, problems: [{ path: '', message: `the file is larger than ${FILE_LIMIT / 1e6} MB, too large for ${what}` }] };
  try {
    return { ok: true, document: JSON.parse(text.replace(/^﻿/, '')) };
  } catch {
    return {
      ok: false,
      problems: [{ path: `line ${lineOfFault(text)}`, message: 'this is not JSON; check for a missing comma, quote or bracket' }],
    };
  }
}

/**
 * Line of the syntax error in JSON text: that of its shortest prefix that no continuation can make valid. The message
 * of the parser may lack it.
 */
function lineOfFault(text: string): number {
  const completable = (length: number) => {
    try {
      JSON.parse(text.slice(0, length));
      return true;
    } catch (error) {
      return /end of JSON|Unterminated|No number|missing/i.test((error as Error).message);
    }
  };
  let [good, bad] = [0, text.length + 1];
  while (bad - good > 1) {
    const middle = (good + bad) >> 1;
    if (completable(middle)) good = middle;
    else bad = middle;
  }
  return text.slice(0, good).split('\n').length;
}
