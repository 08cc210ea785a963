import { strandTension } from './belt-term';
import { runningEquilibrium, type Equilibrium } from './equilibrium';
import { gripBand, type GripBand } from './grip';
import { loadsOf, type BeltLoad, type Loading } from './load';
import type { DriveState } from './schema';
import { DEFAULT_GRIP, type GripSettings } from './settings';
import type { Solver } from './solver';
import type { Speeds } from './speeds';
import type { SolvedPose } from './solved-pose';

/** Loads of the belts that are tight in the current pose. A slack belt carries no load. */
export function loadingOf({ belts }: SolvedPose, loads: readonly BeltLoad[]): Loading {
  return { belts: loads.map((load, b) => (strandTension(belts[b]!) > 0 ? load : null)), share: 1 };
}

/** A state under load: all belts loaded together, followed from rest, with the tension range of each belt. */
export function runLoaded(
  solver: Solver,
  rest: Equilibrium,
  state: Pick<DriveState, 'lever' | 'locks'>,
  speeds: Speeds,
  settings: GripSettings = DEFAULT_GRIP,
): { readonly running: Equilibrium; readonly bands: readonly GripBand[] } {
  const loads = loadsOf(rest.stand.compiled, speeds, settings);
  const loading = loadingOf(rest.stand, loads);
  const running = runningEquilibrium(solver, rest, state.lever, state.locks ?? {}, loading);
  const bands = loads.map((load, b) => {
    const staticN = Math.max(0, strandTension(rest.stand.belts[b]!));
    return gripBand(running.stand, b, { load, staticN, taut: loading.belts[b] !== null }, running.atStop, speeds, settings);
  });
  return { running, bands };
}
