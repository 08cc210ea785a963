import { convertLength } from '../belt';
import { compileDrive, sectionOf, type CompiledDrive } from '../drive';
import type { Measure, Survey } from './schema';

const DEG = 180 / Math.PI;
/** Usual standard deviations where a measure states none: an angle, degrees, and a wrap length, mm. */
const ANGLE_SD = 1;
const BELT_SD = 4;

/**
 * A survey as unknowns and measures. Pulleys of one shaft share a centre. Unknowns: centres, and the pose (direction, offset, zero mark) of every
 * edge but the first, less what the frame fixes. The frame lies along the first edge named; with no edge the first centre is the origin and
 * the second lies on the positive x axis.
 */
export interface Model {
  readonly survey: Survey;
  /** Centre of each pulley, by index of the pulley. */
  readonly centreOf: Int32Array;
  readonly centres: number;
  readonly edges: readonly string[];
  /** Entries of the full vector (x, y per centre, then direction, offset, zero per further edge) that are solved for. */
  readonly free: Int32Array;
  readonly size: number;
  readonly sds: Float64Array;
  readonly pulleyIndex: ReadonlyMap<string, number>;
}

export function newModel(survey: Survey): Model {
  const { drive, measures } = survey;
  const pulleyIndex = new Map(drive.pulleys.map((p, i) => [p.id, i]));
  const centreOf = new Int32Array(drive.pulleys.length);
  const shafts = new Map<string, number>();
  let centres = 0;
  drive.pulleys.forEach((p, i) => {
    const shared = p.shaft === undefined ? undefined : shafts.get(p.shaft);
    centreOf[i] = shared ?? centres++;
    if (p.shaft !== undefined && shared === undefined) shafts.set(p.shaft, centreOf[i]!);
  });
  const edges = [...new Set(measures.flatMap((m) => ('edge' in m ? [m.edge] : [])))];
  const size = 2 * centres + 3 * Math.max(0, edges.length - 1);
  const fixed = new Set<number>();
  if (edges.length === 0) [0, 1, 3].forEach((k) => k < 2 * centres && fixed.add(k));
  else if (!measures.some((m) => m.kind === 'along-edge' && m.edge === edges[0])) fixed.add(0);
  edges.slice(1).forEach((edge, e) => {
    if (!measures.some((m) => m.kind === 'along-edge' && m.edge === edge)) fixed.add(2 * centres + 3 * e + 2);
    if (!measures.some((m) => m.kind === 'from-edge' && m.edge === edge)) fixed.add(2 * centres + 3 * e + 1);
  });
  const free = Int32Array.from(Array.from({ length: size }, (_, k) => k).filter((k) => !fixed.has(k)));
  const sds = Float64Array.from(measures, (m) => m.sd ?? (m.kind === 'angle' ? ANGLE_SD : m.kind === 'belt' ? BELT_SD : survey.tapeSd));
  return { survey, centreOf, centres, edges, free, size, sds, pulleyIndex };
}

/** What a measure would read at a full vector, with its derivative by every entry and by every pulley's diameter. */
export interface Reading {
  value: number;
  readonly by: Map<number, number>;
  readonly byDiameter: Map<number, number>;
}

export interface Laid {
  readonly compiled: CompiledDrive;
}

/** The drive with its pulleys at a full vector, compiled; null where its belts cannot lie so. */
export function layOut(model: Model, full: Float64Array): Laid | null {
  const { drive } = model.survey;
  const made = compileDrive({ ...drive, pulleys: drive.pulleys.map((p, i) => ({ ...p, x: full[2 * model.centreOf[i]!]!, y: full[2 * model.centreOf[i]! + 1]! })) });
  return made.ok ? { compiled: made.compiled } : null;
}

