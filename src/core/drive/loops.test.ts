import { describe, expect, it } from 'vitest';
import { compileDrive } from './compile';
import { crossingsOf } from './crossing';
import { evaluateEnergy } from './energy';
import { solveEquilibrium } from './equilibrium';
import { traceLoop } from './loop';
import { newTrace, type LoopPlan } from './plan';
import { compiled, demoDrive, driveOf, twoPulleys } from './sample-drives';
import { validateDrive } from './validate';
import { solveDrive } from './solve';
import { newSolver } from './solver';
import { seededRandom } from './variation';

/** Shortest simple loop over every choice of touched idlers. Each choice is traced as its own route. */
function bruteForce(plan: LoopPlan, x: Float64Array, y: Float64Array): number | null {
  const idlers = [...plan.idler.keys()].filter((i) => plan.idler[i] === 1);
  let best: number | null = null;
  for (let choice = 0; choice < 1 << idlers.length; choice++) {
    const stops = [...plan.pulley.keys()].filter((i) => plan.idler[i] === 0 || ((choice >> idlers.indexOf(i)) & 1) === 1);
    const pick = <T extends Int32Array | Int8Array | Float64Array>(of: T): T => of.filter((_, i) => stops.includes(i)) as T;
    const part: LoopPlan = {
      ...plan,
      stops: stops.length,
      pulley: pick(plan.pulley),
      radius: pick(plan.radius),
      signed: pick(plan.signed),
      sense: pick(plan.sense),
      idler: new Uint8Array(stops.length),
      idlers: 0,
    };
    const trace = newTrace(stops.length);
    if (traceLoop(part, x, y, trace) !== 'ok') continue;
    if (crossingsOf(part, x, y, trace).length > 0) continue;
    // The dropped idlers must be clear, on the correct side.
    const whole = newTrace(plan.stops);
    whole.touched = stops.length;
    stops.forEach((stop, a) => {
      whole.active[a] = stop;
      whole.ux[a] = trace.ux[a]!;
      whole.uy[a] = trace.uy[a]!;
      whole.flat[a] = trace.flat[a]!;
    });
    if (crossingsOf(plan, x, y, whole).length > 0) continue;
    if (best === null || trace.length < best) best = trace.length;
  }
  return best;
}

/** A driver, two driven pulleys, a V idler inside and two back idlers outside, all strewn about: some touched, some cleared. */
function strewn(random: () => number) {
  const between = (a: number, b: number) => a + (b - a) * random();
  const wheel = (id: string, role: string, x: number, y: number, d: number, face: string) => ({ id, role, x, y, outsideDiameter: d, face });
  return validateDrive({
    format: 'taut-sheave/drive',
    version: 1,
    name: 'strewn',
    kind: 'other',
    pulleys: [
      wheel('a', 'driver', between(-30, 30), between(300, 380), between(80, 160), 'v'),
      wheel('b', 'driven', between(-420, -300), between(-60, 60), between(80, 160), 'v'),
      wheel('c', 'driven', between(300, 420), between(-60, 60), between(80, 160), 'v'),
      wheel('in', 'idler', between(-200, 200), between(-120, 250), between(50, 110), 'v'),
      wheel('left', 'idler', between(-330, -120), between(120, 330), between(50, 110), 'flat'),
      wheel('right', 'idler', between(120, 330), between(120, 330), between(50, 110), 'flat'),
    ],
    belts: [
      {
        id: 'belt',
        section: 'A',
        route: [
          { pulley: 'a', contact: 'v' },
          { pulley: 'left', contact: 'back' },
          { pulley: 'b', contact: 'v' },
          { pulley: 'in', contact: 'v' },
          { pulley: 'c', contact: 'v' },
          { pulley: 'right', contact: 'back' },
        ],
      },
    ],
  });
}

