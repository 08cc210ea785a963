import { describe, expect, it } from 'vitest';
import {
  CAUSES,
  causesIndicated,
  checkOf,
  commonComplaints,
  CHECKS,
  checksFor,
  COMPLAINTS,
  complaintsIn,
  commonnessOn,
  DRIVE_KINDS,
  linksOfCause,
  LOOK_ALIKES,
  causesRepairedBy,
  splitOf,
  SETUPS,
  setupsFor,
  STATIONS,
  type Cause,
  type CauseId,
  type Check,
  type CheckId,
} from '.';
import { COMMONNESS_ON } from './commonness';
import { REASONS } from './reasons';

const causes: readonly Cause[] = CAUSES;
const checks: readonly Check[] = CHECKS;
const ids = (list: readonly { readonly id: string }[]) => list.map((one) => one.id);

describe('the base of complaints, checks and causes', () => {
  it('is as wide as the trade needs, each thing named once', () => {
    expect(causes.length).toBeGreaterThanOrEqual(85);
    expect(checks.length).toBeGreaterThanOrEqual(75);
    expect(COMPLAINTS.length).toBeGreaterThanOrEqual(25);
    expect(DRIVE_KINDS).toHaveLength(9);
    for (const list of [causes, checks, COMPLAINTS, SETUPS, DRIVE_KINDS, STATIONS]) {
      expect(new Set(ids(list)).size).toBe(list.length);
      expect(new Set(list.map((one) => one.label)).size).toBe(list.length);
    }
  });
  it('every complaint has causes on every kind of drive that it is heard of', () => {
    for (const complaint of COMPLAINTS)
      for (const kind of complaint.kinds)
        expect(
          causes.some((c) => c.kinds.includes(kind) && (c.explains as readonly string[]).includes(complaint.id)),
          `${complaint.id} on ${kind}`,
        ).toBe(true);
  });
  it('has a check for every cause, and a cause for every check except those of a run', () => {
    for (const cause of causes) expect(cause.confirmedBy.length + cause.indicatedBy.length, cause.id).toBeGreaterThan(0);
    const general = ['five-cycles', 'under-load'];
    for (const check of CHECKS) if (!general.includes(check.id)) expect(causesIndicated(check.id, null), check.id).not.toEqual([]);
  });
  it('every link has a reason of its own, and no reason stands without its link', () => {
    const said = new Map<string, number>();
    for (const cause of causes) {
      const { complaints, checks: told } = linksOfCause(cause.id);
      // A slow engagement is the complaint of it seen again: its reason is the complaint’s own.
      const links = [...complaints, ...told.filter((l) => l.of !== 'engagement-time')];
      expect(links.map((l) => l.of).sort(), cause.id).toEqual(Object.keys(REASONS[cause.id as CauseId]).sort());
      for (const { because, of } of links) {
        expect(because.length, `${cause.id}, ${of}`).toBeGreaterThan(9);
        said.set(because, (said.get(because) ?? 0) + 1);
      }
    }
    // Two causes may share the words of a check. No sentence may be used for a whole kind of link.
    expect(Math.max(...said.values())).toBeLessThanOrEqual(7);
  });
  it('is common by kind of drive: no kind is named that does not have the cause, nor one that is as common as the rest', () => {
    for (const [id, on] of Object.entries(COMMONNESS_ON)) {
      const cause = causes.find((c) => c.id === id)!;
      for (const [kind, commonness] of Object.entries(on)) {
        expect(cause.kinds, `${id} on ${kind}`).toContain(kind);
        expect(commonness, `${id} on ${kind}`).not.toBe(cause.commonness);
      }
    }
    const worn = causes.find((c) => c.id === 'belt-worn')!;
    expect([commonnessOn(worn, 'deck-lever'), commonnessOn(worn, 'banded')]).toEqual([5, 3]);
  });
  it('weighs questions less than checks', () => {
    const { checks: told } = linksOfCause('groove-rough');
    expect(linksOfCause('idler-tips').checks.find((l) => l.of === 'began-slowly')?.step).toBe('as-often-as-not');
    expect(told.find((l) => l.of === 'groove-wear')?.step).toBe('usually');
  });
  it('offers the complaints that common causes explain, of its own kind and in the order of the vocabulary', () => {
    for (const kind of DRIVE_KINDS.map((k) => k.id)) {
      const first = commonComplaints(kind, 9);
      expect(first.length).toBeLessThanOrEqual(9);
      expect(first.every((c) => c.kinds.includes(kind))).toBe(true);
      const order = first.map((c) => (COMPLAINTS as readonly { id: string }[]).findIndex((o) => o.id === c.id));
      expect(order).toEqual([...order].sort((a, b) => a - b));
    }
    expect(commonComplaints('deck-lever', 9).map((c) => c.id)).toEqual(expect.arrayContaining(['slow-weak', 'thrown-releasing', 'smokes']));
    expect(commonComplaints(null, 99)).toHaveLength(COMPLAINTS.length);
  });
  it('a cause is checked on no kind where it does not exist', () => {
    expect(causesIndicated('cvt-width', 'deck-lever')).toEqual([]);
    expect(causesIndicated('cvt-width', 'cvt')[0]?.id).toBe('cvt-belt-narrow');
    expect(causesIndicated('clutch-hub', 'deck-clutch')[0]?.id).toBe('clutch-drags');
  });
  it('minutes are those of a hand: none longer than three hours, checks under a quarter', () => {
    for (const c of causes) expect(c.repair.minutes).toBeLessThanOrEqual(180);
    for (const c of checks) {
      expect(c.minutes).toBeGreaterThan(0);
      expect(c.minutes).toBeLessThanOrEqual(15);
    }
  });
});

