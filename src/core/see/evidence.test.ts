import { describe, expect, it } from 'vitest';
import { evidenceOf, moreEvidenceOf, weigh, type RingsAtTap } from './choose';
import { edgesOf, type Picture } from './edges';
import { fitRing } from './refine';
import { pointsNear } from './rings';
import { brightnessOf, tonesOf } from './tones';
import { FIRST, LAST } from './weights';

/** A disc of one colour on a ground of another. */
function disc(inside: number, outside: number): Picture {
  const [width, height] = [400, 300];
  const pixels = new Uint8ClampedArray(3 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++)
      pixels.fill(Math.hypot(x - 200, y - 150) < 60 ? inside : outside, 3 * (y * width + x), 3 * (y * width + x) + 3);
  return { width, height, pixels };
}
const rim = { x: 200, y: 150, a: 60, b: 60, angle: 0 };

function atDisc(): RingsAtTap {
  const edges = edgesOf(disc(180, 60));
  const tap = [205, 147] as const;
  const near = pointsNear(edges, ...tap, 130);
  const ring = fitRing(near, { x: -5, y: 3, a: 60, shape: { ratio: 1, angle: 0 } }, 0.01)!;
  return { edges, tap, near, rings: [ring], foot: [1, 0] };
}

describe('the evidence for a rim', () => {
  it('has a weight for each of its measures', () => {
    const at = atDisc();
    expect(evidenceOf(at, 0)).toHaveLength(FIRST.weights.length);
    expect([...evidenceOf(at, 0), ...moreEvidenceOf(at, 0)]).toHaveLength(LAST.weights.length);
  });

  it('makes a clear ring likely, and leaves a share for none', () => {
    for (const round of ['first', 'last'] as const) {
      const { likely, evidence } = weigh(atDisc(), round);
      expect(likely[0]).toBeGreaterThan(0.5);
      expect(likely[0]).toBeLessThan(1);
      expect(evidence).toBeGreaterThan(round === 'first' ? FIRST.none : LAST.none);
    }
  });

  it('has no likely ring without rings, and then the evidence is that of none', () => {
    const { likely, evidence } = weigh({ ...atDisc(), rings: [] }, 'last');
    expect(likely).toEqual([]);
    expect(evidence).toBeCloseTo(LAST.none, 9);
  });
});

describe('the colours of a ring', () => {
  const edges = edgesOf(disc(180, 60));

  it('differ across it, and not along it', () => {
    const [across] = tonesOf(edges, rim);
    const along = tonesOf(edges, rim).slice(4);
    expect(across).toBeGreaterThan(0.3);
    for (const value of along) expect(value).toBeLessThan(0.05);
    // Halfway to the middle the disc has one colour.
    const [inside] = tonesOf(edges, { ...rim, a: 30, b: 30 });
    expect(inside).toBeCloseTo(0, 6);
  });

  it('show which side is brighter', () => {
    const step = (picture: Picture) => brightnessOf(edgesOf(picture), rim)[2]!;
    // Logarithm of the sums of the channels, with a base of 15. The blur of the edge reaches the inner round.
    const full = Math.log((15 + 3 * 180) / (15 + 3 * 60));
    expect(step(disc(180, 60)) / -full).toBeCloseTo(1, 1);
    expect(step(disc(60, 180)) / full).toBeCloseTo(1, 1);
  });

  it('do not read outside the picture', () => {
    const beside = { ...rim, x: -500, y: -500 };
    for (const value of [...tonesOf(edges, beside), ...brightnessOf(edges, beside)]) expect(Number.isFinite(value)).toBe(true);
  });
});
