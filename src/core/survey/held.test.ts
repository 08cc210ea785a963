import { describe, expect, it } from 'vitest';
import { seededRandom } from '../drive';
import { solveNotebook, solveSurvey, surveyOf, validateSurvey, type ArmPlace, type Notebook, type Survey } from '.';
import { demoDrive, measured } from '../../lab/survey-notebooks';
import { normalFrom } from '../../lab/survey-sheets';

type Spot = { readonly x: number; readonly y: number };
const PLACES: Readonly<Record<string, Spot>> = {
  a: { x: 0, y: 0 },
  b: { x: 220, y: 50 },
  c: { x: 290, y: -170 },
  idler: { x: 140, y: -110 },
  pivot: { x: 40, y: -110 },
};
const RADIUS = 30;
/** Where the idler stands with its arm turned from where everything was measured. */
const turned = (q: number): Spot => ({ x: 40 + 100 * Math.cos((q * Math.PI) / 180), y: -110 + 100 * Math.sin((q * Math.PI) / 180) });
const far = (p: Spot, to: string) => Math.hypot(p.x - PLACES[to]!.x, p.y - PLACES[to]!.y);

type Reading = readonly [ArmPlace, string, number, ('centres' | 'outside' | 'inside')?];
const readings = (list: readonly Reading[]) =>
  list.map(([at, to, value, kind = 'centres'], i) => ({ id: `r${i}`, at, kind, between: ['idler', to] as const, value }));

/** Four pulleys and a pivot, every distance taken but those to leave out, with the arm read at its ends. */
function surveyed(arms: Survey['arms'], noise: () => number = () => 0, without: readonly string[] = []): Survey {
  const ids = Object.keys(PLACES);
  const measures = ids.flatMap((p, i) =>
    ids.slice(i + 1).flatMap((q) =>
      without.includes(p + q)
        ? []
        : [
            {
              id: p + q,
              kind: 'centres',
              between: [p, q],
              value: Math.hypot(PLACES[p]!.x - PLACES[q]!.x, PLACES[p]!.y - PLACES[q]!.y) + noise(),
            },
          ],
    ),
  );
  const pulleys = ids.slice(0, 4).map((id) => ({
    id,
    role: id === 'a' ? 'driver' : id === 'idler' ? 'idler' : 'driven',
    face: 'v',
    outsideDiameter: 2 * RADIUS,
    ...(id === 'a' ? { rpm: 3000 } : {}),
  }));
  const read = validateSurvey({
    format: 'taut-sheave/survey',
    version: 1,
    drive: {
      format: 'taut-sheave/drive',
      version: 1,
      name: 'Arm',
      kind: 'other',
      pulleys,
      belts: [],
      states: [{ name: 'running', lever: 1 }],
    },
    points: [{ id: 'pivot' }],
    measures,
    sides: [{ pulley: 'c', leftOf: ['a', 'b'], right: true }],
  });
  if (!read.ok) throw new Error(JSON.stringify(read.problems));
  return { ...read.survey, arms };
}
const arm = (list: readonly Reading[]): Survey['arms'] => [{ id: 'arm', pivot: 'pivot', readings: readings(list) }];
const held = (survey: Survey) => solveSurvey(survey).arms[0]!.held;

