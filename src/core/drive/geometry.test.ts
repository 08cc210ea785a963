import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compileDrive } from './compile';
import { evaluateEnergy } from './energy';
import { compiled, DEMO_DRIVES, demoDrive, driveOf, twoPulleys } from './sample-drives';
import { newSolver } from './solver';
import type { Drive } from './schema';
import { validateDrive } from './validate';
import { solveDrive } from './solve';

/** Turns, shifts, mirrors and scales a whole drive. */
function transformed(drive: Drive, turnDeg: number, dx: number, dy: number): Drive {
  const a = (turnDeg * Math.PI) / 180;
  const spin = (x: number, y: number) => ({ x: Math.cos(a) * x - Math.sin(a) * y, y: Math.sin(a) * x + Math.cos(a) * y });
  const move = <T extends { x: number; y: number }>(p: T): T => ({ ...p, ...spin(p.x + dx, p.y + dy) });
  const end = (e: Drive['springs'][number]['from']) => ({
    ...move(e),
    ...(e.leverTravel
      ? { leverTravel: { dx: spin(e.leverTravel.dx, e.leverTravel.dy).x, dy: spin(e.leverTravel.dx, e.leverTravel.dy).y } }
      : {}),
    ...(e.adjuster ? { adjuster: { ...e.adjuster, direction: e.adjuster.direction + turnDeg } } : {}),
  });
  return {
    ...drive,
    pulleys: drive.pulleys.map(move),
    tensioners: drive.tensioners.map((t) =>
      t.kind === 'pivot' ? { ...t, pivot: move(t.pivot) } : { ...t, direction: t.direction + turnDeg },
    ),
    springs: drive.springs.map((s) => ({ ...s, from: end(s.from), to: end(s.to) })),
    keepers: drive.keepers.map(move),
  };
}

const solved = (drive: Drive) => {
  const result = solveDrive(drive);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.answer.states;
};

