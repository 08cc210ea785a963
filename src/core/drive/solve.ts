import { convertLength } from '../belt';
import { strandTension } from './belt-term';
import { compileDrive, type Warning } from './compile';
import { crossingsOf, overlapsOf } from './crossing';
import { beltDuty, type BeltDuty } from './duty';

import { solveEquilibrium, type Equilibrium, type Start } from './equilibrium';
import type { GripBand } from './grip';
import { sectionOf } from './pitch';
import type { LoopPlan, LoopTrace } from './plan';
import { runLoaded } from './running';
import { statesOf, type Drive, type DriveState, type Problem } from './schema';
import type { GripSettings } from './settings';
import { crossingMessage } from './route-messages';
import { newSolver, type Solver } from './solver';
import { springReadings } from './spring-term';
import type { SolvedPose } from './solved-pose';
import { speedsOf, type PulleySpeed, type Speeds } from './speeds';

export interface SolvedBelt {
  readonly id: string;
  /** Length of the drawn pitch path, mm. */
  readonly geometricLength: number;
  readonly pitchLength: number | null;
  /** L₀ − L where positive, mm; null for a belt without length. */
  readonly slack: number | null;
  /** Static tension, N. */
  readonly tension: number | null;
  readonly outsideLength: number;
  readonly insideLength: number;
  readonly wraps: readonly { readonly pulley: string; readonly angle: number }[];
  readonly spans: readonly { readonly from: string; readonly to: string; readonly length: number }[];
}

export interface SolvedState {
  readonly name: string;
  readonly tensioners: readonly { readonly id: string; readonly position: number; readonly atStop: 'min' | 'max' | null }[];
  readonly springs: readonly { readonly id: string; readonly length: number; readonly force: number }[];
  readonly brakes: readonly { readonly id: string; readonly on: boolean }[];
  readonly belts: readonly SolvedBelt[];
  /** Pull of the belts on each pulley, N, and its direction, degrees counter-clockwise from x. */
  readonly shaftLoads: readonly { readonly pulley: string; readonly force: number; readonly direction: number }[];
}

/** One belt's path and the moving parts, for drawing. */
export interface Pose {
  readonly pulleys: readonly { readonly x: number; readonly y: number }[];
  /** Per belt, its touched stops in route order: index of the stop, signed radius, the span that leaves it. */
  readonly belts: readonly { readonly stops: readonly PoseStop[] }[];
  readonly springs: readonly { readonly from: readonly [number, number]; readonly to: readonly [number, number] }[];
}

export interface PoseStop {
  readonly stop: number;
  readonly pulley: number;
  readonly signedRadius: number;
  /** Direction and length, seen from above, of the span that leaves the stop. */
  readonly ux: number;
  readonly uy: number;
  readonly span: number;
  /** Radians. */
  readonly wrap: number;
}

export interface StateAnswer {
  readonly equilibrium: Equilibrium;
  /** Where it comes to under load and at speed. */
  readonly running: Equilibrium;
  readonly solved: SolvedState;
  readonly pose: Pose;
  /** Reason why this pose has no valid loop. Null if it has one. */
  readonly collision: string | null;
  readonly bands: readonly GripBand[];
  readonly duties: readonly BeltDuty[];
}

export interface DriveAnswer {
  readonly drive: string;
  readonly states: readonly SolvedState[];
  readonly speeds: readonly PulleySpeed[];
  readonly beltSpeeds: readonly { readonly belt: string; readonly metresPerSecond: number | null }[];
}

export type SolveResult =
  | { readonly ok: true; readonly answer: DriveAnswer; readonly warnings: readonly Warning[] }
  | { readonly ok: false; readonly problems: readonly Problem[] };

/**
 * Solves a validated drive in its states, or in the one named.
 * @returns the answer, or every problem with its path: geometry no belt can take, a state that is not there, a state that does not settle
 */