describe('position of a held arm', () => {
  const exact: readonly Reading[] = [
    ['released', 'a', far(turned(50), 'a')],
    ['released', 'b', far(turned(50), 'b') + 2 * RADIUS, 'outside'],
    ['engaged', 'a', far(turned(-20), 'a') - 2 * RADIUS, 'inside'],
    ['engaged', 'b', far(turned(-20), 'b')],
  ];
  it('is found about the pivot from two distances, over and between rims as well', () => {
    const { released, engaged, brake } = held(surveyed(arm(exact)));
    expect(released).toBeCloseTo(50, 4);
    expect(engaged).toBeCloseTo(-20, 4);
    expect(brake).toBeNull();
  });
  it('fits two positions to one distance, takes the nearer and reports the other; a second distance decides', () => {
    const one = solveSurvey(surveyed(arm([['released', 'a', far(turned(60), 'a')], ...exact.slice(2)]))).arms[0]!;
    expect(one.seconds).toEqual(['released']);
    const angle = (p: Spot) => (Math.atan2(p.y + 110, p.x - 40) * 180) / Math.PI;
    // The other intersection is the mirror image about the line from the pivot to the measured place.
    const mirrored = 2 * angle(PLACES['a']!) - 60;
    expect(Math.min(Math.abs(one.held.released! - 60), Math.abs(((one.held.released! - mirrored + 540) % 360) - 180))).toBeLessThan(1e-3);
    expect(Math.abs(one.held.released!)).toBeLessThanOrEqual(60.001);
    expect(solveSurvey(surveyed(arm(exact))).arms[0]!.seconds).toEqual([]);
  });
  it('gets the line of a slide from its ends, in any rotation of the frame', () => {
    const end = { x: 140 + 40 * Math.cos(0.5), y: -110 + 40 * Math.sin(0.5) };
    const answer = solveSurvey(
      surveyed([
        {
          id: 'arm',
          pivot: null,
          readings: readings([
            ['engaged', 'a', far(end, 'a')],
            ['engaged', 'b', far(end, 'b')],
          ]),
        },
      ]),
    );
    const [found, at] = [answer.arms[0]!, new Map([...answer.pulleys, ...answer.points].map((p) => [p.id, p]))];
    const q = found.held.engaged!;
    const idler = at.get('idler')!;
    const moved = { x: idler.x! + q * Math.cos((found.line * Math.PI) / 180), y: idler.y! + q * Math.sin((found.line * Math.PI) / 180) };
    expect(Math.abs(q)).toBeCloseTo(40, 3);
    for (const to of ['a', 'b', 'c']) expect(Math.hypot(moved.x - at.get(to)!.x!, moved.y - at.get(to)!.y!)).toBeCloseTo(far(end, to), 3);
  });
  it('is not reported without readings there', () => {
    expect(held(surveyed(arm(exact.slice(0, 2))))).toMatchObject({ engaged: null, brake: null });
  });
});

describe('readings of an arm and distances of the sheet are fitted as one', () => {
  const three = (slip: number): readonly Reading[] => [
    ['brake', 'a', far(turned(10), 'a') + slip],
    ['brake', 'b', far(turned(10), 'b')],
    ['brake', 'c', far(turned(10), 'c')],
  ];
  it.each([-25, 25])('suspects an error of %d mm at the brake-on position first, with its size', (slip) => {
    expect(solveSurvey(surveyed(arm(three(0)))).suspects).toEqual([]);
    const answer = solveSurvey(surveyed(arm(three(slip))));
    expect(answer.status).toBe('conflict');
    expect(answer.suspects[0]).toBe('r0');
    const { againstRest, suspect } = answer.measures.find((m) => m.id === 'r0')!;
    expect(suspect).toBe(true);
    expect(Math.abs(againstRest!.by - slip)).toBeLessThan(3);
  });
  it('what an arm was read at places a pulley that too few distances hold', () => {
    const few = ['bidler', 'cidler'];
    const list: readonly Reading[] = [
      ['released', 'a', far(turned(50), 'a')],
      ['released', 'b', far(turned(50), 'b')],
      ['released', 'c', far(turned(50), 'c')],
    ];
    // Only the arm length and one distance of the idler are known, which allows two positions. With the arm held away,
    // only one remains.
    expect(solveSurvey(surveyed([], undefined, few)).undetermined).toContain('idler');
    const without = solveSurvey(surveyed(arm(list), undefined, few));
    expect(without.arms).toHaveLength(1);
    expect(without.arms[0]!.held.released === null).toBe(without.undetermined.includes('idler'));
  });
  it('reaches the sum of squares of a search over everything together', () => {
    for (let seed = 1; seed <= 12; seed++) {
      const normal = normalFrom(seededRandom(seed));
      const noisy = (list: readonly Reading[]) => list.map(([at, to, value]): Reading => [at, to, value + 2 * normal()]);
      const survey = surveyed(
        arm(noisy([...three(0), ['released', 'a', far(turned(50), 'a')], ['released', 'c', far(turned(50), 'c')]])),
        () => 2 * normal(),
      );
      const answer = solveSurvey(survey);
      const ours = answer.measures.reduce((sum, m) => sum + (m.residual! / 2) ** 2, 0);
      expect(ours).toBeCloseTo(leastByShrinkingSteps(survey), 3);
    }
  });
  it('has positions within the stated spread as often as stated', () => {
    let inside = 0;
    const trials = 150;
    for (let seed = 1; seed <= trials; seed++) {
      const normal = normalFrom(seededRandom(seed));
      const noisy = three(0).map(([at, to, value]): Reading => [at, to, value + 2 * normal()]);
      const answer = solveSurvey(surveyed(arm(noisy), () => 2 * normal()));
      const variance = answer.errors.reduce((sum, e) => sum + e.arms[0]!.held.brake ** 2, 0);
      if (Math.abs(answer.arms[0]!.held.brake! - 10) <= 2 * Math.sqrt(variance)) inside++;
    }
    expect(inside / trials).toBeGreaterThan(0.9);
    expect(inside / trials).toBeLessThan(0.995);
  });
});

