import { describe, expect, it } from 'vitest';
import { findInvalidText } from './invalid-text';

describe('text that cannot be stored', () => {
  it.each<[string, unknown, string, number]>([
    ['a NUL', { name: 'Orchard\0 rider' }, 'name', 8],
    ['half a character at the end', { fields: { notes: 'wet \ud83d' } }, 'fields.notes', 5],
    ['the other half alone', { rows: [{ bin: 'B2' }, { bin: '\ude0a' }] }, 'rows.1.bin', 1],
    ['a whole character, then a half', { name: '\ud83d\ude0a\ud83d' }, 'name', 3],
  ])('%s is reported with its place', (_, value, field, character) =>
    expect(findInvalidText(value)).toEqual({ field, problem: expect.stringContaining(`Character ${character} `) }),
  );
  it('a broken name of a part is found, too', () => expect(findInvalidText({ typed: { 'a\0': 'x' } })).not.toBeNull());
  it.each([[{ name: 'Skerrow \ud83d\ude0a, 51 3/8″' }], [null], [12], [['a', { b: true }]], ['']])('%j is fit', (value) =>
    expect(findInvalidText(value)).toBeNull(),
  );
});
