import { convertLength } from '../belt';
import { compileDrive, sectionOf, type CompiledDrive } from '../drive';
import { radiusAt, type Model, xOf, type Equation, type HeldEquation } from './model';
import {
  newRimReading,
  PHOTO_ENTRIES,
  readHeight,
  readMark,
  readRim,
  rimRow,
  type PhotoEquation,
  type RimReading,
} from './photo-equations';
import type { Measure } from './schema';
import { NO_DISTANCE_MM } from './tolerances';

const DEG = 180 / Math.PI;

/** Values of all equations at a full vector, with their derivatives, row by row in reused buffers. */
export interface Readings {
  readonly value: Float64Array;
  /** 0 if a belt has no path, or if belts are excluded. */
  readonly known: Uint8Array;
  readonly start: Int32Array;
  readonly used: Int32Array;
  readonly entry: Int32Array;
  readonly by: Float64Array;
  /** Derivatives by pulley diameters, likewise. */
  readonly dStart: Int32Array;
  readonly dUsed: Int32Array;
  readonly pulley: Int32Array;
  readonly byDiameter: Float64Array;
  /** The rim that was read last. */
  readonly rim: RimReading;
  /** Sum of squared residuals over their sd. */
  cost: number;
}

/** Entries that an equation other than that of a belt depends on, at most. */
const MOST_ENTRIES = 12;

export function newReadings(model: Model): Readings {
  const stops = Math.max(3, ...model.survey.drive.belts.map((b) => b.route.length));
  const n = model.equations.length;
  const [start, dStart] = [new Int32Array(n + 1), new Int32Array(n + 1)];
  model.equations.forEach((e, i) => {
    const belt = e.kind === 'measure' && e.measure.kind === 'belt';
    start[i + 1] = start[i]! + (belt ? 3 * stops : MOST_ENTRIES);
    dStart[i + 1] = dStart[i]! + (belt ? stops : 2);
  });
  return {
    value: new Float64Array(n),
    known: new Uint8Array(n),
    start,
    used: new Int32Array(n),
    entry: new Int32Array(start[n]!),
    by: new Float64Array(start[n]!),
    dStart,
    dUsed: new Int32Array(n),
    pulley: new Int32Array(dStart[n]!),
    byDiameter: new Float64Array(dStart[n]!),
    rim: newRimReading(),
    cost: 0,
  };
}

export interface Laid {
  readonly compiled: CompiledDrive;
}

/** Drive with its pulleys at a full vector, compiled. Null if a belt has no path. */
export function layOut(model: Model, full: Float64Array): Laid | null {
  const { drive } = model.survey;
  const made = compileDrive({
    ...drive,
    pulleys: drive.pulleys.map((p, i) => ({
      ...p,
      x: full[2 * model.centreOf[i]!]!,
      y: full[2 * model.centreOf[i]! + 1]!,
      ...(model.rims[i]! < 0 ? {} : { outsideDiameter: 2 * full[model.rims[i]!]! }),
    })),
  });
  return made.ok ? { compiled: made.compiled } : null;
}

/** A linear reading: a value and its derivatives by entries of the full vector and by diameters. */
export interface BeltReading {
  readonly value: number;
  readonly by: ReadonlyMap<number, number>;
  readonly byDiameter: ReadonlyMap<number, number>;
}

/**
 * Length of the drawn pitch path of a belt. Its derivative is (u_in − u_out) by a centre, and the wrap angle by a pitch
 * radius. Null without a path.
 */
