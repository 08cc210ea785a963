import { describe, expect, it } from 'vitest';
import { FACTS, type Facts } from '../../machine';
import { STAGES } from '..';
import type { Found } from '../record';
import { FINDING } from '../test-job';
import { isOfKind } from '../check-order';
import { holds, PROCEDURES, proposalsFor, stepsOf, type Circumstances, type Condition } from '.';

const known = (values: Record<string, string>): Facts =>
  Object.fromEntries(Object.entries(values).map(([fact, value]) => [fact, { value, by: 'Bram', at: '2026-11-26T09:00:00Z' }]));
const found = (check: Found['check'], result: Found['result']): Found => ({
  ...FINDING,
  check,
  result,
  at: '2026-11-26T09:00:00Z',
  by: 'Bram',
  status: null,
});
const at = (facts: Record<string, string> = {}, findings: Found[] = []): Circumstances => ({ facts: known(facts), found: findings });

describe('procedures', () => {
  it('are twelve, one of them in two ways, each step named once and in the order of the stages’ own work', () => {
    expect(PROCEDURES).toHaveLength(13);
    expect(new Set(PROCEDURES.map((p) => p.id)).size).toBe(13);
    for (const p of PROCEDURES) {
      expect(new Set(p.steps.map((s) => s.id)).size, p.id).toBe(p.steps.length);
      expect(p.steps.length, p.id).toBeGreaterThan(11);
      expect(p.minutes[0]).toBeLessThan(p.minutes[1]);
      for (const s of p.steps) expect(STAGES).toContain(s.stage);
    }
  });
  it('refits at another step what a step removes', () => {
    for (const p of PROCEDURES) {
      const off = p.steps.flatMap((s) => s.off ?? []);
      const on = p.steps.flatMap((s) => s.on ?? []);
      // Rollers, belts and engine bolts come off and on like anything else; a strap may be added.
      for (const item of off) expect(on, `${p.id}: ${item}`).toContain(item);
      expect(
        on.filter((item) => !off.includes(item) && item !== 'Ground strap'),
        p.id,
      ).toEqual([]);
    }
  });
  it('a loop leads back to a step of the same procedure, not after itself', () => {
    for (const p of PROCEDURES)
      for (const [i, s] of p.steps.entries())
        if (s.loop) {
          const back = p.steps.findIndex((one) => one.id === s.loop);
          expect(back, `${p.id}/${s.id}`).toBeGreaterThanOrEqual(0);
          expect(back).toBeLessThanOrEqual(i);
        }
  });
  it('have conditions on existing facts with possible answers only', () => {
    const check = (c: Condition, where: string): void => {
      if ('fact' in c) {
        const fact = FACTS.find((f) => f.id === c.fact);
        if (fact?.kind !== 'choice') throw new Error(`${where}: ${c.fact} is no choice`);
        for (const value of c.is)
          expect(
            fact.choices.map((one) => one.id),
            where,
          ).toContain(value);
      } else if ('not' in c) check(c.not, where);
      else if ('all' in c) c.all.forEach((one) => check(one, where));
      else if ('any' in c) c.any.forEach((one) => check(one, where));
    };
    for (const p of PROCEDURES) {
      check(p.meant, p.id);
      for (const s of p.steps) if (s.where) check(s.where, `${p.id}/${s.id}`);
    }
  });
  it('marks checks only where nothing comes off or on, and only checks of its kinds of drive', () => {
    for (const p of PROCEDURES)
      for (const s of p.steps) {
        if (s.checks || s.instrument) expect([...(s.off ?? []), ...(s.on ?? [])], `${p.id}/${s.id}`).toEqual([]);
        for (const check of s.checks ?? [])
          expect(
            p.kinds.some((kind) => isOfKind(check, kind)),
            `${p.id}/${s.id}: ${check}`,
          ).toBe(true);
      }
  });
  it('do not repeat the lists of Make safe and Test', () => {
    const own = /key out|chocks? the|plug lead off|tools and feet|five cycles/i;
    for (const p of PROCEDURES) for (const s of p.steps) expect(s.text, `${p.id}/${s.id}`).not.toMatch(own);
  });
});

