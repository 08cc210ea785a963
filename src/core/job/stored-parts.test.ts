import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PART_STATES } from './entries/procedure';
import { partsCount, storedParts, type CountedPart, type RecordLine } from '.';

const at = '2026-04-11T09:00:00Z';
const part = (job: number, way: CountedPart['way'], count: number, note = '', item = 'Skids'): CountedPart => ({
  job,
  at,
  way,
  count,
  note,
  item,
});
const counts = (...lines: CountedPart[]) => storedParts(lines).map(({ item, count, note, job }) => [item, count, note, job]);

describe('parts in store', () => {
  it('stay with their place from one job to the next, until they are refitted', () => {
    const spring = [part(210, 'off', 2), part(210, 'stored', 2, 'autumn, rack 4')];
    expect(counts(...spring)).toEqual([['Skids', 2, 'autumn, rack 4', 210]]);
    expect(counts(...spring, part(231, 'on', 1))).toEqual([['Skids', 1, 'autumn, rack 4', 210]]);
    expect(counts(...spring, part(231, 'on', 2))).toEqual([]);
  });
  it('are not counted twice by a job that states that the machine arrived without them', () => {
    const spring = part(210, 'stored', 2, 'autumn, rack 4');
    expect(counts(spring, part(231, 'stored', 2, 'autumn, rack 5'))).toEqual([['Skids', 2, 'autumn, rack 5', 231]]);
    expect(counts(spring, part(231, 'stored', 2, 'autumn, rack 4'), part(231, 'on', 2))).toEqual([]);
  });
  it('add to those in store where a job removed more', () => {
    const spring = part(210, 'stored', 1, 'autumn, rack 4');
    expect(counts(spring, part(231, 'off', 1), part(231, 'stored', 1, 'autumn, rack 4'))[0]![1]).toBe(2);
  });
  it('are not what another job removed and left off', () => {
    expect(counts(part(210, 'off', 2), part(231, 'stored', 2, 'rack 4'), part(231, 'on', 2))).toEqual([]);
    expect(counts(part(210, 'off', 2))).toEqual([]);
  });
  it('are those of the parts count, for any single job', () => {
    const line = fc.record({
      way: fc.constantFrom(...PART_STATES),
      item: fc.constantFrom('Skids', 'Pins'),
      count: fc.integer({ min: 1, max: 3 }),
    });
    fc.assert(
      fc.property(fc.array(line, { maxLength: 12 }), (lines) => {
        // A part that is stated to be stored a second time is not another one here. All else agrees.
        const once = lines.filter(
          ({ way, item }, i) => way !== 'stored' || lines.findIndex((l) => l.way === 'stored' && l.item === item) === i,
        );
        const all = once.map(({ way, item, count }) => part(210, way, count, 'rack', item));
        const ticket = all.map((body): RecordLine => ({ type: 'tally', stage: 'fit', body, withdrawn: false, at, by: 'Bram' }));
        const counted = partsCount(ticket);
        // More refitted than removed is an error of the count, which that function shows.
        const isPossible = (n: number) => [...partsCount(ticket.slice(0, n)).off.values()].every((left) => left >= 0);
        fc.pre(ticket.every((_, i) => isPossible(i + 1)));
        expect(new Map(storedParts(all).map((s) => [s.item, s.count]))).toEqual(
          new Map([...counted.stored].map(([item, { count }]) => [item, count])),
        );
      }),
      { seed: 26, numRuns: 400 },
    );
  });
});
