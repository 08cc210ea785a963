import { describe, expect, it } from 'vitest';
import { computePosterior, predictResults, trace, vocabulary, whileOpen, type FaultCase } from '.';

const words = vocabulary();
const thrown: FaultCase = { kind: 'deck-lever', complaint: ['thrown-releasing'], history: [], setups: ['belt-covers'] };
const open = (faultCase: FaultCase) => whileOpen(words, faultCase, computePosterior(words, faultCase));

describe('what to check while covers are off', () => {
  it('is nothing while they are on', () => {
    expect(open({ ...thrown, setups: [] })).toEqual([]);
  });
  it('needs nothing more removed, and is likeliest bad first', () => {
    const found = open(thrown);
    expect(found.length).toBeGreaterThan(3);
    for (const { check } of found) expect(words.checks.find((c) => c.id === check)!.setups).toEqual(['belt-covers']);
    expect(found.map((f) => f.bad)).toEqual(found.map((f) => f.bad).sort((a, b) => b - a));
  });
  it('has for each the probability of a result other than good', () => {
    const posterior = computePosterior(words, thrown);
    for (const { check, bad } of open(thrown)) {
      const [good, ...others] = predictResults(words, posterior, check, false).chances;
      expect(bad).toBeCloseTo(
        others.reduce((a, b) => a + b, 0),
        12,
      );
      expect(bad).toBeCloseTo(1 - good!, 12);
    }
  });
  it('goes on after a fault is found and repaired, without what was answered', () => {
    const before = open(thrown).map((f) => f.check);
    const [first] = before;
    const worst = words.checks.find((c) => c.id === first)!.results.at(-1)!.id;
    const after = open({ ...thrown, history: [{ check: first!, result: worst }] }).map((f) => f.check);
    expect(after).not.toContain(first);
    expect(after.length).toBeGreaterThan(0);
    const repaired = open({ ...thrown, history: [{ check: first!, result: worst }, { fixed: 'idler-tips' }, { prove: 'still' }] });
    expect(repaired.map((f) => f.check)).not.toContain(first);
    expect(repaired.length).toBeGreaterThan(0);
  });
  it('comes with every trace, on every kind of drive, with any covers off', () => {
    for (const { id: kind } of words.kinds) {
      const complaint = words.complaints.find((c) => c.kinds.includes(kind))!.id;
      for (const { id, needs } of words.setups) {
        const answer = trace(words, { kind, complaint: [complaint], history: [], setups: [...needs, id] });
        if (answer.status === 'ok')
          for (const { check } of answer.open) expect(words.checks.find((c) => c.id === check)!.kinds).toContain(kind);
      }
    }
  });
});
