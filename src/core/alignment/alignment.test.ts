import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answerState, compileDrive, newSolver, speedsOf, statesOf, type Drive } from '../drive';
import { demoDrive, twoPulleys } from '../drive/sample-drives';
import { alignmentLimit, entryAngles, gapsOf, misalignmentOf, refuseGaps, rodTurn, supportMoves, trackAgrees, turnsAndFlats } from '.';

const DEG = 180 / Math.PI;
const standing = fc.record({
  offsetMm: fc.double({ min: -20, max: 20, noNaN: true }),
  skewDeg: fc.double({ min: -4, max: 4, noNaN: true }),
  leanDeg: fc.double({ min: -4, max: 4, noNaN: true }),
});

function poseOf(drive: Drive) {
  const made = compileDrive(drive);
  if (!made.ok) throw new Error(JSON.stringify(made));
  return answerState(
    newSolver(made.compiled),
    statesOf(drive).find((s) => s.lever === 1)!,
    speedsOf(made.compiled),
  ).pose;
}

describe('a straight edge', () => {
  it('returns the offset and angles that made four gaps', () =>
    fc.assert(
      fc.property(standing, fc.double({ min: 60, max: 600, noNaN: true }), (s, rimDiameterMm) => {
        const read = misalignmentOf({ gaps: gapsOf(s, rimDiameterMm), rimDiameterMm });
        expect(read.offsetMm).toBeCloseTo(s.offsetMm, 6);
        expect(read.skewDeg).toBeCloseTo(s.skewDeg, 6);
        expect(read.leanDeg).toBeCloseTo(s.leanDeg, 6);
        expect(read.disagreeMm).toBeCloseTo(0, 9);
      }),
    ));
  it('gets no offset from a wider pulley in line, with a gap of half the difference', () => {
    const gaps = { near: -3, far: -3, above: null, below: null };
    expect(misalignmentOf({ gaps, rimDiameterMm: 200, widerByMm: 6 })).toEqual({
      offsetMm: 0,
      skewDeg: 0,
      leanDeg: null,
      disagreeMm: null,
    });
  });
  it('gets no lean from two gaps, and reports pairs that disagree', () => {
    const two = misalignmentOf({ gaps: { near: 0, far: 2, above: null, below: null }, rimDiameterMm: 200 });
    expect(two.offsetMm).toBe(1);
    expect(two.skewDeg).toBeCloseTo(Math.atan(0.01) * DEG, 12);
    expect(two.leanDeg).toBeNull();
    expect(misalignmentOf({ gaps: { near: 0, far: 2, above: 3, below: 3 }, rimDiameterMm: 200 })).toMatchObject({
      offsetMm: 2,
      disagreeMm: 2,
    });
  });
  it('gaps that cannot be are refused with the field', () => {
    expect(refuseGaps({ near: 0, far: 400, above: null, below: null })?.field).toBe('far');
    expect(refuseGaps({ near: 0, far: 0, above: 1, below: null })?.field).toBe('below');
    expect(refuseGaps({ near: 0, far: 0, above: 1, below: -1 })).toBeNull();
  });
});

describe('how a span enters its groove', () => {
  it('is atan(offset over span) for an offset alone, equal at both ends of both spans', () => {
    const drive = twoPulleys({ d1: 100, d2: 100, pitchLength: 1090 });
    const spans = entryAngles(drive, poseOf(drive), 0, 'driven', 'driver', { offsetMm: 4, skewDeg: 0, leanDeg: 0 });
    expect(spans).toHaveLength(2);
    const pose = poseOf(drive);
    for (const s of spans) {
      expect(s.here).toBeCloseTo(Math.atan(4 / pose.belts[0]!.stops[0]!.span) * DEG, 9);
      expect(s.there).toBeCloseTo(s.here, 9);
    }
  });
  it('agrees with vectors: the angle between the span in space and the plane of each groove', () => {
    const drive = demoDrive('orchard-rider');
    const pose = poseOf(drive);
    fc.assert(
      fc.property(standing, (s) => {
        for (const [pulley, reference] of [
          ['spindle', 'crank'],
          ['crank', 'spindle'],
        ] as const) {
          const spans = entryAngles(drive, pose, 0, pulley, reference, s);
          expect(spans.length).toBeGreaterThan(1);
          const at = (id: string) => pose.pulleys[drive.pulleys.findIndex((p) => p.id === id)]!;
          const [c, r] = [at(pulley), at(reference)];
          const apart = Math.hypot(c.x - r.x, c.y - r.y);
          const e = [(c.x - r.x) / apart, (c.y - r.y) / apart] as const;
          const up = [-e[1], e[0]] as const;
          const [tx, ty] = [Math.tan(s.skewDeg / DEG), Math.tan(s.leanDeg / DEG)];
          // Behind the reference's plane: depth = offset + tx·x + ty·y, so its normal is (−∇depth, 1).
          const normal = [-(tx * e[0] + ty * up[0]), -(tx * e[1] + ty * up[1]), 1] as const;
          const stops = pose.belts[0]!.stops;
          stops.forEach((stop, i) => {
            const next = stops[(i + 1) % stops.length]!;
            const ids = [drive.pulleys[stop.pulley]!.id, drive.pulleys[next.pulley]!.id];
            const found = spans.find((x) => x.from === ids[0] && x.to === ids[1]);
            expect(found !== undefined).toBe(ids.includes(pulley));
            if (!found) return;
            const foot = (k: typeof stop) => {
              const p = pose.pulleys[k.pulley]!;
              return [p.x + k.signedRadius * stop.uy, p.y - k.signedRadius * stop.ux] as const;
            };
            const depth = (id: string, [x, y]: readonly [number, number]) =>
              id === pulley ? s.offsetMm + tx * ((x - c.x) * e[0] + (y - c.y) * e[1]) + ty * ((x - c.x) * up[0] + (y - c.y) * up[1]) : 0;
            const [p, q] = [foot(stop), foot(next)];
            const d = [q[0] - p[0], q[1] - p[1], depth(ids[1]!, q) - depth(ids[0]!, p)] as const;
            const sine = (n: readonly [number, number, number]) =>
              Math.abs(d[0] * n[0] + d[1] * n[1] + d[2] * n[2]) / (Math.hypot(...d) * Math.hypot(...n));
            // The same but for terms of third order in angles of a few degrees.
            expect(Math.abs(found.here - Math.asin(sine(normal)) * DEG)).toBeLessThan(0.06);
            expect(Math.abs(found.there - Math.asin(sine([0, 0, 1])) * DEG)).toBeLessThan(1e-6);
          });
        }
      }),
      { numRuns: 40 },
    );
  });
  it('is empty for a pulley that the belt does not touch; a band has half the limit', () => {
    const drive = demoDrive('orchard-rider');
    expect(entryAngles(drive, poseOf(drive), 0, 'nope', 'crank', { offsetMm: 1, skewDeg: 0, leanDeg: 0 })).toEqual([]);
    expect(alignmentLimit(true)).toBe(alignmentLimit(false) / 2);
  });
});

