import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { demoDrive } from '../drive/sample-drives';
import { solveSurvey, validateSurvey, type Survey } from '.';
import { solveDamped, solveLinear, symmetricEigen } from '../linear';
import { newReadings, readAll } from './equations';
import { newModel } from './model';
import { normalFrom, sheetOf, type Sheet } from '../../lab/survey-sheets';

const read = (sheet: unknown): Survey => {
  const made = validateSurvey(sheet);
  if (!made.ok) throw new Error(JSON.stringify(made.problems));
  return made.survey;
};
const solved = (sheet: unknown) => solveSurvey(read(sheet));
const rider = demoDrive('orchard-rider');
const apart = (places: readonly { id: string; x: number | null; y: number | null }[], a: string, b: string) => {
  const [p, q] = [a, b].map((id) => places.find((one) => one.id === id)!);
  return Math.hypot(p!.x! - q!.x!, p!.y! - q!.y!);
};

/** One of each: every kind of measure, two edges, a point and a photo marked by both kinds of scale. */
function everything(): Sheet {
  const sheet = sheetOf(rider, 0, seededRandom(1), 0);
  return {
    ...sheet,
    points: [{ id: 'pivot' }],
    measures: [
      ...sheet.measures,
      { id: 'e1', kind: 'from-edge', of: 'crank', edge: 'front', value: 120 },
      { id: 'e2', kind: 'along-edge', of: 'spindle', edge: 'front', value: 300 },
      { id: 'e3', kind: 'from-edge', of: 'arm-idler', edge: 'side', value: -40 },
      { id: 'e4', kind: 'along-edge', of: 'pivot', edge: 'side', value: 90 },
      { id: 'l', kind: 'in-line', of: 'pivot', between: ['crank', 'spindle'], value: 60 },
      { id: 'a', kind: 'angle', at: 'crank', between: ['spindle', 'pivot'], value: 70 },
      { id: 'p', kind: 'outside', between: ['pivot', 'arm-idler'], value: 190 },
      { id: 'b', kind: 'belt', belt: 'blade', reference: 'outside', value: 1219 },
    ],
    photos: [
      {
        id: 'square',
        scale: {
          kind: 'two-points',
          ends: [
            [10, 10],
            [410, 30],
          ],
          distance: 200,
        },
        marks: [
          { of: 'crank', at: [300, 200], radius: 40 },
          { of: 'pivot', at: [500, 420] },
        ],
      },
      {
        id: 'slanted',
        fromBelow: true,
        scale: {
          kind: 'rectangle',
          corners: [
            [0, 0],
            [300, 20],
            [290, 240],
            [10, 200],
          ],
          width: 210,
          height: 148,
        },
        marks: [
          { of: 'spindle', at: [150, 90] },
          { of: 'arm-idler', at: [700, 420] },
        ],
      },
    ],
  };
}

/** An arm about a pivot and a slide, read at their ends in every way. */
const HELD: Survey['arms'] = [
  {
    id: 'arm',
    pivot: 'pivot',
    readings: [
      { id: 'arm/1', at: 'released', kind: 'outside', between: ['arm-idler', 'crank'], value: 200 },
      { id: 'arm/2', at: 'brake', kind: 'centres', between: ['arm-idler', 'spindle'], value: 300 },
    ],
  },
  {
    id: 'slide',
    pivot: null,
    readings: [
      { id: 'slide/1', at: 'engaged', kind: 'inside', between: ['arm-idler', 'crank'], value: 200 },
      { id: 'slide/2', at: 'engaged', kind: 'centres', between: ['arm-idler', 'spindle'], value: 300 },
    ],
  },
];

