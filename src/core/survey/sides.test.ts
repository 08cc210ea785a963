import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { newModel, xOf } from './model';
import { solveSurvey, validateSurvey } from '.';
import { penaltyOf, sideDistance } from './ties';

type Point = readonly [number, number];
interface Sheet {
  readonly at: readonly Point[];
  readonly ties: readonly (readonly [number, number])[];
  readonly sides: readonly (readonly [number, number, number])[];
}

const apart = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

/** Sheet of true places with measurements from it, each with an error of `noise()` mm, and the true sides. */
function surveyOf({ at, ties, sides }: Sheet, noise: () => number) {
  const left = ([q, x, y]: readonly [number, number, number]) =>
    (at[y]![0] - at[x]![0]) * (at[q]![1] - at[x]![1]) - (at[y]![1] - at[x]![1]) * (at[q]![0] - at[x]![0]) > 0;
  const read = validateSurvey({
    format: 'taut-sheave/survey',
    version: 1,
    drive: {
      format: 'taut-sheave/drive',
      version: 1,
      name: 'sheet',
      kind: 'other',
      pulleys: at.map((_, i) => ({ id: `p${i}`, role: i === 0 ? 'driver' : 'driven', outsideDiameter: 30, face: 'v' })),
      belts: [],
    },
    measures: ties.map(([i, j], k) => ({
      id: `m${k}`,
      kind: 'centres',
      between: [`p${i}`, `p${j}`],
      value: apart(at[i]!, at[j]!) + noise(),
    })),
    sides: sides.map((s) => ({ pulley: `p${s[0]}`, leftOf: [`p${s[1]}`, `p${s[2]}`], ...(left(s) ? {} : { right: true }) })),
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return read.survey;
}

/** Three to five pulleys, the last within 6 mm of the line that its side names. */
function nearItsLine(random: () => number): Sheet {
  for (;;) {
    const k = 3 + Math.floor(random() * 3);
    const at: Point[] = Array.from({ length: k }, () => [random() * 900, random() * 700]);
    const [a, b] = [at[0]!, at[1]!];
    const [along, off, d] = [random() * 1.6 - 0.3, (random() - 0.5) * 12, apart(a, b)];
    const [ux, uy] = [(b[0] - a[0]) / d, (b[1] - a[1]) / d];
    at[k - 1] = [a[0] + ux * along * d - uy * off, a[1] + uy * along * d + ux * off];
    if (d < 120 || at.some((p, i) => at.some((q, j) => j < i && apart(p, q) < 50))) continue;
    const ties: [number, number][] = [[0, 1]];
    for (let j = 2; j < k; j++) {
      const others = Array.from({ length: j }, (_, i) => i).sort(() => random() - 0.5);
      for (const i of others.slice(0, j === k - 1 && random() < 0.6 ? 3 : 2)) ties.push([i, j]);
    }
    return { at, ties, sides: [[k - 1, 0, 1], ...Array.from({ length: k - 3 }, (_, q): [number, number, number] => [q + 2, 0, 1])] };
  }
}

describe('sides', () => {
  it('never makes a sheet determined far off because a pulley is near its side’s line', () => {
    const random = seededRandom(5);
    const normal = () => 2 * Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
    let determined = 0;
    for (let s = 0; s < 140; s++) {
      const sheet = nearItsLine(random);
      const { status, pulleys } = solveSurvey(surveyOf(sheet, normal));
      if (status !== 'determined') continue;
      determined++;
      const found = pulleys.map((p): Point => [p.x!, p.y!]);
      const off = found.flatMap((p, i) => found.slice(0, i).map((q, j) => Math.abs(apart(p, q) - apart(sheet.at[i]!, sheet.at[j]!))));
      expect(Math.max(...off)).toBeLessThan(100);
    }
    // Softer sides must not make every sheet undetermined.
    expect(determined).toBeGreaterThan(60);
  });

  it('still rules out the mirror image of a pulley well off its line', () => {
    const at: Point[] = [
      [0, 0],
      [400, 0],
      [150, 220],
    ];
    const ties = [
      [0, 1],
      [0, 2],
      [1, 2],
    ] as const;
    const { status, pulleys } = solveSurvey(surveyOf({ at, ties, sides: [[2, 0, 1]] }, () => 0));
    expect(status).toBe('determined');
    expect(pulleys[2]!.y).toBeCloseTo(220, 3);
    expect(solveSurvey(surveyOf({ at, ties, sides: [] }, () => 0)).status).toBe('undetermined');
  });

  it('costs nothing on the line, and its squared distance over the tape’s variance past it', () => {
    const at: Point[] = [
      [0, 0],
      [400, 0],
      [150, 1],
    ];
    const survey = surveyOf({ at, ties: [[0, 1]], sides: [[2, 0, 1]] }, () => 0);
    const model = newModel(survey);
    const full = new Float64Array(model.size);
    const put = (i: number, [x, y]: Point) => full.set([x, y], xOf(model, `p${i}`));
    at.forEach((p, i) => put(i, p));
    const [side] = survey.sides;
    put(2, [150, 0]);
    expect(penaltyOf(model, full, side!)).toBe(0);
    put(2, [150, -6]);
    expect(penaltyOf(model, full, side!)).toBeCloseTo(9, 9);
    // Slopes agree with differences.
    put(1, [380, 45]);
    const { off, entries, slopes } = sideDistance(model, full, side!);
    entries.forEach((entry, k) => {
      const moved = full.slice();
      moved[entry]! += 1e-5;
      expect((sideDistance(model, moved, side!).off - off) / 1e-5).toBeCloseTo(slopes[k]!, 5);
    });
  });
});