describe('the belt’s loop', () => {
  it.each([1, 2, 3])('is the shortest that crosses nothing, over every choice of idlers touched (seed %i)', (seed) => {
    const random = seededRandom(seed);
    const seen = { real: 0, refused: 0, clearedBoth: 0 };
    for (let k = 0; k < 700; k++) {
      const read = strewn(random);
      if (!read.ok) throw new Error(JSON.stringify(read.problems));
      const made = compileDrive(read.drive);
      if (!made.ok) {
        seen.refused++;
        if (/overlap/.test(made.problems[0]!.message)) continue;
        // Refused for its loop: then no choice, in either sense, is a real loop.
        const spare = compileDrive({ ...read.drive, belts: [] });
        expect(spare.ok).toBe(true);
        continue;
      }
      seen.real++;
      const [belt] = made.compiled.belts;
      const { plan, drawnTrace: trace } = belt!;
      const least = bruteForce(plan, made.compiled.drawnX, made.compiled.drawnY);
      expect([k, belt!.drawnLength]).toEqual([k, expect.closeTo(least!, 6)]);
      if (trace.touched < plan.stops - 1) seen.clearedBoth++;
    }
    expect(seen.real).toBeGreaterThan(250);
    expect(seen.clearedBoth).toBeGreaterThan(20);
  });

  it('is refused where every choice of idlers, in either sense, crosses something', () => {
    const random = seededRandom(9);
    let proved = 0;
    for (let k = 0; k < 900; k++) {
      const read = strewn(random);
      if (!read.ok) throw new Error();
      const made = compileDrive(read.drive);
      if (made.ok || /overlap/.test(made.problems[0]!.message)) continue;
      const idlers = read.drive.pulleys.filter((p) => p.role === 'idler').map((p) => p.id);
      for (let choice = 0; choice < 1 << idlers.length; choice++) {
        const out = new Set(idlers.filter((_, i) => ((choice >> i) & 1) === 0));
        const part = { ...read.drive, belts: read.drive.belts.map((b) => ({ ...b, route: b.route.filter((s) => !out.has(s.pulley)) })) };
        // With only these stops a loop may exist, but a dropped idler blocks it or on the wrong side.
        const sub = compileDrive({
          ...part,
          pulleys: part.pulleys.map((p) => ({ ...p, role: p.role === 'idler' ? ('driven' as const) : p.role })),
        });
        if (!sub.ok) continue;
        const { plan, drawnTrace: trace } = sub.compiled.belts[0]!;
        const { drawnX, drawnY } = sub.compiled;
        const blocked = [...out].some((id) => {
          const i = read.drive.pulleys.findIndex((p) => p.id === id);
          const contact = read.drive.belts[0]!.route.find((s) => s.pulley === id)!.contact;
          const radius = read.drive.pulleys[i]!.outsideDiameter / 2 + (contact === 'back' ? 3.6 : -3.6);
          const [px, py] = [drawnX[i]!, drawnY[i]!];
          let inside = false;
          let cut = false;
          const corners: [number, number][] = [];
          for (let a = 0; a < trace.touched; a++) {
            const p = plan.pulley[trace.active[a]!]!;
            const r = plan.signed[trace.active[a]!]!;
            const [sx, sy] = [drawnX[p]! + r * trace.uy[a]!, drawnY[p]! - r * trace.ux[a]!];
            corners.push([sx, sy], [sx + trace.flat[a]! * trace.ux[a]!, sy + trace.flat[a]! * trace.uy[a]!]);
            const t = Math.min(trace.flat[a]!, Math.max(0, (px - sx) * trace.ux[a]! + (py - sy) * trace.uy[a]!));
            if (Math.hypot(px - sx - t * trace.ux[a]!, py - sy - t * trace.uy[a]!) < radius - 1e-6) cut = true;
          }
          corners.forEach(([ax, ay], c) => {
            const [bx, by] = corners[(c + 1) % corners.length]!;
            if (ay > py !== by > py && px < ax + ((py - ay) / (by - ay)) * (bx - ax)) inside = !inside;
          });
          return cut || inside !== (contact === 'v');
        });
        expect([k, choice, blocked]).toEqual([k, choice, true]);
      }
      proved++;
    }
    expect(proved).toBeGreaterThan(10);
  });

  it('passes a V idler and a back idler that are cleared together', () => {
    const drive = twoPulleys({ d1: 120, d2: 120, centres: 500 });
    drive.pulleys.push(
      { id: 'in', role: 'idler', x: 250, y: 0, outsideDiameter: 50, face: 'flat' },
      { id: 'out', role: 'idler', x: 240, y: 150, outsideDiameter: 60, face: 'flat' },
    );
    drive.belts[0]!.route = [
      { pulley: 'driver', contact: 'v' },
      { pulley: 'in', contact: 'v' },
      { pulley: 'driven', contact: 'v' },
      { pulley: 'out', contact: 'back' },
    ];
    expect(compiled(drive).belts[0]!.drawnLength).toBeCloseTo(1000 + 2 * Math.PI * (60 - 3.6), 9);
  });

  it('that crosses itself is refused', () => {
    const drive = driveOf({
      pulleys: [
        { id: 'a', role: 'driver', x: 0, y: 0, outsideDiameter: 80, face: 'v' },
        { id: 'b', role: 'driven', x: 300, y: 0, outsideDiameter: 80, face: 'v' },
        { id: 'c', role: 'driven', x: 0, y: 300, outsideDiameter: 80, face: 'v' },
        { id: 'd', role: 'driven', x: 300, y: 300, outsideDiameter: 80, face: 'v' },
      ],
      belts: [{ id: 'belt', section: 'A', route: ['a', 'b', 'c', 'd'].map((pulley) => ({ pulley, contact: 'v' })) }],
    });
    const made = compileDrive(drive);
    expect(made.ok).toBe(false);
    if (!made.ok) expect(made.problems[0]!.message).toMatch(/cross|touch/);
  });
});