export function beltReading(model: Model, laid: Laid | null, belt: number): BeltReading | null {
  const one = laid?.compiled.belts[belt];
  if (!one) return null;
  const { plan, drawnTrace: trace } = one;
  const by = new Map<number, number>();
  const byDiameter = new Map<number, number>();
  const add = (map: Map<number, number>, k: number, v: number) => map.set(k, (map.get(k) ?? 0) + v);
  for (let a = 0; a < trace.touched; a++) {
    const p = plan.pulley[trace.active[a]!]!;
    const before = a === 0 ? trace.touched - 1 : a - 1;
    const c = model.centreOf[p]!;
    add(by, 2 * c, trace.ux[before]! - trace.ux[a]!);
    add(by, 2 * c + 1, trace.uy[before]! - trace.uy[a]!);
    if (model.rims[p]! < 0) add(byDiameter, p, trace.wrap[a]! / 2);
    else add(by, model.rims[p]!, trace.wrap[a]!);
  }
  return { value: trace.length, by, byDiameter };
}

/** Reads every equation at a full vector. Allocates nothing unless a belt was measured. */
export function readAll(model: Model, full: Float64Array, belts: boolean, out: Readings): void {
  const laid = belts && model.hasBelts ? layOut(model, full) : null;
  let cost = 0;
  for (let i = 0; i < model.equations.length; i++) {
    readOne(model, model.equations[i]!, i, full, laid, out);
    if (out.known[i] === 1) cost += ((model.target[i]! - out.value[i]!) / model.sds[i]!) ** 2;
  }
  out.cost = cost;
}

/** Reads one equation that is not of a belt into its row. */
export function readInto(model: Model, row: number, full: Float64Array, out: Readings): void {
  readOne(model, model.equations[row]!, row, full, null, out);
}

function readOne(model: Model, equation: Equation, row: number, full: Float64Array, laid: Laid | null, out: Readings): void {
  const begin = out.start[row]!;
  let used = 0;
  const put = (k: number, v: number) => {
    out.entry[begin + used] = k;
    out.by[begin + used++] = v;
  };
  out.dUsed[row] = 0;
  out.known[row] = 1;
  if (equation.kind === 'held') readHeld(model, equation, row, full, out, put);
  else if (equation.kind === 'measure') readMeasure(model, equation.measure, row, full, laid, out, put);
  else out.value[row] = readPhoto(model, equation, row, full, out, put);
  out.used[row] = used;
}

function readPhoto(
  model: Model,
  equation: PhotoEquation,
  row: number,
  full: Float64Array,
  out: Readings,
  put: (k: number, v: number) => void,
): number {
  const photo = model.photoAt + PHOTO_ENTRIES * equation.photo;
  const entry = (k: number) => {
    put(photo + k, 1);
    return full[photo + k]!;
  };
  switch (equation.kind) {
    case 'scale':
      return entry(3);
    case 'slant':
      return entry(4 + equation.entry);
    case 'camera':
      return entry(equation.entry);
    case 'height':
      return readHeight(full, model.heights[equation.place]!, photo, equation.plane, put);
    case 'mark':
      return readMark(full, 2 * equation.centre, photo, equation.axis, put);
    case 'rim': {
      const { place } = equation;
      // The rows of one rim follow each other, so its picture is made once.
      if (equation.row === 0) {
        const entries = { x: 2 * model.centreOf[place]!, height: model.heights[place]!, rim: model.rims[place]!, photo };
        readRim(model.frames[equation.photo]!, full, entries, model.radius[place]!, out.rim);
      }
      const { value, byRadius } = rimRow(out.rim, equation.row, put);
      if (byRadius !== 0) {
        out.pulley[out.dStart[row]!] = place;
        out.byDiameter[out.dStart[row]!] = byRadius / 2;
        out.dUsed[row] = 1;
      }
      return value;
    }
  }
}

/**
 * Effect of rims on a centre distance: plus both radii between the far rims, nothing for centres, minus both radii
 * between the near rims.
 */
export const rimSign = (kind: 'centres' | 'outside' | 'inside'): 1 | 0 | -1 => (kind === 'outside' ? 1 : kind === 'inside' ? -1 : 0);

