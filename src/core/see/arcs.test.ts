import { describe, expect, it } from 'vitest';
import { arcsOf, profileOf } from './arcs';
import { fitRing } from './refine';
import { rangeOf, thinned, type NearPoints } from './rings';

/** Edges on arcs around a tap: radius, first and last angle in degrees, and whether it is brighter outside. */
function edgesOn(arcs: readonly (readonly [number, number, number, boolean?])[]): NearPoints {
  const points = arcs
    .flatMap(([r, from, to, outward = true]) =>
      Array.from({ length: Math.round(to - from) }, (_, k) => {
        const turn = ((from + k + 0.5) * Math.PI) / 180;
        const sign = outward ? 1 : -1;
        return { r, x: r * Math.cos(turn), y: r * Math.sin(turn), nx: sign * Math.cos(turn), ny: sign * Math.sin(turn) };
      }),
    )
    .sort((p, q) => p.r - q.r);
  const column = (of: (p: (typeof points)[number]) => number) => Float32Array.from(points, of);
  const within = Int32Array.from({ length: 300 }, (_, d) => points.filter((p) => p.r < d).length);
  return {
    dx: column((p) => p.x),
    dy: column((p) => p.y),
    nx: column((p) => p.nx),
    ny: column((p) => p.ny),
    strength: column(() => 10),
    count: points.length,
    within,
  };
}

const circle = (near: NearPoints) => fitRing(near, { x: 0, y: 0, a: 100, shape: { ratio: 1, angle: 0 } }, 0.01)!;

describe('the edges of a ring', () => {
  it('have no gap on a whole round, and one long gap on a half', () => {
    const whole = edgesOn([[100, 0, 360]]);
    const [gap, gaps] = arcsOf(whole, circle(whole));
    expect([gap, gaps]).toEqual([0, 0]);
    const half = edgesOn([[100, 30, 210]]);
    const [longest, count] = arcsOf(half, circle(half));
    expect(longest).toBeCloseTo(0.5, 1);
    expect(18 * count!).toBeCloseTo(1, 9);
  });

  it('have many gaps where chance made them', () => {
    const dashed = edgesOn(Array.from({ length: 12 }, (_, k) => [100, 30 * k, 30 * k + 15] as const));
    const [longest, count] = arcsOf(dashed, circle(dashed));
    expect(longest).toBeLessThan(0.08);
    expect(18 * count!).toBeCloseTo(12, 9);
  });

  it('have one polarity where the whole ring is darker than its ground', () => {
    const one = edgesOn([[100, 0, 360]]);
    const mixed = edgesOn([
      [100, 0, 180, true],
      [100, 180, 360, false],
    ]);
    const polarity = (near: NearPoints) => arcsOf(near, circle(near))[3]!;
    expect(polarity(one)).toBeCloseTo(1, 9);
    expect(polarity(mixed)).toBeLessThan(0.05);
    // Each half is steady by itself.
    expect(arcsOf(mixed, circle(mixed))[4]).toBeGreaterThan(0.9);
  });

  it('are counted by radius, with the share of the round that they cover', () => {
    const near = edgesOn([
      [80, 0, 360],
      [100, 0, 180],
    ]);
    const profile = profileOf(near, { x: 0, y: 0, a: 100, b: 100, angle: 0 });
    expect(profile[12]).toBeCloseTo(0.5, 1);
    expect(profile[12 + Math.round(Math.log(0.8) / 0.02)]).toBeCloseTo(1, 1);
    expect(profile.filter((share) => share > 0)).toHaveLength(2);
  });
});

describe('points near a tap', () => {
  const near = edgesOn([
    [40, 0, 360],
    [80, 0, 360],
    [120, 0, 360],
  ]);
  it('are found by their distance', () => {
    expect(rangeOf(near, 70, 90)).toEqual([360, 720]);
    expect(rangeOf(near, -5, 500)).toEqual([0, 1080]);
  });
  it('keep their order when they are thinned', () => {
    const thin = thinned(near);
    expect(thin.count).toBe(360);
    const [first, last] = rangeOf(thin, 70, 90);
    for (let i = first; i < last; i++) expect(Math.hypot(thin.dx[i]!, thin.dy[i]!)).toBeCloseTo(80, 3);
    expect(last - first).toBe(120);
  });
});
