import { describe, expect, it } from 'vitest';
import { DRIVE_PARTS } from '../base';
import { trace, vocabulary, withoutParts, type FaultCase } from '.';

const deck: FaultCase = { kind: 'deck-lever', complaint: ['slow-weak'], history: [], setups: [] };
const solved = (faultCase: FaultCase, absent: Parameters<typeof withoutParts>[1]) => {
  const answer = trace(withoutParts(vocabulary(), absent, faultCase), faultCase);
  if (answer.status !== 'ok') throw new Error(answer.status);
  return answer;
};

describe('a drive that lacks a part', () => {
  it('has no check and no cause of that part, and the chances of the others add up', () => {
    const all = solved(deck, []);
    const ids = (t: typeof all) => [...t.causes.map((c) => c.id), ...t.next.map((n) => n.check)];
    expect(ids(all)).toEqual(expect.arrayContaining(['cable', 'cable-stretched', 'spring-weak']));
    const rod = solved(deck, ['cable', 'brake']);
    for (const id of ['cable', 'cable-stretched', 'cable-stiff', 'brake-released', 'brake-worn']) expect(ids(rod)).not.toContain(id);
    expect(ids(rod)).toContain('spring-weak');
    expect(rod.causes.reduce((a, c) => a + c.probability, 0)).toBeGreaterThanOrEqual(1 - 1e-9);
  });
  it('keeps findings and repairs on it, regardless of its recorded parts', () => {
    const found: FaultCase = { ...deck, history: [{ check: 'cable', result: 'bad' }, { fixed: 'cable-stiff' }, { prove: 'still' }] };
    const words = withoutParts(vocabulary(), ['cable'], found);
    expect(words.checks.some((c) => c.id === 'cable')).toBe(true);
    expect(words.causes.some((c) => c.id === 'cable-stiff')).toBe(true);
    expect(words.causes.some((c) => c.id === 'cable-stretched')).toBe(false);
    expect(() => solved(found, ['cable'])).not.toThrow();
  });
  it('can lack every such part and still be traced, on every kind of drive', () => {
    const words = vocabulary();
    for (const { id: kind } of words.kinds)
      for (const complaint of words.complaints.filter((c) => c.kinds.includes(kind)))
        expect(solved({ kind, complaint: [complaint.id], history: [], setups: [] }, DRIVE_PARTS).causes.length).toBeGreaterThan(0);
  });
});
