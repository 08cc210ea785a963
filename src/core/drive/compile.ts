import type { Section } from '../belt';
import { LENGTH_TOLERANCE_MM, INITIAL_TENSION_RAMP_MM } from './tolerances';
import { crossingsOf, overlapsOf, type Crossing } from './crossing';
import { roomPassedBy, traceLoop } from './loop';
import { newTrace, type LoopPlan, type LoopTrace } from './plan';
import { pitchRadius, sectionOf, statedPitchLength, stiffnessOf } from './pitch';
import type { Belt, Drive, Problem, SpringEnd } from './schema';

/** Something odd that does not stop the computation. */
export interface Warning {
  readonly code: 'keeper-inside-belt';
  readonly path: string;
  readonly message: string;
}

export interface CompiledBelt {
  readonly section: Section;
  readonly plan: LoopPlan;
  readonly trace: LoopTrace;
  /** EA of the whole belt, N. */
  readonly stiffnessN: number;
  /** Pitch length, mm; 0 where the belt has none and pulls on nothing. Candidates of a match are put here. */
  pitchLength: number;
  readonly drawnLength: number;
}

interface CompiledEnd {
  /** Index of the tensioner that carries it, −1 for the frame. */
  readonly body: number;
  readonly drawn: SpringEnd;
  /** Drawn place with the adjuster's shift in it. */
  x: number;
  y: number;
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

export interface CompiledTensioner {
  readonly pivot: boolean;
  /** Pivot point; for a slide its unit direction. */
  readonly px: number;
  readonly py: number;
  readonly min: number;
  readonly max: number;
  readonly carries: readonly number[];
  /** mm that its parts move for one degree or mm of travel: scales different tensioners alike. */
  readonly reach: number;
  /** Where it stands if locked, else null; an adjuster that places it moves this. */
  lockedAt: number | null;
}

/** A drive made ready to be solved thousands of times. Holds scratch room, so one solve at a time. */
export interface CompiledDrive {
  readonly drive: Drive;
  readonly drawnX: Float64Array;
  readonly drawnY: Float64Array;
  /** Pulley centres at the positions last evaluated. */
  readonly x: Float64Array;
  readonly y: Float64Array;
  readonly carrier: Int32Array;
  readonly belts: readonly CompiledBelt[];
  readonly springs: readonly CompiledSpring[];
  readonly tensioners: readonly CompiledTensioner[];
  readonly warnings: readonly Warning[];
  /** Counts how often adjusters were set, so that what is kept of one setting is not taken for another's. */
  setting: number;
}

export type CompileResult =
  { readonly ok: true; readonly compiled: CompiledDrive } | { readonly ok: false; readonly problems: readonly Problem[] };

const RAD = Math.PI / 180;

/**
 * Prepares a validated drive for solving and settles the sense of every loop on the drawing. Geometry that no belt can take is refused here,
 * all belts' problems at once.
 */
export function compileDrive(drive: Drive): CompileResult {
  const problems: Problem[] = [];
  const warnings: Warning[] = [];
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
    x: e.x,
    y: e.y,
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
      return {
        pivot: false,
        px: Math.cos(t.direction * RAD),
        py: Math.sin(t.direction * RAD),
        min: t.min,
        max: t.max,
        carries,
        reach: 1,
        lockedAt,
      };
    }
    const arms = [
      ...carries.map((c) => [drawnX[c] as number, drawnY[c] as number]),
      ...springs.flatMap((s) => s.ends.filter((e) => e.body === i).map((e) => [e.x, e.y])),
    ];
    const arm = Math.max(1, ...arms.map(([ax, ay]) => Math.hypot((ax as number) - t.pivot.x, (ay as number) - t.pivot.y)));
    return { pivot: true, px: t.pivot.x, py: t.pivot.y, min: t.min, max: t.max, carries, reach: arm * RAD, lockedAt };
  });
  const compiled: CompiledDrive = {
    drive,
    drawnX,
    drawnY,
    x: drawnX.slice(),
    y: drawnY.slice(),
    carrier,
    belts,
    springs,
    tensioners,
    warnings,
    setting: 0,
  };
  setAdjusters(compiled, {});
  warnings.push(...keeperWarnings(compiled));
  return { ok: true, compiled };
}

/** The pulleys named, and those that share a shaft with one of them: whatever moves one moves all. */
function carriedWith(drive: Drive, ids: readonly string[]): string[] {
  const shafts = new Set(drive.pulleys.flatMap((p) => (ids.includes(p.id) && p.shaft !== undefined ? [p.shaft] : [])));
  return drive.pulleys.filter((p) => ids.includes(p.id) || (p.shaft !== undefined && shafts.has(p.shaft))).map((p) => p.id);
}