describe('a condition', () => {
  it('is true, false, or open', () => {
    const lever: Condition = { fact: 'engage', is: ['lever-cable'] };
    expect(holds(lever, at({ engage: 'lever-cable' }))).toBe(true);
    expect(holds(lever, at({ engage: 'electric-clutch' }))).toBe(false);
    expect(holds(lever, at())).toBeNull();
    expect(holds({ not: lever }, at({ engage: 'lever-cable' }))).toBe(false);
    expect(holds({ not: lever }, at())).toBeNull();
  });
  it('of several conditions is decided by the first that decides', () => {
    const [yes, no, open]: Condition[] = [
      { fact: 'engage', is: ['lever-cable'] },
      { fact: 'engage', is: ['hand-latch'] },
      { fact: 'brake', is: ['on-arm'] },
    ];
    const here = at({ engage: 'lever-cable' });
    expect(holds({ any: [open!, yes!] }, here)).toBe(true);
    expect(holds({ any: [open!, no!] }, here)).toBeNull();
    expect(holds({ all: [open!, no!] }, here)).toBe(false);
    expect(holds({ all: [open!, yes!] }, here)).toBeNull();
  });
  it('on a finding holds by any part that shows it', () => {
    const bad: Condition = { found: 'idler-tip', is: ['bad'] };
    expect(holds(bad, at())).toBeNull();
    expect(holds(bad, at({}, [found('idler-tip', 'good')]))).toBe(false);
    expect(holds(bad, at({}, [found('idler-tip', 'good'), found('idler-tip', 'bad')]))).toBe(true);
  });
});

describe('the steps of a procedure', () => {
  const deck = PROCEDURES.find((p) => p.id === 'deck-off')!;
  const ids = (facts: Record<string, string>) => stepsOf(deck, at(facts), 'fit').map((s) => s.id);
  it('are excluded only if they are known not to apply', () => {
    expect(ids({})).toEqual(expect.arrayContaining(['cable-off', 'clutch-belt-off']));
    expect(ids({ engage: 'electric-clutch' })).not.toContain('cable-off');
    expect(ids({ engage: 'lever-cable' })).not.toContain('clutch-belt-off');
  });
});

describe('which procedure', () => {
  const first = (kind: Parameters<typeof proposalsFor>[0], facts: Record<string, string>) => proposalsFor(kind, at(facts))[0];
  it('deck on only where the last teardown reached everything so', () => {
    expect(first('deck-clutch', { 'deck-on-reach': 'yes' })?.procedure.id).toBe('deck-on');
    expect(first('deck-clutch', { 'deck-on-reach': 'no' })?.procedure.id).toBe('deck-off');
    // Until the fact is known, the deck comes off.
    expect(first('deck-clutch', {})?.procedure.id).toBe('deck-off');
  });
  it('a cable with an adjuster is taken up, unless the belt was found bad', () => {
    const facts = { engage: 'lever-cable', adjuster: 'cable-bracket', 'deck-on-reach': 'no' };
    const meant = (findings: Found[]) => proposalsFor('deck-lever', at(facts, findings)).find((p) => p.procedure.id === 'cable')?.meant;
    expect(meant([found('belt-surface', 'good')])).toBe(true);
    expect(meant([found('belt-surface', 'bad')])).toBe(false);
    expect(meant([])).toBeNull();
  });
  it('is one of its own kind of drive, and every kind has one', () => {
    expect(first('cvt', {})?.procedure.id).toBe('cvt-belt');
    expect(first('snow-thrower', {})?.procedure.id).toBe('snow-thrower');
    expect(first('banded', { 'take-up': 'eccentric' })?.procedure.id).toBe('eccentric');
    expect(first('sliding-deck', { 'take-up': 'sprung-deck' })).toMatchObject({ meant: true, procedure: { id: 'sliding-deck' } });
    expect(proposalsFor(null, at())).toHaveLength(PROCEDURES.length);
  });
});
