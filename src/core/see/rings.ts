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

/** Edge points near a tap. */
export interface NearPoints {
  readonly dx: Float32Array;
  readonly dy: Float32Array;
  readonly nx: Float32Array;
  readonly ny: Float32Array;
  readonly count: number;
}

export function pointsNear(edges: EdgePoints, x: number, y: number, reach: number): NearPoints {
  const at: number[] = [];
  const [top, below] = [Math.max(0, Math.floor(y - reach)), Math.min(edges.height - 1, Math.ceil(y + reach))];
  for (let i = edges.rows[top]!; i < edges.rows[below]!; i++) {
    const [dx, dy] = [edges.x[i]! - x, edges.y[i]! - y];
    if (dx * dx + dy * dy < reach * reach) at.push(i);
  }
  const column = (of: (i: number) => number) => Float32Array.from({ length: at.length }, (_, k) => of(at[k]!));
  return {
    dx: column((i) => edges.x[i]! - x),
    dy: column((i) => edges.y[i]! - y),
    nx: column((i) => edges.nx[i]!),
    ny: column((i) => edges.ny[i]!),
    count: at.length,
  };
}

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
    for (let s = from, r = least * Math.exp(from * R_STEP); r <= last && s <= steps; s++, r *= 1 + R_STEP) {
      const cx = Math.round((px - r * mx) / (CELL * r)) + MIDDLE;
      const cy = Math.round((py - r * my) / (CELL * r)) + MIDDLE;
      if (cx < 0 || cy < 0 || cx >= CELLS || cy >= CELLS) continue;
      votes[(s * CELLS + cy) * CELLS + cx]! |= sector;
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
      counts[at] = bits(votes[at]! | (s < steps ? votes[at + plane]! : 0));
      sum += counts[at]!;
    }
    usual[s] = sum / plane / SECTORS;
  }
  const [cos, sin] = [Math.cos(shape.angle), Math.sin(shape.angle)];
  const out: Ring[] = [];
  for (let s = 0; s <= steps; s++)
    for (let cy = 0; cy < CELLS; cy++)
      for (let cx = 0; cx < CELLS; cx++) {
        const at = s * plane + cy * CELLS + cx;
        const n = counts[at]!;
        if (n < LEAST_COVER * SECTORS || !isPeak(counts, at, cx, cy)) continue;
        const cover = n / SECTORS;
        const excess = (cover - usual[s]!) / Math.max(0.2, 1 - usual[s]!);
        const a = least * Math.exp((s + 0.5) * R_STEP);
        const [qx, qy] = [(cx - MIDDLE) * CELL * a, (cy - MIDDLE) * CELL * a * shape.ratio];
        out.push({ x: cos * qx - sin * qy, y: sin * qx + cos * qy, a, shape, cover, excess });
      }
  return out;
}
