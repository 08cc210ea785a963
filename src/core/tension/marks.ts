import { solveEquilibrium, strandTension, newSolver, type CompiledDrive, type DriveState } from '../drive';
import type { TensionReading } from './combine';
import { RATE_SD } from './methods';

/** An adjuster position, with a measured tension at that time. */
export interface MarkPair {
  readonly adjuster: string;
  /** mm, or degrees of an eccentric. */
  readonly position: number;
  readonly tensionN: number;
  readonly sdN: number;
}

/** Standard deviation of setting and reading a mark, mm or degrees. */
const MARK_SD = 0.5;
/** Standard deviation of a belt's length without a spring: one third of ±3 mm and ±0.2%. */
const lengthSdMm = (pitchMm: number): number => (3 + 0.002 * pitchMm) / 3;

/**
 * Tension from the position of an adjuster (a mark, a hole, the gap of a collar): that of the equilibrium there,
 * corrected by earlier measurements at marks of this drive. The model error is one shift, N(0, s²). s comes from the
 * spring rate, or without springs from the belt length. Each pair measures the shift. Its estimate is their mean
 * weighted by 1/variance, shrunk by the prior.
 */
export function readMark(
  compiled: CompiledDrive,
  b: number,
  state: DriveState,
  { adjuster, position }: { readonly adjuster: string; readonly position: number },
  pairs: readonly MarkPair[],
): { readonly ok: true; readonly reading: TensionReading } | { readonly ok: false; readonly problem: string } {
  const named = compiled.drive.adjusters.find((a) => a.id === adjuster);
  if (!named) return { ok: false, problem: `there is no adjuster “${adjuster}”` };
  if (position < named.min - 1e-9 || position > named.max + 1e-9)
    return { ok: false, problem: `${named.label ?? 'the adjuster'} does not reach that place` };
  const at = (place: number): number | null => {
    const rest = solveEquilibrium(newSolver(compiled, { adjusters: { [adjuster]: place } }), state.lever, state.locks ?? {});
    const one = rest.stand.belts[b]!;
    return rest.ending === 'settled' && one.pitchLength > 0 ? Math.max(0, strandTension(one)) : null;
  };
  const here = at(position);
  if (here === null) return { ok: false, problem: 'the drive has no equilibrium there' };
  const step = Math.min(0.25, (named.max - named.min) / 50);
  const [low, high] = [Math.max(named.min, position - step), Math.min(named.max, position + step)];
  const perMm = high > low ? ((at(high) ?? here) - (at(low) ?? here)) / (high - low) : 0;
  const { pitchLength, stiffnessN } = newSolver(compiled).work.belts[b]!;
  const sprung =
    compiled.drive.tensioners.some((t) => t.locked !== true && state.locks?.[t.id] === undefined) && compiled.drive.springs.length > 0;
  const unsure = sprung ? RATE_SD * here : (stiffnessN * lengthSdMm(pitchLength)) / pitchLength;
  let weight = unsure > 0 ? 1 / unsure ** 2 : 0;
  let sum = 0;
  for (const p of pairs) {
    const modelled = p.adjuster === adjuster ? at(p.position) : null;
    if (modelled === null) continue;
    const w = 1 / (p.sdN ** 2 + (perMm * MARK_SD) ** 2);
    weight += w;
    sum += w * (p.tensionN - modelled);
  }
  const shift = weight > 0 ? sum / weight : 0;
  const tensionN = Math.max(0, here + shift);
  const sharedN = weight > 0 ? 1 / Math.sqrt(weight) : 0;
  return {
    ok: true,
    reading: {
      tensionN,
      ownN: Math.abs(perMm) * MARK_SD,
      shared: [{ source: `marks ${adjuster}`, share: tensionN === 0 ? 0 : sharedN / tensionN }],
    },
  };
}
