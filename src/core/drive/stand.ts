import type { CompiledBelt, CompiledDrive } from './compile';
import type { EnergyState } from './energy-state';
import { copyTrace, type LoopTrace } from './plan';
import type { Workspace } from './workspace';

/** A belt where a solve found it. */
export interface StandBelt extends Pick<CompiledBelt, 'plan' | 'section' | 'stiffnessN'> {
  readonly trace: LoopTrace;
  /** Pitch length, mm; 0 where it has none and pulls on nothing. */
  readonly pitchLength: number;
}

/** Where a drive stands, as a solve returns it: its own copy, which no later solve touches. Grip, loads, duty and drawing are read from it. */
export interface Stand {
  readonly compiled: CompiledDrive;
  /** Pulley centres, mm. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly belts: readonly StandBelt[];
  /** Each pulley's centre and its derivatives by its carrier, as `carry` writes them. */
  readonly moved: Float64Array;
  /** Per belt under load: b, its tension before offsets, N (`BeltTerm`). */
  readonly base: Float64Array;
  /** Tensioners that no lock holds. */
  readonly free: readonly number[];
}

/** What a workspace stands at now, to keep. */
export const standOf = (work: Workspace, state: EnergyState, free: readonly number[]): Stand => ({
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
