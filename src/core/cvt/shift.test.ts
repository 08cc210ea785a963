import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { validateDrive, type Drive } from '../drive';
import { drawnShifted, pitchLengthOf, shiftOf, shimmed, shiftStateAt, variableOf, type VariableDrive } from '.';

const PAIR: VariableDrive = {
  primary: { angle: 28, hubRadius: 22, rimRadius: 88, openGap: 34, travel: 30 },
  secondary: { angle: 28, hubRadius: 34, rimRadius: 110, openGap: 31, travel: 31 },
  centre: 270,
  pitchLength: 1010,
  depth: 13,
  pitchLine: 5.46,
};
const shift = (drive: VariableDrive, width: number) => {
  const result = shiftOf(drive, width);
  if (!result.ok) throw new Error(result.problem);
  return result.shift;
};
const path = (drive: VariableDrive, r1: number, r2: number) => pitchLengthOf(r1 - drive.pitchLine, r2 - drive.pitchLine, drive.centre);

describe('a belt’s path', () => {
  it('of equal pulleys has two spans and a circle; of different ones spans and arcs by their angle', () => {
    expect(pitchLengthOf(50, 50, 300)).toBeCloseTo(600 + 100 * Math.PI, 12);
    const lean = Math.asin(60 / 300);
    expect(pitchLengthOf(40, 100, 300)).toBeCloseTo(2 * 300 * Math.cos(lean) + 40 * (Math.PI - 2 * lean) + 100 * (Math.PI + 2 * lean), 10);
    expect(pitchLengthOf(40, 100, 300)).toBe(pitchLengthOf(100, 40, 300));
  });
});

describe('how a variable drive shifts', () => {
  const drives = fc
    .record({
      width: fc.double({ min: 24, max: 33, noNaN: true }),
      pitchLength: fc.double({ min: 940, max: 1060, noNaN: true }),
      angle: fc.double({ min: 24, max: 34, noNaN: true }),
    })
    .map(({ width, pitchLength, angle }) => ({
      width,
      drive: { ...PAIR, pitchLength, primary: { ...PAIR.primary, angle }, secondary: { ...PAIR.secondary, angle } },
    }));
  it('once taut the belt has its length, at the start and at the top; idle slack is what its path leaves', () =>
    fc.assert(
      fc.property(drives, ({ drive, width }) => {
        const result = shiftOf(drive, width);
        if (!result.ok) return;
        const { open, start, top } = result.shift;
        const { primary, secondary } = drive;
        expect(path(drive, start.primary, start.secondary)).toBeCloseTo(drive.pitchLength, 6);
        expect(path(drive, top.primary, top.secondary)).toBeCloseTo(drive.pitchLength, 6);
        expect(open.slack).toBeCloseTo(Math.max(0, drive.pitchLength - path(drive, open.primary, open.secondary)), 6);
        expect(start.secondary).toBe(open.secondary);
        expect(top.primary).toBeGreaterThanOrEqual(start.primary - 1e-9);
        expect(top.ratio).toBeLessThanOrEqual(start.ratio + 1e-9);
        for (const r of [open.primary, start.primary, top.primary]) {
          expect(r).toBeGreaterThanOrEqual(primary.hubRadius + drive.depth - 1e-9);
          expect(r).toBeLessThanOrEqual(primary.rimRadius + 1e-9);
        }
        for (const r of [open.secondary, top.secondary]) {
          expect(r).toBeGreaterThanOrEqual(secondary.hubRadius + drive.depth - 1e-9);
          expect(r).toBeLessThanOrEqual(secondary.rimRadius + 1e-9);
        }
        // Radius of the belt after the face closes by that distance.
        const sits = primary.hubRadius + (width - primary.openGap + start.closing) / (2 * Math.tan((primary.angle * Math.PI) / 360));
        expect(Math.abs(sits - start.primary)).toBeLessThan(1e-6 + (start.closing === 0 ? Infinity : 0));
        // A triangle: the free span, half of the slack, and the deflection at its middle.
        const free = Math.sqrt(drive.centre ** 2 - (open.secondary - open.primary) ** 2);
        expect(Math.hypot(free / 2, open.deflection) * 2).toBeCloseTo(free + open.slack, 6);
      }),
      { numRuns: 300 },
    ));
  it('puts a narrower belt lower in the secondary: slack grows, and the start and top ratios fall', () => {
    const [wide, narrow] = [shift(PAIR, 30), shift(PAIR, 28.6)];
    expect(narrow.open.secondary).toBeLessThan(wide.open.secondary);
    expect(narrow.open.slack).toBeGreaterThan(wide.open.slack);
    expect(narrow.start.ratio).toBeLessThan(wide.start.ratio);
    expect(narrow.start.closing).toBeGreaterThan(wide.start.closing);
    expect(narrow.top.ratio).toBeGreaterThan(wide.top.ratio);
  });
  it('reports the end of the shift: travel, rim, hub, or a fully open secondary', () => {
    const with2 = (more: Partial<VariableDrive['primary']>, other: Partial<VariableDrive['secondary']> = {}) =>
      shift({ ...PAIR, primary: { ...PAIR.primary, ...more }, secondary: { ...PAIR.secondary, ...other } }, 30).top;
    expect(with2({}).limit).toBe('primary-travel');
    const rim = with2({ rimRadius: 70 });
    expect(rim).toMatchObject({ limit: 'primary-rim', primary: 70 });
    const hub = with2({ travel: 44, rimRadius: 120 }, { hubRadius: 60, openGap: 34, travel: 36 });
    expect(hub.limit).toBe('secondary-hub');
    expect(hub.secondary).toBeCloseTo(60 + PAIR.depth, 9);
    const wide = with2({ travel: 44, rimRadius: 120 }, { openGap: 18, travel: 16 });
    expect(wide.limit).toBe('secondary-open');
    expect(wide.secondary).toBeCloseTo(34 + 12 / (2 * Math.tan((14 * Math.PI) / 180)), 9);
    for (const top of [hub, wide]) expect(top.primary).toBeLessThan(102.1);
  });
  it('reports a belt that does not fit', () => {
    const said = (drive: Partial<VariableDrive>, width = 30) => {
      const result = shiftOf({ ...PAIR, ...drive }, width);
      return result.ok ? '' : result.problem;
    };
    expect(said({ pitchLength: 700 })).toMatch(/too short/);
    expect(said({ pitchLength: 1500 })).toMatch(/too long/);
    expect(said({}, 90)).toMatch(/too wide/);
    expect(said({}, 8)).toMatch(/too long/);
    expect(said({ depth: 90 })).toMatch(/deeper/);
    expect(said({ centre: 20 })).toMatch(/too close/);
  });
});