/** Puts adjusters at positions other than the file's; ids left out stand where the file says. */
export function setAdjusters(compiled: CompiledDrive, positions: Readonly<Record<string, number>>): void {
  compiled.setting++;
  const standing = new Map(compiled.drive.adjusters.map((a) => [a.id, positions[a.id] ?? a.position]));
  for (const spring of compiled.springs) {
    for (const e of spring.ends) {
      const shift = e.drawn.adjuster ? (standing.get(e.drawn.adjuster.id) ?? 0) : 0;
      const direction = (e.drawn.adjuster?.direction ?? 0) * RAD;
      e.x = e.drawn.x + shift * Math.cos(direction);
      e.y = e.drawn.y + shift * Math.sin(direction);
    }
  }
  compiled.drive.adjusters.forEach((a) => {
    const placed = compiled.tensioners[compiled.drive.tensioners.findIndex((t) => t.id === a.tensioner)];
    if (placed) placed.lockedAt = standing.get(a.id)!;
  });
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
      problems.push({ path: `${path}.route[${next}]`, message: `the pulley ${name(i)} is named twice running` });
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

  const pitch = statedPitchLength(belt);
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
  chosen.trace.careful = false;
  return {
    ok: true,
    belt: {
      section,
      plan: chosen.plan,
      trace: chosen.trace,
      stiffnessN: stiffnessOf(belt),
      pitchLength: pitch ?? 0,
      drawnLength: chosen.trace.length,
    },
  };
}

/** One crossing in words, parts named by `name`; the place in the route it is said of. */
export function crossingWords(c: Crossing, name: (stop: number) => string): { readonly stop: number; readonly message: string } {
  switch (c.kind) {
    case 'side':
      return {
        stop: c.stop,
        message: `the idler ${name(c.stop)} stands on the wrong side of the belt for the side that the route says touches it`,
      };
    case 'pulley':
      return { stop: c.stop, message: `the span that leaves ${name(c.span)} runs through the pulley ${name(c.stop)}` };
    case 'spans':
      return { stop: c.b, message: `the spans that leave ${name(c.a)} and ${name(c.b)} cross` };
  }
}

function loopProblem(
  attempts: readonly { outcome: string; trace: LoopTrace; crossings: readonly Crossing[] }[],
  path: string,
  name: (stop: number) => string,
): Problem {
  const laid = attempts.filter((a) => a.outcome === 'ok').sort((a, b) => a.crossings.length - b.crossings.length)[0];
  if (laid) {
    const one =
      laid.crossings.find((c) => c.kind === 'side' && laid.crossings.length === 1) ?? laid.crossings.find((c) => c.kind === 'pulley');
    const { stop, message } = crossingWords(one ?? laid.crossings[0]!, name);
    return {
      path: `${path}.route[${stop}]`,
      message: one?.kind === 'side' ? message : `${message}; check the order of the route and which side touches`,
    };
  }
  const missed = attempts.find((a) => a.outcome === 'not-touching') ?? attempts[0]!;
  const at = missed.trace.culprit;
  const message =
    missed.outcome === 'not-touching'
      ? `the belt cannot touch the pulley ${name(at)} on the side the route asks for; check the order of the route and which side touches`
      : `no straight span can leave the pulley ${name(at)}: the next circle lies inside it or over it`;
  return { path: `${path}.route[${at}]`, message };
}

/** A keeper drawn inside the loop of the belt round the pulley it guards is on the wrong side, or the sketch is. */
function keeperWarnings(compiled: CompiledDrive): Warning[] {
  const found: Warning[] = [];
  compiled.drive.keepers.forEach((keeper, i) => {
    for (const { plan } of compiled.belts) {
      for (let s = 0; s < plan.stops; s++) {
        const p = plan.pulley[s] as number;
        if (compiled.drive.pulleys[p]?.id !== keeper.near) continue;
        if (Math.hypot(keeper.x - compiled.drawnX[p]!, keeper.y - compiled.drawnY[p]!) < plan.radius[s]!) {
          found.push({
            code: 'keeper-inside-belt',
            path: `keepers[${i}]`,
            message: `the keeper “${keeper.label ?? keeper.id}” stands inside the belt at “${keeper.near}”`,
          });
        }
      }
    }
  });
  return found;
}

/** Work of a spring over its whole change of length, its pull (N, positive draws its ends together) and how fast that grows (N/mm). */
export interface SpringLaw {
  energy: number;
  pull: number;
  stiffness: number;
}

/**
 * A spring at a length, mm. Extension: nothing under its free length; beyond, initial tension plus rate × stretch, the initial tension coming
 * in over a ramp too short to measure. Compression: rate × what it is shortened by, as a negative pull.
 */
export function springLaw(spring: CompiledSpring, length: number, out: SpringLaw): void {
  const stretch = length - spring.freeLength;
  if (spring.extension) {
    if (stretch <= 0) {
      out.energy = out.pull = out.stiffness = 0;
      return;
    }
    const { rate, initialTension } = spring;
    const ramp = INITIAL_TENSION_RAMP_MM;
    if (stretch < ramp) {
      out.stiffness = rate + initialTension / ramp;
      out.pull = out.stiffness * stretch;
      out.energy = 0.5 * out.stiffness * stretch * stretch;
    } else {
      out.stiffness = rate;
      out.pull = initialTension + rate * stretch;
      out.energy = 0.5 * rate * stretch * stretch + initialTension * (stretch - 0.5 * ramp);
    }
    return;
  }
  const short = Math.min(0, stretch);
  out.stiffness = short < 0 ? spring.rate : 0;
  out.pull = spring.rate * short;
  out.energy = 0.5 * spring.rate * short * short;
}
