import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { mergeFields } from './form-merge';

const record = fc.record({ name: fc.constantFrom('a', 'b', 'c'), bin: fc.constantFrom('1', '2', '3'), note: fc.constantFrom('', 'x') });

describe('merge of two versions of a form', () => {
  it('takes a change that only one person made, and names what both changed', () => {
    const base = { name: 'Rider', maker: 'A', notes: '' };
    const { merged, clashes } = mergeFields(base, { ...base, name: 'Mine', notes: 'x' }, { ...base, name: 'Theirs', maker: 'B' });
    expect(merged).toEqual({ name: 'Mine', maker: 'B', notes: 'x' });
    expect(clashes).toEqual(['name']);
  });
  it('loses no change: each field has the value of the person who changed it, and clashes only where both differ', () => {
    fc.assert(
      fc.property(record, record, record, (base, mine, theirs) => {
        const { merged, clashes } = mergeFields(base, mine, theirs);
        for (const name of ['name', 'bin', 'note'] as const) {
          const [b, m, t] = [base[name], mine[name], theirs[name]];
          expect(merged[name]).toBe(m === b ? t : m);
          expect(clashes.includes(name)).toBe(m !== b && t !== b && m !== t);
        }
      }),
      { seed: 3, numRuns: 300 },
    );
  });
  it('is symmetric without clashes', () => {
    fc.assert(
      fc.property(record, record, record, (base, mine, theirs) => {
        const one = mergeFields(base, mine, theirs);
        if (one.clashes.length === 0) expect(one.merged).toEqual(mergeFields(base, theirs, mine).merged);
      }),
      { seed: 4, numRuns: 300 },
    );
  });
});