export function solveDrive(drive: Drive, stateName?: string): SolveResult {
  const made = compileDrive(drive);
  if (!made.ok) return made;
  const { compiled } = made;
  const wanted = statesOf(drive)
    .map((state, i) => ({ state, i }))
    .filter(({ state }) => stateName === undefined || state.name === stateName);
  if (wanted.length === 0) {
    return {
      ok: false,
      problems: [
        {
          path: 'states',
          message: `there is no state “${stateName}”; it has ${statesOf(drive)
            .map((s) => `“${s.name}”`)
            .join(', ')}`,
        },
      ],
    };
  }
  const solver = newSolver(compiled);
  const speeds = speedsOf(compiled);
  const problems: Problem[] = [];
  const states: SolvedState[] = [];
  for (const { state, i } of wanted) {
    const { equilibrium, solved, collision } = answerState(solver, state, speeds);
    const problem = endingProblem(equilibrium, collision, state, i);
    if (problem) problems.push(problem);
    else states.push(solved);
  }
  if (problems.length > 0) return { ok: false, problems };
  return {
    ok: true,
    warnings: compiled.warnings,
    answer: {
      drive: drive.name,
      states,
      speeds: speeds.pulleys,
      beltSpeeds: speeds.belts.map(({ belt, metresPerSecond }) => ({ belt, metresPerSecond })),
    },
  };
}

/**
 * Reason why a state has no answer, or null.
 * @param collision result of `collisionIn`
 */
export function endingProblem(
  equilibrium: Equilibrium,
  collision: string | null,
  state: Pick<DriveState, 'name'>,
  index: number,
): Problem | null {
  const path = `states[${index}]`;
  if (equilibrium.ending === 'settled') return collision === null ? null : { path, message: `in “${state.name}” ${collision}` };
  const message =
    equilibrium.ending === 'blocked'
      ? `in “${state.name}” the mechanism moves until a belt leaves a pulley; check stops, springs and route`
      : `in “${state.name}” no resting position was found; check that springs and stops hold every tensioner`;
  return { path, message };
}

/** Reason why a pose has no valid loop: overlapping pulleys of one belt, a span through a pulley, or crossed spans. */
export function collisionIn({ belts, compiled: { drive }, x, y }: SolvedPose): string | null {
  for (const [b, { plan, trace }] of belts.entries()) {
    const { route } = drive.belts[b]!;
    const name = (stop: number) => {
      const p = drive.pulleys.find(({ id }) => id === route[stop]?.pulley);
      return `“${p?.label ?? p?.id ?? ''}”`;
    };
    const [overlap] = overlapsOf(plan, x, y);
    if (overlap) return `${name(overlap.a)} and ${name(overlap.b)} overlap by ${overlap.mm.toFixed(1)} mm`;
    const [crossing] = crossingsOf(plan, x, y, trace);
    if (crossing) return crossingMessage(crossing, name).message;
  }
  return null;
}

/** Path of a belt round its pulleys, from one trace. */
export function stopsOf(plan: LoopPlan, trace: LoopTrace): PoseStop[] {
  return Array.from({ length: trace.touched }, (_, a) => {
    const stop = trace.active[a]!;
    return {
      stop,
      pulley: plan.pulley[stop]!,
      signedRadius: plan.signed[stop]!,
      ux: trace.ux[a]!,
      uy: trace.uy[a]!,
      span: trace.flat[a]!,
      wrap: trace.wrap[a]!,
    };
  });
}

/** Solves one state in full: numbers, drawing and grip. */
export function answerState(
  solver: Solver,
  state: Pick<DriveState, 'name' | 'lever' | 'locks'>,
  speeds: Speeds,
  settings?: GripSettings,
  start?: Start,
): StateAnswer {
  const equilibrium = solveEquilibrium(solver, state.lever, state.locks ?? {}, start);
  const { running, bands } = runLoaded(solver, equilibrium, state, speeds, settings);
  return { running, bands, ...describe(solver, equilibrium, state, speeds) };
}

