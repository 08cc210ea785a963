import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../drive';
import { adviseOn, computePosterior, setupMinutes, trace, vocabulary, type FaultCase, type FaultEvent, type Vocabulary } from '.';
import { answer, drawJob } from '../../../lab/fault-simulation';

/** A vocabulary of two causes and their checks, so that the advice can be calculated by hand. */
interface Small {
  /** Prior, repair minutes, station. */
  readonly causes: readonly (readonly [id: string, prior: number, minutes: number, station?: string])[];
  /** Cause that it confirms, minutes, setups. */
  readonly checks: readonly (readonly [id: string, shows: string, minutes: number, setups: readonly string[]])[];
}

const small = ({ causes, checks }: Small): Vocabulary => ({
  kinds: [{ id: 'k', label: 'Kind' }],
  complaints: [{ id: 'c', label: 'Squeals', synonyms: [], kinds: ['k'] }],
  causes: causes.map(([id, prior, minutes, station = 'belt']) => ({
    id,
    label: id,
    station,
    kinds: { k: prior },
    fix: { minutes, setups: ['cover'], ask: false },
  })),
  setups: [
    { id: 'cover', label: 'Cover off', minutes: 10, needs: [] },
    { id: 'belt', label: 'Belt off', minutes: 4, needs: ['cover'] },
    { id: 'idler', label: 'Idler off', minutes: 3, needs: ['belt'] },
  ],
  checks: checks.map(([id, , minutes, setups]) => ({
    id,
    label: id,
    station: 'belt',
    kinds: ['k'],
    minutes,
    setups,
    results: [
      { id: 'good', label: 'Good' },
      { id: 'bad', label: 'Bad' },
    ],
    source: 'hand',
  })),
  likelihoods: {
    complaints: { c: { leak: 0.005, given: Object.fromEntries(causes.map(([id]) => [id, 0.97])) } },
    checks: Object.fromEntries(checks.map(([id, shows]) => [id, { leak: [0.995, 0.005], given: { [shows]: [0.03, 0.97] } }])),
  },
  prove: { minutes: 6 },
});
const two: Small = {
  causes: [
    ['worn', 0.2, 40],
    ['oiled', 0.2, 40],
  ],
  checks: [
    ['width', 'worn', 2, ['cover']],
    ['smell', 'oiled', 2, ['cover']],
  ],
};
const CASE: FaultCase = { kind: 'k', complaint: ['c'], history: [], setups: [] };
const advise = (words: Vocabulary, more: Partial<FaultCase> = {}) => {
  const faultCase = { ...CASE, ...more };
  return adviseOn(words, faultCase, computePosterior(words, faultCase));
};
const scoreOf = (advice: ReturnType<typeof advise>, check: string) => advice.next.find((n) => n.check === check)!.score;

describe('minutes of what comes off first', () => {
  const words = small(two);
  it.each<[string, string[], string[], number]>([
    ['nothing', [], [], 0],
    ['one', ['cover'], [], 10],
    ['one with what it needs', ['idler'], [], 17],
    ['two that need the same, which counts once', ['idler', 'belt'], [], 17],
    ['what is off already', ['belt'], ['cover', 'belt'], 0],
    ['what needs one that is off', ['idler'], ['cover'], 7],
  ])('%s', (_, wanted, up, minutes) => {
    expect(setupMinutes(words, wanted, new Set(up)).minutes).toBe(minutes);
  });
  it('are the same in any order, and include everything they need', () => {
    const real = vocabulary();
    const setups = fc.subarray(real.setups.map((s) => s.id));
    fc.assert(
      fc.property(setups, setups, (wanted, up) => {
        const { minutes, all } = setupMinutes(real, wanted, new Set(up));
        expect(setupMinutes(real, wanted.toReversed(), new Set(up)).minutes).toBe(minutes);
        const added = [...all].filter((id) => !up.includes(id));
        expect(added.reduce((sum, id) => sum + real.setups.find((s) => s.id === id)!.minutes, 0)).toBe(minutes);
        for (const id of added) for (const need of real.setups.find((s) => s.id === id)!.needs) expect(all.has(need)).toBe(true);
      }),
    );
  });
});

describe('what a check is worth', () => {
  it('counts a set-up that another check shares in part only', () => {
    const alone = advise(small({ ...two, checks: two.checks.slice(0, 1) }));
    const shared = advise(small(two));
    expect(shared.next.map((n) => n.minutes)).toEqual([12, 12]);
    expect(scoreOf(shared, 'width')).toBeGreaterThan(1.2 * scoreOf(alone, 'width'));
  });
  it('is more with the set-up up, by just the minutes that it no longer takes', () => {
    const words = small({ ...two, checks: two.checks.slice(0, 1) });
    const [down, up] = [advise(words), advise(words, { setups: ['cover'] })];
    expect(up.next[0]!.minutes).toBe(2);
    expect(up.next[0]!.bits).toBeCloseTo(down.next[0]!.bits, 12);
    expect(scoreOf(up, 'width')).toBeGreaterThan(4 * scoreOf(down, 'width'));
  });
  it('is nothing where its answer would change nothing that is done', () => {
    const words = small({ ...two, checks: [['width', 'worn', 2, []]], causes: [['worn', 0.2, 40]] });
    const [only] = advise(words).next;
    // One cause explains the complaint, so it is repaired in any case.
    expect(only!.score).toBeLessThan(0.2);
  });
  it('information is that of the answer about the causes: of an even question under one bit, and over half of it', () => {
    const [first] = advise(small(two)).next;
    expect(first!.bits).toBeGreaterThan(0.5);
    expect(first!.bits).toBeLessThan(1);
  });
});

