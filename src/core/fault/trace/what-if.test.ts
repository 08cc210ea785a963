import { describe, expect, it } from 'vitest';
import { trace, vocabulary, whatIf, type FaultCase } from '..';

const words = vocabulary();
const faultCase: FaultCase = {
  kind: 'deck-lever',
  complaint: ['thrown-releasing'],
  history: [{ check: 'stop-time', result: 'bad' }],
  setups: [],
};

describe('the effect of a check', () => {
  it.each(['brake-released', 'idler-tip', 'keeper-gap', 'engagement-time'])('%s: each answer leaves what tracing it leaves', (check) => {
    const answers = whatIf(words, faultCase, check);
    expect(answers.reduce((sum, a) => sum + a.chance, 0)).toBeCloseTo(1, 9);
    for (const { result, causes } of answers) {
      const traced = trace(words, { ...faultCase, history: [...faultCase.history, { check, result }] });
      if (traced.status !== 'ok') throw new Error('it contradicts itself');
      // If two are equal to the last digit, either may be first.
      causes.forEach((c, i) => {
        expect(c.probability).toBeCloseTo(traced.causes[i]!.probability, 9);
        expect(c.probability).toBeCloseTo(traced.causes.find((x) => x.id === c.id)!.probability, 9);
      });
    }
  });
  it('is empty if the answers contradict each other, or for a check of another kind', () => {
    expect(whatIf(words, faultCase, 'cvt-width')).toEqual([]);
    const impossible = { ...words, likelihoods: { ...words.likelihoods, checks: { ...words.likelihoods.checks } } };
    impossible.likelihoods.checks['stop-time'] = { leak: [1, 0, 0], given: {} };
    expect(whatIf(impossible, faultCase, 'brake-released')).toEqual([]);
  });
});