/** Length of a belt's drawn pitch path; moving a centre changes it by (u_in − u_out), a pitch radius by the wrap there. Null where it cannot lie so. */
export function beltReading(model: Model, laid: Laid | null, belt: number): Reading | null {
  const one = laid?.compiled.belts[belt];
  if (!one) return null;
  const { plan, trace } = one;
  const by = new Map<number, number>();
  const byDiameter = new Map<number, number>();
  const add = (map: Map<number, number>, k: number, v: number) => map.set(k, (map.get(k) ?? 0) + v);
  for (let a = 0; a < trace.touched; a++) {
    const p = plan.pulley[trace.active[a]!]!;
    const before = a === 0 ? trace.touched - 1 : a - 1;
    const c = model.centreOf[p]!;
    add(by, 2 * c, trace.ux[before]! - trace.ux[a]!);
    add(by, 2 * c + 1, trace.uy[before]! - trace.uy[a]!);
    add(byDiameter, p, trace.wrap[a]! / 2);
  }
  return { value: trace.length, by, byDiameter };
}

/** What one measure would read; null for a belt that cannot lie so. */
export function read(model: Model, m: Measure, full: Float64Array, laid: Laid | null): Reading | null {
  const index = (id: string) => model.pulleyIndex.get(id)!;
  const at = (id: string) => 2 * model.centreOf[index(id)]!;
  const none = new Map<number, number>();
  switch (m.kind) {
    case 'centres':
    case 'outside':
    case 'inside': {
      const [i, j] = [at(m.between[0]), at(m.between[1])];
      const [dx, dy] = [full[j]! - full[i]!, full[j + 1]! - full[i + 1]!];
      const d = Math.hypot(dx, dy) || 1e-9;
      const sign = m.kind === 'outside' ? 1 : m.kind === 'inside' ? -1 : 0;
      const rims = sign * m.between.reduce((sum, id) => sum + model.survey.drive.pulleys[index(id)]!.outsideDiameter / 2, 0);
      return { value: d + rims, by: new Map([[i, -dx / d], [i + 1, -dy / d], [j, dx / d], [j + 1, dy / d]]), byDiameter: sign === 0 ? none : new Map(m.between.map((id) => [index(id), sign / 2])) };
    }
    case 'from-edge':
    case 'along-edge': {
      const c = at(m.of);
      const e = model.edges.indexOf(m.edge) - 1;
      const across = m.kind === 'from-edge';
      if (e < 0) return { value: full[across ? c + 1 : c]!, by: new Map([[across ? c + 1 : c, 1]]), byDiameter: none };
      // A further edge runs in direction θ; a centre stands n·c − offset off it and t·c − zero along it, t = (cos θ, sin θ), n = t turned left.
      const k = 2 * model.centres + 3 * e;
      const [cos, sin] = [Math.cos(full[k]!), Math.sin(full[k]!)];
      const [x, y] = [full[c]!, full[c + 1]!];
      const [along, off] = [cos * x + sin * y, -sin * x + cos * y];
      return across
        ? { value: off - full[k + 1]!, by: new Map([[c, -sin], [c + 1, cos], [k, -along], [k + 1, -1]]), byDiameter: none }
        : { value: along - full[k + 2]!, by: new Map([[c, cos], [c + 1, sin], [k, off], [k + 2, -1]]), byDiameter: none };
    }
    case 'angle': {
      const [o, i, j] = [at(m.at), at(m.between[0]), at(m.between[1])];
      const [ax, ay, bx, by] = [full[i]! - full[o]!, full[i + 1]! - full[o + 1]!, full[j]! - full[o]!, full[j + 1]! - full[o + 1]!];
      const cross = ax * by - ay * bx;
      const sign = cross < 0 ? -1 : 1;
      const [a2, b2] = [ax * ax + ay * ay || 1e-9, bx * bx + by * by || 1e-9];
      const [ix, iy, jx, jy] = [(sign * DEG * ay) / a2, (-sign * DEG * ax) / a2, (-sign * DEG * by) / b2, (sign * DEG * bx) / b2];
      return { value: Math.abs(Math.atan2(cross, ax * bx + ay * by)) * DEG, by: new Map([[i, ix], [i + 1, iy], [j, jx], [j + 1, jy], [o, -ix - jx], [o + 1, -iy - jy]]), byDiameter: none };
    }
    case 'belt': {
      const b = model.survey.drive.belts.findIndex((one) => one.id === m.belt);
      const reading = beltReading(model, laid, b);
      if (reading) reading.value = convertLength(reading.value, 'pitch', m.reference, sectionOf(model.survey.drive.belts[b]!));
      return reading;
    }
  }
}