describe('the path of one belt', () => {
  it('over two pulleys has the length and wraps of the closed form', () => {
    const r1 = 50 - 3.6;
    const r2 = 75 - 3.6;
    const c = 400;
    const alpha = Math.asin((r2 - r1) / c);
    const expected = 2 * c * Math.cos(alpha) + Math.PI * (r1 + r2) + 2 * alpha * (r2 - r1);
    const belt = solved(twoPulleys())[0]!.belts[0]!;
    expect(belt.geometricLength).toBeCloseTo(expected, 9);
    expect(belt.wraps[0]!.angle).toBeCloseTo(180 - (2 * alpha * 180) / Math.PI, 9);
    expect(belt.wraps[1]!.angle).toBeCloseTo(180 + (2 * alpha * 180) / Math.PI, 9);
    expect(belt.tension).toBeNull();
    expect(belt.outsideLength).toBeCloseTo(expected + 2 * Math.PI * 3.6, 9);
  });

  it('round equal pulleys in a triangle is its perimeter and one circumference', () => {
    const at = [
      [0, 0],
      [300, 0],
      [100, 240],
    ] as const;
    const drive = driveOf({
      pulleys: at.map(([x, y], i) => ({ id: `p${i}`, role: i ? 'driven' : 'driver', x, y, outsideDiameter: 80, face: 'v' })),
      belts: [{ id: 'b', section: '4L', route: at.map((_, i) => ({ pulley: `p${i}`, contact: 'v' })) }],
    });
    const side = (i: number, j: number) => Math.hypot(at[i]![0] - at[j]![0], at[i]![1] - at[j]![1]);
    expect(compiled(drive).belts[0]!.drawnLength).toBeCloseTo(side(0, 1) + side(1, 2) + side(2, 0) + 2 * Math.PI * (40 - 3.3), 9);
  });

  it('over a back idler that dents one span is the sum of two inner tangents', () => {
    const r = 40 - 3.3;
    const ri = 20 + 3.3;
    const drive = driveOf({
      pulleys: [
        { id: 'a', role: 'driver', x: -200, y: 0, outsideDiameter: 80, face: 'v' },
        { id: 'b', role: 'driven', x: 200, y: 0, outsideDiameter: 80, face: 'v' },
        { id: 'i', role: 'idler', x: 0, y: 40, outsideDiameter: 40, face: 'flat' },
      ],
      belts: [
        {
          id: 'b',
          section: '4L',
          route: [
            { pulley: 'a', contact: 'v' },
            { pulley: 'b', contact: 'v' },
            { pulley: 'i', contact: 'back' },
          ],
        },
      ],
    });
    const d = Math.hypot(200, 40);
    const span = Math.sqrt(d * d - (r + ri) ** 2);
    const half = Math.asin((r + ri) / d) - Math.atan2(40, 200);
    const belt = compiled(drive).belts[0]!;
    expect(belt.drawnTrace.wrap[2]).toBeCloseTo(2 * half, 9);
    expect(belt.drawnLength).toBeCloseTo(400 + 2 * span + 2 * r * (Math.PI + half) + 2 * ri * half, 9);
  });

  it('passes by an idler that the taut belt clears, on either side of it', () => {
    for (const [y, contact] of [
      [120, 'back'],
      [0, 'v'],
      [-15, 'v'],
    ] as const) {
      const drive = twoPulleys({ d1: 120, d2: 120 });
      drive.pulleys.push({ id: 'i', role: 'idler', x: 200, y, outsideDiameter: 50, face: 'flat' });
      drive.belts[0]!.route.push({ pulley: 'i', contact });
      const belt = solved(drive)[0]!.belts[0]!;
      expect(belt.wraps.map((w) => w.angle)).toEqual([expect.closeTo(180, 9), expect.closeTo(180, 9), 0]);
      expect(belt.spans).toHaveLength(2);
      expect(belt.geometricLength).toBeCloseTo(800 + 2 * Math.PI * (60 - 3.6), 9);
    }
  });

  it('grows continuously as an idler comes to touch', () => {
    const lengthAt = (y: number) => {
      const drive = twoPulleys({ d1: 120, d2: 120 });
      drive.pulleys.push({ id: 'i', role: 'idler', x: 190, y, outsideDiameter: 50, face: 'flat' });
      drive.belts[0]!.route.push({ pulley: 'i', contact: 'back' });
      return compiled(drive).belts[0]!.drawnLength;
    };
    const touch = 60 - 3.6 + 25 + 3.6;
    expect(lengthAt(touch + 1e-7)).toBeCloseTo(lengthAt(touch - 1e-7), 6);
    let last = lengthAt(touch + 5);
    for (let y = touch + 4; y > 0; y -= 2) {
      expect(lengthAt(y)).toBeGreaterThanOrEqual(last - 1e-9);
      last = lengthAt(y);
    }
  });

  it('keeps an idler that is wrapped by more than half a turn', () => {
    const drive = driveOf({
      pulleys: [
        { id: 'a', role: 'driver', x: -70, y: 120, outsideDiameter: 80, face: 'v' },
        { id: 'b', role: 'driven', x: 70, y: 120, outsideDiameter: 80, face: 'v' },
        { id: 'deep', role: 'idler', x: 0, y: -150, outsideDiameter: 300, face: 'flat' },
      ],
      belts: [
        {
          id: 'b',
          section: '4L',
          route: [
            { pulley: 'a', contact: 'v' },
            { pulley: 'deep', contact: 'v' },
            { pulley: 'b', contact: 'v' },
          ],
        },
      ],
    });
    const belt = solved(drive)[0]!.belts[0]!;
    expect(belt.wraps.find((w) => w.pulley === 'deep')!.angle).toBeGreaterThan(180);
  });

  it('shaft loads of one belt cancel, being inner forces', () => {
    for (const state of solved(demoDrive('orchard-rider'))) {
      const sum = state.shaftLoads.reduce<[number, number]>(
        ([x, y], l) => [x + l.force * Math.cos((l.direction * Math.PI) / 180), y + l.force * Math.sin((l.direction * Math.PI) / 180)],
        [0, 0],
      );
      expect(Math.hypot(...sum)).toBeLessThan(1e-9);
    }
  });
});

