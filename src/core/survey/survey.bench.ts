import numeric from 'numeric';
import { bench, describe, expect } from 'vitest';
import { seededRandom, type Drive } from '../drive';
import { demoDrive } from '../drive/sample-drives';
import { solveSurvey, validateSurvey, type Survey } from '.';
import { sheetOf } from '../../lab/survey-sheets';

/**
 * A full survey: from distances alone to positions, uncertainty, suspects and advice. The alternative is a general
 * minimiser from the registry. It has only the sum of squares and a start near the answer. Only the ratio counts.
 */
const random = seededRandom(6);
const rider = demoDrive('orchard-rider');
const crowd: Drive = {
  ...rider,
  tensioners: [],
  springs: [],
  adjusters: [],
  brakes: [],
  keepers: [],
  belts: [],
  pulleys: Array.from({ length: 12 }, (_, i) => ({
    ...rider.pulleys[0]!,
    id: `p${i}`,
    x: 900 * random(),
    y: 700 * random(),
    outsideDiameter: 60 + 80 * random(),
  })),
};
/** 21 ties and 19 spare ones: 40 distances between 12 pulleys. */
const sheets: Survey[] = Array.from({ length: 16 }, () => {
  const read = validateSurvey(sheetOf(crowd, 19, random));
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.survey;
});

describe('12 pulleys and 40 distances', () => {
  let turn = 0;
  const next = () => (turn = (turn + 1) % sheets.length);
  type Row = { i: number; j: number; target: number };
  const rowsOf = (survey: Survey): Row[] =>
    survey.measures.flatMap((m) => {
      if (m.kind !== 'centres' && m.kind !== 'outside' && m.kind !== 'inside') return [];
      const [i, j] = m.between.map((id) => survey.drive.pulleys.findIndex((p) => p.id === id)) as [number, number];
      const rims =
        ((survey.drive.pulleys[i]!.outsideDiameter + survey.drive.pulleys[j]!.outsideDiameter) / 2) *
        (m.kind === 'outside' ? 1 : m.kind === 'inside' ? -1 : 0);
      return [{ i: 2 * i, j: 2 * j, target: m.value - rims }];
    });
  const rows = sheets.map(rowsOf);
  const off = ({ i, j, target }: Row, at: number[]) => (target - Math.hypot(at[i]! - at[j]!, at[i + 1]! - at[j + 1]!)) / 2;
  const cost = (of: Row[]) => (at: number[]) => of.reduce((sum, r) => sum + off(r, at) ** 2, 0);
  const gradient = (of: Row[]) => (at: number[]) => {
    const g = at.map(() => 0);
    for (const r of of) {
      const [dx, dy] = [at[r.i]! - at[r.j]!, at[r.i + 1]! - at[r.j + 1]!];
      const slope = -off(r, at) / Math.hypot(dx, dy);
      g[r.i]! += slope * dx;
      g[r.i + 1]! += slope * dy;
      g[r.j]! -= slope * dx;
      g[r.j + 1]! -= slope * dy;
    }
    return g;
  };
  const start = crowd.pulleys.flatMap((p) => [p.x + 5, p.y - 5 * random()]);

  // Both must come to the same sum of squares, or the ratio would compare different work.
  const ours = cost(rows[0]!)(solveSurvey(sheets[0]!).pulleys.flatMap((p) => [p.x!, p.y!]));
  const theirs = numeric.uncmin(cost(rows[0]!), start, 1e-8, gradient(rows[0]!), 300).f;
  expect(Math.abs(ours - theirs)).toBeLessThan(1e-3 * (1 + ours));
  const slipped = sheets.map((s) => {
    const spare = solveSurvey(s).measures.reduce((best, m) =>
      (m.againstRest?.sd ?? Infinity) < (best.againstRest?.sd ?? Infinity) ? m : best,
    );
    return { ...s, measures: s.measures.map((m) => (m.id === spare.id ? { ...m, value: m.value + 25 } : m)) };
  });
  expect(slipped.every((s) => solveSurvey(s).status === 'conflict')).toBe(true);

  bench('the whole survey', () => void solveSurvey(sheets[next()]!));
  bench('with an error of 25 mm, and the likely suspects refitted without', () => void solveSurvey(slipped[next()]!));
  bench('general minimiser with the exact gradient, positions only', () => {
    const of = rows[next()]!;
    numeric.uncmin(cost(of), start, 1e-8, gradient(of), 300);
  });
});
