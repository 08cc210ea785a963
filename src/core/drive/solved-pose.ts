import type { CompiledBelt, CompiledDrive } from './compile';
import type { EnergyState } from './energy-state';
import { copyTrace, type LoopTrace } from './plan';
import type { Workspace } from './workspace';

/** A belt where a solve found it. */
export interface PosedBelt extends Pick<CompiledBelt, 'plan' | 'section' | 'stiffnessN'> {
  readonly trace: LoopTrace;
  /** Pitch length, mm; 0 where it has none and pulls on nothing. */
  readonly pitchLength: number;
}

/**
 * Pose of a drive as a solve returns it. A copy, so later solves cannot change it. Grip, loads, duty and drawing are
 * read from it.
 */
export interface SolvedPose {
  readonly compiled: CompiledDrive;
  /** Pulley centres, mm. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly belts: readonly PosedBelt[];
  /** Each pulley's centre and its derivatives by its carrier, as `moveCarried` writes them. */
  readonly moved: Float64Array;
  /** Per belt under load: b, its tension before offsets, N (`BeltTerm`). */
  readonly base: Float64Array;
  /** Tensioners that no lock holds. */
  readonly free: readonly number[];
}

/** Copies the current pose of a workspace. */
export const toSolvedPose = (work: Workspace, state: EnergyState, free: readonly number[]): SolvedPose => ({
  compiled: work.compiled,
  x: work.x.slice(),
  y: work.y.slice(),
  belts: work.belts.map(({ plan, section, stiffnessN, pitchLength, trace }) => ({
    plan,
    section,
    stiffnessN,
    pitchLength,
    trace: copyTrace(trace),
  })),
  moved: state.moved.slice(),
  base: state.base.slice(),
  free: free.slice(),
});
