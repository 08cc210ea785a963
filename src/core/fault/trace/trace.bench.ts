import { bench, describe } from 'vitest';
import { computePosterior, causeProbabilities, trace, vocabulary, type FaultCase } from '..';
import { predictResults } from './predict-results';

const words = vocabulary();
/** The kind of drive that has the most causes, with two complaints and a walk half made. */
const faultCase: FaultCase = {
  kind: 'deck-lever',
  complaint: ['thrown-releasing', 'slow-weak'],
  history: ['engagement-time', 'stop-time', 'brake-released', 'arm-travel', 'idler-lean', 'began-slowly'].map((check) => ({
    check,
    result: 'good',
  })),
  setups: ['belt-covers'],
};
const open = words.checks.filter((c) => c.source === 'hand' && c.kinds.includes('deck-lever'));

describe('what every check of the base would leave, for the kind of drive with the most causes', () => {
  bench('cut by each check’s own causes, from one pass through all sets', () => {
    const posterior = computePosterior(words, faultCase);
    for (const { id } of open) predictResults(words, posterior, id, true);
  });
  bench('all sets evaluated again for each answer of each check', () => {
    for (const { id, results } of open)
      for (const { id: result } of results)
        causeProbabilities(computePosterior(words, { ...faultCase, history: [...faultCase.history, { check: id, result }] }));
  });
});

describe('a whole trace', () => {
  bench('chances, evidence, what is next and when to stop', () => {
    trace(words, faultCase);
  });
  bench('the pass through all sets alone', () => {
    computePosterior(words, faultCase);
  });
});