function byRims(
  model: Model,
  sign: number,
  [p, q]: readonly [number, number],
  row: number,
  out: Readings,
  put: (k: number, v: number) => void,
): void {
  if (sign === 0) return;
  for (const place of [p, q]) {
    if (model.rims[place]! >= 0) put(model.rims[place]!, sign);
    else if (place < model.survey.drive.pulleys.length) {
      out.pulley[out.dStart[row]! + out.dUsed[row]!] = place;
      out.byDiameter[out.dStart[row]! + out.dUsed[row]!++] = sign / 2;
    }
  }
}

/**
 * A distance with a held arm: from the moved position of place p to a fixed place t. About a pivot v by q that is m = v
 * + R(q)(p − v). Along a line by q it is m = p + q·(cos φ, sin φ). Let u be the direction from t to m. The derivatives
 * of the distance are Rᵀu by p, u − Rᵀu by v, and −u by t.
 */
function readHeld(
  model: Model,
  { reading, arm, at, from, to, pivot }: HeldEquation,
  row: number,
  full: Float64Array,
  out: Readings,
  put: (k: number, v: number) => void,
): void {
  const [p, t] = [2 * model.centreOf[from]!, 2 * model.centreOf[to]!];
  const turning = pivot >= 0;
  const v = turning ? 2 * model.centreOf[pivot]! : -1;
  const angle = full[turning ? at : arm.line]! / DEG;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [ax, ay] = turning ? [full[p]! - full[v]!, full[p + 1]! - full[v + 1]!] : [0, 0];
  const [mx, my] = turning
    ? [full[v]! + cos * ax - sin * ay, full[v + 1]! + sin * ax + cos * ay]
    : [full[p]! + full[at]! * cos, full[p + 1]! + full[at]! * sin];
  const [dx, dy] = [mx - full[t]!, my - full[t + 1]!];
  const d = Math.sqrt(dx * dx + dy * dy) || NO_DISTANCE_MM;
  const [ux, uy] = [dx / d, dy / d];
  const sign = rimSign(reading.kind);
  out.value[row] = d + sign * (radiusAt(model, full, from) + radiusAt(model, full, to));
  put(t, -ux);
  put(t + 1, -uy);
  if (turning) {
    const [rx, ry] = [cos * ux + sin * uy, cos * uy - sin * ux];
    put(p, rx);
    put(p + 1, ry);
    put(v, ux - rx);
    put(v + 1, uy - ry);
    put(at, (uy * (mx - full[v]!) - ux * (my - full[v + 1]!)) / DEG);
  } else {
    put(p, ux);
    put(p + 1, uy);
    put(at, ux * cos + uy * sin);
    put(arm.line, (full[at]! * (uy * cos - ux * sin)) / DEG);
  }
  byRims(model, sign, [from, to], row, out, put);
}

