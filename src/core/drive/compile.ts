import type { Section } from '../belt';
import { travelOf, type Travel } from './kinematics';
import { LENGTH_TOLERANCE_MM } from './tolerances';
import { crossingsOf, overlapsOf } from './crossing';
import { roomPassedBy, traceLoop } from './loop';
import { newTrace, type LoopPlan, type LoopTrace } from './plan';
import { pitchRadius, sectionOf, statedPitchLength, stiffnessOf } from './pitch';
import { loopProblem } from './route-messages';
import type { Belt, Drive, Problem, SpringEnd } from './schema';
import { endAt, STATED } from './setting';

/** Something odd that does not stop the computation. */
export interface Warning {
  readonly code: 'keeper-inside-belt';
  readonly path: string;
  readonly message: string;
}

export interface CompiledBelt {
  readonly section: Section;
  readonly plan: LoopPlan;
  /** EA of the whole belt, N. */
  readonly stiffnessN: number;
  /** Pitch length that the drive file states, mm; 0 where it states none. */
  readonly statedLength: number;
  /** Its loop on the drawing, and how long that is, mm. Not to be traced over. */
  readonly drawnTrace: LoopTrace;
  readonly drawnLength: number;
}

export interface CompiledEnd {
  /** Index of the tensioner that carries it, −1 for the frame. */
  readonly body: number;
  readonly drawn: SpringEnd;
  readonly dx: number;
  readonly dy: number;
}

export interface CompiledSpring {
  readonly extension: boolean;
  readonly freeLength: number;
  readonly rate: number;
  readonly initialTension: number;
  readonly ends: readonly [CompiledEnd, CompiledEnd];
}

export interface CompiledTensioner extends Travel {
  readonly min: number;
  readonly max: number;
  readonly carries: readonly number[];
  /** Movement of its parts for one degree or mm of travel, mm. It scales different tensioners equally. */
  readonly reach: number;
  /** Where it is locked, else null. */
  readonly lockedAt: number | null;
}

/** A drive made ready to be solved thousands of times. Read only: what a solve scribbles on is a `Workspace`. */
export interface CompiledDrive {
  readonly drive: Drive;
  readonly drawnX: Float64Array;
  readonly drawnY: Float64Array;
  readonly carrier: Int32Array;
  readonly belts: readonly CompiledBelt[];
  readonly springs: readonly CompiledSpring[];
  readonly tensioners: readonly CompiledTensioner[];
  readonly warnings: readonly Warning[];
}

export type CompileResult =
  { readonly ok: true; readonly compiled: CompiledDrive } | { readonly ok: false; readonly problems: readonly Problem[] };

const RAD = Math.PI / 180;

/**
 * Prepares a validated drive for solving, and fixes the sense of every loop on the drawing. Impossible geometry is
 * refused here, for all belts together.
 */
export function compileDrive(drive: Drive): CompileResult {
  const problems: Problem[] = [];
  const drawnX = Float64Array.from(drive.pulleys, (p) => p.x);
  const drawnY = Float64Array.from(drive.pulleys, (p) => p.y);
  const indexOf = new Map(drive.pulleys.map((p, i) => [p.id, i]));
  const bodyOf = new Map(drive.tensioners.map((t, i) => [t.id, i]));
  const carrier = new Int32Array(drive.pulleys.length).fill(-1);
  const carried = drive.tensioners.map((t) => carriedWith(drive, t.carries).map((id) => indexOf.get(id) as number));
  carried.forEach((pulleys, i) => pulleys.forEach((p) => (carrier[p] = i)));

  const belts: CompiledBelt[] = [];
  drive.belts.forEach((belt, i) => {
    const found = compileBelt(drive, belt, `belts[${i}]`, indexOf, drawnX, drawnY);
    if (!found.ok) problems.push(...found.problems);
    else belts.push(found.belt);
  });
  if (problems.length > 0) return { ok: false, problems };

  const end = (e: SpringEnd): CompiledEnd => ({
    body: e.body === 'frame' ? -1 : (bodyOf.get(e.body) as number),
    drawn: e,
    dx: e.leverTravel?.dx ?? 0,
    dy: e.leverTravel?.dy ?? 0,
  });
  const springs = drive.springs.map((s): CompiledSpring => ({
    extension: s.kind === 'extension',
    freeLength: s.freeLength,
    rate: s.rate,
    initialTension: s.kind === 'extension' ? (s.initialTension ?? 0) : 0,
    ends: [end(s.from), end(s.to)],
  }));
  const tensioners = drive.tensioners.map((t, i): CompiledTensioner => {
    const carries = carried[i]!;
    const lockedAt = t.locked === true ? (t.position ?? 0) : null;
    if (t.kind === 'slide') {
      return { ...travelOf(t), min: t.min, max: t.max, carries, reach: 1, lockedAt };
    }
    const arms = [
      ...carries.map((c) => [drawnX[c] as number, drawnY[c] as number]),
      ...springs.flatMap((s) => s.ends.filter((e) => e.body === i).map((e) => endAt(drive, e.drawn, STATED))),
    ];
    const arm = Math.max(1, ...arms.map(([ax, ay]) => Math.hypot((ax as number) - t.pivot.x, (ay as number) - t.pivot.y)));
    return { ...travelOf(t), min: t.min, max: t.max, carries, reach: arm * RAD, lockedAt };
  });
  const warnings = keeperWarnings(drive, drawnX, drawnY, belts);
  return { ok: true, compiled: { drive, drawnX, drawnY, carrier, belts, springs, tensioners, warnings } };
}

