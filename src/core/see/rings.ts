import type { EdgePoints } from './edges';
import type { Shape } from './shapes';

/** A round edge near a tap, in reduced pixels. */
export interface Ring {
  readonly x: number;
  readonly y: number;
  /** Long half axis. */
  readonly a: number;
  readonly shape: Shape;
  /** Share of the round on which there is an edge. */
  readonly cover: number;
  /** Cover beyond that of chance, as a share of what is possible. */
  readonly excess: number;
}

const SECTORS = 32;
const R_STEP = 0.02;
/** Places of the centre around the tap, as shares of the radius. */
const CELL = 0.042;
const REACH = 0.295;
const CELLS = 2 * Math.round(REACH / CELL) + 1;
const MIDDLE = (CELLS - 1) / 2;
/** Number of bits that are set. */
const bits = (v: number): number => {
  v -= (v >>> 1) & 0x55555555;
  v = (v & 0x33333333) + ((v >>> 2) & 0x33333333);
  return (Math.imul((v + (v >>> 4)) & 0x0f0f0f0f, 0x01010101) >>> 24) as number;
};

/** Edge points near a tap, by their distance from it. */
export interface NearPoints {
  readonly dx: Float32Array;
  readonly dy: Float32Array;
  readonly nx: Float32Array;
  readonly ny: Float32Array;
  /** Strength of the edge, as a multiple of the grain. */
  readonly strength: Float32Array;
  readonly count: number;
  /** Number of points that are closer than each whole number of pixels. */
  readonly within: Int32Array;
}

export function pointsNear(edges: EdgePoints, x: number, y: number, reach: number): NearPoints {
  const [top, below] = [Math.max(0, Math.floor(y - reach)), Math.min(edges.height - 1, Math.ceil(y + reach))];
  const [first, last] = [edges.rows[top]!, edges.rows[below]!];
  const within = new Int32Array(Math.ceil(reach) + 2);
  const distances = new Int32Array(last - first).fill(-1);
  let count = 0;
  for (let i = first; i < last; i++) {
    const dx = edges.x[i]! - x;
    const dy = edges.y[i]! - y;
    const far = Math.sqrt(dx * dx + dy * dy);
    if (far >= reach) continue;
    distances[i - first] = far;
    within[Math.floor(far) + 1]!++;
    count++;
  }
  for (let d = 1; d < within.length; d++) within[d]! += within[d - 1]!;
  const out = space(count, within);
  const next = Int32Array.from(within);
  for (let i = first; i < last; i++) {
    const far = distances[i - first]!;
    if (far < 0) continue;
    const k = next[far]!++;
    out.dx[k] = edges.x[i]! - x;
    out.dy[k] = edges.y[i]! - y;
    out.nx[k] = edges.nx[i]!;
    out.ny[k] = edges.ny[i]!;
    out.strength[k] = edges.strength[i]!;
  }
  return out;
}

const space = (count: number, within: Int32Array): NearPoints => {
  const column = () => new Float32Array(count);
  return { dx: column(), dy: column(), nx: column(), ny: column(), strength: column(), count, within };
};

/** First and last index of the points between two distances from the tap. */
export function rangeOf({ within }: NearPoints, least: number, most: number): readonly [number, number] {
  const last = within.length - 1;
  return [within[Math.max(0, Math.min(last, Math.floor(least)))]!, within[Math.max(0, Math.min(last, Math.floor(most) + 1))]!];
}

/** Every third point: enough for a first comparison of slants. */
export function thinned(near: NearPoints): NearPoints {
  const out = space(
    Math.floor(near.count / THIN),
    near.within.map((n) => Math.floor(n / THIN)),
  );
  for (const key of ['dx', 'dy', 'nx', 'ny', 'strength'] as const) for (let k = 0; k < out.count; k++) out[key][k] = near[key][THIN * k]!;
  return out;
}
const THIN = 3;

/** Work space of the votes. */
const spaces = new Map<number, Int32Array>();

/**
 * Rings of one shape around a tap: each edge votes for the centres on its normal, by the sector of the round that it is in. Sectors count, not edges.
 * @param least and most: limits of the long half axis, reduced px
 */
