import type { CompiledBelt, CompiledDrive, CompiledSpring, CompiledTensioner } from './compile';
import { newTrace, type LoopTrace } from './plan';
import { adjusterAt, endAt, STATED, type Setting } from './setting';

/** A belt in a workspace: its loop where it was last traced, and its length as it is set. */
export interface WorkBelt extends CompiledBelt {
  readonly trace: LoopTrace;
  /** Pitch length, mm; 0 where it has none and pulls on nothing. */
  pitchLength: number;
}

/** A spring in a workspace: where its ends are drawn, the adjusters' shift in it. */
export interface WorkSpring extends CompiledSpring {
  readonly endX: Float64Array;
  readonly endY: Float64Array;
}

export interface WorkTensioner extends Omit<CompiledTensioner, 'lockedAt'> {
  /** Position if locked, including the adjuster that sets it; else null. */
  lockedAt: number | null;
}

/** Buffers of one solve. A compiled drive may have any number of them. */
export interface Workspace {
  readonly compiled: CompiledDrive;
  /** Pulley centres at the positions last evaluated. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly belts: readonly WorkBelt[];
  readonly springs: readonly WorkSpring[];
  readonly tensioners: readonly WorkTensioner[];
  /** Current setting. */
  setting: Setting;
}

export function newWorkspace(compiled: CompiledDrive, setting: Setting = STATED): Workspace {
  const work: Workspace = {
    compiled,
    x: compiled.drawnX.slice(),
    y: compiled.drawnY.slice(),
    belts: compiled.belts.map((b) => ({ ...b, trace: newTrace(b.plan.stops), pitchLength: b.statedLength })),
    springs: compiled.springs.map((s) => ({ ...s, endX: new Float64Array(2), endY: new Float64Array(2) })),
    tensioners: compiled.tensioners.map((t) => ({ ...t })),
    setting,
  };
  apply(work, setting);
  return work;
}

/** Applies a setting to a workspace. Does nothing if it is already set. */
export function set(work: Workspace, setting: Setting): void {
  if (work.setting !== setting) apply(work, setting);
}

function apply(work: Workspace, setting: Setting): void {
  const { drive } = work.compiled;
  work.setting = setting;
  for (const spring of work.springs)
    spring.ends.forEach((end, i) => {
      const [x, y] = endAt(drive, end.drawn, setting);
      spring.endX[i] = x;
      spring.endY[i] = y;
    });
  drive.adjusters.forEach((a) => {
    const placed = work.tensioners[drive.tensioners.findIndex((t) => t.id === a.tensioner)];
    if (placed) placed.lockedAt = adjusterAt(drive, a.id, setting);
  });
  work.belts.forEach((belt, i) => {
    belt.pitchLength = setting.pitchLengths?.[drive.belts[i]?.id ?? ''] ?? belt.statedLength;
  });
}
