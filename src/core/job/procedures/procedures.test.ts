import { describe, expect, it } from 'vitest';
import { FACTS, type Facts } from '../../machine';
import { STAGES } from '..';
import type { Found } from '../record';
import { FINDING } from '../test-job';
import { isOfKind } from '../check-order';
import { compareReadings, holds, PROCEDURES, procedureOf, proposalsFor, ringOrder, stepsOf, type Circumstances, type Condition } from '.';

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
  it('have ids and step ids of their own, and steps of known stages', () => {
    expect(new Set(PROCEDURES.map((p) => p.id)).size).toBe(PROCEDURES.length);
    for (const p of PROCEDURES) {
      expect(new Set(p.steps.map((s) => s.id)).size, p.id).toBe(p.steps.length);
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
  it('compare readings of one dimension that exist, at this step or before it', () => {
    for (const p of PROCEDURES)
      for (const [i, s] of p.steps.entries()) {
        if (!s.agree) continue;
        const before = p.steps.slice(0, i).find((one) => one.id === s.agree!.with);
        const [first, second] = s.agree.with === undefined ? (s.reads ?? []) : [s.reads?.[0], before?.reads?.[0]];
        expect(first?.in, `${p.id}/${s.id}`).toBeDefined();
        expect(second?.in, `${p.id}/${s.id}`).toBe(first!.in);
      }
  });
  it('name a step of their own after which the drive is off', () => {
    for (const p of PROCEDURES) if (p.removesDrive) expect(p.steps.map((s) => s.id)).toContain(p.removesDrive);
    expect(PROCEDURES.filter((p) => p.removesDrive).map((p) => p.id)).toEqual(['attachment-off']);
  });
  it('store only parts that are needed again, each named once', () => {
    for (const p of PROCEDURES) {
      const stored = p.steps.flatMap((s) => s.stores ?? []);
      expect(new Set(stored).size, p.id).toBe(stored.length);
      for (const item of stored) expect(p.steps.flatMap((s) => s.off ?? [])).not.toContain(item);
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

describe('tension only', () => {
  const short = PROCEDURES.filter((p) => p.variant === 'tension only');
  it('exists for every drive with a locked tension, and leads once its belt was found fit to use', () => {
    expect(short.map((p) => p.id)).toEqual([
      'reel-tension',
      'twin-rods-tension',
      'eccentric-tension',
      'preload-marks-tension',
      'accessory-tension',
    ]);
    for (const takeUp of ['twin-rods', 'eccentric', 'preload-marks']) {
      const first = (result: Found['result']) =>
        proposalsFor('banded', at({ 'take-up': takeUp }, [found('belt-surface', result)])).find((p) => p.meant === true)?.procedure.id;
      expect([first('good'), first('bad')]).toEqual([`${takeUp}-tension`, takeUp]);
    }
  });
  it.each(short.map((p) => [p.id, p] as const))('%s reads as found, sets, reads again, tests and records, and changes no belt', (_, p) => {
    const full = procedureOf(p.id.replace(/-tension$/, ''))!;
    const tension = p.steps.filter((s) => s.instrument === 'tension');
    expect(tension.some((s) => s.stage === 'look') && tension.filter((s) => s.stage === 'set').length > 1).toBe(true);
    expect(p.steps.some((s) => s.changes === 'clamped')).toBe(true);
    for (const stage of ['prove', 'book'] as const) expect(p.steps.some((s) => s.stage === stage)).toBe(true);
    for (const s of p.steps) expect(s.text).not.toMatch(/new (?:belt|band)|take the belt off|remove the belt|fit all belts/i);
    expect(p.minutes[1]).toBeLessThan(full.minutes[1]);
  });
});

describe('readings that must agree', () => {
  const step = (id: string, of: string) => procedureOf(of)!.steps.find((s) => s.id === id)!;
  const tips = (first: number, second: number) => [
    { what: 'Height of the first tip', value: first },
    { what: 'Height of the second tip', value: second },
  ];
  it('within one step are compared with its limit, the limit included', () => {
    const compare = (first: number, second: number) => compareReadings(step('tips-found', 'blades'), tips(first, second), []);
    expect(compare(82, 85)).toEqual({ difference: 3, in: 'length', agree: true });
    expect(compare(85.1, 82)).toMatchObject({ agree: false });
    expect(compareReadings(step('tips-found', 'blades'), tips(82, 85).slice(1), [])).toBeNull();
  });
  it('of an earlier step are compared with it', () => {
    const height = (value: number) => [{ what: 'Height above the deck', value }];
    const compare = (now: number) => compareReadings(step('height-again', 'bearings'), height(now), height(41));
    expect([compare(41.9)?.agree, compare(42.5)?.agree]).toEqual([true, false]);
    expect(compareReadings(step('height-again', 'bearings'), height(41), [])).toBeNull();
    const rollers = (out: number, into: number) =>
      compareReadings(step('rollers-in', 'cvt-sheaves'), [{ what: 'Rollers in', value: into }], [{ what: 'Rollers out', value: out }]);
    expect([rollers(6, 6)?.agree, rollers(6, 5)?.agree]).toEqual([true, false]);
  });
});

describe('the order of a ring of bolts', () => {
  it('names every bolt once', () => {
    for (let size = 1; size <= 24; size++)
      for (const order of ['opposite', 'round'] as const)
        expect(ringOrder(size, order).toSorted((a, b) => a - b)).toEqual(Array.from({ length: size }, (_, i) => i + 1));
  });
  it('is crosswise: each bolt is at least a third of the ring from the one before, where one is left there', () => {
    expect([3, 4, 5, 6, 8].map((size) => ringOrder(size, 'opposite'))).toEqual([
      [1, 2, 3],
      [1, 3, 2, 4],
      [1, 3, 5, 2, 4],
      [1, 4, 2, 5, 3, 6],
      [1, 5, 3, 7, 2, 6, 4, 8],
    ]);
    for (const size of [6, 8, 10, 12]) {
      const order = ringOrder(size, 'opposite');
      for (let i = 0; i < size; i += 2) expect(Math.abs(order[i]! - order[i + 1]!)).toBe(size / 2);
    }
  });
});
