import numeric from 'numeric';
import { bench, describe, expect } from 'vitest';
import { evaluateEnergy } from './energy';
import { solveEquilibrium } from './equilibrium';
import { compiled, demoDrive } from './sample-drives';
import { newSolver } from './solver';

/**
 * Equilibria per second of the engaged state, started from the drawing. The alternative is a general minimiser from the
 * registry on the same energy in the same run. Only the ratios count: seconds differ between machines. Belt lengths
 * vary between solves, so nothing can be cached.
 */
for (const [name, tensioners] of [
  ['orchard-rider', 1],
  ['airstrip-mower', 1],
  ['harbour-snow-thrower', 2],
] as const) {
  describe(`${name} (${tensioners} tensioner${tensioners > 1 ? 's' : ''})`, () => {
    const solver = newSolver(compiled(demoDrive(name)));
    const c = solver.work;
    const usual = c.belts.map((b) => b.pitchLength);
    let turn = 0;
    const vary = () => {
      turn = (turn + 1) % 64;
      c.belts.forEach((b, i) => (b.pitchLength = usual[i]! * (1 + (turn - 32) * 1e-5)));
    };
    // The minimiser knows no stops: past them the energy of the stop is taken, and a steep spring pushes back.
    const wall = 1e5;
    const over = (t: { min: number; max: number }, at: number) => at - Math.min(t.max, Math.max(t.min, at));
    const clamp = (q: number[]) => Float64Array.from(c.tensioners, (t, i) => q[i]! - over(t, q[i]!));
    const energy = (q: number[]) => {
      const inside = evaluateEnergy(c, solver.terms, clamp(q), 1, solver.state);
      return (Number.isFinite(inside) ? inside : 1e9) + c.tensioners.reduce((sum, t, i) => sum + 0.5 * wall * over(t, q[i]!) ** 2, 0);
    };
    const gradient = (q: number[]) => {
      energy(q);
      return c.tensioners.map((t, i) => solver.state.gradient[i]! + wall * over(t, q[i]!));
    };
    const start = Array.from(solveEquilibrium(solver, 0).positions);

    // The minimiser must find the same place, or the ratio would compare different work.
    const ours = solveEquilibrium(solver, 1);
    const theirs = numeric.uncmin(energy, start, 1e-8, gradient, 300);
    expect(Math.abs(theirs.f - ours.energy)).toBeLessThan(1e-3 * (1 + Math.abs(ours.energy)));

    bench('branch followed with the exact derivatives', () => {
      vary();
      solveEquilibrium(solver, 1);
    });
    bench('from the neighbouring answer, as while dragging', () => {
      vary();
      solveEquilibrium(solver, 1, {}, { positions: ours.positions, lever: 1 });
    });
    bench('general minimiser with the exact gradient', () => {
      vary();
      numeric.uncmin(energy, start, 1e-8, gradient, 300);
    });
    bench('general minimiser with differences', () => {
      vary();
      numeric.uncmin(energy, start, 1e-8, undefined, 300);
    });
  });
}