describe('what is turned', () => {
  it('move each support by its distance, after which none needs to move', () =>
    fc.assert(
      fc.property(standing, (s) => {
        const corners = [
          { id: 'a', x: -80, y: 60 },
          { id: 'b', x: 80, y: 60 },
          { id: 'c', x: 0, y: -90 },
        ];
        const moves = supportMoves({ ...s, disagreeMm: 0 }, corners, null);
        // Each support is moved by the depth of the pulley plane there. This puts the pulley into the reference plane.
        for (const [i, m] of moves.entries()) {
          const { x, y } = corners[i]!;
          expect(s.offsetMm + x * Math.tan(s.skewDeg / DEG) + y * Math.tan(s.leanDeg / DEG) - m.mm).toBeCloseTo(0, 9);
        }
      }),
    ));
  it('turns and flats by the nearest flat, both the same way', () => {
    expect(turnsAndFlats(3.3, { pitch: 1.25, flats: 6 })).toEqual({ all: 16, turns: 2, flats: 4 });
    expect(turnsAndFlats(-3.3, { pitch: 1.25, flats: 6 })).toEqual({ all: -16, turns: -2, flats: -4 });
    const [stud] = supportMoves({ offsetMm: 1.25, skewDeg: 0, leanDeg: null, disagreeMm: null }, [{ id: 's', x: 0, y: 0 }], {
      pitch: 1.25,
      flats: 6,
    });
    expect(stud).toEqual({ id: 's', mm: 1.25, turns: 1, flats: 0 });
  });
  const screw = {
    pitch: 2.5,
    flats: 6,
    rods: [
      { id: 'left', offset: -180 },
      { id: 'right', offset: 180 },
    ],
  };
  it('shortens one rod by flats, and moves the centre by half', () => {
    const skewDeg = Math.atan(2.5 / 360) * DEG;
    const turn = rodTurn({ skewDeg }, screw, 'right')!;
    // One turn over 360 mm. The far rim is behind a straight edge on the right, so the left rod is shortened.
    expect(turn).toMatchObject({ rod: 'left', flats: 6 });
    expect(turn.middleMm).toBeCloseTo(1.25, 9);
    expect(turn.leftDeg).toBeCloseTo(0, 9);
    expect(rodTurn({ skewDeg: -skewDeg }, screw, 'right')!.rod).toBe('right');
    expect(rodTurn({ skewDeg }, screw, 'left')!.rod).toBe('right');
  });
  it('leaves less than half a flat of skew, for any skew', () =>
    fc.assert(
      fc.property(fc.double({ min: -3, max: 3, noNaN: true }), (skewDeg) => {
        const turn = rodTurn({ skewDeg }, screw, 'right');
        const half = Math.atan(2.5 / 6 / 2 / 360) * DEG;
        expect(Math.abs(turn ? turn.leftDeg : skewDeg)).toBeLessThan(1.02 * half);
      }),
    ));
  it('a single rod squares nothing', () => {
    expect(rodTurn({ skewDeg: 2 }, { ...screw, rods: [screw.rods[0]!] }, 'left')).toBeNull();
  });
  it('asks to measure again for a belt that moves between aligned pulleys, or stays between misaligned ones', () => {
    expect([trackAgrees('stays', true), trackAgrees('stays', false)]).toEqual([true, false]);
    expect([trackAgrees('towards-edge', false), trackAgrees('away-from-edge', true)]).toEqual([true, false]);
  });
});