describe('look-alikes', () => {
  it('share a kind of drive and a complaint, and each check that separates them shows one of them', () => {
    for (const { causes: alike, checks: splitting } of LOOK_ALIKES) {
      const of = alike.map((id) => causes.find((c) => c.id === id)!);
      for (const c of of)
        expect(
          of.some((o) => o !== c && o.kinds.some((k) => c.kinds.includes(k)) && o.explains.some((e) => c.explains.includes(e))),
          c.id,
        ).toBe(true);
      for (const check of splitting)
        expect(of.some((c) => c.confirmedBy.includes(check) || c.indicatedBy.includes(check)) || check === 'engagement-time', check).toBe(
          true,
        );
    }
  });
  it('the first pair that holds both is meant; of others nothing is known', () => {
    expect(splitOf('belt-worn', 'groove-worn')?.checks).toEqual(['belt-depth']);
    expect(splitOf('groove-worn', 'belt-worn')?.checks).toEqual(['belt-depth']);
    expect(splitOf('belt-worn', 'brake-worn')).toBeNull();
  });
});

describe('work done before', () => {
  it.each([
    ['New idlers and a new belt', 'deck-lever', ['belt-worn', 'belt-glazed', 'idler-tips', 'idler-seized']],
    ['renewed both spindle bearings', 'deck-clutch', ['spindle-worn', 'idler-tips']],
    ['new rollers, brake shoes', 'cvt', ['rollers-worn', 'roller-out', 'shoes-worn']],
    ['cleaned it', 'deck-lever', []],
    ['', 'deck-lever', []],
  ] as const)('“%s” on %s would have repaired %j', (words, kind, ids_) => {
    expect(causesRepairedBy(words, kind)).toEqual(ids_);
  });
});

describe('what comes off', () => {
  it('is counted once, what is needed first', () => {
    expect(ids(setupsFor(['idler', 'belt', 'belt-covers']))).toEqual(['belt-covers', 'belt', 'idler']);
    expect(ids(setupsFor(['front-sheave', 'rear-clutch']))).toEqual(['cvt-cover', 'cvt-belt', 'front-sheave', 'rear-clutch']);
    expect(setupsFor([])).toEqual([]);
  });
});

describe('what a bad result means', () => {
  it('lists confirmed causes before supported ones', () => {
    const told = causesIndicated('arm-travel', 'deck-lever').map((c) => c.id);
    expect(told[0]).toBe('arm-stiff');
    expect(told).toContain('belt-too-long');
  });
});

