import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { BeltTerm, strandTension } from './belt-term';
import { newEnergyState, placePulleys } from './energy-state';
import { solveEquilibrium } from './equilibrium';
import { compiled, DEMO_DRIVES, demoDrive } from './sample-drives';
import { newSolver } from './solver';
import { SpringTerm, springReadings } from './spring-term';
import type { Term } from './term';
import { newWorkspace, set } from './workspace';

/** One term by itself at q: its energy, gradient and Hessian. */
function alone(name: string, term: (work: ReturnType<typeof newWorkspace>) => Term, q: readonly number[], lever: number, shorter = 1) {
  const c = compiled(demoDrive(name));
  const work = newWorkspace(c);
  for (const belt of work.belts) belt.pitchLength *= shorter;
  const state = newEnergyState(work);
  const at = Float64Array.from(q);
  placePulleys(work, at, state);
  const lies = term(work).addTo(work, at, lever, null, state);
  return { lies, energy: state.energy, gradient: [...state.gradient], hessian: [...state.hessian] };
}

const NAMES = ['orchard-rider', 'airstrip-mower', 'harbour-snow-thrower', 'peat-road-tractor'] as const;

describe.each([
  ['a belt', (_work: ReturnType<typeof newWorkspace>) => new BeltTerm(0)],
  ['a spring', (_work: ReturnType<typeof newWorkspace>) => new SpringTerm(0)],
] as const)('%s alone', (_, term) => {
  it('has the slopes and curvatures of its own energy', () => {
    let compared = 0;
    fc.assert(
      fc.property(
        fc.constantFrom(...NAMES),
        fc.array(fc.double({ min: 0.15, max: 0.85, noNaN: true }), { minLength: 3, maxLength: 3 }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (name, shares, lever) => {
          const { tensioners } = compiled(demoDrive(name));
          const q = tensioners.map((t, i) => t.min + (t.max - t.min) * (shares[i] ?? 0.5));
          const here = alone(name, term, q, lever, 0.985);
          if (!here.lies || here.energy === 0) return;
          const h = 1e-4;
          q.forEach((_at, i) => {
            const moved = (by: number) =>
              alone(
                name,
                term,
                q.map((v, k) => (k === i ? v + by : v)),
                lever,
                0.985,
              );
            const [up, down] = [moved(h), moved(-h)];
            if (!up.lies || !down.lies) return;
            const slope = (up.energy - down.energy) / (2 * h);
            expect(Math.abs(slope - here.gradient[i]!) / (1 + Math.abs(here.gradient[i]!))).toBeLessThan(1e-3);
            const bend = (up.gradient[i]! - down.gradient[i]!) / (2 * h);
            const kink = Math.abs(up.gradient[i]! + down.gradient[i]! - 2 * here.gradient[i]!) / h;
            // Where an idler is just being cleared, the slope has a kink and no second derivative.
            if (kink > 1e-2 * (1 + Math.abs(bend))) return;
            compared++;
            expect(Math.abs(bend - here.hessian[i * q.length + i]!) / (1 + Math.abs(bend))).toBeLessThan(1e-2);
          });
        },
      ),
      { numRuns: 60, seed: 5 },
    );
    expect(compared).toBeGreaterThan(20);
  });
});

describe('a belt’s tension', () => {
  it('is its stiffness by its stretch, negative where it hangs, and none without a length', () => {
    const trace = { length: 1010 } as never;
    expect(strandTension({ trace, pitchLength: 1000, stiffnessN: 20000 })).toBeCloseTo(200, 9);
    expect(strandTension({ trace, pitchLength: 1020, stiffnessN: 20000 })).toBeLessThan(0);
    expect(strandTension({ trace, pitchLength: 0, stiffnessN: 20000 })).toBe(0);
  });
});

describe('a spring', () => {
  it('does not exceed the pull of its rate and initial tension at the measured length', () => {
    const drive = demoDrive('orchard-rider');
    const solver = newSolver(compiled(drive));
    const { positions } = solveEquilibrium(solver, 1);
    springReadings(solver.work, positions, 1).forEach(({ length, force }, i) => {
      const s = drive.springs[i]!;
      const expected = s.kind === 'extension' && length > s.freeLength ? (s.initialTension ?? 0) + s.rate * (length - s.freeLength) : 0;
      expect(force).toBeCloseTo(expected, 6);
    });
  });
});

describe('where a solve found a drive', () => {
  it('stays as it was through later solves, and reads the same from a solver of its own', () => {
    const drive = demoDrive('orchard-rider');
    const solver = newSolver(compiled(drive));
    const rest = solveEquilibrium(solver, 1);
    const read = (stand: typeof rest.stand) =>
      JSON.stringify([[...stand.x], [...stand.y], stand.belts.map((b) => [b.trace.length, strandTension(b)])]);
    const then = read(rest.stand);
    solveEquilibrium(solver, 0);
    expect(read(rest.stand)).toBe(then);
    expect(read(solveEquilibrium(newSolver(compiled(drive)), 1).stand)).toBe(then);
    expect(read(solveEquilibrium(solver, 0).stand)).not.toBe(then);
  });
});

describe('a workspace', () => {
  const everything = (name: string) =>
    JSON.stringify(compiled(demoDrive(name)), (_, v: unknown) => (ArrayBuffer.isView(v) ? [...(v as Float64Array)] : v));

  it.each(DEMO_DRIVES)('%s: solving leaves the compiled drive as it was', (name) => {
    const c = compiled(demoDrive(name));
    const before = everything(name);
    const solver = newSolver(c, { adjusters: Object.fromEntries(c.drive.adjusters.map((a) => [a.id, a.max])) });
    for (const lever of [0, 0.4, 1]) solveEquilibrium(solver, lever);
    expect(JSON.stringify(c, (_, v: unknown) => (ArrayBuffer.isView(v) ? [...(v as Float64Array)] : v))).toBe(before);
  });
  it('two on one compiled drive do not disturb each other', () => {
    const c = compiled(demoDrive('orchard-rider'));
    const [one, two] = [newSolver(c), newSolver(c, { pitchLengths: { blade: 1190 } })];
    const first = solveEquilibrium(one, 1).positions;
    const other = solveEquilibrium(two, 1).positions;
    expect(other[0]).not.toBeCloseTo(first[0]!, 3);
    expect(solveEquilibrium(one, 1).positions).toEqual(first);
  });
  it('set to what a drive would be drawn with answers as that drive does, and set back as before', () => {
    const drive = demoDrive('orchard-rider');
    const adjuster = drive.adjusters[0]!;
    const moved = { ...drive, adjusters: drive.adjusters.map((a) => (a.id === adjuster.id ? { ...a, position: a.max } : a)) };
    const solver = newSolver(compiled(drive));
    const before = solveEquilibrium(solver, 1).positions;
    set(solver.work, { adjusters: { [adjuster.id]: adjuster.max } });
    expect(solveEquilibrium(solver, 1).positions).toEqual(solveEquilibrium(newSolver(compiled(moved)), 1).positions);
    set(solver.work, {});
    expect(solveEquilibrium(solver, 1).positions).toEqual(before);
  });
});
