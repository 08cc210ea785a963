import { strandTension } from './belt-term';
import { runningEquilibrium, type Equilibrium } from './equilibrium';
import { gripBand, type GripBand } from './grip';
import { loadsOf, type BeltLoad, type Loading } from './load';
import type { DriveState } from './schema';
import { DEFAULT_GRIP, type GripSettings } from './settings';
import type { Solver } from './solver';
import type { Speeds } from './speeds';
import type { Stand } from './stand';

/** Loads of the belts that are tight where the drive stands: what hangs slack carries nothing. */
export function loadingOf({ belts }: Stand, loads: readonly BeltLoad[]): Loading {
  return { belts: loads.map((load, b) => (strandTension(belts[b]!) > 0 ? load : null)), share: 1 };
}

/** A state under load: all belts loaded at once, followed from where it rests, and what each belt's band is there. */
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
