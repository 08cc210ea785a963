import { strandTension } from './belt-term';
import { runningEquilibrium, standAt, type Equilibrium } from './equilibrium';
import { gripBand, type GripBand } from './grip';
import { loadsOf, type BeltLoad, type Loading } from './load';
import type { DriveState } from './schema';
import { DEFAULT_GRIP, type GripSettings } from './settings';
import type { Solver } from './solver';
import type { Speeds } from './speeds';
import type { Workspace } from './workspace';

/** Loads of the belts that are tight where the drive stands: what hangs slack carries nothing. */
export function loadingOf(work: Workspace, loads: readonly BeltLoad[]): Loading {
  return { belts: loads.map((load, b) => (strandTension(work.belts[b]!) > 0 ? load : null)), share: 1 };
}

/**
 * A state under load: all belts loaded at once, followed from where it rests, and what each belt's band is there. The drive must stand at its
 * rest; it is left where it runs.
 */
export function runLoaded(
  solver: Solver,
  rest: Equilibrium,
  state: Pick<DriveState, 'lever' | 'locks'>,
  speeds: Speeds,
  settings: GripSettings = DEFAULT_GRIP,
): { readonly running: Equilibrium; readonly bands: readonly GripBand[] } {
  const { work } = solver;
  const loads = loadsOf(work.compiled, speeds, settings);
  standAt(solver, rest, state.lever);
  const loading = loadingOf(work, loads);
  const statics = work.belts.map((belt) => Math.max(0, strandTension(belt)));
  const running = runningEquilibrium(solver, rest, state.lever, state.locks ?? {}, loading);
  standAt(solver, running, state.lever, loading);
  const bands = work.belts.map((_, b) =>
    gripBand(
      work,
      b,
      { load: loads[b]!, staticN: statics[b]!, taut: loading.belts[b] !== null },
      running,
      solver.free,
      speeds,
      solver.state,
      settings,
    ),
  );
  return { running, bands };
}