describe('a state is checked like the drawing', () => {
  /** Springs pull two idlers on slides together until they overlap. */
  const colliding = (pull: number) =>
    driveOf({
      pulleys: [
        ...twoPulleys({ d1: 120, d2: 120, centres: 600 }).pulleys,
        { id: 'one', role: 'idler', x: 240, y: 110, outsideDiameter: 70, face: 'flat' },
        { id: 'two', role: 'idler', x: 360, y: 110, outsideDiameter: 70, face: 'flat' },
      ],
      belts: [
        {
          id: 'belt',
          section: 'A',
          route: [
            { pulley: 'driver', contact: 'v' },
            { pulley: 'driven', contact: 'v' },
            { pulley: 'two', contact: 'back' },
            { pulley: 'one', contact: 'back' },
          ],
        },
      ],
      tensioners: [{ id: 't', label: 'Slide', kind: 'slide', direction: 0, carries: ['one'], min: -50, max: 60 }],
      springs: [
        {
          id: 's',
          kind: 'extension',
          freeLength: 20,
          rate: 3,
          from: { body: 'frame', x: 260 + pull, y: 110 },
          to: { body: 't', x: 240, y: 110 },
        },
      ],
    });
  it('refuses a state by name if idlers overlap at rest', () => {
    expect(solveDrive(colliding(40)).ok).toBe(true);
    const result = solveDrive(colliding(70));
    expect(result.ok).toBe(false);
    if (result.ok) return;
    expect(result.problems.map((p) => p.path)).toEqual(['states[0]', 'states[1]']);
    expect(result.problems[1]!.message).toMatch(/^in “engaged” “two” and “one” overlap by \d+\.\d mm$/);
  });
});

describe('rest is a minimum', () => {
  const balanced = (extra: Record<string, unknown> = {}) =>
    driveOf({
      pulleys: twoPulleys().pulleys,
      belts: [],
      // The spring's line runs from the far side of the pivot through it to the arm: a dead centre.
      tensioners: [{ id: 't', kind: 'pivot', pivot: { x: 400, y: 0 }, carries: ['driven'], min: -60, max: 90, ...extra }],
      springs: [
        { id: 's', kind: 'extension', freeLength: 20, rate: 1, from: { body: 'frame', x: 300, y: 0 }, to: { body: 't', x: 480, y: 0 } },
      ],
    });
  it('an arm drawn on its dead centre falls to the side of the lower energy', () => {
    const solver = newSolver(compiled(balanced()));
    const rest = solveEquilibrium(solver, 0);
    expect(rest.positions[0]).toBe(90);
    expect(rest.atStop[0]).toBe('max');
    const mirrored = newSolver(compiled(balanced({ min: -90, max: 60 })));
    expect(solveEquilibrium(mirrored, 0).positions[0]).toBe(-90);
  });
  it('two arms that hold each other on a dead centre fall, too', () => {
    const drive = driveOf({
      pulleys: twoPulleys().pulleys,
      belts: [],
      tensioners: [
        { id: 'one', kind: 'pivot', pivot: { x: 0, y: 0 }, carries: [], min: -70, max: 70 },
        { id: 'two', kind: 'pivot', pivot: { x: 300, y: 0 }, carries: [], min: -70, max: 80 },
      ],
      springs: [
        { id: 's', kind: 'extension', freeLength: 20, rate: 1, from: { body: 'one', x: -80, y: 0 }, to: { body: 'two', x: 380, y: 0 } },
      ],
    });
    const solver = newSolver(compiled(drive));
    const rest = solveEquilibrium(solver, 0);
    expect(rest.ending).toBe('settled');
    const least = rest.energy;
    expect(least).toBeLessThan(evaluateEnergy(solver.work, solver.terms, new Float64Array([0, 0]), 0, solver.state) - 1000);
    for (let a = -70; a <= 70; a += 5) {
      for (let b = -70; b <= 80; b += 5) {
        const near = Math.hypot(a - rest.positions[0]!, b - rest.positions[1]!) < 6;
        if (near)
          expect(evaluateEnergy(solver.work, solver.terms, new Float64Array([a, b]), 0, solver.state)).toBeGreaterThanOrEqual(least - 1e-6);
      }
    }
  });
});

