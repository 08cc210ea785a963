import { describe, expect, it } from 'vitest';
import { trace, vocabulary, type FaultCase, type FaultEvent } from '..';

const words = vocabulary();
const of = (kind: string, complaint: readonly string[], history: readonly FaultEvent[] = [], setups: readonly string[] = []) => {
  const faultCase: FaultCase = { kind, complaint, history, setups };
  const traced = trace(words, faultCase);
  if (traced.status !== 'ok') throw new Error('it contradicts itself');
  return traced;
};
const chance = (traced: ReturnType<typeof of>, cause: string) => traced.causes.find((c) => c.id === cause)?.probability ?? 0;
const answer = (check: string, result: string) => ({ check, result });

describe('what was seen', () => {
  it('settles the cause that it defines, for any other answers', () => {
    const seen = [answer('brake-released', 'bad')];
    expect(chance(of('deck-lever', ['runs-on'], seen), 'brake-not-landing')).toBeGreaterThan(0.95);
    // Another answer takes no sign of it away.
    const later = [...seen, answer('ended-height', 'bad'), answer('began-slowly', 'bad')];
    expect(chance(of('deck-lever', ['runs-on'], later), 'brake-not-landing')).toBeGreaterThan(0.95);
  });
  it.each([
    ['a hook in its right hole', 'deck-lever', 'slow-weak', 'spring-hooks', 'set-too-slack'],
    ['a link that is on', 'deck-lever', 'thrown-engaging', 'height-link-on', 'height-link-broken'],
    ['a link that is stowed', 'sliding-deck', 'dead', 'holding-link', 'link-left-in'],
    ['whole shear pins', 'snow-thrower', 'dead', 'shear-pins', 'shear-pin-sheared'],
  ])('%s clears its cause', (_, kind, complaint, check, cause) => {
    expect(chance(of(kind, [complaint], [answer(check, 'good')]), cause)).toBeLessThan(0.01);
  });
});

describe('answers with a direction', () => {
  it('a long stop time is evidence for brake and clutch, and none for a hard stop', () => {
    const before = of('deck-clutch', ['thrown-releasing']);
    const after = of('deck-clutch', ['thrown-releasing'], [answer('stop-time', 'bad'), answer('stop-hard', 'good')]);
    expect(chance(after, 'over-run')).toBeLessThan(chance(before, 'over-run'));
    const runsOn = of('deck-clutch', ['runs-on'], [answer('stop-time', 'bad')]);
    expect(chance(runsOn, 'clutch-drags') + chance(runsOn, 'brake-worn') + chance(runsOn, 'clutch-brake-out')).toBeGreaterThan(0.6);
  });
  it('a tension above its range supports too tight, one below supports too slack', () => {
    const [low, high] = ['tension-engaged', 'tension-high'].map((check) => of('deck-lever', ['thrown-rough'], [answer(check, 'bad')]));
    expect(chance(low!, 'set-too-slack')).toBeGreaterThan(chance(high!, 'set-too-slack'));
    const tight = of('deck-lever', ['bearings-fail'], [answer('tension-high', 'bad')]);
    expect(chance(tight, 'set-too-tight') + chance(tight, 'over-tightened') + chance(tight, 'belt-too-short')).toBeGreaterThan(0.8);
  });
});

describe('computed facts', () => {
  it('are separate: a drive that grips and does not go slack is not too slack', () => {
    const traced = of('deck-lever', ['runs-on'], [answer('grip-computed', 'good'), answer('slack-computed', 'bad')]);
    expect(chance(traced, 'set-too-slack')).toBeLessThan(0.02);
    expect(chance(traced, 'belt-too-short') + chance(traced, 'set-too-tight') + chance(traced, 'adjuster-old-place')).toBeGreaterThan(0.5);
  });
});

describe('the words of the customer', () => {
  it('never settles a habit by itself', () => {
    expect(chance(of('deck-lever', ['slow-weak'], [answer('how-engaged', 'bad')]), 'habit')).toBeLessThan(0.75);
  });
});

describe('advice', () => {
  it('checks the brake first where the stop time is over its limit', () => {
    const { next } = of('deck-lever', ['thrown-rough'], [answer('stop-time', 'bad')]);
    expect(next[0]!.check).toBe('brake-released');
    expect(of('deck-lever', ['thrown-rough'], [answer('stop-time', 'good')]).next[0]!.check).not.toBe('brake-released');
  });
  it('advises no repair below even odds while the cause’s own cheap check is open', () => {
    for (const { id: kind } of words.kinds)
      for (const { id, kinds } of words.complaints) {
        if (!kinds.includes(kind)) continue;
        const { stop, causes, next } = of(kind, [id]);
        if (!stop || stop.why === 'dangerous') continue;
        const odds = causes.find((c) => c.id === stop.fix)!.probability;
        const { minutes } = words.causes.find((c) => c.id === stop.fix)!.fix;
        const open = next.filter(
          (n) => 1 - (words.likelihoods.checks[n.check]!.given[stop.fix]?.[0] ?? 1) >= 0.9 && n.minutes < minutes / 3,
        );
        expect(odds >= 0.5 || open.length === 0, `${kind}, ${id}: ${stop.fix}`).toBe(true);
      }
  });
  it('asks nothing of parts that a kind of drive does not have', () => {
    const kindsOf = (check: string) => words.checks.find((c) => c.id === check)!.kinds;
    for (const check of [
      'brake-released',
      'brake-lining',
      'spindle-bound',
      'spindle-rock',
      'idler-side',
      'idler-spin',
      'cable',
      'height-link-on',
    ])
      expect(kindsOf(check), check).not.toContain('cvt');
    for (const check of ['brake-released', 'holding-link', 'clutch-gap']) expect(kindsOf(check), check).not.toContain('accessory');
  });
});