describe('every equation', () => {
  it('has derivatives that agree with differences, by places and by diameters', () => {
    const survey = { ...read(everything()), arms: HELD };
    const model = newModel(survey);
    const random = seededRandom(9);
    // Near the true drive, so that its belt has a path.
    const full = Float64Array.from({ length: model.size }, () => 20 * (random() - 0.5));
    rider.pulleys.forEach((p, i) => full.set([p.x + 3 * random(), p.y + 3 * random()], 2 * model.centreOf[i]!));
    full.set([170, -95], 2 * model.centreOf[rider.pulleys.length]!);
    const now = newReadings(model);
    readAll(model, full, true, now);
    expect([...now.known]).toEqual(model.equations.map(() => 1));
    const step = 1e-5;
    const [up, down] = [newReadings(model), newReadings(model)];
    for (let k = 0; k < model.size; k++) {
      const at = (by: number, out: typeof up) => {
        const moved = full.slice();
        moved[k]! += by;
        readAll(model, moved, true, out);
      };
      at(step, up);
      at(-step, down);
      model.equations.forEach((_, m) => {
        let slope = 0;
        for (let a = now.start[m]!; a < now.start[m]! + now.used[m]!; a++) if (now.entry[a] === k) slope += now.by[a]!;
        expect(slope).toBeCloseTo((up.value[m]! - down.value[m]!) / (2 * step), 3);
      });
    }
    rider.pulleys.forEach((_, pulley) => {
      const wider = (by: number) => {
        const sheet = everything();
        const pulleys = (sheet.drive['pulleys'] as { outsideDiameter: number }[]).map((p, i) =>
          i === pulley ? { ...p, outsideDiameter: p.outsideDiameter + by } : p,
        );
        const other = newModel({ ...read({ ...sheet, drive: { ...sheet.drive, pulleys } }), arms: HELD });
        const out = newReadings(other);
        readAll(other, full, true, out);
        return out.value;
      };
      const [more, less] = [wider(0.001), wider(-0.001)];
      model.equations.forEach((_, m) => {
        let slope = 0;
        for (let a = now.dStart[m]!; a < now.dStart[m]! + now.dUsed[m]!; a++) if (now.pulley[a] === pulley) slope += now.byDiameter[a]!;
        expect(slope).toBeCloseTo((more[m]! - less[m]!) / 0.002, 3);
      });
    });
  });
});

describe('what must not matter', () => {
  const sheet = sheetOf(demoDrive('airstrip-mower'), 5, seededRandom(12));
  const answer = solved(sheet);
  const distances = (a: ReturnType<typeof solved>) =>
    a.pulleys.flatMap((p, i) => a.pulleys.slice(i + 1).map((q) => Math.hypot(p.x! - q.x!, p.y! - q.y!)));
  it('the order of the measures, and which end of a tape comes first', () => {
    const turned = {
      ...sheet,
      measures: [...sheet.measures].reverse().map((m) => ({ ...m, between: [...(m['between'] as string[])].reverse() })),
    };
    const other = solved(turned);
    distances(answer).forEach((d, i) => expect(distances(other)[i]!).toBeCloseTo(d, 5));
    expect(other.belts[0]!.sd!).toBeCloseTo(answer.belts[0]!.sd!, 6);
  });
  it('weighs a repeated measurement as one with its deviation over √2', () => {
    const [first] = sheet.measures;
    const twice = solved({ ...sheet, measures: [...sheet.measures, { ...first, id: 'again' }] });
    const once = solved({ ...sheet, measures: sheet.measures.map((m, i) => (i === 0 ? { ...m, sd: 2 / Math.SQRT2 } : m)) });
    distances(once).forEach((d, i) => expect(distances(twice)[i]!).toBeCloseTo(d, 5));
    expect(twice.belts[0]!.sd!).toBeCloseTo(once.belts[0]!.sd!, 6);
  });
  it('accepts the sides of a line from either end', () => {
    const other = solved({
      ...sheet,
      sides: sheet.sides.map((s) => ({
        pulley: s['pulley'],
        leftOf: [...(s['leftOf'] as string[])].reverse(),
        right: s['right'] !== true,
      })),
    });
    distances(answer).forEach((d, i) => expect(distances(other)[i]!).toBeCloseTo(d, 5));
  });
  it('returns the mirror image with the same uncertainty if all sides are reversed', () => {
    const other = solved({ ...sheet, sides: sheet.sides.map((s) => ({ ...s, right: s['right'] !== true })) });
    answer.pulleys.forEach((p, i) => {
      expect(other.pulleys[i]!.x!).toBeCloseTo(p.x!, 4);
      expect(other.pulleys[i]!.y!).toBeCloseTo(-p.y!, 4);
      expect(other.pulleys[i]!.sd!).toBeCloseTo(p.sd!, 5);
    });
  });
});

