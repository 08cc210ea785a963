import { describe, expect, it } from 'vitest';
import type { Drive } from '@/core/drive';
import type { Clearance } from '@/core/job';
import { RIDER_DRIVE } from '../test-records';
import {
  beltStopsOf,
  clearanceName,
  clearancesOf,
  clearanceWords,
  hasLatch,
  keyOf,
  LATCH_FALL_MM,
  LEAST_CLEAR_MM,
  limitWords,
  MOST_RELEASED_STOP_MM,
} from './clearance-limits';

const BELT = RIDER_DRIVE.document.belts[0]!;
const near = BELT.route[0]!.pulley;
const keeper = (id: string, label?: string): Drive['keepers'][number] =>
  ({ id, near, at: { x: 0, y: 0 }, ...(label ? { label } : {}) }) as unknown as Drive['keepers'][number];
const drive = (keepers: Drive['keepers']): Drive => ({ ...RIDER_DRIVE.document, keepers });
const mm = (value: number) => `${value} mm`;
const gap = (more: Partial<Clearance>): Clearance =>
  ({ what: 'keeper', part: { id: 'k', label: 'Loop' }, lever: 'engaged', lowMm: 1.5, highMm: 9, mm: 4, ...more }) as Clearance;

describe('gaps to measure', () => {
  it('are those of each keeper on the belt, engaged and released', () => {
    const asked = clearancesOf(drive([keeper('k', 'Loop')]), BELT.id).filter((a) => a.part?.id === 'k');
    expect(asked.map((a) => [a.what, a.lever, a.lowMm])).toEqual([
      ['keeper', 'engaged', LEAST_CLEAR_MM],
      ['keeper', 'released', LEAST_CLEAR_MM],
    ]);
    // The slack belt may come near a keeper. An engaged belt must not pass it.
    expect(asked[0]!.highMm).toBeGreaterThan(0);
    expect(asked[1]!.highMm).toBeNull();
  });
  it('let the released belt rest on a belt stop', () => {
    const asked = clearancesOf(drive([keeper('k')]), BELT.id, ['k']).filter((a) => a.part?.id === 'k');
    expect(asked.map((a) => [a.what, a.lever, a.lowMm, a.highMm === MOST_RELEASED_STOP_MM])).toEqual([
      ['stop', 'engaged', LEAST_CLEAR_MM, false],
      ['stop', 'released', null, true],
    ]);
  });
  it('are none for a keeper that another belt passes, and none for an unknown belt', () => {
    const elsewhere = { ...keeper('k'), near: 'nowhere' };
    expect(clearancesOf(drive([elsewhere]), BELT.id).some((a) => a.part?.id === 'k')).toBe(false);
    expect(clearancesOf(drive([keeper('k')]), 'no such belt')).toEqual([]);
  });
  it('include the fall of a lever past centre, if the drive has such a latch', () => {
    const tensioners = RIDER_DRIVE.document.tensioners.map((t, i) => (i === 0 ? { ...t, carries: [] } : t));
    const latched = { ...RIDER_DRIVE.document, tensioners };
    expect(hasLatch(latched)).toBe(true);
    const fall = clearancesOf(latched, BELT.id).find((a) => a.what === 'latch-fall')!;
    expect([fall.lowMm, fall.highMm]).toEqual([LATCH_FALL_MM.low, LATCH_FALL_MM.high]);
    expect(clearanceName(fall)).toMatch(/^Travel of the lever/);
  });
});

describe('a belt stop', () => {
  it('is a keeper labelled as one, until it is measured as a keeper', () => {
    const stop = drive([keeper('k', 'Rear belt stop'), keeper('o', 'Loop')]);
    expect(beltStopsOf(stop, [])).toEqual(['k']);
    expect(beltStopsOf(stop, [gap({})])).toEqual([]);
    expect(beltStopsOf(stop, [gap({ part: { id: 'o', label: 'Loop' }, what: 'stop' })])).toEqual(['k', 'o']);
  });
});

describe('the words of a gap', () => {
  it.each<[string, Partial<Clearance>, RegExp]>([
    ['within its limits', {}, /^within its limits$/],
    ['a rubbing keeper', { mm: 0.5 }, /1\.5 mm/],
    ['a keeper that the belt can pass', { mm: 12 }, /9 mm/],
    ['a stop that the released belt rests on', { what: 'stop', lever: 'released', lowMm: null, highMm: 0.5, mm: 0 }, /rests on it/],
    ['a stop too far away', { what: 'stop', lever: 'released', lowMm: null, highMm: 0.5, mm: 2 }, /does not rest on it/],
    ['a bent rod', { what: 'latch-fall', part: null, lowMm: 25, highMm: 40, mm: 10 }, /25 mm/],
    ['a lever that falls too far', { what: 'latch-fall', part: null, lowMm: 25, highMm: 40, mm: 60 }, /40 mm/],
  ])('%s', (_, more, words) => {
    expect(clearanceWords(gap(more), mm)).toMatch(words);
  });
  it('state each kind of limit', () => {
    expect(limitWords(gap({}), mm)).toBe('1.5 mm to 9 mm');
    expect(limitWords(gap({ highMm: null }), mm)).toBe('1.5 mm or more');
    expect(limitWords(gap({ what: 'stop', lever: 'released' }), mm)).toBe('the belt must rest on it');
  });
  it('separate the two states of one part', () => {
    expect(keyOf(gap({}))).not.toBe(keyOf(gap({ lever: 'released' })));
    expect(clearanceName(gap({ lever: 'released' }))).toBe('Loop, released');
  });
});