/** The named pulleys, and those on the same shaft as one of them. */
function carriedWith(drive: Drive, ids: readonly string[]): string[] {
  const shafts = new Set(drive.pulleys.flatMap((p) => (ids.includes(p.id) && p.shaft !== undefined ? [p.shaft] : [])));
  return drive.pulleys.filter((p) => ids.includes(p.id) || (p.shaft !== undefined && shafts.has(p.shaft))).map((p) => p.id);
}

type BeltResult = { ok: true; belt: CompiledBelt } | { ok: false; problems: Problem[] };

function compileBelt(
  drive: Drive,
  belt: Belt,
  path: string,
  indexOf: ReadonlyMap<string, number>,
  x: Float64Array,
  y: Float64Array,
): BeltResult {
  const problems: Problem[] = [];
  const name = (stop: number) => {
    const p = drive.pulleys.find(({ id }) => id === belt.route[stop]?.pulley);
    return `“${p?.label ?? p?.id ?? ''}”`;
  };
  const n = belt.route.length;
  if (n < 2)
    return { ok: false, problems: [{ path: `${path}.route`, message: `a belt needs at least two pulleys; this route names ${n}` }] };
  belt.route.forEach((stop, i) => {
    const next = (i + 1) % n;
    if (belt.route[next]?.pulley === stop.pulley)
      problems.push({ path: `${path}.route[${next}]`, message: `the pulley ${name(i)} is named twice in a row` });
  });
  const section = sectionOf(belt);
  const pulley = Int32Array.from(belt.route, (stop) => indexOf.get(stop.pulley) as number);
  const radius = Float64Array.from(belt.route, (stop, i) => pitchRadius(drive.pulleys[pulley[i] as number]!, stop.contact, section));
  radius.forEach((r, i) => {
    if (!(r > 0))
      problems.push({
        path: `${path}.route[${i}]`,
        message: `the pulley ${name(i)} is too small for a ${section.name} belt: its pitch radius would be ${r.toFixed(1)} mm`,
      });
  });
  const heights = belt.route.map((_, i) => drive.pulleys[pulley[i] as number]?.z ?? 0);
  const idler = Uint8Array.from(pulley, (p) => (drive.pulleys[p]?.role === 'idler' ? 1 : 0));
  const shared = {
    stops: n,
    pulley,
    radius,
    idler,
    z: heights.some((z) => z !== heights[0]) ? Float64Array.from(heights) : null,
    idlers: idler.reduce((sum, one) => sum + one, 0),
  };
  const planOf = (turn: 1 | -1): LoopPlan => {
    const sense = Int8Array.from(belt.route, (stop) => (stop.contact === 'v' ? turn : -turn));
    return { ...shared, signed: radius.map((r, i) => r * sense[i]!), sense, turn };
  };
  for (const { a, b, mm } of overlapsOf(planOf(1), x, y))
    problems.push({
      path: `${path}.route[${b}]`,
      message: `the pitch circles of ${name(a)} and ${name(b)} overlap by ${mm.toFixed(1)} mm`,
    });
  if (problems.length > 0) return { ok: false, problems };

  const attempts = ([1, -1] as const).map((turn) => {
    const plan = planOf(turn);
    const trace = newTrace(n);
    trace.careful = true;
    const outcome = traceLoop(plan, x, y, trace);
    const crossings = outcome === 'ok' ? crossingsOf(plan, x, y, trace) : [];
    return { plan, trace, outcome, crossings, room: outcome === 'ok' ? roomPassedBy(plan, x, y, trace) : 0 };
  });
  const [chosen] = attempts
    .filter((a) => a.outcome === 'ok' && a.crossings.length === 0)
    .sort((a, b) => {
      const longer = a.trace.length - b.trace.length;
      if (Math.abs(longer) > LENGTH_TOLERANCE_MM) return longer;
      return a.room === b.room ? 0 : a.room - b.room;
    });
  if (!chosen) return { ok: false, problems: [loopProblem(attempts, path, name)] };
  return {
    ok: true,
    belt: {
      section,
      plan: chosen.plan,
      stiffnessN: stiffnessOf(belt),
      statedLength: statedPitchLength(belt) ?? 0,
      drawnTrace: { ...chosen.trace, careful: false },
      drawnLength: chosen.trace.length,
    },
  };
}

/** A keeper inside the loop of its belt is on the wrong side, or the drawing is wrong. */
function keeperWarnings(drive: Drive, x: Float64Array, y: Float64Array, belts: readonly CompiledBelt[]): Warning[] {
  const found: Warning[] = [];
  drive.keepers.forEach((keeper, i) => {
    for (const { plan } of belts) {
      for (let s = 0; s < plan.stops; s++) {
        const p = plan.pulley[s] as number;
        if (drive.pulleys[p]?.id !== keeper.near) continue;
        if (Math.hypot(keeper.x - x[p]!, keeper.y - y[p]!) < plan.radius[s]!) {
          found.push({
            code: 'keeper-inside-belt',
            path: `keepers[${i}]`,
            message: `the keeper “${keeper.label ?? keeper.id}” is inside the belt at “${keeper.near}”`,
          });
        }
      }
    }
  });
  return found;
}