describe('each reading compared with the others', () => {
  it('agrees with a real survey without it', () => {
    const sheet = sheetOf(demoDrive('airstrip-mower'), 9, seededRandom(3), 0.3);
    const { measures } = solved(sheet);
    let compared = 0;
    sheet.measures.forEach((m, i) => {
      const against = measures[i]!.againstRest;
      if (!against || against.sd > 8) return;
      const without = solved({ ...sheet, measures: sheet.measures.filter((o) => o !== m) });
      const radius = (id: string) =>
        (sheet.drive['pulleys'] as { id: string; outsideDiameter: number }[]).find((one) => one.id === id)!.outsideDiameter / 2;
      const rims =
        (m['kind'] === 'outside' ? 1 : m['kind'] === 'inside' ? -1 : 0) *
        (m['between'] as string[]).reduce((sum, id) => sum + radius(id), 0);
      const [a, b] = m['between'] as [string, string];
      expect(Math.abs((m['value'] as number) - rims - apart(without.pulleys, a, b) - against.by)).toBeLessThan(
        0.05 + 0.03 * Math.abs(against.by),
      );
      compared++;
    });
    expect(compared).toBeGreaterThan(8);
  });
});

describe('what to measure next', () => {
  const next = (sheet: unknown) => solved(sheet).next;
  it('the distance advised takes most off the spread of the belt, of all there are', () => {
    const sheet = sheetOf(demoDrive('airstrip-mower'), 2, seededRandom(7), 0);
    const drive = demoDrive('airstrip-mower');
    const [best] = next(sheet);
    expect(best!.settles).toBe('spread');
    const spreadWith = (a: string, b: string) => {
      return solved({
        ...sheet,
        measures: [...sheet.measures, { id: 'more', kind: 'centres', between: [a, b], value: apart(drive.pulleys, a, b) }],
      }).belts[0]!.sd!;
    };
    const taken = new Set(sheet.measures.map((m) => [...(m['between'] as string[])].sort().join(' ')));
    const others = drive.pulleys
      .flatMap((p, i) => drive.pulleys.slice(i + 1).map((q) => [p.id, q.id] as const))
      .filter((pair) => !taken.has([...pair].sort().join(' ')));
    const least = Math.min(...others.map((pair) => spreadWith(...pair)));
    expect(spreadWith(...(best!.between as [string, string]))).toBeCloseTo(least, 6);
  });
  it('following it from nothing at all fixes the whole drive', () => {
    const drive = demoDrive('lighthouse-generator');
    const start = sheetOf(drive, 0, seededRandom(2), 0);
    let sheet: Sheet = { ...start, measures: [], sides: [] };
    const at = (id: string) => drive.pulleys.find((p) => p.id === id)!;
    for (let k = 0; k < 20; k++) {
      const answer = solved(sheet);
      if (answer.status === 'determined') break;
      const asked = answer.next.find((n) => n.settles === 'loose') ?? answer.next.find((n) => n.kind === 'side')!;
      const [a, b] = asked.between.map(at) as [ReturnType<typeof at>, ReturnType<typeof at>];
      if (asked.kind === 'centres')
        sheet = {
          ...sheet,
          measures: [...sheet.measures, { id: `n${k}`, kind: 'centres', between: [a.id, b.id], value: Math.hypot(a.x - b.x, a.y - b.y) }],
        };
      else {
        const p = at(asked.of!);
        const left = (b.x - a.x) * (p.y - a.y) - (b.y - a.y) * (p.x - a.x) > 0;
        sheet = { ...sheet, sides: [...sheet.sides, { pulley: p.id, leftOf: [a.id, b.id], ...(left ? {} : { right: true }) }] };
      }
    }
    const answer = solved(sheet);
    expect(answer.status).toBe('determined');
    expect(sheet.measures.length).toBe(2 * drive.pulleys.length - 3);
    answer.pulleys.forEach((p, i) =>
      answer.pulleys
        .slice(i + 1)
        .forEach((q) =>
          expect(Math.hypot(p.x! - q.x!, p.y! - q.y!)).toBeCloseTo(Math.hypot(at(p.id).x - at(q.id).x, at(p.id).y - at(q.id).y), 3),
        ),
    );
  });
  it('in line with two others fixes what a distance leaves on a circle', () => {
    const sheet = {
      format: 'taut-sheave/survey',
      version: 1,
      drive: { ...rider, tensioners: [], springs: [], brakes: [], keepers: [], belts: [] },
      measures: [
        { id: '1', kind: 'centres', between: ['crank', 'spindle'], value: 400 },
        { id: '2', kind: 'centres', between: ['crank', 'arm-idler'], value: 150 },
        { id: '3', kind: 'in-line', of: 'arm-idler', between: ['crank', 'spindle'], value: 90 },
      ],
      sides: [],
    };
    const idler = (s: unknown) => solved(s).pulleys.find((p) => p.id === 'arm-idler')!;
    // 90 left of the line and 150 away: 120 along it or 120 back. The other distance decides.
    const told = idler({
      ...sheet,
      measures: [...sheet.measures, { id: '4', kind: 'centres', between: ['spindle', 'arm-idler'], value: Math.hypot(280, 90) }],
    });
    expect([told.x!, told.y!]).toEqual([expect.closeTo(120, 3), expect.closeTo(90, 3)]);
  });
});