function describe(
  solver: Solver,
  equilibrium: Equilibrium,
  state: Pick<DriveState, 'name' | 'lever' | 'locks'>,
  speeds: Speeds,
): Omit<StateAnswer, 'running' | 'bands'> {
  const { work } = solver;
  const { stand } = equilibrium;
  const { drive } = stand.compiled;
  const collision = equilibrium.ending === 'settled' ? collisionIn(stand) : null;
  const readings = springReadings(work, equilibrium.positions, state.lever);
  const loadX = new Float64Array(drive.pulleys.length);
  const loadY = new Float64Array(drive.pulleys.length);
  const hintX = new Float64Array(drive.pulleys.length);
  const hintY = new Float64Array(drive.pulleys.length);
  const poseBelts: { stops: PoseStop[] }[] = [];
  const belts = drive.belts.map((belt, b): SolvedBelt => {
    const one = stand.belts[b]!;
    const { plan, trace, pitchLength: l0 } = one;
    const known = l0 > 0;
    const tension = known ? Math.max(0, strandTension(one)) : null;
    const wraps = belt.route.map((stop) => ({ pulley: stop.pulley, angle: 0 }));
    const stops = stopsOf(plan, trace);
    const spans = stops.map(({ stop, pulley: i }, a) => {
      const p = a === 0 ? trace.touched - 1 : a - 1;
      wraps[stop]!.angle = (trace.wrap[a]! * 180) / Math.PI;
      const px = trace.ux[a]! - trace.ux[p]!;
      const py = trace.uy[a]! - trace.uy[p]!;
      hintX[i]! += px;
      hintY[i]! += py;
      loadX[i]! += (tension ?? 0) * px;
      loadY[i]! += (tension ?? 0) * py;
      return { from: belt.route[stop]!.pulley, to: belt.route[trace.active[(a + 1) % trace.touched]!]!.pulley, length: trace.span[a]! };
    });
    poseBelts.push({ stops });
    const section = sectionOf(belt);
    const along = known ? l0 : trace.length;
    return {
      id: belt.id,
      geometricLength: trace.length,
      pitchLength: known ? l0 : null,
      slack: known ? Math.max(0, l0 - trace.length) : null,
      tension,
      outsideLength: convertLength(along, 'pitch', 'outside', section),
      insideLength: convertLength(along, 'pitch', 'inside', section),
      wraps,
      spans,
    };
  });
  const degrees = (x: number, y: number) => (x === 0 && y === 0 ? 0 : ((Math.atan2(y, x) * 180) / Math.PI + 360) % 360);
  const solved: SolvedState = {
    name: state.name,
    tensioners: drive.tensioners.map((t, i) => ({
      id: t.id,
      position: equilibrium.positions[i]! + 0,
      atStop: equilibrium.atStop[i] ?? null,
    })),
    springs: drive.springs.map((s, i) => ({ id: s.id, length: readings[i]!.length, force: readings[i]!.force })),
    brakes: brakesOn(drive, equilibrium).map(({ id, on }) => ({ id, on })),
    belts,
    shaftLoads: drive.pulleys.map((p, i) => {
      const loaded = loadX[i] !== 0 || loadY[i] !== 0;
      return {
        pulley: p.id,
        force: Math.hypot(loadX[i]!, loadY[i]!),
        direction: loaded ? degrees(loadX[i]!, loadY[i]!) : degrees(hintX[i]!, hintY[i]!),
      };
    }),
  };
  const pose: Pose = {
    pulleys: drive.pulleys.map((_, i) => ({ x: stand.x[i]!, y: stand.y[i]! })),
    belts: poseBelts,
    springs: readings.map(({ from, to }) => ({ from, to })),
  };
  const duties = drive.belts.map((_, b) => beltDuty(stand, b, speeds));
  return { equilibrium, collision, solved, pose, duties };
}

/**
 * How far each brake's tensioner is past the position at which the brake applies, degrees or mm: on at 0 and above.
 * @param bodies only the brakes on these tensioners, by index; every brake if omitted
 */
export function brakesOn(
  drive: Drive,
  { positions }: Pick<Equilibrium, 'positions'>,
  bodies?: ReadonlySet<number>,
): { id: string; on: boolean; past: number }[] {
  return drive.brakes.flatMap(({ id, tensioner, side, appliesAt }) => {
    const t = drive.tensioners.findIndex((one) => one.id === tensioner);
    if (bodies && !bodies.has(t)) return [];
    const past = side === 'above' ? positions[t]! - appliesAt : appliesAt - positions[t]!;
    return [{ id, on: past >= -1e-6, past }];
  });
}

/**
 * True if the engaged state is over centre: after the lever is released, the mechanism does not return to the released
 * state.
 * @param rest the released equilibrium
 */
export function isOverCentre(solver: Solver, engaged: Equilibrium, lever: number, rest: Equilibrium, restLever: number): boolean {
  if (lever === restLever) return false;
  const back = solveEquilibrium(solver, restLever, {}, { positions: engaged.positions, lever });
  return (
    back.ending === 'settled' && back.positions.some((at, t) => Math.abs(at - rest.positions[t]!) * solver.work.tensioners[t]!.reach > 0.5)
  );
}