/** The least sum of squares by a pattern search from the true places: coordinates and the arm's two angles, step by step halved (Hooke and Jeeves 1961). */
function leastByShrinkingSteps(survey: Survey): number {
  const ids = Object.keys(PLACES);
  const cost = (v: readonly number[]) => {
    const at = (id: string): Spot => ({ x: v[2 * ids.indexOf(id)]!, y: v[2 * ids.indexOf(id) + 1]! });
    const [p, o] = [at('idler'), at('pivot')];
    let sum = 0;
    for (const m of survey.measures) {
      if (m.kind !== 'centres') continue;
      const [a, b] = m.between.map(at) as [Spot, Spot];
      sum += ((Math.hypot(a.x - b.x, a.y - b.y) - m.value) / 2) ** 2;
    }
    for (const r of survey.arms[0]!.readings) {
      const q = (v[2 * ids.length + (r.at === 'brake' ? 0 : 1)]! * Math.PI) / 180;
      const moved = {
        x: o.x + Math.cos(q) * (p.x - o.x) - Math.sin(q) * (p.y - o.y),
        y: o.y + Math.sin(q) * (p.x - o.x) + Math.cos(q) * (p.y - o.y),
      };
      const to = at(r.between[1]);
      sum += ((Math.hypot(moved.x - to.x, moved.y - to.y) - r.value) / 2) ** 2;
    }
    return sum;
  };
  const v = [...ids.flatMap((id) => [PLACES[id]!.x, PLACES[id]!.y]), 10, 50];
  let best = cost(v);
  for (let step = 4; step > 1e-5;) {
    let moved = false;
    for (let k = 0; k < v.length; k++) {
      for (const by of [step, -step]) {
        const was = v[k]!;
        v[k] = was + by;
        const here = cost(v);
        if (here < best) [best, moved] = [here, true];
        else v[k] = was;
      }
    }
    if (!moved) step /= 2;
  }
  return best;
}

describe('the arms of a notebook', () => {
  const whole = measured(demoDrive('orchard-rider'));
  const withArm = (part: Partial<Notebook['arms'][number]>): Notebook => ({ ...whole, arms: whole.arms.map((a) => ({ ...a, ...part })) });
  const look = (notebook: Notebook) => {
    const read = solveNotebook(notebook);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    return read.look;
  };
  it('readings over rims wait for the rim, and what was taken where the arm stood anyway is left aside', () => {
    const read = (notebook: Notebook) => {
      const made = surveyOf(notebook);
      if (!made.ok) throw new Error();
      return made.survey.arms[0]!.readings.length;
    };
    const all = whole.arms[0]!.ends.length;
    expect(read(whole)).toBe(all);
    expect(read(withArm({ stood: 'released' }))).toBeLessThan(all);
    const over = withArm({ ends: whole.arms[0]!.ends.map((e) => ({ ...e, kind: 'outside' as const })) });
    expect(read(over)).toBe(all);
    const carried = whole.arms[0]!.carries[0]!;
    expect(read({ ...over, pulleys: over.pulleys.map((p) => (p.id === carried ? { ...p, outsideDiameter: null } : p)) })).toBe(0);
  });
  it('missing pivots, ends and places are asked for', () => {
    expect(look(withArm({ pivot: null })).built.missing).toContainEqual({ what: 'arm-pivot', of: 'arm' });
    expect(look(withArm({ ends: [] })).built.missing).toContainEqual({ what: 'arm-end', of: 'arm' });
    expect(
      look(withArm({ kind: 'slide', pivot: null, ends: whole.arms[0]!.ends.filter((_, i) => i % 2 === 0) })).built.missing,
    ).toContainEqual({
      what: 'arm-end',
      of: 'arm',
    });
  });
  it('reports a reading without a check, which a third distance to its place removes', () => {
    const [first] = whole.arms[0]!.ends.filter((e) => e.at === 'brake');
    const alone = withArm({ ends: whole.arms[0]!.ends.filter((e) => e.at !== 'brake' || e.id === first!.id) });
    const doubts = (notebook: Notebook) =>
      look(notebook).built.findings.filter((f) => f.code === 'arm-reading-unchecked' || f.code === 'second-place');
    expect(doubts(alone).length).toBeGreaterThan(0);
    expect(doubts(whole)).toEqual([]);
  });
});
