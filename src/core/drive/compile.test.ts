import { describe, expect, it } from 'vitest';
import { compileDrive } from './compile';
import { demoDrive, driveOf, twoPulleys } from './sample-drives';
import type { Drive } from './schema';

const problemsOf = (drive: Drive) => {
  const made = compileDrive(drive);
  return made.ok ? [] : made.problems.map((p) => `${p.path}: ${p.message}`);
};
const pulley = (id: string, x: number, y: number, more: object = {}) => ({
  id,
  role: 'driven',
  x,
  y,
  outsideDiameter: 100,
  face: 'v',
  ...more,
});
const belt = (route: readonly (readonly [string, 'v' | 'back'])[], more: object = {}) => ({
  id: 'b',
  section: 'A',
  route: route.map(([id, contact]) => ({ pulley: id, contact })),
  ...more,
});

describe('what no belt can be laid on is refused, with its place', () => {
  const ring = [pulley('a', 0, 0, { role: 'driver', rpm: 3000, rotation: 'cw' }), pulley('b', 400, 0), pulley('c', 200, 300)];
  it.each<[string, Drive, RegExp]>([
    [
      'one pulley',
      driveOf({ pulleys: ring, belts: [belt([['a', 'v']])] }),
      /belts\[0\]\.route: a belt needs at least two pulleys; this route names 1/,
    ],
    [
      'a pulley twice running',
      driveOf({
        pulleys: ring,
        belts: [
          belt([
            ['a', 'v'],
            ['a', 'v'],
            ['b', 'v'],
          ]),
        ],
      }),
      /route\[1\]: the pulley “a” is named twice in a row/,
    ],
    [
      'a pulley smaller than the section allows',
      driveOf({
        pulleys: [ring[0], pulley('b', 400, 0, { outsideDiameter: 5 })],
        belts: [
          belt([
            ['a', 'v'],
            ['b', 'v'],
          ]),
        ],
      }),
      /the pulley “b” is too small for a A belt/,
    ],
    [
      'pulleys inside each other',
      driveOf({
        pulleys: [ring[0], pulley('b', 40, 0)],
        belts: [
          belt([
            ['a', 'v'],
            ['b', 'v'],
          ]),
        ],
      }),
      /the pitch circles of “a” and “b” overlap by \d+\.\d mm/,
    ],
    [
      'a route that crosses itself',
      driveOf({
        pulleys: [ring[0], pulley('b', 400, 0), pulley('c', 0, 300), pulley('d', 400, 300)],
        belts: [
          belt([
            ['a', 'v'],
            ['d', 'v'],
            ['b', 'v'],
            ['c', 'v'],
          ]),
        ],
      }),
      /check the order and the belt sides of the route/,
    ],
  ])('%s', (_, drive, said) => {
    const problems = problemsOf(drive);
    expect(problems.length).toBeGreaterThan(0);
    expect(problems.join('\n')).toMatch(said);
  });
  it('reports problems of several belts together', () => {
    const drive = driveOf({ pulleys: ring, belts: [belt([['a', 'v']]), { ...belt([['b', 'v']]), id: 'c' }] });
    expect(problemsOf(drive).map((p) => p.split('.')[0])).toEqual(['belts[0]', 'belts[1]']);
  });
});

describe('doubts that do not prevent a solve', () => {
  it('a keeper inside of the belt it guards is warned of, one outside is not', () => {
    const drive = twoPulleys({ pitchLength: 1200 });
    const keeper = (y: number) => ({ id: 'k', label: 'Finger', near: 'driven', x: 400, y });
    const warned = (y: number) => {
      const made = compileDrive({ ...drive, keepers: [keeper(y) as never] });
      if (!made.ok) throw new Error(made.problems[0]!.message);
      return made.compiled.warnings;
    };
    expect(warned(30)).toEqual([
      { code: 'keeper-inside-belt', path: 'keepers[0]', message: 'the keeper “Finger” is inside the belt at “driven”' },
    ]);
    expect(warned(90)).toEqual([]);
  });
});

describe('a compiled drive', () => {
  it('has all that shares a shaft with a carried pulley carried, too', () => {
    const drive = demoDrive('orchard-rider');
    const [arm] = drive.tensioners;
    const on = drive.pulleys.find((p) => p.id === arm!.carries[0])!;
    const made = compileDrive({
      ...drive,
      pulleys: [
        ...drive.pulleys.map((p) => (p.id === on.id ? { ...p, shaft: 's' } : p)),
        { ...on, id: 'twin', shaft: 's', role: 'driven' as const },
      ],
    });
    if (!made.ok) throw new Error(made.problems[0]!.message);
    expect(made.compiled.carrier.at(-1)).toBe(0);
    expect(made.compiled.tensioners[0]!.carries).toHaveLength(arm!.carries.length + 1);
  });
  it('keeps the shorter of two loops that can be laid, and its loop on the drawing', () => {
    const made = compileDrive(twoPulleys({ d1: 100, d2: 100, centres: 400 }));
    if (!made.ok) throw new Error();
    const [one] = made.compiled.belts;
    expect(one!.drawnTrace.touched).toBe(2);
    expect(one!.drawnTrace.length).toBe(one!.drawnLength);
    expect(one!.drawnLength).toBeCloseTo(800 + 2 * Math.PI * one!.plan.radius[0]!, 9);
  });
});
