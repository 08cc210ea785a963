import { describe, expect, it } from 'vitest';
import { newMatcher, solveDrive, tryPitchLength, type Drive } from '../drive';
import { compiled, demoDrive, DEMO_DRIVES } from '../drive/sample-drives';
import { beltSettings, faultRuns, placesOf, setsTension, tensionSheet, type AssessedSetting } from '.';

const bandOf = (drive: Drive, belt: string) => {
  const result = tensionSheet(drive, { belt });
  if (!result.ok) throw new Error(JSON.stringify(result));
  return result.sheet.band;
};
const recommendedFor = (drive: Drive, belt: string, targetN = bandOf(drive, belt).target) => beltSettings(drive, belt, targetN).recommended;
/** Result of Match for the drive's own belt with one adjuster at another setting, from a separate matcher. */
const trialAt = (drive: Drive, belt: string, adjuster: string, position: number) =>
  tryPitchLength(newMatcher(compiled(drive), belt)!, undefined, { adjusters: { [adjuster]: position } });

describe('the recommended setting', () => {
  it.each(DEMO_DRIVES.flatMap((name) => demoDrive(name).belts.map((b) => [name, b.id] as const)))(
    'works by Match and is the best of a fine sweep: %s, %s',
    (name, belt) => {
      const drive = demoDrive(name);
      const { target } = bandOf(drive, belt);
      if (target === null) return expect(recommendedFor(drive, belt, null)).toEqual([]);
      const found = recommendedFor(drive, belt);
      for (const { adjuster, position, tension, share, brakeMargin } of found) {
        const own = drive.adjusters.find((a) => a.id === adjuster)!;
        const here = trialAt(drive, belt, adjuster, position);
        expect(here.failures).toEqual([]);
        expect(tension).toBeCloseTo(here.engaged.tension, 6);
        expect(share).toBeCloseTo(here.engaged.tension / here.engaged.floorN, 6);
        expect(brakeMargin).toBe(here.disengaged.brakeMargin);
        // Brute force: no usable position of a fine sweep with as good a brake comes nearer the target.
        const places =
          own.step === undefined ? Array.from({ length: 401 }, (_, i) => own.min + ((own.max - own.min) * i) / 400) : placesOf(own);
        const works = places.map((p) => trialAt(drive, belt, adjuster, p)).filter((t) => t.failures.length === 0);
        const braked = works.filter((t) => (t.disengaged.brakeMargin ?? Infinity) >= 1);
        const nearest = Math.min(...(braked.length > 0 ? braked : works).map((t) => Math.abs(t.engaged.tension - target)));
        expect(Math.abs(tension - target)).toBeLessThanOrEqual(nearest + 1e-6);
        if (braked.length > 0) expect(brakeMargin ?? Infinity).toBeGreaterThanOrEqual(1 - 1e-6);
      }
      // Every adjuster that moves this belt and has a usable position must be in the result.
      for (const own of drive.adjusters.filter((a) => !found.some((f) => f.adjuster === a.id))) {
        const rows = beltSettings(drive, belt, target).settings.filter((s) => s.adjuster === own.id);
        if (setsTension(rows)) expect(rows.every((r) => r.faults.length > 0)).toBe(true);
      }
    },
  );

  it('meets the target of an adjuster without steps', () => {
    const drive = demoDrive('airstrip-tug');
    const [only] = recommendedFor(drive, 'alternator-belt');
    expect(only!.tension).toBeCloseTo(bandOf(drive, 'alternator-belt').target!, 3);
    expect(only).toMatchObject({ reach: 'met', atEnd: false });
  });

  it('never takes the adjuster of another belt', () => {
    const drive = demoDrive('harbour-snow-thrower');
    expect(recommendedFor(drive, 'traction-belt')).toEqual([]);
    expect(recommendedFor(drive, 'auger-belt')).toHaveLength(1);
  });

  it('prefers a brake with margin over a tension nearer the target', () => {
    const drive = demoDrive('orchard-rider');
    // At 212 N the brake is on by 0.2 degrees only; a degree of margin is left up to some 207 N.
    const [found] = recommendedFor(drive, 'blade', 212);
    expect(trialAt(drive, 'blade', 'cable', 6)).toMatchObject({ failures: [] });
    expect(trialAt(drive, 'blade', 'cable', 6).disengaged.brakeMargin!).toBeLessThan(0.5);
    expect(found!.brakeMargin).toBeCloseTo(1, 3);
    expect(found!.position).toBeGreaterThan(4.5);
    expect(found!.position).toBeLessThan(5);
    // With the brake nowhere a degree past, the usable setting nearest the target counts.
    const tight = { ...drive, brakes: drive.brakes.map((b) => ({ ...b, appliesAt: b.appliesAt + (b.side === 'above' ? 3.6 : -3.6) })) };
    const [last] = recommendedFor(tight, 'blade', 212);
    expect(last!.brakeMargin).toBeCloseTo(0, 3);
    expect(last!.position).toBeGreaterThan(1);
  });

  it('reports a target past the end of travel', () => {
    const drive = demoDrive('slipway-chipper');
    expect(recommendedFor(drive, 'band')[0]).toMatchObject({ position: 0, reach: 'out-of-reach', atEnd: true });
  });

  it('takes a reading into account: a belt read at half its computed tension is set further', () => {
    const drive = demoDrive('airstrip-tug');
    const target = bandOf(drive, 'alternator-belt').target!;
    const [plain] = beltSettings(drive, 'alternator-belt', target).recommended;
    const [read] = beltSettings(drive, 'alternator-belt', target, { readShare: 0.5 }).recommended;
    expect(read!.position).not.toBeCloseTo(plain!.position, 2);
    expect(read!.tension).toBeCloseTo(target, 3);
    expect(trialAt(drive, 'alternator-belt', read!.adjuster, read!.position).engaged.tension).toBeCloseTo(2 * target, 2);
  });

  it("has rows that agree with Match, with the brakes of the belt's own group", () => {
    const drive = demoDrive('airstrip-mower');
    const { settings, present } = beltSettings(drive, 'deck', 400);
    for (const row of settings) {
      const moved = { ...drive, adjusters: drive.adjusters.map((a) => (a.id === row.adjuster ? { ...a, position: row.position } : a)) };
      const solved = solveDrive(moved);
      if (!solved.ok) throw new Error();
      const released = solved.answer.states.find((s) => s.name === 'disengaged')!;
      expect(row.faults.includes('brake-stays-off')).toBe(!released.brakes.every((b) => b.on));
      expect(row.brakeMargin! >= -1e-6).toBe(released.brakes.every((b) => b.on));
    }
    expect(present.rod!.position).toBe(drive.adjusters[0]!.position);
  });
});

describe('runs of faults', () => {
  const row = (position: number, ...faults: AssessedSetting['faults']): AssessedSetting => ({
    adjuster: 'bracket',
    position,
    engaged: { tension: 100, slack: 0, brakeOn: false, lengths: {} },
    disengaged: null,
    faults,
    brakeMargin: null,
    slipLimitN: null,
  });
  it('joins neighbouring positions with the same fault', () =>
    expect(faultRuns([row(0, 'slips'), row(1), row(2, 'brake-stays-off'), row(3, 'brake-stays-off')])).toEqual([
      { fault: 'brake-stays-off', from: 2, to: 3, fromStart: false, toEnd: true },
      { fault: 'slips', from: 0, to: 0, fromStart: true, toEnd: false },
    ]));
});