describe('linear algebra', () => {
  const matrix = (n: number, seed: number) => Float64Array.from({ length: n * n }, normalFrom(seededRandom(seed)));
  const times = (a: Float64Array, x: Float64Array, n: number) =>
    Float64Array.from({ length: n }, (_, i) => x.reduce((sum, v, j) => sum + a[i * n + j]! * v, 0));
  it('solves the measured parts, and reports the others', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 8 }), fc.integer({ min: 1, max: 1e6 }), (n, seed) => {
        const [a, x] = [matrix(n, seed), matrix(n, seed + 1).slice(0, n)];
        const found = solveLinear(a.slice(), times(a, x, n), n)!;
        const worst = Math.max(...times(a, found, n).map((v, i) => Math.abs(v - times(a, x, n)[i]!)));
        expect(worst).toBeLessThan(1e-8);
      }),
    );
    expect(solveLinear(Float64Array.of(1, 2, 2, 4), Float64Array.of(1, 1), 2)).toBeNull();
  });
  it('eigenvectors are orthonormal and rebuild the matrix', () => {
    const n = 7;
    const half = matrix(n, 5);
    const a = Float64Array.from({ length: n * n }, (_, k) => half[k]! + half[(k % n) * n + Math.floor(k / n)]!);
    const { values, vectors } = symmetricEigen(a.slice(), n);
    for (let i = 0; i < n; i++) {
      for (let j = 0; j < n; j++) {
        let [product, rebuilt] = [0, 0];
        for (let k = 0; k < n; k++) {
          product += vectors[k * n + i]! * vectors[k * n + j]!;
          rebuilt += vectors[i * n + k]! * values[k]! * vectors[j * n + k]!;
        }
        expect(product).toBeCloseTo(i === j ? 1 : 0, 10);
        expect(rebuilt).toBeCloseTo(a[i * n + j]!, 9);
      }
    }
  });
  it('damping shortens the step, and none is the plain solution', () => {
    const n = 5;
    const half = matrix(n, 8);
    const a = Float64Array.from({ length: n * n }, (_, k) => {
      let sum = k % (n + 1) === 0 ? 0.1 : 0;
      for (let r = 0; r < n; r++) sum += half[r * n + Math.floor(k / n)]! * half[r * n + (k % n)]!;
      return sum;
    });
    const b = matrix(n, 9).slice(0, n);
    const length = (x: Float64Array) => Math.hypot(...x);
    const plain = solveDamped(a, b, n, 0)!;
    times(a, plain, n).forEach((v, i) => expect(v).toBeCloseTo(b[i]!, 8));
    expect(length(solveDamped(a, b, n, 10)!)).toBeLessThan(length(plain));
    expect(solveDamped(Float64Array.of(-1), Float64Array.of(1), 1, 0)).toBeNull();
  });
});
