import { describe, expect, it } from 'vitest';
import { seededRandom } from '../../drive';
import { runTraceExperiment } from '../../../lab/trace-experiment';
import {
  adviseOn,
  computePosterior,
  causeProbabilities,
  predictResults,
  setupMinutes,
  stopSentence,
  trace,
  validateCase,
  vocabulary,
  type FaultCase,
  type FaultEvent,
  type Vocabulary,
} from '.';

const words = vocabulary();

/** A few causes and checks of the base, so that every set can be enumerated. */
function small(kind: string, causes: number, random: () => number): Vocabulary {
  const known = words.causes.filter((c) => c.kinds[kind] !== undefined);
  const kept = known.filter((c) => c.id === 'unknown' || random() < causes / known.length);
  return { ...words, causes: kept };
}

/** Every set of one to three causes, weighted directly by the rules. No shared code or products with the engine. */
function bruteForce(base: Vocabulary, faultCase: FaultCase) {
  const { kind, complaint, history } = faultCase;
  const causes = base.causes.filter((c) => c.kinds[kind] !== undefined);
  const sets: string[][] = [];
  const ids = causes.map((c) => c.id);
  ids.forEach((a, i) => {
    sets.push([a]);
    ids.slice(i + 1).forEach((b, j) => {
      sets.push([a, b]);
      ids.slice(i + j + 2).forEach((c) => sets.push([a, b, c]));
    });
  });
  const heardOf = (id: string, R: readonly string[]) => {
    const { leak, given } = base.likelihoods.complaints[id]!;
    let silent = 1 - leak;
    for (const c of R) silent *= 1 - (given[c] ?? 0);
    return 1 - silent;
  };
  const shows = (check: string, R: readonly string[]): number[] => {
    const { leak, given } = base.likelihoods.checks[check]!;
    const F = leak.map((_, r) => {
      const sum = (p: readonly number[]) => p.slice(0, r + 1).reduce((a, x) => a + x, 0);
      return R.reduce((a, c) => a * (given[c] ? sum(given[c]) : 1), sum(leak));
    });
    return F.map((f, r) => f - (r > 0 ? F[r - 1]! : 0));
  };
  // A check answered twice without a repair in between counts as its second answer.
  const counts = history.filter((e, i) => {
    if (!('check' in e)) return true;
    for (const later of history.slice(i + 1)) {
      if ('fixed' in later) return true;
      if ('check' in later && later.check === e.check) return false;
    }
    return true;
  });
  const repaired = history.flatMap((e) => ('fixed' in e ? [e.fixed] : []));
  const weights = sets.map((S) => {
    let w = 1;
    for (const c of S) {
      const p = causes.find((x) => x.id === c)!.kinds[kind]!;
      w *= p / (1 - p);
    }
    for (const c of complaint) w *= heardOf(c, S);
    let R = S;
    for (const e of counts) {
      if ('fixed' in e) R = R.filter((c) => c !== e.fixed);
      else if ('prove' in e) {
        const silent = complaint.reduce((a, c) => a * (1 - heardOf(c, R)), 1);
        w *= e.prove === 'gone' ? silent : 1 - silent;
      } else w *= shows(e.check, R)[base.checks.find((c) => c.id === e.check)!.results.findIndex((r) => r.id === e.result)]!;
    }
    return w;
  });
  const total = weights.reduce((a, w) => a + w, 0);
  const chance = (cause: string) => sets.reduce((a, S, k) => a + (S.includes(cause) ? weights[k]! : 0), 0) / total;
  const predicted = (check: string) => {
    const each = sets.map((S) =>
      shows(
        check,
        S.filter((c) => !repaired.includes(c)),
      ),
    );
    const p = each[0]!.map((_, r) => sets.reduce((a, __, k) => a + weights[k]! * each[k]![r]!, 0) / total);
    const bits = sets.reduce(
      (a, _, k) => a + (weights[k]! / total) * each[k]!.reduce((b, q, r) => b + (q > 0 ? q * Math.log2(q / p[r]!) : 0), 0),
      0,
    );
    const after = (cause: string, r: number) =>
      sets.reduce((a, S, k) => a + (S.includes(cause) ? weights[k]! * each[k]![r]! : 0), 0) / (total * p[r]!);
    return { p, bits, after };
  };
  return { chance, predicted, repaired };
}

