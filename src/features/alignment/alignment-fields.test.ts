import { describe, expect, it } from 'vitest';
import { RIDER_DRIVE } from '../test-records';
import { alignedOf, pairOf, startOf, worstAngle } from './alignment-fields';

const DRIVE = RIDER_DRIVE.document;
const BELT = DRIVE.belts[0]!.id;
const start = startOf(DRIVE, BELT, null);
const misalignment = { offsetMm: 2, skewDeg: 0.5, leanDeg: 0 } as Parameters<typeof alignedOf>[3]['misalignment'];
const gaps = { near: 1, far: 3, above: null, below: null } as unknown as Parameters<typeof alignedOf>[3]['gaps'];

describe('the form of an alignment', () => {
  it('starts with the edge on the driver and the gaps at the driven pulley', () => {
    const roleOf = (id: string) => DRIVE.pulleys.find((p) => p.id === id)?.role;
    expect(roleOf(start.reference)).toBe('driver');
    expect(roleOf(pairOf(DRIVE, BELT, start).pulley)).toBe('driven');
  });
  it('starts with the pulleys, edge and rim of the last reading', () => {
    const spans = [{ from: 'a', to: 'b', here: 0.2, there: -0.1 }] as never;
    const { others } = pairOf(DRIVE, BELT, start);
    const last = alignedOf(DRIVE, BELT, { ...start, pulley: others.at(-1)!, by: 'string', rimMm: 140 }, { gaps, misalignment, spans });
    expect(startOf(DRIVE, BELT, last)).toMatchObject({ reference: start.reference, pulley: others.at(-1), by: 'string', rimMm: 140 });
  });
  it('never measures the gaps at the pulley that the edge is laid on', () => {
    for (const reference of pairOf(DRIVE, BELT, start).all) {
      const pair = pairOf(DRIVE, BELT, { ...start, reference, pulley: reference });
      expect(pair.others).not.toContain(reference);
      expect(pair.pulley).not.toBe(reference);
    }
  });
  it('takes the diameter of the pulley until another is entered', () => {
    const pair = pairOf(DRIVE, BELT, start);
    expect(pair.rimMm).toBe(DRIVE.pulleys.find((p) => p.id === pair.pulley)!.outsideDiameter);
    expect(pairOf(DRIVE, BELT, { ...start, rimMm: 99 }).rimMm).toBe(99);
  });
  it('writes the largest angle of all spans, and no track unless one was run', () => {
    const spans = [
      { from: 'a', to: 'b', here: 0.2, there: 0.7 },
      { from: 'b', to: 'c', here: 0.4, there: 0 },
    ] as never;
    expect(worstAngle(spans)).toBe(0.7);
    expect(worstAngle([])).toBe(0);
    const written = alignedOf(DRIVE, BELT, start, { gaps, misalignment, spans });
    expect(written).toMatchObject({ worstDeg: 0.7, track: null, widerByMm: 0, offsetMm: 2 });
    expect(alignedOf(DRIVE, BELT, { ...start, track: 'stays' }, { gaps, misalignment, spans }).track).toBe('stays');
  });
});