function readMeasure(
  model: Model,
  m: Measure,
  row: number,
  full: Float64Array,
  laid: Laid | null,
  out: Readings,
  put: (k: number, v: number) => void,
): void {
  switch (m.kind) {
    case 'centres':
    case 'outside':
    case 'inside': {
      const [p, q] = [model.placeIndex.get(m.between[0])!, model.placeIndex.get(m.between[1])!];
      const [i, j] = [2 * model.centreOf[p]!, 2 * model.centreOf[q]!];
      const [dx, dy] = [full[j]! - full[i]!, full[j + 1]! - full[i + 1]!];
      const d = Math.sqrt(dx * dx + dy * dy) || NO_DISTANCE_MM;
      const sign = rimSign(m.kind);
      out.value[row] = d + sign * (radiusAt(model, full, p) + radiusAt(model, full, q));
      put(i, -dx / d);
      put(i + 1, -dy / d);
      put(j, dx / d);
      put(j + 1, dy / d);
      byRims(model, sign, [p, q], row, out, put);
      return;
    }
    case 'from-edge':
    case 'along-edge': {
      const c = xOf(model, m.of);
      const e = model.edges.indexOf(m.edge) - 1;
      const across = m.kind === 'from-edge';
      if (e < 0) {
        out.value[row] = full[across ? c + 1 : c]!;
        put(across ? c + 1 : c, 1);
        return;
      }
      // Another edge has direction θ. A centre is at n·c − offset from it and at t·c − zero along it. t = (cos θ, sin
      // θ), and n is t turned left.
      const k = 2 * model.centres + 3 * e;
      const [cos, sin] = [Math.cos(full[k]!), Math.sin(full[k]!)];
      const [along, off] = [cos * full[c]! + sin * full[c + 1]!, -sin * full[c]! + cos * full[c + 1]!];
      out.value[row] = across ? off - full[k + 1]! : along - full[k + 2]!;
      put(c, across ? -sin : cos);
      put(c + 1, across ? cos : sin);
      put(k, across ? -along : off);
      put(across ? k + 1 : k + 2, -1);
      return;
    }
    case 'in-line': {
      // Left of the way from the first to the second, square to it.
      const [c, i, j] = [xOf(model, m.of), xOf(model, m.between[0]), xOf(model, m.between[1])];
      const [dx, dy] = [full[j]! - full[i]!, full[j + 1]! - full[i + 1]!];
      const d = Math.sqrt(dx * dx + dy * dy) || NO_DISTANCE_MM;
      const [ux, uy] = [dx / d, dy / d];
      const [px, py] = [full[c]! - full[i]!, full[c + 1]! - full[i + 1]!];
      const [along, off] = [ux * px + uy * py, ux * py - uy * px];
      out.value[row] = off;
      const share = along / d;
      put(c, -uy);
      put(c + 1, ux);
      put(i, uy * (1 - share));
      put(i + 1, -ux * (1 - share));
      put(j, uy * share);
      put(j + 1, -ux * share);
      return;
    }
    case 'angle': {
      const [o, i, j] = [xOf(model, m.at), xOf(model, m.between[0]), xOf(model, m.between[1])];
      const [ax, ay, bx, by] = [full[i]! - full[o]!, full[i + 1]! - full[o + 1]!, full[j]! - full[o]!, full[j + 1]! - full[o + 1]!];
      const cross = ax * by - ay * bx;
      const sign = cross < 0 ? -1 : 1;
      const [a2, b2] = [ax * ax + ay * ay || NO_DISTANCE_MM, bx * bx + by * by || NO_DISTANCE_MM];
      const [ix, iy, jx, jy] = [(sign * DEG * ay) / a2, (-sign * DEG * ax) / a2, (-sign * DEG * by) / b2, (sign * DEG * bx) / b2];
      out.value[row] = Math.abs(Math.atan2(cross, ax * bx + ay * by)) * DEG;
      put(i, ix);
      put(i + 1, iy);
      put(j, jx);
      put(j + 1, jy);
      put(o, -ix - jx);
      put(o + 1, -iy - jy);
      return;
    }
    case 'belt': {
      const b = model.survey.drive.belts.findIndex((one) => one.id === m.belt);
      const reading = beltReading(model, laid, b);
      out.known[row] = reading ? 1 : 0;
      if (!reading) return;
      out.value[row] = convertLength(reading.value, 'pitch', m.reference, sectionOf(model.survey.drive.belts[b]!));
      reading.by.forEach((v, k) => put(k, v));
      reading.byDiameter.forEach((v, p) => {
        out.pulley[out.dStart[row]! + out.dUsed[row]!] = p;
        out.byDiameter[out.dStart[row]! + out.dUsed[row]!++] = v;
      });
    }
  }
}

/** The distance between two places at a full vector. */
export function distanceBetween(model: Model, full: Float64Array, p: number, q: number): number {
  const [i, j] = [2 * model.centreOf[p]!, 2 * model.centreOf[q]!];
  return Math.hypot(full[j]! - full[i]!, full[j + 1]! - full[i + 1]!);
}