describe('the causes of a check', () => {
  it('orders by confirmation, then by frequency on that kind of drive', () => {
    let moved = 0;
    for (const { id: kind } of DRIVE_KINDS)
      for (const check of checks) {
        const told = causesIndicated(check.id as CheckId, kind);
        const rank = told.map((c) => (c.confirmedBy.includes(check.id as CheckId) ? 10 : 0) + commonnessOn(c, kind));
        expect(rank, `${check.id} on ${kind}`).toEqual([...rank].sort((a, b) => b - a));
        const everywhere = causesIndicated(check.id as CheckId, null).filter((c) => told.includes(c));
        if (ids(everywhere).join() !== ids(told).join()) moved += 1;
      }
    expect(moved).toBeGreaterThan(5);
  });
});

describe('checks for a complaint', () => {
  it('start with the most useful per minute, and exclude checks without information', () => {
    const first = checksFor(['slow-weak'], 'deck-lever');
    expect(ids(first).indexOf('arm-travel')).toBeLessThan(ids(first).indexOf('belt-length'));
    expect(ids(first)).not.toContain('keeper-gap');
    expect(ids(checksFor(['hangs-loose'], 'snow-thrower'))).toContain('holding-link');
  });
});

describe('a customer’s words', () => {
  it.each([
    ['It throws the belt off when I engage it', 'thrown-engaging'],
    ['belt slips and then smokes', 'slow-weak'],
    ['belt slips and then smokes', 'smokes'],
    ['it keeps turning after I let the lever go', 'runs-on'],
    ['Comes off on bumps', 'thrown-rough'],
    ['Takes ages to come up to speed, then smells', 'slow-weak'],
    ['Takes ages to come up to speed, then smells', 'smokes'],
    ['Squeals in wet grass', 'squeals'],
    ['The mower won’t cut', 'slow-weak'],
    ['blades don’t turn', 'dead'],
    ['The blade keeps running after I let go', 'runs-on'],
    ['Left spindle howls', 'vibrates'],
    ['Throws its belt at clutch release', 'thrown-releasing'],
  ])('“%s” is heard as %s', (words, id) => {
    expect(ids(complaintsIn(words, 'deck-lever'))).toContain(id);
  });
  it('proposes every usual occasion of a thrown belt where none is named, and only the named one otherwise', () => {
    const thrown = (words: string) => ids(complaintsIn(words, 'deck-lever')).filter((id) => id.startsWith('thrown-'));
    expect(thrown('The belt came off again')).toEqual(['thrown-engaging', 'thrown-releasing', 'thrown-rough', 'thrown-load']);
    expect(thrown('It comes off when I let go')).toEqual(['thrown-releasing']);
    expect(thrown('It comes off in thick grass')).toEqual(['thrown-load']);
    expect(ids(complaintsIn('it came off', 'cvt'))).toEqual([]);
  });
  it('finds no complaint of another kind of drive, and none in an empty text', () => {
    expect(ids(complaintsIn('no top speed', 'deck-lever'))).toEqual([]);
    expect(ids(complaintsIn('no top speed', 'cvt'))).toEqual(['cvt-no-top']);
    expect(complaintsIn('', 'cvt')).toEqual([]);
  });
  it('takes no phrase from words far from each other or in two sentences', () => {
    expect(ids(complaintsIn('I took the deck off. Came in pieces', 'deck-lever'))).toEqual([]);
    expect(ids(complaintsIn('It came in last week because my neighbour took the old hood off', 'deck-lever'))).toEqual([]);
    expect(ids(complaintsIn('The belt came, as it does each time, off', 'deck-lever'))).toContain('thrown-load');
  });
  it('keeps the order in which the customer names them', () => {
    expect(ids(complaintsIn('Takes ages to come up to speed, then smells', 'deck-lever'))).toEqual(['slow-weak', 'smokes']);
    expect(ids(complaintsIn('It smells, and takes ages to come up to speed', 'deck-lever'))).toEqual(['smokes', 'slow-weak']);
    expect(ids(complaintsIn('Squeals, then the belt comes off', 'deck-lever'))[0]).toBe('squeals');
  });
  it('every check has words for its results', () => {
    expect(checkOf('brake-released').results).toEqual({ good: 'On', watch: 'Only touches', bad: 'Stays off' });
  });
});
