import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { spreadLabels } from './spread-labels';

describe('labels on one line', () => {
  it('stay where they are while they do not meet', () => {
    expect(
      spreadLabels(
        [
          { at: 40, width: 20 },
          { at: 100, width: 20 },
        ],
        0,
        200,
      ),
    ).toEqual([40, 100]);
  });
  it('separate by their overlap, equally to both sides', () => {
    expect(
      spreadLabels(
        [
          { at: 100, width: 40 },
          { at: 104, width: 40 },
        ],
        0,
        200,
      ),
    ).toEqual([80, 124]);
  });
  it('never cover each other and stay between the ends where they fit, in the order of their places', () => {
    const label = fc.record({ at: fc.double({ min: 0, max: 260, noNaN: true }), width: fc.double({ min: 10, max: 60, noNaN: true }) });
    fc.assert(
      fc.property(fc.array(label, { minLength: 1, maxLength: 4 }), (labels) => {
        const centres = spreadLabels(labels, 0, 260);
        const order = labels.map((_, i) => i).sort((a, b) => centres[a]! - centres[b]!);
        order.forEach((i, k) => {
          expect(centres[i]! - labels[i]!.width / 2).toBeGreaterThanOrEqual(-1e-9);
          expect(centres[i]! + labels[i]!.width / 2).toBeLessThanOrEqual(260 + 1e-9);
          const next = order[k + 1];
          if (next === undefined) return;
          expect(labels[i]!.at).toBeLessThanOrEqual(labels[next]!.at);
          expect(centres[next]! - labels[next]!.width / 2 - (centres[i]! + labels[i]!.width / 2)).toBeGreaterThanOrEqual(4 - 1e-9);
        });
      }),
    );
  });
});
