import { describe, expect, it } from 'vitest';
import { demoDrive } from '../core/drive/sample-drives';
import type { Drive } from '../core/drive';
import { computedFacts } from './trace';

const of = (drive: Drive, more: object = {}) =>
  new Map(computedFacts({ drive, beltId: drive.belts[0]!.id, ...more }).map((f) => [f.check, f.result]));

describe('what a drive’s own numbers say of a fault', () => {
  const rider = demoDrive('orchard-rider');

  it('nothing against a drive that is right', () => {
    const facts = of(rider);
    expect([...facts.values()]).toEqual([...facts.keys()].map(() => 'good'));
    expect([...facts.keys()]).toEqual(
      expect.arrayContaining([
        'grip-computed',
        'stop-computed',
        'brake-computed',
        'slack-computed',
        'brake-driving-computed',
        'tight-side-computed',
      ]),
    );
  });
  it('a belt far too short does not hang slack; one far too long grips not, and is slack enough', () => {
    const short = of(rider, { outsideMm: 1190 });
    expect([short.get('grip-computed'), short.get('slack-computed')]).toEqual(['good', 'bad']);
    const long = of(rider, { outsideMm: 1250 });
    expect([long.get('grip-computed'), long.get('slack-computed')]).toEqual(['bad', 'good']);
  });
  it('turned round, the tensioner of the rider presses the run that pulls', () => {
    const turned: Drive = {
      ...rider,
      pulleys: rider.pulleys.map((p) => (p.rotation === undefined ? p : { ...p, rotation: p.rotation === 'cw' ? 'ccw' : 'cw' })),
    };
    expect(of(turned).get('tight-side-computed')).toBe('bad');
  });
  it('a setting is off its table where another would do, and not where none would', () => {
    const withAdjuster = ['airstrip-mower', 'harbour-snow-thrower', 'peat-road-tractor']
      .map(demoDrive)
      .filter((d) => d.adjusters.length > 0);
    expect(withAdjuster.length).toBeGreaterThan(0);
    for (const drive of withAdjuster) {
      expect(of(drive).get('setting-computed')).toBe('good');
      expect(of(drive, { outsideMm: 300 }).get('setting-computed')).toBeUndefined();
    }
  });
  it('has no results for a drive that cannot be solved, or without the belt', () => {
    expect(computedFacts({ drive: rider, beltId: 'none' })).toEqual([]);
    expect(computedFacts({ drive: { ...rider, pulleys: rider.pulleys.map((p) => ({ ...p, x: 0, y: 0 })) }, beltId: 'blade' })).toEqual([]);
  });
  it('has no result for braking without an inertia; a shorter stop makes a slack span more likely', () => {
    const tower = demoDrive('tower-green-mower');
    const heavy: Drive = { ...tower, pulleys: tower.pulleys.map((p) => (p.role === 'driven' ? { ...p, inertia: 0.05 } : p)) };
    const light: Drive = { ...tower, pulleys: tower.pulleys.map(({ inertia: _, ...p }) => p) };
    expect(of(light, { stopSeconds: 1 }).has('over-run-computed')).toBe(false);
    expect(of(heavy).has('over-run-computed')).toBe(false);
    expect(of(heavy, { stopSeconds: 0.2 }).get('over-run-computed')).toBe('bad');
    expect(of(heavy, { stopSeconds: 60 }).get('over-run-computed')).toBe('good');
  });
});