/** A case of any history that could be. */
function anyCase(base: Vocabulary, kind: string, random: () => number): FaultCase {
  const pick = <T>(of: readonly T[]): T => of[Math.floor(random() * of.length)]!;
  const complaints = base.complaints.filter((c) => c.kinds.includes(kind));
  const checks = base.checks.filter((c) => c.kinds.includes(kind));
  const history: FaultEvent[] = Array.from({ length: 1 + Math.floor(random() * 9) }, () => {
    const u = random();
    if (u < 0.7) {
      const check = pick(checks);
      return { check: check.id, result: pick(check.results).id };
    }
    return u < 0.87
      ? { fixed: pick(base.causes.filter((c) => c.kinds[kind] !== undefined)).id }
      : { prove: random() < 0.7 ? 'still' : 'gone' };
  });
  return {
    kind,
    complaint: [...new Set([pick(complaints).id, pick(complaints).id])],
    history,
    setups: random() < 0.5 ? ['belt-covers'] : [],
  };
}

describe('what may be wrong', () => {
  it('agrees with the enumeration of every set: probabilities, information, and the state after each answer', () => {
    const random = seededRandom(4);
    for (let k = 0; k < 40; k++) {
      const kind = words.kinds[k % words.kinds.length]!.id;
      const base = small(kind, 12, random);
      const faultCase = anyCase(base, kind, random);
      const posterior = computePosterior(base, faultCase);
      const brute = bruteForce(base, faultCase);
      const chances = causeProbabilities(posterior);
      posterior.causes.forEach((c, i) => {
        if (!brute.repaired.includes(c)) expect(Math.abs(chances[i]! - brute.chance(c)), `${kind} ${c}`).toBeLessThan(1e-9);
      });
      for (const check of base.checks.filter((c) => c.kinds.includes(kind)).slice(k % 5, (k % 5) + 9)) {
        const own = predictResults(base, posterior, check.id, true);
        const other = brute.predicted(check.id);
        expect(Math.abs(own.bits - other.bits), check.id).toBeLessThan(1e-9);
        other.p.forEach((p, r) => {
          expect(Math.abs(own.chances[r]! - p)).toBeLessThan(1e-9);
          posterior.causes.forEach((c, i) => {
            if (p > 1e-6 && !brute.repaired.includes(c))
              expect(Math.abs(own.after[r]![i]! - other.after(c, r)), `${check.id} ${c}`).toBeLessThan(1e-7);
          });
        });
      }
    }
  });
  it('agrees with them on the whole base, too', () => {
    const random = seededRandom(9);
    for (const kind of ['deck-lever', 'cvt']) {
      const faultCase = anyCase(words, kind, random);
      const brute = bruteForce(words, faultCase);
      const traced = trace(words, faultCase);
      if (traced.status !== 'ok') throw new Error('it contradicts itself');
      for (const c of traced.causes) expect(Math.abs(c.probability - brute.chance(c.id)), c.id).toBeLessThan(1e-9);
    }
  });
  it('ignores a check that was not made, and counts a good one against its causes', () => {
    const base: FaultCase = { kind: 'deck-lever', complaint: ['thrown-releasing'], history: [], setups: [] };
    const of = (c: FaultCase, cause: string) => {
      const posterior = computePosterior(words, c);
      return causeProbabilities(posterior)[posterior.causes.indexOf(cause)]!;
    };
    const good = { ...base, history: [{ check: 'idler-tip', result: 'good' }] };
    expect(of(good, 'idler-tips')).toBeLessThan(of(base, 'idler-tips') / 4);
    expect(of({ ...base, history: [{ check: 'cable', result: 'good' }] }, 'idler-tips')).toBeGreaterThan(of(base, 'idler-tips') * 0.9);
  });
  it('order counts: a part that was new before the complaint went on is innocent', () => {
    const traced = (history: FaultEvent[]) => {
      const t = trace(words, { kind: 'deck-lever', complaint: ['thrown-releasing'], history, setups: [] });
      return t.status === 'ok' ? t.causes : [];
    };
    const before = traced([{ fixed: 'idler-tips' }, { prove: 'still' }]);
    expect(before.some((c) => c.id === 'idler-tips')).toBe(false);
    const other = before.find((c) => c.id === 'brake-not-landing')!.probability;
    expect(other).toBeGreaterThan(traced([]).find((c) => c.id === 'brake-not-landing')!.probability);
  });
  it('reports answers that no set explains, without dividing by zero', () => {
    const never: Vocabulary = {
      ...words,
      likelihoods: {
        ...words.likelihoods,
        checks: { ...words.likelihoods.checks, 'grip-computed': { ...words.likelihoods.checks['grip-computed']!, leak: [1, 0] } },
      },
    };
    const history: FaultEvent[] = [
      ...['belt-too-short', 'belt-too-long', 'low-tension'].map((fixed) => ({ fixed })),
      ...words.causes.filter((c) => words.likelihoods.checks['grip-computed']!.given[c.id]).map((c) => ({ fixed: c.id })),
      { check: 'grip-computed', result: 'bad' },
      { check: 'brake-released', result: 'good' },
    ].filter((e) => !('fixed' in e) || words.causes.some((c) => c.id === e.fixed && c.kinds['deck-lever'] !== undefined));
    const traced = trace(never, { kind: 'deck-lever', complaint: ['runs-on'], history, setups: [] });
    expect(traced).toEqual({ status: 'contradiction', conflicts: ['grip-computed'] });
  });
});