describe('what must not matter', () => {
  it.each(DEMO_DRIVES)('%s: does not depend on the direction or start of its routes', (name) => {
    const drive = demoDrive(name);
    const expected = solved(drive);
    const turned = { ...drive, belts: drive.belts.map((b) => ({ ...b, route: [...b.route.slice(1), b.route[0]!].reverse() })) };
    solved(turned).forEach((state, s) => {
      state.tensioners.forEach((t, i) => expect(t.position).toBeCloseTo(expected[s]!.tensioners[i]!.position, 5));
      state.belts.forEach((b, i) => {
        expect(b.geometricLength).toBeCloseTo(expected[s]!.belts[i]!.geometricLength, 5);
        for (const w of b.wraps) expect(w.angle).toBeCloseTo(expected[s]!.belts[i]!.wraps.find((x) => x.pulley === w.pulley)!.angle, 4);
      });
    });
  });

  it('does not depend on the position or rotation of the drawing', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...DEMO_DRIVES),
        fc.double({ min: -180, max: 180, noNaN: true }),
        fc.integer({ min: -500, max: 500 }),
        fc.integer({ min: -500, max: 500 }),
        (name, turn, dx, dy) => {
          const drive = demoDrive(name);
          const expected = solved(drive);
          solved(transformed(drive, turn, dx, dy)).forEach((state, s) => {
            state.tensioners.forEach((t, i) => expect(t.position).toBeCloseTo(expected[s]!.tensioners[i]!.position, 4));
            state.belts.forEach((b, i) => expect(b.tension ?? 0).toBeCloseTo(expected[s]!.belts[i]!.tension ?? 0, 2));
          });
        },
      ),
      { numRuns: 40, seed: 7 },
    );
  });
});

describe('derivatives by hand', () => {
  it.each(DEMO_DRIVES)('%s: gradient and Hessian agree with differences', (name) => {
    const c = compiled(demoDrive(name));
    const s = newSolver(c);
    const n = c.tensioners.length;
    let compared = 0;
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0.1, max: 0.9, noNaN: true }), { minLength: n, maxLength: n }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0.97, max: 0.999, noNaN: true }),
        (share, lever, short) => {
          const q = Float64Array.from(c.tensioners, (t, i) => t.min + (t.max - t.min) * share[i]!);
          if (!Number.isFinite(evaluateEnergy(s.work, s.terms, q, lever, s.state))) return;
          const usual = s.work.belts.map((b) => b.pitchLength);
          s.work.belts.forEach((b) => (b.pitchLength = b.trace.length * short));
          const h = 1e-4;
          const at = (i: number, d: number) => {
            const moved = q.slice();
            moved[i]! += d;
            const energy = evaluateEnergy(s.work, s.terms, moved, lever, s.state);
            return { energy, gradient: s.state.gradient.slice() };
          };
          for (let i = 0; i < n; i++) {
            const up = at(i, h);
            const down = at(i, -h);
            evaluateEnergy(s.work, s.terms, q, lever, s.state);
            const size = 1 + Math.abs(s.state.gradient[i]!);
            expect(Math.abs((up.energy - down.energy) / (2 * h) - s.state.gradient[i]!) / size).toBeLessThan(1e-3);
            for (let j = 0; j < n; j++) {
              const here = s.state.gradient[j]!;
              const curve = s.state.hessian[i * n + j]!;
              const ahead = (up.gradient[j]! - here) / h;
              const behind = (here - down.gradient[j]!) / h;
              if (Math.abs(ahead - behind) > 1e-2 * (1 + Math.abs(curve))) continue;
              compared++;
              expect(Math.abs((ahead + behind) / 2 - curve) / (1 + Math.abs(curve))).toBeLessThan(1e-2);
            }
          }
          s.work.belts.forEach((b, i) => (b.pitchLength = usual[i]!));
        },
      ),
      { numRuns: 40, seed: 11 },
    );
    // A kink (a spring just closing, an idler just touching) has no second derivative; most places must have one.
    expect(compared).toBeGreaterThanOrEqual(15 * n * n);
  });
});

