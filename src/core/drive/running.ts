import type { CompiledDrive } from './compile';
import type { Loading } from './energy';
import { runningEquilibrium, standAt, type Equilibrium } from './equilibrium';
import { gripBand, type GripBand } from './grip';
import { loadsOf, type BeltLoad } from './load';
import type { DriveState } from './schema';
import { DEFAULT_GRIP, type GripSettings } from './settings';
import type { Solver } from './solver';
import type { Speeds } from './speeds';

/** Static tension of a belt where its trace stands, N; negative where it hangs slack. */
export function strandTension(compiled: CompiledDrive, b: number): number {
  const { trace, pitchLength, stiffnessN } = compiled.belts[b]!;
  return pitchLength > 0 ? (stiffnessN * (trace.length - pitchLength)) / pitchLength : 0;
}

/** Loads of the belts that are tight where the drive stands: what hangs slack carries nothing. */
export function loadingOf(compiled: CompiledDrive, loads: readonly BeltLoad[]): Loading {
  return { belts: loads.map((load, b) => (strandTension(compiled, b) > 0 ? load : null)), share: 1 };
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
  const { compiled } = solver;
  const loads = loadsOf(compiled, speeds, settings);
  standAt(solver, rest, state.lever);
  const loading = loadingOf(compiled, loads);
  const statics = compiled.belts.map((_, b) => Math.max(0, strandTension(compiled, b)));
  const running = runningEquilibrium(solver, rest, state.lever, state.locks ?? {}, loading);
  standAt(solver, running, state.lever, loading);
  const bands = compiled.belts.map((_, b) =>
    gripBand(
      compiled,
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
