import { describe, expect, it } from 'vitest';
import { beltGroup } from './belt-group';
import { assessBelt } from './verdict';
import { readCandidate } from './candidate';
import { newMatcher } from './matcher';
import { compiled, demoDrive } from './sample-drives';
import type { Drive } from './schema';
import { solveDrive } from './solve';
import { evaluateLength } from './trial';
import { lengthWindow } from './window';

const tractor = () => demoDrive('peat-road-tractor');
const groupOf = (drive: Drive, beltId: string) => {
  const made = compiled(drive);
  const group = beltGroup(
    made,
    drive.belts.findIndex((b) => b.id === beltId),
    {},
    (b) => made.belts[b]!.statedLength > 0,
  );
  return {
    bodies: [...group.bodies].map((t) => drive.tensioners[t]!.id).sort(),
    partners: group.partners.map((b) => drive.belts[b]!.id),
  };
};
const judged = (drive: Drive, beltId: string, outsideMm: number) => {
  const matcher = newMatcher(compiled(drive), beltId)!;
  const read = readCandidate({ id: 'x', section: 'A', lengthMm: outsideMm, reference: 'outside' }, matcher.section);
  if (!read.ok) throw new Error(read.problem);
  return assessBelt(matcher, lengthWindow(matcher), 'x', read);
};
/** A second drive on the same machine: an arm of its own that rests on its stop with its brake off, and a belt over it. */
const withBystander = (drive: Drive): Drive => ({
  ...drive,
  pulleys: [
    ...drive.pulleys,
    { id: 'far-a', role: 'driver', x: 0, y: 1000, outsideDiameter: 100, face: 'v', rpm: 2000, rotation: 'cw' },
    { id: 'far-b', role: 'driven', x: 300, y: 1000, outsideDiameter: 100, face: 'v' },
    { id: 'far-idler', role: 'idler', x: 150, y: 1120, outsideDiameter: 50, face: 'flat' },
  ],
  belts: [
    ...drive.belts,
    {
      id: 'far',
      section: 'A',
      length: { value: 1000, reference: 'outside' },
      route: [
        { pulley: 'far-a', contact: 'v' },
        { pulley: 'far-idler', contact: 'back' },
        { pulley: 'far-b', contact: 'v' },
      ],
    },
  ],
  tensioners: [
    ...drive.tensioners,
    { id: 'far-arm', label: 'Far arm', kind: 'slide', direction: 270, carries: ['far-idler'], min: 0, max: 20 },
  ],
  brakes: [...drive.brakes, { id: 'far-brake', label: 'Far brake', tensioner: 'far-arm', appliesAt: 10, side: 'above' }],
});

describe('the group of a belt', () => {
  it('takes in tensioners that touch it and those joined to them by a belt', () => {
    expect(groupOf(tractor(), 'pto-belt')).toEqual({ bodies: ['arm', 'carriage'], partners: ['bar-belt'] });
    expect(groupOf(tractor(), 'bar-belt')).toEqual({ bodies: ['arm', 'carriage'], partners: ['pto-belt'] });
  });
  it('passes nothing on through a locked body', () => {
    const drive = tractor();
    Object.assign(
      drive.tensioners.find((t) => t.id === 'carriage')!,
      { locked: true },
    );
    expect(groupOf(drive, 'bar-belt')).toEqual({ bodies: ['carriage'], partners: [] });
  });
  it('leaves out belts without a length', () => {
    const drive = tractor();
    delete drive.belts.find((b) => b.id === 'pto-belt')!.length;
    expect(groupOf(drive, 'bar-belt')).toEqual({ bodies: ['carriage'], partners: [] });
  });
  it('takes in a body that only a spring joins', () => {
    const drive = tractor();
    drive.tensioners.push({ id: 'latch', label: 'Latch', kind: 'slide', direction: 0, carries: [], min: -5, max: 5 });
    drive.springs.push({
      id: 'link',
      kind: 'extension',
      freeLength: 20,
      rate: 1,
      from: { body: 'latch', x: 150, y: -300 },
      to: { body: 'arm', x: 150, y: -130 },
    });
    expect(groupOf(drive, 'bar-belt').bodies).toEqual(['arm', 'carriage', 'latch']);
  });
  it('lets another drive’s stop and brake say nothing about a belt', () => {
    const alone = judged(tractor(), 'pto-belt', 1010);
    const beside = judged(withBystander(tractor()), 'pto-belt', 1010);
    const far = newMatcher(compiled(withBystander(tractor())), 'far')!;
    expect(evaluateLength(far, 1000).failures).toEqual(expect.arrayContaining(['brake-stays-off', 'at-stop']));
    expect({ verdict: beside.verdict, reasons: beside.reasons }).toEqual({ verdict: alone.verdict, reasons: alone.reasons });
    expect(beside.chance).toBeCloseTo(alone.chance, 9);
    expect(beside.engaged).toEqual(alone.engaged);
  });
});

describe('belts that share a tensioner', () => {
  it('reports what the partner does with the tried belt, as a whole solve does', () => {
    const { others } = judged(tractor(), 'bar-belt', 1252);
    expect(others).toHaveLength(1);
    const whole = solveDrive(tractor());
    if (!whole.ok) throw new Error();
    const released = whole.answer.states[0]!.belts.find((b) => b.id === 'pto-belt')!;
    const engaged = whole.answer.states[1]!.belts.find((b) => b.id === 'pto-belt')!;
    expect(others[0]).toMatchObject({ belt: 'pto-belt', grips: true, letsGo: true });
    expect(others[0]!.tension).toBeCloseTo(engaged.tension!, 2);
    expect(others[0]!.slack).toBeCloseTo(released.slack!, 2);
  });
  it('rejects a bar belt that leaves the PTO belt tight when released', () => {
    const short = judged(tractor(), 'bar-belt', 1242);
    expect(short.others[0]).toMatchObject({ letsGo: false, slack: 0, grips: true });
    expect(short).toMatchObject({ verdict: 'too-short', reasons: expect.arrayContaining(['other-belt-stays-tight']) });
    expect(short.chance).toBeLessThan(0.01);
  });
  it('rejects a bar belt with which the PTO belt slips, and calls it too long where a shorter one would tighten both', () => {
    const long = judged(tractor(), 'bar-belt', 1267);
    expect(long.others[0]).toMatchObject({ grips: false, letsGo: true });
    expect(long).toMatchObject({ verdict: 'too-long', reasons: ['other-belt-slips'] });
    expect(judged(tractor(), 'bar-belt', 1262).others[0]!.tension).toBeGreaterThan(long.others[0]!.tension);
  });
  it('counts only lengths at which the partner works, too', () => {
    const window = lengthWindow(newMatcher(compiled(tractor()), 'bar-belt')!);
    expect(window.shortestMm).toBeGreaterThan(1247);
    expect(window.longestMm).toBeLessThan(1267);
  });
});