describe('drives no belt can take are refused with their place', () => {
  const broken = (
    change: (d: {
      pulleys: Record<string, unknown>[];
      belts: { route: Record<string, unknown>[]; [k: string]: unknown }[];
      [k: string]: unknown;
    }) => void,
  ) => {
    const document = JSON.parse(JSON.stringify(demoDrive('orchard-rider')));
    change(document);
    const read = validateDrive(document);
    if (!read.ok) return read.problems;
    const made = compileDrive(read.drive);
    return made.ok ? [] : made.problems;
  };
  it.each<[string, Parameters<typeof broken>[0], string, RegExp]>([
    ['unknown pulley', (d) => (d.belts[0]!.route[1]!.pulley = 'nobody'), 'belts[0].route[1].pulley', /no pulley “nobody”/],
    ['overlap', (d) => (d.pulleys[1]!.y = -60), 'belts[0].route[2]', /overlap by/],
    ['named twice running', (d) => (d.belts[0]!.route[1]!.pulley = 'crank'), 'belts[0].route[1]', /twice in a row/],
    [
      'twice running over the end of the list',
      (d) => d.belts[0]!.route.push({ pulley: 'crank', contact: 'v' }),
      'belts[0].route[0]',
      /twice in a row/,
    ],
    ['text for a number', (d) => (d.pulleys[0]!.x = 'left'), 'pulleys[0].x', /must be a number/],
    ['a missing coordinate', (d) => delete d.pulleys[0]!.y, 'pulleys[0].y', /missing/],
    ['no belt section', (d) => (d.belts[0]!.section = 'Q9'), 'belts[0].section', /not a known belt section/],
    ['one pulley only', (d) => (d.belts[0]!.route = [{ pulley: 'crank', contact: 'v' }]), 'belts[0].route', /at least two/],
    ['stops the wrong way round', (d) => ((d.tensioners as Record<string, unknown>[])[0]!.min = 20), 'tensioners[0].min', /above max/],
    [
      'spring on nothing',
      (d) => (((d.springs as Record<string, Record<string, unknown>>[])[0]!.to as Record<string, unknown>).body = 'ghost'),
      'springs[0].to.body',
      /no tensioner/,
    ],
    [
      'an unreadable number',
      (d) => ((d.belts[0] as Record<string, unknown>).designation = 'zzz'),
      'belts[0].designation',
      /not a belt number/,
    ],
  ])('%s', (_, change, path, message) => {
    const problems = broken(change);
    expect(problems.map((p) => p.path)).toContain(path);
    expect(problems.find((p) => p.path === path)!.message).toMatch(message);
  });

  it('a driven pulley that the belt cannot touch is named', () => {
    const drive = twoPulleys({ d1: 120, d2: 120 });
    drive.pulleys.push({ id: 'inside', role: 'driven', x: 200, y: 0, outsideDiameter: 50, face: 'v' });
    drive.belts[0]!.route.push({ pulley: 'inside', contact: 'v' });
    const made = compileDrive(drive);
    expect(made.ok).toBe(false);
    if (!made.ok)
      expect(made.problems[0]).toMatchObject({
        path: 'belts[0].route[2]',
        message: expect.stringContaining('cannot touch the pulley “inside”'),
      });
  });

  it('reports all problems together', () => {
    expect(
      broken((d) => {
        d.pulleys[0]!.x = null;
        d.pulleys[1]!.outsideDiameter = -3;
        d.kind = 'boat';
      }),
    ).toHaveLength(3);
  });

  it('preserves unknown keys', () => {
    const read = validateDrive({ ...demoDrive('orchard-rider'), later: { a: 1 } });
    expect(read.ok && (read.drive as Record<string, unknown>).later).toEqual({ a: 1 });
  });
});

describe('the sense of a loop is settled by the span that an idler belongs to', () => {
  const withIdler = (x: number, y: number, contact: 'v' | 'back') => {
    const drive = driveOf({
      pulleys: [
        { id: 'top', role: 'driver', x: 0, y: 300, outsideDiameter: 100, face: 'v' },
        { id: 'bottom', role: 'driven', x: 0, y: 0, outsideDiameter: 130, face: 'v' },
        { id: 'idler', role: 'idler', x, y, outsideDiameter: 60, face: 'flat' },
      ],
      belts: [
        {
          id: 'b',
          section: '4L',
          route: [
            { pulley: 'top', contact: 'v' },
            { pulley: 'idler', contact },
            { pulley: 'bottom', contact: 'v' },
          ],
        },
      ],
    });
    return compiled(drive).belts[0]!.plan.turn;
  };
  // Walking top, idler, bottom along the right side is clockwise.
  it('a back idler outside, near or far, above or below', () => {
    for (const x of [70, 90, 92.5, 95, 120, 200, 400, 900]) {
      for (const y of [20, 90, 150, 210, 280]) {
        if (Math.hypot(x, y - 300) < 85 || Math.hypot(x, y) < 100) continue;
        expect([x, y, withIdler(x, y, 'back'), withIdler(-x, y, 'back')]).toEqual([x, y, -1, 1]);
      }
    }
  });
  it('an idler inside that the belt clears belongs to the nearer span', () => {
    for (const x of [3, 10, 15]) expect([x, withIdler(x, 150, 'v'), withIdler(-x, 150, 'v')]).toEqual([x, -1, 1]);
  });
  it('an idler inside that pushes a span out', () => {
    for (const x of [40, 80, 160]) expect([x, withIdler(x, 150, 'v'), withIdler(-x, 150, 'v')]).toEqual([x, -1, 1]);
  });
});
