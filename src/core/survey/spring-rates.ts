import { compileDrive, newSolver, solveEquilibrium, statesOf, strandTension, type Drive } from '../drive';
import type { Finding } from './finding';
import type { NotebookSpring } from './notebook';
import { round, type Reader } from './reader';
import { springFromScale, springFromWire, type SpringEstimate } from './springs';

/** The drive with the rates it teaches, and which springs it could not. */
export function withTaught(drive: Drive, taught: readonly NotebookSpring[], reader: Reader): { drive: Drive; untaught: Finding[] } {
  const untaught: Finding[] = [];
  for (const s of taught) {
    const learnt = teach(drive, s, reader);
    if (learnt) drive = learnt;
    else untaught.push({ code: 'cannot-teach', of: s.id });
  }
  return { drive, untaught };
}

/**
 * Rate and initial tension of a spring with their errors. A sentence if its readings contradict each other. Null if
 * some are missing.
 */
export function estimateOf(s: NotebookSpring, reader: Reader): Pick<SpringEstimate, 'rate' | 'initialTension'> | string | null {
  const { rate } = s;
  const extension = s.kind === 'extension';
  const withErrors = (e: SpringEstimate) => ({
    rate: reader.take(`spring ${s.id} rate`, e.rate, e.rateSd),
    initialTension: reader.take(`spring ${s.id} initial`, e.initialTension, e.initialTensionSd),
  });
  switch (rate.by) {
    case 'given':
      return rate.rate === null ? null : { rate: rate.rate, initialTension: rate.initialTension ?? 0 };
    case 'taught':
      return rate.tensionN === null ? null : { rate: 1, initialTension: rate.initialTension ?? 0 };
    case 'wire': {
      if (rate.wireMm === null || rate.coilMm === null || rate.turns === null) return null;
      const made = springFromWire({ wireMm: rate.wireMm, coilMm: rate.coilMm, turns: rate.turns, material: rate.material, extension });
      return made.ok ? withErrors(made.spring) : made.problem;
    }
    case 'scale': {
      const [a, b] = rate.pulls;
      if (a.lengthMm === null || a.forceN === null || b.lengthMm === null || b.forceN === null || s.freeLength === null) return null;
      const made = springFromScale(
        s.freeLength,
        { lengthMm: a.lengthMm, forceN: a.forceN },
        { lengthMm: b.lengthMm, forceN: b.forceN },
        extension,
      );
      return made.ok ? withErrors(made.spring) : made.problem;
    }
  }
}

/** A tension reading is good to about this share. */
const TAUGHT_SHARE = 0.1;

/**
 * Rate at which the engaged drive has the tension of the reading. By bisection, since tension grows with the rate. Null
 * if there is none.
 */
function teach(drive: Drive, s: NotebookSpring, reader: Reader): Drive | null {
  if (s.rate.by !== 'taught' || s.rate.tensionN === null) return null;
  const wanted = reader.take(`spring ${s.id} taught`, s.rate.tensionN, TAUGHT_SHARE * s.rate.tensionN);
  const engaged = statesOf(drive).find((one) => one.lever === 1);
  if (!engaged) return null;
  const at = (rate: number): Drive => ({
    ...drive,
    springs: drive.springs.map((one) => (one.id === s.id ? { ...one, rate: round(rate, 6) } : one)),
  });
  const tension = (rate: number): number => {
    const made = compileDrive(at(rate));
    if (!made.ok) return NaN;
    const [belt] = solveEquilibrium(newSolver(made.compiled), engaged.lever, engaged.locks ?? {}).stand.belts;
    return belt && belt.pitchLength > 0 ? Math.max(0, strandTension(belt)) : NaN;
  };
  let [low, high] = [0.02, 60];
  if (!(tension(low) < wanted) || !(tension(high) > wanted)) return null;
  for (let k = 0; k < 50; k++) {
    const mid = Math.sqrt(low * high);
    if (tension(mid) < wanted) low = mid;
    else high = mid;
  }
  return at(Math.sqrt(low * high));
}
