import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import * as z from 'zod';
import { bySchema, storedObject, readStored, type Form } from '.';

/** A belt document stored first in inches, then in millimetres, then with its count. */
const form: Form<{ readonly lengthMm: number; readonly count: number }> = {
  what: 'this belt',
  version: 3,
  upgrades: {
    1: (older) => ({ lengthMm: Number(storedObject(older)['inches']) * 25.4 }),
    2: (older) => ({ ...storedObject(older), count: 1 }),
  },
  check: bySchema(z.object({ lengthMm: z.number().positive(), count: z.number().int().positive() })),
};

describe('stored documents', () => {
  it('is read at its own version, and older ones step by step', () => {
    expect(readStored(form, 3, { lengthMm: 508, count: 2 })).toEqual({ ok: true, value: { lengthMm: 508, count: 2 } });
    expect(readStored(form, 2, { lengthMm: 508 })).toEqual({ ok: true, value: { lengthMm: 508, count: 1 } });
    expect(readStored(form, 1, { inches: 20 })).toEqual({ ok: true, value: { lengthMm: 508, count: 1 } });
  });
  it.each<[string, number, unknown, RegExp]>([
    ['from a later version', 4, { lengthMm: 1, count: 1 }, /^This belt is unreadable: it was stored by a later version of this program\.$/],
    ['from a version nobody knows', 0, {}, /version 0 of it is not supported/],
    ['not what its version wrote', 2, 'a text', /not what version 2 wrote/],
    ['of another shape', 3, { lengthMm: -1, count: 1 }, /lengthMm: /],
    ['nothing', 3, null, /is unreadable/],
    ['a number that an upgrade makes no number', 1, { inches: 'twenty' }, /lengthMm/],
  ])('%s is reported with its whole text', (_, version, kept, why) => {
    const read = readStored(form, version, kept);
    expect(read.ok).toBe(false);
    if (read.ok) return;
    expect(read.problem).toMatch(why);
    expect(read.text).toBe(typeof kept === 'string' ? kept : JSON.stringify(kept, null, 2));
  });
  it('is read or reported, and never thrown, for any content', () => {
    fc.assert(
      fc.property(fc.jsonValue(), fc.integer({ min: -1, max: 5 }), (kept, version) => {
        const read = readStored(form, version, kept);
        expect(read.ok ? read.value.count > 0 : read.problem.length > 20).toBe(true);
      }),
    );
  });
});