export function ringsOf(near: NearPoints, shape: Shape, least: number, most: number): readonly Ring[] {
  const steps = Math.ceil(Math.log(most / least) / R_STEP);
  const size = (steps + 1) * CELLS * CELLS;
  let votes = spaces.get(size);
  if (votes) votes.fill(0);
  else spaces.set(size, (votes = new Int32Array(size)));
  const [cos, sin] = [Math.cos(shape.angle), Math.sin(shape.angle)];
  const stretch = 1 / shape.ratio;
  const inverse = Float64Array.from({ length: steps + 1 }, (_, s) => 1 / (CELL * least * Math.exp(s * R_STEP)));
  for (let i = 0; i < near.count; i++) {
    // To a frame in which the shape is a circle: normals transform with the inverse.
    const [dx, dy] = [near.dx[i]!, near.dy[i]!];
    const [px, py] = [cos * dx + sin * dy, (-sin * dx + cos * dy) * stretch];
    let [mx, my] = [cos * near.nx[i]! + sin * near.ny[i]!, (-sin * near.nx[i]! + cos * near.ny[i]!) * shape.ratio];
    const m = Math.sqrt(mx * mx + my * my);
    [mx, my] = [mx / m, my / m];
    const out = px * mx + py * my;
    if (out < 0) [mx, my] = [-mx, -my];
    const along = Math.abs(out);
    const far = Math.sqrt(px * px + py * py);
    // The normal must pass the tap within the reach of the centre.
    const miss = Math.sqrt(Math.max(0, far * far - along * along));
    const first = Math.max(least, along / (1 + REACH), miss / REACH);
    const last = Math.min(most, along / (1 - REACH));
    if (first > last) continue;
    const sector = 1 << Math.floor(((Math.atan2(my, mx) / (2 * Math.PI) + 1) % 1) * SECTORS);
    const from = Math.max(0, Math.floor(Math.log(first / least) / R_STEP));
    const to = Math.min(steps, Math.floor(Math.log(last / least) / R_STEP));
    const [ox, oy] = [MIDDLE + 0.5 - mx / CELL, MIDDLE + 0.5 - my / CELL];
    for (let s = from; s <= to; s++) {
      const [cx, cy] = [px * inverse[s]! + ox, py * inverse[s]! + oy];
      if (cx < 0 || cy < 0 || cx >= CELLS || cy >= CELLS) continue;
      votes[(s * CELLS + (cy | 0)) * CELLS + (cx | 0)]! |= sector;
    }
  }
  return peaksOf(votes, steps, least, shape);
}

const LEAST_COVER = 0.3;

/** True where no next radius and no next place of the centre has a larger cover. */
function isPeak(counts: Uint8Array, at: number, cx: number, cy: number): boolean {
  const n = counts[at]!;
  const plane = CELLS * CELLS;
  if (n < (counts[at - plane] ?? 0) || n <= (counts[at + plane] ?? 0)) return false;
  if ((cx > 0 && counts[at - 1]! > n) || (cx < CELLS - 1 && counts[at + 1]! >= n)) return false;
  return !((cy > 0 && counts[at - CELLS]! > n) || (cy < CELLS - 1 && counts[at + CELLS]! >= n));
}

/** Local maxima of the cover. */
function peaksOf(votes: Int32Array, steps: number, least: number, shape: Shape): readonly Ring[] {
  const plane = CELLS * CELLS;
  const counts = new Uint8Array(votes.length);
  const usual = new Float32Array(steps + 1);
  for (let s = 0; s <= steps; s++) {
    let sum = 0;
    for (let k = 0; k < plane; k++) {
      const at = s * plane + k;
      // An edge may fall on either side of a limit between radii.
      const mask = votes[at]! | (s < steps ? votes[at + plane]! : 0);
      if (mask === 0) continue;
      counts[at] = bits(mask);
      sum += counts[at]!;
    }
    usual[s] = sum / plane / SECTORS;
  }
  const [cos, sin] = [Math.cos(shape.angle), Math.sin(shape.angle)];
  const out: Ring[] = [];
  for (let at = 0; at < counts.length; at++) {
    const n = counts[at]!;
    if (n < LEAST_COVER * SECTORS) continue;
    const s = Math.floor(at / plane);
    const [cx, cy] = [at % CELLS, Math.floor((at % plane) / CELLS)];
    if (!isPeak(counts, at, cx, cy)) continue;
    const cover = n / SECTORS;
    const excess = (cover - usual[s]!) / Math.max(0.2, 1 - usual[s]!);
    const a = least * Math.exp((s + 0.5) * R_STEP);
    const [qx, qy] = [(cx - MIDDLE) * CELL * a, (cy - MIDDLE) * CELL * a * shape.ratio];
    out.push({ x: cos * qx - sin * qy, y: sin * qx + cos * qy, a, shape, cover, excess });
  }
  return out;
}
