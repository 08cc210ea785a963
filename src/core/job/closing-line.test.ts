import { describe, expect, it } from 'vitest';
import { proposedClosing } from './closing-line';
import type { RecordLine } from './kind';
import { BOOKED_BELT } from './test-job';

const line = (type: string, body: object, withdrawn = false): RecordLine => ({
  ...{ type, body, withdrawn, stage: 'set', at: '2026-11-26T09:00:00Z', by: 'Ines' },
});
const timed = (what: string, seconds: number, when = 'proved') =>
  line('timed', { what, seconds, when, limitS: 5, how: 'stopwatch', sdS: null });
const adjusted = (to: number, withdrawn = false) =>
  line(
    'changed',
    { change: 'adjusted', adjuster: { id: 'bracket', label: 'Cable bracket' }, to, placeIn: 'length', turned: '' },
    withdrawn,
  );

describe('the closing line that a ticket proposes', () => {
  it('names what was fitted, repaired and adjusted, and the last times of the test run', () => {
    const lines = [
      timed('engagement', 2.4, 'found'),
      line('belt-booked', BOOKED_BELT),
      line('part-fitted', { partId: 1, name: 'Flat idler', number: '', bin: 'C1', quantity: 1, priceCents: null }),
      line('mended', { cause: 'arm-stiff', when: 'here', agreed: false, kind: 'deck-lever' }),
      adjusted(4),
      adjusted(5),
      timed('engagement', 0.9),
      timed('engagement', 0.6),
      timed('stop', 2.1),
    ];
    expect(proposedClosing(lines)).toMatch(
      /^New belt: 4L480\. New part: Flat idler\. Repaired: .+\. Cable bracket adjusted\. In the test run it engages in 0\.6 s and stops in 2\.1 s\.$/,
    );
  });
  it('leaves out struck-out lines, times as found, and repairs that were declined', () => {
    const declined = line('mended', { cause: 'arm-stiff', when: 'left', agreed: false, kind: 'deck-lever' });
    expect(proposedClosing([adjusted(4, true), timed('stop', 3, 'found'), declined])).toBe('');
  });
});