describe('when to stop', () => {
  const bad = (check: string): FaultEvent => ({ check, result: 'bad' });
  it('repairs a confirmed cause immediately if it is quick with its setups', () => {
    const of = (minutes: number, setups: string[] = []) =>
      advise(small({ ...two, causes: [['worn', 0.2, minutes], two.causes[1]!] }), { history: [bad('width')], setups }).stop;
    expect(of(20)).toMatchObject({ fix: 'worn', why: 'proved' });
    expect(of(21)?.why).not.toBe('proved');
    expect(of(21, ['cover'])).toMatchObject({ fix: 'worn', why: 'proved' });
  });
  it.each(['brake', 'keeper', 'height-link'])('repairs a confirmed cause at the %s for any repair time', (station) => {
    const words = small({ ...two, causes: [['worn', 0.2, 120, station], two.causes[1]!] });
    expect(advise(words, { history: [bad('width')] }).stop).toMatchObject({ fix: 'worn', why: 'dangerous' });
  });
  it('without further checks takes the cause that helps most per minute, not the most likely one', () => {
    const words = small({
      causes: [
        ['worn', 0.25, 100],
        ['oiled', 0.18, 4],
      ],
      checks: [],
    });
    const traced = trace(words, CASE);
    if (traced.status !== 'ok') throw new Error('it contradicts itself');
    expect(traced.causes[0]!.id).toBe('worn');
    expect(traced.stop).toMatchObject({ fix: 'oiled', why: 'cheaper' });
  });
  it('stops if a check costs more than a repair: an hour against minutes', () => {
    const words = small({
      causes: [
        ['worn', 0.2, 3],
        ['oiled', 0.2, 3],
      ],
      checks: [['width', 'worn', 60, []]],
    });
    expect(advise(words).stop?.why).toBe('cheaper');
    const quick = small({
      causes: [
        ['worn', 0.2, 60],
        ['oiled', 0.2, 60],
      ],
      checks: [['width', 'worn', 1, []]],
    });
    expect(advise(quick).stop).toBeNull();
  });
});

describe('advice on the whole base', () => {
  const words = vocabulary();
  /** A job in progress: checks answered by a machine with faults, and some repairs. */
  function someWayOn(seed: number, steps: number): FaultCase {
    const random = seededRandom(seed);
    const kind = words.kinds[Math.floor(random() * words.kinds.length)]!.id;
    const { complaint, faults } = drawJob(words, random, kind);
    const checks = words.checks.filter((c) => c.kinds.includes(kind));
    const causes = words.causes.filter((c) => c.kinds[kind] !== undefined);
    const history: FaultEvent[] = [];
    for (let i = 0; i < steps; i++) {
      if (random() < 0.15) history.push({ fixed: causes[Math.floor(random() * causes.length)]!.id }, { prove: 'still' });
      else {
        const check = checks[Math.floor(random() * checks.length)]!.id;
        history.push({ check, result: answer(words, check, faults, random) });
      }
    }
    const setups = words.setups.filter(() => random() < 0.2).map((s) => s.id);
    return { kind, complaint, history, setups: [...setupMinutes(words, setups, new Set()).all] };
  }
  it('is ordered, numeric, and never includes repaired, computed or answered checks', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e9 }), fc.integer({ min: 0, max: 8 }), (seed, steps) => {
        const faultCase = someWayOn(seed, steps);
        const traced = trace(words, faultCase);
        if (traced.status !== 'ok') return;
        const scores = traced.next.map((n) => n.score);
        expect(scores).toEqual([...scores].sort((a, b) => b - a));
        for (const n of traced.next) {
          expect([n.bits, n.minutes, n.score].every(Number.isFinite)).toBe(true);
          const check = words.checks.find((c) => c.id === n.check)!;
          expect(check.source).toBe('hand');
          expect(n.minutes).toBe(check.minutes + setupMinutes(words, check.setups, new Set(faultCase.setups)).minutes);
          expect(n.bits).toBeGreaterThanOrEqual(-1e-12);
          expect(n.bits).toBeLessThanOrEqual(Math.log2(check.results.length) + 1e-12);
        }
        const fixed = faultCase.history.flatMap((e) => ('fixed' in e ? [e.fixed] : []));
        for (const c of traced.causes) {
          expect(fixed).not.toContain(c.id);
          expect(c.probability).toBeGreaterThanOrEqual(0);
          expect(c.probability).toBeLessThanOrEqual(1 + 1e-12);
        }
        if (traced.stop) expect(fixed).not.toContain(traced.stop.fix);
      }),
      { numRuns: 60, seed: 11 },
    );
  });
  it('does not hang on the order in which causes, checks or complaints are listed', () => {
    const turned: Vocabulary = { ...words, causes: words.causes.toReversed(), checks: words.checks.toReversed() };
    for (let seed = 1; seed <= 12; seed++) {
      const faultCase = someWayOn(seed, 4);
      const [a, b] = [trace(words, faultCase), trace(turned, { ...faultCase, complaint: faultCase.complaint.toReversed() })];
      expect(b.status).toBe(a.status);
      if (a.status !== 'ok' || b.status !== 'ok') continue;
      const chance = new Map(b.causes.map((c) => [c.id, c.probability]));
      for (const c of a.causes) expect(chance.get(c.id), `${c.id}, seed ${seed}`).toBeCloseTo(c.probability, 9);
      const bits = new Map(b.next.map((n) => [n.check, n.bits]));
      for (const n of a.next) expect(bits.get(n.check), `${n.check}, seed ${seed}`).toBeCloseTo(n.bits, 9);
      expect(b.stop?.fix).toBe(a.stop?.fix);
    }
  });
});