describe('on its way', () => {
  it('moves from idle through the start to the top, with constant length and falling ratio', () =>
    fc.assert(
      fc.property(fc.double({ min: 28.6, max: 32, noNaN: true }), (width) => {
        const { open, start, top } = shift(PAIR, width);
        const at = (share: number) => shiftStateAt(PAIR, width, share)!;
        expect(at(0)).toMatchObject({ closing: 0, secondary: open.secondary });
        expect(at(0).primary).toBeCloseTo(open.primary, 9);
        expect(at(0).slack).toBeCloseTo(open.slack, 6);
        expect(at(1).primary).toBeCloseTo(top.primary, 6);
        expect(at(1).secondary).toBeCloseTo(top.secondary, 6);
        expect(at(1).ratio!).toBeCloseTo(top.ratio, 6);
        let last = Infinity;
        for (let i = 0; i <= 20; i++) {
          const s = at(i / 20);
          expect(path(PAIR, s.primary, s.secondary) + s.slack).toBeCloseTo(PAIR.pitchLength, 5);
          if (s.ratio === null) {
            expect(s.closing).toBeLessThanOrEqual(start.closing + 1e-9);
            continue;
          }
          expect(s.ratio).toBeLessThanOrEqual(last + 1e-9);
          last = s.ratio;
        }
      }),
      { numRuns: 30 },
    ));
  it('lowers and slackens the belt with a shim at the secondary; one at the primary delays it', () => {
    const plain = shift(PAIR, 30);
    const rear = shift(shimmed(PAIR, 'secondary', 1), 30);
    expect(rear.open.secondary).toBeLessThan(plain.open.secondary);
    expect(rear.open.slack).toBeGreaterThan(plain.open.slack);
    const front = shift(shimmed(PAIR, 'primary', 1), 30);
    expect(front.start.closing).toBeCloseTo(plain.start.closing + 1, 6);
    expect(front.start.ratio).toBeCloseTo(plain.start.ratio, 9);
  });
});

describe('the pair in a drive file', () => {
  const file = (more: object = {}, kind = 'cvt') => {
    const pulley = (id: string, role: string, x: number, variable: object | undefined, outsideDiameter: number) => ({
      id,
      role,
      x,
      y: 0,
      outsideDiameter,
      face: 'v',
      ...(variable ? { variable } : {}),
    });
    const read = validateDrive({
      format: 'taut-sheave/drive',
      version: 1,
      name: 'Cart',
      kind,
      pulleys: [pulley('front', 'driver', 0, PAIR.primary, 176), pulley('rear', 'driven', 270, PAIR.secondary, 220)],
      belts: [
        {
          id: 'belt',
          section: 'measured',
          measured: { top: 30, depth: 13, angle: 28 },
          length: { value: 1010, reference: 'pitch' },
          route: [
            { pulley: 'front', contact: 'v' },
            { pulley: 'rear', contact: 'v' },
          ],
          ...more,
        },
      ],
    });
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    return read.drive;
  };
  it('is read with its belt: pitch line by the rule where none is stated, length by its reference', () => {
    const read = variableOf(file());
    if (!read.ok) throw new Error(JSON.stringify(read));
    expect(read.width).toBe(30);
    expect(read.drive.pitchLine).toBeCloseTo(0.42 * 13, 12);
    expect(shift(read.drive, 30)).toEqual(shift(PAIR, 30));
    const outside = variableOf(file({ length: { value: 1010 + 2 * Math.PI * 0.42 * 13, reference: 'outside' } }));
    expect(outside.ok && outside.drive.pitchLength).toBeCloseTo(1010, 9);
  });
  it('is drawn at the radii of the belt, from idle to full shift; other kinds of drive as in their file', () => {
    const drawn = (share: number) => drawnShifted(file(), share).pulleys.map((p) => p.outsideDiameter / 2);
    const { open, top } = shift(PAIR, 30);
    expect(drawn(0)[0]).toBeCloseTo(open.primary, 6);
    expect(drawn(0)[1]).toBeCloseTo(open.secondary, 6);
    expect(drawn(1)[0]).toBeCloseTo(top.primary, 6);
    const other = file({}, 'other');
    expect(drawnShifted(other, 1)).toBe(other);
  });
  it('what it does not say is named with its place', () => {
    const place = (drive: Drive) => {
      const read = variableOf(drive);
      return read.ok ? '' : read.problems[0]!.path;
    };
    expect(place(file({}, 'other'))).toBe('kind');
    expect(place(file({ length: undefined }))).toBe('belts[0].length');
    const plain = file();
    expect(place({ ...plain, pulleys: plain.pulleys.map(({ variable: _v, ...p }) => p) })).toBe('pulleys');
  });
});
