import { describe, expect, it } from 'vitest';
import { corrected, correctionProblem, learned, trace, vocabulary, type Correction } from '..';

const words = vocabulary();
const fix = (cause: string, subject: string, value: string): Correction => ({ cause, subject, value, because: 'as seen here' });
const chance = (of: typeof words, cause: string) => {
  const traced = trace(of, {
    kind: 'deck-lever',
    complaint: ['thrown-releasing'],
    history: [{ check: 'idler-lean', result: 'bad' }],
    setups: [],
  });
  return traced.status === 'ok' ? (traced.causes.find((c) => c.id === cause)?.probability ?? 0) : NaN;
};

describe('an owner’s correction', () => {
  it('of how common a cause is moves its prior on that kind alone', () => {
    const own = corrected(words, [fix('idler-tips', 'deck-lever', '1')]);
    const prior = (of: typeof words, kind: string) => of.causes.find((c) => c.id === 'idler-tips')!.kinds[kind];
    expect(prior(own, 'deck-lever')).toBeLessThan(prior(words, 'deck-lever')!);
    expect(prior(own, 'deck-clutch')).toBe(prior(words, 'deck-clutch'));
    expect(chance(own, 'idler-tips')).toBeLessThan(chance(words, 'idler-tips'));
  });
  it('of a link makes it more, or nothing at all; what was nothing may become something', () => {
    const seldom = corrected(words, [fix('idler-stand-bent', 'idler-lean', 'seldom')]);
    expect(chance(seldom, 'idler-stand-bent')).toBeLessThan(chance(words, 'idler-stand-bent') / 2);
    const none = corrected(words, [fix('idler-tips', 'thrown-releasing', 'nothing')]);
    expect(none.likelihoods.complaints['thrown-releasing']!.given['idler-tips']).toBeUndefined();
    const more = corrected(words, [fix('spindle-worn', 'idler-lean', 'always')]);
    expect(chance(more, 'spindle-worn')).toBeGreaterThan(2 * chance(words, 'spindle-worn'));
    for (const p of Object.values(more.likelihoods.checks['idler-lean']!.given)) expect(p.reduce((a, b) => a + b)).toBeCloseTo(1, 12);
  });
  it('leaves the shipped base as it is, and stands under what the shop’s jobs confirmed', () => {
    const before = JSON.stringify(words);
    const both = learned(corrected(words, [fix('guard-missing', 'deck-lever', '5')]), [
      { kind: 'deck-lever', cause: 'guard-missing', times: 10 },
    ]);
    expect(JSON.stringify(words)).toBe(before);
    const of = (w: typeof words) => w.causes.find((c) => c.id === 'guard-missing')!.kinds['deck-lever']!;
    expect(of(both)).toBeGreaterThan(of(corrected(words, [fix('guard-missing', 'deck-lever', '5')])));
  });
  it.each([
    [fix('gremlins', 'deck-lever', '1'), /no such cause/],
    [fix('idler-tips', 'cvt', '1'), /does not have this cause/],
    [fix('idler-tips', 'deck-lever', '9'), /from 1 to 5/],
    [fix('idler-tips', 'moon-phase', 'always'), /no such complaint or check/],
    [fix('idler-tips', 'idler-tip', '0.97'), /one of the steps/],
  ])('refuses %o, and ignores it if it is stored', (one, says) => {
    expect(correctionProblem(words, one)).toMatch(says);
    expect(corrected(words, [one])).toBe(words);
  });
});