describe('what the file may say', () => {
  const problemsOf = (change: (d: never) => void) => {
    const document = JSON.parse(
      JSON.stringify({
        format: 'taut-sheave/drive',
        version: 1,
        name: 'x',
        kind: 'pto',
        pulleys: [
          { id: 'a', role: 'driver', x: 0, y: 0, outsideDiameter: 100, face: 'v', shaft: 'crank' },
          { id: 'b', role: 'driver', x: 0, y: 0, outsideDiameter: 90, face: 'v', shaft: 'crank' },
          { id: 'c', role: 'driven', x: 300, y: 0, outsideDiameter: 90, face: 'v' },
        ],
        belts: [
          {
            id: 'belt',
            section: 'A',
            route: [
              { pulley: 'a', contact: 'v' },
              { pulley: 'c', contact: 'v' },
            ],
          },
        ],
        tensioners: [{ id: 't', kind: 'slide', direction: 0, carries: ['c'], min: 0, max: 20, locked: true, position: 2 }],
        adjusters: [
          { id: 'rods', min: 0, max: 20, position: 6, tensioner: 't', screw: { pitch: 2.5, flats: 6, rods: [{ id: 'l', offset: -180 }] } },
        ],
      }),
    );
    change(document as never);
    const read = validateDrive(document);
    return read.ok ? [] : read.problems;
  };
  it('pulleys of one shaft move together where only one of them is named', () => {
    const drive = demoDrive('peat-road-tractor');
    const named = solveDrive(drive);
    drive.tensioners[0]!.carries = ['jack-in'];
    expect(solveDrive(drive)).toEqual(named);
  });
  it('accepts an adjuster of a locked tensioner, which has the position of the adjuster', () => {
    expect(problemsOf(() => {})).toEqual([]);
  });
  it.each<[string, (d: never) => void, string, RegExp]>([
    ['pulleys of one shaft apart', (d: { pulleys: { x: number }[] }) => (d.pulleys[1]!.x = 12), 'pulleys[1].shaft', /differ by 12\.00 mm/],
    [
      'a shaft carried by two tensioners',
      (d: { tensioners: Record<string, unknown>[] }) =>
        d.tensioners.push(
          { id: 'u', kind: 'slide', direction: 0, carries: ['a'], min: 0, max: 5 },
          { id: 'v', kind: 'slide', direction: 0, carries: ['b'], min: 0, max: 5 },
        ),
      'pulleys[1].shaft',
      /“v” carries one and “u” the other/,
    ],
    [
      'an adjuster of a free tensioner',
      (d: { tensioners: { locked: boolean }[] }) => (d.tensioners[0]!.locked = false),
      'adjusters[0].tensioner',
      /not locked/,
    ],
    [
      'an adjuster of nothing',
      (d: { adjusters: { tensioner: string }[] }) => (d.adjusters[0]!.tensioner = 'u'),
      'adjusters[0].tensioner',
      /no tensioner “u”/,
    ],
    [
      'an adjuster beyond the travel',
      (d: { adjusters: { max: number }[] }) => (d.adjusters[0]!.max = 40),
      'adjusters[0].tensioner',
      /outside the travel/,
    ],
  ] as never)('%s is refused', (_, change, path, message) => {
    const problems = problemsOf(change);
    expect(problems.map((p) => p.path)).toContain(path);
    expect(problems.find((p) => p.path === path)!.message).toMatch(message);
  });
});