describe('what to do next', () => {
  const at = (history: FaultEvent[], setups: string[] = []): FaultCase => ({
    kind: 'deck-lever',
    complaint: ['thrown-releasing'],
    history,
    setups,
  });
  const advice = (c: FaultCase) => adviseOn(words, c, computePosterior(words, c));
  it('offers no check twice, none that is computed, and counts a set-up once', () => {
    const c = at([{ check: 'brake-released', result: 'good' }], ['belt-covers']);
    const { next } = advice(c);
    expect(next.map((n) => n.check)).not.toContain('brake-released');
    expect(next.map((n) => n.check)).not.toContain('grip-computed');
    const tip = words.checks.find((k) => k.id === 'idler-tip')!;
    expect(next.find((n) => n.check === 'idler-tip')!.minutes).toBe(tip.minutes + 12);
    expect(setupMinutes(words, ['belt', 'idler'], new Set()).minutes).toBe(5 + 12 + 5);
  });
  it('prefers checks without teardown among equally useful ones', () => {
    const { next, stop } = advice(at([]));
    expect(stop).toBeNull();
    expect(next[0]!.minutes).toBeLessThanOrEqual(4);
  });
  it('stops at a confirmed cause, and always for a brake', () => {
    const brake = advice(at(['brake-released', 'stop-time', 'brake-lining'].map((check) => ({ check, result: 'bad' }))));
    expect(brake.stop).toMatchObject({ fix: 'brake-not-landing', why: 'dangerous' });
    expect(stopSentence(words, brake.stop!)).toMatch(/dangerous: brake stays off when released/);
  });
  it('asks the customer before an expensive repair', () => {
    const dear = words.causes.find((c) => c.fix.ask)!;
    expect(stopSentence(words, { fix: dear.id, why: 'cheaper', ask: true })).toContain('Ask the customer first');
  });
});

describe('a case', () => {
  const good = { format: 'taut-sheave/case', version: 1, kind: 'deck-lever', complaint: ['runs-on'] };
  it('may leave history and set-ups out', () => {
    expect(validateCase(good, words)).toEqual({ ok: true, case: { kind: 'deck-lever', complaint: ['runs-on'], history: [], setups: [] } });
  });
  it.each<[string, object, string]>([
    ['an unknown kind', { kind: 'tank' }, 'kind'],
    ['no complaint', { complaint: [] }, 'complaint'],
    ['a complaint of another kind', { complaint: ['cvt-no-top'] }, 'complaint[0]'],
    ['an unknown check', { history: [{ check: 'look-hard', result: 'good' }] }, 'history[0].check'],
    ['a check of another kind', { history: [{ check: 'cvt-width', result: 'bad' }] }, 'history[0].check'],
    ['a result that it does not have', { history: [{ check: 'brake-released', result: 'purple' }] }, 'history[0].result'],
    ['a cause of another kind', { history: [{ fixed: 'cvt-belt-narrow' }] }, 'history[0].fixed'],
    ['a run that is neither', { history: [{ prove: 'maybe' }] }, 'history[0]'],
    ['an unknown set-up', { setups: ['roof'] }, 'setups[0]'],
    ['another format', { format: 'x' }, 'format'],
  ])('with %s is refused with its place', (_, part, path) => {
    expect(validateCase({ ...good, ...part }, words)).toMatchObject({ ok: false, problem: { path } });
  });
});

it('spends fewer minutes by the advice than in a fixed order or by repairing the most likely cause first', () => {
  const { minutes } = runTraceExperiment(40, seededRandom(3));
  expect(minutes.advised).toBeLessThan(minutes.fixed);
  expect(minutes.advised).toBeLessThan(minutes.likeliest);
});
