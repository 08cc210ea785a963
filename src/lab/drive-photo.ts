import { solveLinear } from '../core/linear';
import { cameraAt, projected, rayOf, type PhotoCamera } from './photo-camera';

/** Classes of pictures: easy, tilted, belt over the rim, dark, cluttered, all of these, taps on nothing. */
export const PHOTO_KINDS = ['easy', 'tilted', 'covered', 'dark', 'cluttered', 'all', 'nothing'] as const;
export type PhotoKind = (typeof PHOTO_KINDS)[number];

type Rgb = readonly [number, number, number];
type Random = () => number;
type Xy = readonly [number, number];

/** An ellipse in pixels, y down. `angle` is that of `a` from the x axis, degrees. */
export interface PhotoEllipse {
  readonly x: number;
  readonly y: number;
  readonly a: number;
  readonly b: number;
  readonly angle: number;
}

export interface DrivePhoto {
  readonly width: number;
  readonly height: number;
  /** RGB, one byte each. */
  readonly pixels: Uint8ClampedArray;
  readonly camera: PhotoCamera;
  readonly pulleys: readonly {
    readonly x: number;
    readonly y: number;
    readonly top: number;
    readonly radius: number;
    readonly rim: PhotoEllipse;
    readonly seen: number;
  }[];
  /** Taps, with the pulley that each is on. Null: not on a pulley. */
  readonly taps: readonly { readonly at: Xy; readonly pulley: number | null }[];
}

interface Pulley {
  readonly x: number;
  readonly y: number;
  readonly r: number;
  readonly top: number;
  readonly kind: 'stamped' | 'cast' | 'idler';
  readonly tone: Rgb;
  readonly lip: number;
  readonly dish: number;
  readonly web: number;
  readonly holes: number;
  readonly rings: readonly { readonly at: number; readonly wide: number; readonly gain: number }[];
  readonly mirror: { readonly gain: number; readonly phase: number };
  readonly rust: number;
  readonly dust: number;
  readonly turn: number;
  /** Side of the belt: 1 where it turns with the loop, −1 on its back. */
  readonly side: 1 | -1;
  readonly beltOut: number;
  readonly beltTop: number;
  readonly guard: readonly [number, number] | null;
}

function tools(random: Random) {
  const between = (a: number, b: number) => a + (b - a) * random();
  const pick = <T>(of: readonly T[]): T => of[Math.min(of.length - 1, Math.floor(random() * of.length))]!;
  return { random, between, pick, chance: (p: number) => random() < p };
}
type Tools = ReturnType<typeof tools>;

/** Smooth noise over the plane, −1 … 1, by hashed values on a grid. */
function noiseAt(seed: number, x: number, y: number): number {
  const [i, j] = [Math.floor(x), Math.floor(y)];
  const value = (a: number, b: number) => {
    let h = Math.imul(a, 374761393) ^ Math.imul(b, 668265263) ^ seed;
    h = Math.imul(h ^ (h >>> 13), 1274126177);
    return ((h ^ (h >>> 16)) >>> 0) / 2147483648 - 1;
  };
  const [u, v] = [x - i, y - j];
  const [p, q] = [u * u * (3 - 2 * u), v * v * (3 - 2 * v)];
  const top = value(i, j) + p * (value(i + 1, j) - value(i, j));
  const below = value(i, j + 1) + p * (value(i + 1, j + 1) - value(i, j + 1));
  return top + q * (below - top);
}

const scaled = (c: Rgb, k: number): Rgb => [c[0] * k, c[1] * k, c[2] * k];
const mixed = (a: Rgb, b: Rgb, k: number): Rgb => [a[0] + k * (b[0] - a[0]), a[1] + k * (b[1] - a[1]), a[2] + k * (b[2] - a[2])];
const TAU = 2 * Math.PI;
const within = (angle: number, [from, to]: readonly [number, number]): boolean =>
  (((angle - from) % TAU) + TAU) % TAU < (((to - from) % TAU) + TAU) % TAU;

const ZINC: Rgb = [165, 165, 160];
const BLACK: Rgb = [34, 35, 38];
const PAINTS: readonly Rgb[] = [
  [36, 92, 44],
  [140, 40, 30],
  [190, 120, 20],
  [70, 75, 80],
  [150, 150, 145],
  [40, 60, 110],
  [24, 25, 27],
];
const RUST: Rgb = [110, 62, 34];
const DUST: Rgb = [150, 138, 115];
const BELT_WIDE = 13;

function drawPulley(t: Tools, kind: PhotoKind, at: Xy, r: number, isIdler: boolean): Pulley {
  const { between, pick, chance } = t;
  const hard = kind === 'covered' || kind === 'all';
  const type = isIdler ? 'idler' : chance(0.7) ? 'stamped' : 'cast';
  const dark = kind === 'dark' || (kind === 'all' && chance(0.5));
  const tone =
    dark && chance(0.8)
      ? BLACK
      : type === 'idler'
        ? pick([BLACK, [205, 205, 200] as Rgb, ZINC])
        : pick([ZINC, BLACK, scaled(ZINC, 0.7), pick(PAINTS)]);
  return {
    x: at[0],
    y: at[1],
    r,
    top: between(-5, 5),
    kind: type,
    tone,
    lip: between(2, 3),
    dish: type === 'stamped' ? between(5, 13) : between(1, 5),
    web: between(0.68, 0.86),
    holes: type === 'stamped' ? pick([0, 0, 3, 4, 5, 6]) : type === 'cast' ? pick([3, 4, 5]) : 0,
    rings: Array.from({ length: pick([1, 2, 3, 4]) }, () => ({
      at: between(0.2, 0.66),
      wide: between(0.015, 0.05),
      gain: between(0.6, 1.5),
    })),
    mirror: { gain: tone === BLACK ? between(0.05, 0.2) : between(0.1, 0.5), phase: between(0, TAU) },
    rust: chance(0.5) ? between(0.1, 0.8) : 0,
    dust: chance(0.5) ? between(0.1, 0.6) : 0,
    turn: between(0, TAU),
    side: isIdler ? -1 : 1,
    beltOut: hard || isIdler ? between(0, 6) : between(-3, 2.5),
    beltTop: hard && chance(0.6) ? between(0.2, 1) : isIdler ? between(-5, 0.5) : between(-12, -7),
    guard: chance(kind === 'cluttered' || hard ? 0.35 : 0.06) ? [between(0, TAU), 0] : null,
  };
}

/** Places pulleys with gaps of 24 mm or more. */
function layout(t: Tools, kind: PhotoKind): Pulley[] {
  const { between, chance, pick } = t;
  const count = pick([2, 3, 3, 4, 5, 6, 7]);
  const [wide, high] = [between(350, 800), between(200, 480)];
  const out: Pulley[] = [];
  for (let tries = 0; tries < 400 && out.length < count; tries++) {
    const isIdler = out.length >= 2 && chance(0.4);
    const r = isIdler ? between(30, 55) : between(40, 95);
    const at: Xy = [between(-wide / 2, wide / 2), between(-high / 2, high / 2)];
    if (out.some((p) => Math.hypot(p.x - at[0], p.y - at[1]) < p.r + r + 24)) continue;
    const p = drawPulley(t, kind, at, r, isIdler);
    out.push(p.guard ? { ...p, guard: [p.guard[0], p.guard[0] + TAU * between(0.2, 0.6)] } : p);
  }
  const [mx, my] = [0, 1].map((i) => out.reduce((a, p) => a + (i === 0 ? p.x : p.y), 0) / out.length) as [number, number];
  return out.sort((a, b) => Math.atan2(a.y - my, a.x - mx) - Math.atan2(b.y - my, b.x - mx));
}

interface Strand {
  readonly from: Xy;
  readonly to: Xy;
}

/** Tangents of the belt between neighbours of the loop, and the wrapped arc of each pulley. */
function beltOf(pulleys: readonly Pulley[]) {
  const arrive: number[] = [];
  const leave: number[] = [];
  const strands: Strand[] = [];
  const n = pulleys.length;
  for (let i = 0; i < n; i++) {
    const [p, q] = [pulleys[i]!, pulleys[(i + 1) % n]!];
    const [dx, dy] = [q.x - p.x, q.y - p.y];
    const d = Math.hypot(dx, dy);
    const [rp, rq] = [(p.r - 4) * p.side, (q.r - 4) * q.side];
    const along = Math.atan2(dy, dx);
    const normal = along - Math.PI / 2 + Math.asin(Math.max(-1, Math.min(1, (rq - rp) / d)));
    const from: Xy = [p.x + rp * Math.cos(normal), p.y + rp * Math.sin(normal)];
    const to: Xy = [q.x + rq * Math.cos(normal), q.y + rq * Math.sin(normal)];
    leave[i] = normal + (p.side < 0 ? Math.PI : 0);
    arrive[(i + 1) % n] = normal + (q.side < 0 ? Math.PI : 0);
    strands.push({ from, to });
  }
  const arcs = pulleys.map((p, i): readonly [number, number] => (p.side > 0 ? [arrive[i]!, leave[i]!] : [leave[i]!, arrive[i]!]));
  return { strands, arcs };
}

function distanceTo({ from, to }: Strand, x: number, y: number): number {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const k = Math.min(1, Math.max(0, ((x - from[0]) * dx + (y - from[1]) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(x - from[0] - k * dx, y - from[1] - k * dy);
}

/** Colour of a face seen from above, at a share of the radius. Null in a hole. */
function faceOf(p: Pulley, x: number, y: number, seed: number): Rgb | null {
  const [dx, dy] = [x - p.x, y - p.y];
  const rho = Math.hypot(dx, dy) / p.r;
  const angle = Math.atan2(dy, dx);
  let k = 0.85 + p.mirror.gain * Math.cos(angle * 2 + p.mirror.phase) + 0.25 * p.mirror.gain * Math.cos(5 * angle + 2 * p.mirror.phase);
  if (rho < 0.07) return scaled(ZINC, 0.75 + 0.3 * Math.sign(Math.cos(6 * angle + p.turn)) * 0.3);
  if (rho < 0.13) return scaled(ZINC, 0.55);
  for (const ring of p.rings) if (Math.abs(rho - ring.at) < ring.wide) k *= ring.gain;
  if (p.kind === 'idler' && rho > 0.3 && rho < 0.34) k *= 0.4;
  if (p.holes > 0 && p.kind === 'stamped' && rho > 0.3) {
    const a = Math.round(((angle - p.turn) / TAU) * p.holes) * (TAU / p.holes) + p.turn;
    if (Math.hypot(dx - 0.5 * p.r * Math.cos(a), dy - 0.5 * p.r * Math.sin(a)) < 0.13 * p.r) return null;
  }
  if (p.holes > 0 && p.kind === 'cast' && rho > 0.3 && rho < 0.8 && Math.cos(p.holes * (angle - p.turn)) > -0.3) return null;
  let c = scaled(p.tone, Math.max(0.1, k));
  if (p.rust > 0 && noiseAt(seed, x / 14, y / 14) > 1 - 1.4 * p.rust) c = mixed(c, RUST, 0.7);
  if (p.dust > 0) c = mixed(c, DUST, p.dust * (0.6 + 0.4 * noiseAt(seed + 7, x / 9, y / 9)));
  return c;
}

interface Clutter {
  readonly strands: readonly (Strand & { readonly wide: number; readonly tone: Rgb; readonly z: number })[];
  readonly bolts: readonly { readonly x: number; readonly y: number; readonly r: number; readonly tone: Rgb }[];
  readonly stamps: readonly {
    readonly x: number;
    readonly y: number;
    readonly w: number;
    readonly h: number;
    readonly gain: number;
    readonly round: number;
  }[];
}

function clutterOf(t: Tools, kind: PhotoKind, span: number, pulleys: readonly Pulley[]): Clutter {
  const { between, pick, chance } = t;
  const place = (): Xy => [between(-0.7, 0.7) * span, between(-0.6, 0.6) * span];
  const messy = kind === 'cluttered' || kind === 'all';
  const blades = messy ? Math.floor(between(80, 300)) : Math.floor(between(0, 25));
  const strands = Array.from({ length: blades }, () => {
    const from =
      chance(0.5) && pulleys.length > 0
        ? (() => {
            const p = pick(pulleys);
            return [p.x + between(-1.2, 1.2) * p.r, p.y + between(-1.2, 1.2) * p.r] as const;
          })()
        : place();
    const a = between(0, TAU);
    const long = between(8, 45);
    return {
      from,
      to: [from[0] + long * Math.cos(a), from[1] + long * Math.sin(a)] as const,
      wide: between(0.5, 1.6),
      tone: pick<Rgb>([
        [96, 128, 52],
        [186, 170, 104],
        [120, 110, 70],
      ]),
      z: between(1, 8),
    };
  });
  const long = Array.from({ length: pick([0, 1, 1, 2, 3]) }, () => {
    const a = between(0, TAU);
    const [x, y] = place();
    return {
      from: [x - span * Math.cos(a), y - span * Math.sin(a)] as const,
      to: [x + span * Math.cos(a), y + span * Math.sin(a)] as const,
      wide: between(5, 14),
      tone: pick<Rgb>([BLACK, ZINC, [60, 60, 64]]),
      z: -45,
    };
  });
  return {
    strands: [...strands, ...long],
    bolts: Array.from({ length: Math.floor(between(3, messy ? 30 : 14)) }, () => ({
      x: place()[0],
      y: place()[1],
      r: between(7, 12.5),
      tone: pick([ZINC, BLACK, scaled(ZINC, 0.6)]),
    })),
    stamps: Array.from({ length: Math.floor(between(1, 6)) }, () => ({
      x: place()[0],
      y: place()[1],
      w: between(30, 160),
      h: between(20, 120),
      gain: pick([-0.18, 0.15, 0.25]),
      round: between(4, 30),
    })),
  };
}

interface Scene {
  readonly pulleys: readonly Pulley[];
  readonly belt: ReturnType<typeof beltOf>;
  readonly clutter: Clutter;
  readonly deck: { readonly z: number; readonly tone: Rgb; readonly grass: boolean };
  readonly light: {
    readonly dx: number;
    readonly dy: number;
    readonly shadow: number;
    readonly soft: number;
    readonly edge: readonly [number, number, number] | null;
  };
  readonly seed: number;
}

function groundAt({ clutter, deck, seed }: Scene, x: number, y: number): Rgb {
  if (deck.grass) {
    const k = 0.55 + 0.4 * noiseAt(seed, x / 3 + y / 11, y / 3 - x / 13) + 0.3 * noiseAt(seed + 1, x / 1.4, y / 6);
    return scaled([84, 108, 48], Math.max(0.15, k));
  }
  for (const b of clutter.bolts) {
    const d = Math.hypot(x - b.x, y - b.y);
    if (d < b.r) return scaled(b.tone, d < 0.55 * b.r ? 0.9 + 0.25 * Math.sign(Math.cos(6 * Math.atan2(y - b.y, x - b.x))) : 0.6);
  }
  let k = 0.9 + 0.06 * noiseAt(seed, x / 40, y / 40) + 0.05 * noiseAt(seed + 2, x / 3, y / 3);
  for (const s of clutter.stamps) {
    const [ex, ey] = [Math.max(0, Math.abs(x - s.x) - s.w / 2 + s.round), Math.max(0, Math.abs(y - s.y) - s.h / 2 + s.round)];
    const off = Math.hypot(ex, ey) - s.round;
    if (Math.abs(off) < 5) k += s.gain * (x + y > s.x + s.y ? 1 : -1);
  }
  return scaled(deck.tone, Math.max(0.1, k));
}

/** Colour of the first thing that a ray meets, from the top down. */
function colourOf(scene: Scene, at: readonly [number, number, number], ray: readonly [number, number, number]): Rgb {
  const { pulleys, belt, clutter, deck, light, seed } = scene;
  const onPlane = (z: number): Xy => [at[0] + ((z - at[2]) / ray[2]) * ray[0], at[1] + ((z - at[2]) / ray[2]) * ray[1]];
  const near = onPlane(0);
  for (const s of clutter.strands) {
    if (s.z < 0 || Math.abs(near[0] - s.from[0]) > 60 || Math.abs(near[1] - s.from[1]) > 60) continue;
    const [x, y] = onPlane(s.z);
    if (distanceTo(s, x, y) < s.wide) return s.tone;
  }
  const isDark = (z: number, x: number, y: number, own: Pulley | null): number => {
    let dark = 1;
    if (light.edge && light.edge[0] * x + light.edge[1] * y > light.edge[2]) dark *= 0.6;
    for (const p of pulleys) {
      const drop = p.top - z;
      if (p === own || drop < 8) continue;
      const d = Math.hypot(x - p.x - light.dx * drop, y - p.y - light.dy * drop) - p.r;
      if (d < light.soft) dark *= 1 - light.shadow * Math.min(1, (light.soft - d) / (2 * light.soft));
    }
    return dark;
  };
  for (const [i, p] of pulleys.entries()) {
    if (Math.hypot(near[0] - p.x, near[1] - p.y) > p.r + 45) continue;
    const layers: (() => Rgb | null)[] = [];
    if (p.guard)
      layers.push(() => {
        const [x, y] = onPlane(p.top + 4);
        const d = Math.hypot(x - p.x, y - p.y);
        return d > p.r + 3 && d < p.r + 9 && within(Math.atan2(y - p.y, x - p.x), p.guard!) ? scaled(ZINC, 0.8) : null;
      });
    const beltLayer = () => {
      const [x, y] = onPlane(p.top + p.beltTop);
      const d = Math.hypot(x - p.x, y - p.y);
      const lies = d < p.r + p.beltOut && d > p.r + p.beltOut - BELT_WIDE && within(Math.atan2(y - p.y, x - p.x), belt.arcs[i]!);
      return lies ? scaled([42, 41, 40], 0.8 + 0.3 * noiseAt(seed + 3, x / 2, y / 2)) : null;
    };
    const flange = () => {
      const [x, y] = onPlane(p.top);
      const d = Math.hypot(x - p.x, y - p.y);
      if (d > p.r || d < p.web * p.r) return null;
      const c = faceOf(p, x, y, seed) ?? p.tone;
      const angle = Math.atan2(y - p.y, x - p.x);
      const lit = 0.5 + 0.5 * Math.cos(angle - Math.atan2(-light.dy, -light.dx));
      return d > p.r - p.lip ? scaled(c, 0.75 + 0.6 * lit) : scaled(c, isDark(p.top, x, y, p));
    };
    const web = () => {
      const [x, y] = onPlane(p.top - p.dish);
      if (Math.hypot(x - p.x, y - p.y) > p.web * p.r) return null;
      const c = faceOf(p, x, y, seed);
      return c && scaled(c, 0.92 * isDark(p.top, x, y, p));
    };
    const wall = () => {
      const [x, y] = onPlane(p.top - p.dish * 0.5);
      return Math.hypot(x - p.x, y - p.y) < p.web * p.r + 0.5 && Math.hypot(x - p.x, y - p.y) > p.web * p.r - 3
        ? scaled(p.tone, 0.6)
        : null;
    };
    const far = () => {
      const [x, y] = onPlane(p.top - 20);
      const d = Math.hypot(x - p.x, y - p.y);
      return d < p.r && d > 0.55 * p.r ? scaled(p.tone, 0.55 * isDark(p.top - 20, x, y, null)) : null;
    };
    layers.push(...(p.beltTop > 0 ? [beltLayer, flange, wall, web, far] : [flange, wall, web, beltLayer, far]));
    for (const layer of layers) {
      const c = layer();
      if (c) return c;
    }
  }
  const [bx, by] = onPlane(-9);
  for (const s of belt.strands) {
    const d = distanceTo(s, bx, by);
    if (d < BELT_WIDE / 2) return scaled([42, 41, 40], (d < BELT_WIDE / 2 - 2 ? 1 : 0.6) * isDark(-9, bx, by, null));
  }
  for (const s of clutter.strands) {
    if (s.z > 0) continue;
    const [x, y] = onPlane(s.z);
    const d = distanceTo(s, x, y);
    if (d < s.wide) return scaled(s.tone, 0.7 + 0.5 * (1 - d / s.wide));
  }
  const [x, y] = onPlane(deck.z);
  return scaled(groundAt(scene, x, y), isDark(deck.z, x, y, null));
}

/** Ellipse of a circle in the picture: the conic through its projected points, by least squares where the lens distorts. */
export function ellipseOf(camera: PhotoCamera, centre: readonly [number, number, number], radius: number): PhotoEllipse {
  const points = Array.from({ length: 60 }, (_, k) => {
    const a = (k / 60) * TAU;
    return projected(camera, [centre[0] + radius * Math.cos(a), centre[1] + radius * Math.sin(a), centre[2]]);
  });
  const [mx, my] = [0, 1].map((i) => points.reduce((s, p) => s + p[i]!, 0) / points.length) as [number, number];
  const size = Math.max(...points.map(([x, y]) => Math.hypot(x - mx, y - my)));
  const sums = new Float64Array(25);
  const right = new Float64Array(5);
  for (const [px, py] of points) {
    const [x, y] = [(px - mx) / size, (py - my) / size];
    const row = [x * x, x * y, y * y, x, y];
    for (let i = 0; i < 5; i++) {
      right[i]! += row[i]!;
      for (let j = 0; j < 5; j++) sums[5 * i + j]! += row[i]! * row[j]!;
    }
  }
  const [p, q, r, d, e] = solveLinear(sums, right, 5)! as unknown as [number, number, number, number, number];
  const det = 4 * p * r - q * q;
  const [cx, cy] = [(q * e - 2 * r * d) / det, (q * d - 2 * p * e) / det];
  const level = 1 + p * cx * cx + q * cx * cy + r * cy * cy;
  const [mean, half] = [(p + r) / 2, Math.hypot(p - r, q) / 2];
  return {
    x: mx + size * cx,
    y: my + size * cy,
    a: size * Math.sqrt(level / (mean - half)),
    b: size * Math.sqrt(level / (mean + half)),
    angle: (Math.atan2(-q, r - p) * 90) / Math.PI,
  };
}

/** Draws a picture of a drive, 1,000 to 2,000 px long unless a length is stated. */
export function drawDrivePhoto(kind: PhotoKind, random: Random, longest?: number): DrivePhoto {
  const t = tools(random);
  const { between, pick, chance } = t;
  const pulleys = layout(t, kind);
  const long = Math.round(longest ?? between(1000, 2000));
  const short = Math.round(long * between(0.62, 0.8));
  const [width, height] = chance(0.7) ? [long, short] : [short, long];
  const tilted = kind === 'tilted' ? between(16, 35) : kind === 'all' ? between(0, 35) : between(0, 14);
  const reach = Math.max(...pulleys.map((p) => Math.hypot(p.x, p.y) + p.r));
  const size = { width, height, focal: between(0.72, 0.82) * long, barrel: between(0, 0.045) };
  const lean = { tilt: (tilted * Math.PI) / 180, toward: between(0, TAU), roll: between(0, TAU) };
  const fits = (c: PhotoCamera) =>
    pulleys.every((p) => {
      const e = ellipseOf(c, [p.x, p.y, p.top], p.r);
      return e.x - e.a > 4 && e.y - e.a > 4 && e.x + e.a < width - 4 && e.y + e.a < height - 4;
    });
  let camera = cameraAt(size, [0, 0], reach * 1.2, lean);
  for (let d = 1.2; d < 6 && !fits(camera); d *= 1.05) camera = cameraAt(size, [0, 0], reach * d, lean);
  const isDark = kind === 'dark' || (kind === 'all' && chance(0.5));
  const angle = between(0, TAU);
  const slope = between(0.1, 0.9);
  const scene: Scene = {
    pulleys,
    belt: beltOf(pulleys),
    clutter: clutterOf(t, kind, reach, pulleys),
    deck: {
      z: -between(35, 70),
      tone: isDark ? scaled(pick(PAINTS), 0.5) : pick(PAINTS),
      grass: chance(kind === 'cluttered' ? 0.4 : 0.12),
    },
    light: {
      dx: slope * Math.cos(angle),
      dy: slope * Math.sin(angle),
      shadow: between(0.1, 0.65),
      soft: pick([1, 3, 10, 25]),
      edge: chance(0.15) ? [Math.cos(angle), Math.sin(angle), between(-80, 80)] : null,
    },
    seed: Math.floor(random() * 1e9),
  };
  const torch =
    isDark && chance(0.6) ? { x: between(0.3, 0.7) * width, y: between(0.3, 0.7) * height, wide: between(0.25, 0.5) * long } : null;
  const gain = isDark ? between(0.25, 0.6) : between(0.8, 1.15);
  const grain = isDark ? between(5, 12) : between(1, 4);
  const plain = new Float32Array(3 * width * height);
  for (let py = 0; py < height; py++)
    for (let px = 0; px < width; px++) {
      const c = colourOf(scene, camera.at, rayOf(camera, px + random() - 0.5, py + random() - 0.5));
      const far = Math.hypot(px - width / 2, py - height / 2) / (long / 2);
      let k = gain * (1 - 0.25 * far * far);
      if (torch) k *= 0.15 + 1.6 * Math.exp(-(((px - torch.x) ** 2 + (py - torch.y) ** 2) / torch.wide ** 2));
      for (let i = 0; i < 3; i++) plain[3 * (py * width + px) + i] = k * c[i]!;
    }
  const shake = kind === 'all' || chance(0.2) ? between(1, 2) : 0;
  const pixels = developed(plain, width, height, between(0.5, 1.3), { by: shake, angle: between(0, TAU) }, grain, random);
  return {
    width,
    height,
    pixels,
    camera,
    pulleys: pulleys.map((p, i) => ({ ...seenRim(camera, p, scene, i), x: p.x, y: p.y, top: p.top, radius: p.r })),
    taps: tapsOf(t, kind, camera, scene, width, height),
  };
}

/** The rim of a pulley, and the share of its round that nothing covers. */
function seenRim(camera: PhotoCamera, p: Pulley, { belt, clutter }: Scene, index: number) {
  let seen = 0;
  for (let k = 0; k < 72; k++) {
    const a = (k / 72) * TAU;
    const [x, y] = [p.x + p.r * Math.cos(a), p.y + p.r * Math.sin(a)];
    const isCovered =
      (p.beltTop > 0 && p.beltOut > -1 && within(a, belt.arcs[index]!)) ||
      clutter.strands.some((s) => s.z > 0 && distanceTo(s, x, y) < s.wide + 1);
    if (!isCovered) seen++;
  }
  return { rim: ellipseOf(camera, [p.x, p.y, p.top], p.r), seen: seen / 72 };
}

function tapsOf(t: Tools, kind: PhotoKind, camera: PhotoCamera, scene: Scene, width: number, height: number): DrivePhoto['taps'] {
  const { between, pick } = t;
  const on = scene.pulleys.map((p, pulley) => {
    const a = between(0, TAU);
    const off = 0.25 * p.r * Math.sqrt(between(0, 1));
    return { at: projected(camera, [p.x + off * Math.cos(a), p.y + off * Math.sin(a), p.top]), pulley };
  });
  const seen = on.filter(({ pulley }) => seenRim(camera, scene.pulleys[pulley]!, scene, pulley).seen >= 0.35);
  if (kind !== 'nothing') return seen;
  const out: { at: Xy; pulley: number | null }[] = seen.slice(0, 2);
  for (let tries = 0; tries < 300 && out.length < 7; tries++) {
    const bolt = pick(scene.clutter.bolts);
    const strand = pick(scene.belt.strands);
    const k = between(0.2, 0.8);
    const at = pick<Xy>([
      projected(camera, [bolt.x, bolt.y, scene.deck.z]),
      projected(camera, [strand.from[0] + k * (strand.to[0] - strand.from[0]), strand.from[1] + k * (strand.to[1] - strand.from[1]), -9]),
      [between(0.05, 0.95) * width, between(0.05, 0.95) * height],
    ]);
    const isFree = scene.pulleys.every((p) => {
      const e = ellipseOf(camera, [p.x, p.y, p.top], p.r);
      return Math.hypot(at[0] - e.x, at[1] - e.y) > e.a + 6;
    });
    if (isFree && at[0] > 2 && at[1] > 2 && at[0] < width - 2 && at[1] < height - 2) out.push({ at, pulley: null });
  }
  return out;
}

/** Blur of lens and shake, sharpening and grain. */
function developed(
  plain: Float32Array,
  width: number,
  height: number,
  blur: number,
  shake: { readonly by: number; readonly angle: number },
  grain: number,
  random: Random,
): Uint8ClampedArray {
  const reach = blur < 0.8 ? 2 : 3;
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-0.5 * ((i - reach) / blur) ** 2));
  const total = weights.reduce((a, v) => a + v, 0);
  const pass = (from: Float32Array, step: readonly [number, number]): Float32Array => {
    const to = new Float32Array(from.length);
    const shifts = weights.map((w, i) => ({ w: w / total, dx: Math.round((i - reach) * step[0]), dy: Math.round((i - reach) * step[1]) }));
    for (const { w, dx, dy } of shifts)
      for (let y = 0; y < height; y++) {
        const row = 3 * width * Math.min(height - 1, Math.max(0, y + dy));
        const [first, last] = [3 * Math.max(0, -dx), 3 * Math.min(width, width - dx)];
        const own = 3 * width * y;
        for (let i = 0; i < first; i++) to[own + i]! += w * from[row + (i % 3)]!;
        for (let i = first; i < last; i++) to[own + i]! += w * from[row + i + 3 * dx]!;
        for (let i = Math.max(first, last); i < 3 * width; i++) to[own + i]! += w * from[row + 3 * (width - 1) + (i % 3)]!;
      }
    return to;
  };
  let soft = pass(pass(plain, [1, 0]), [0, 1]);
  if (shake.by > 0) soft = pass(soft, [(shake.by * Math.cos(shake.angle)) / 2, (shake.by * Math.sin(shake.angle)) / 2]);
  const softer = pass(pass(soft, [1, 0]), [0, 1]);
  const out = new Uint8ClampedArray(soft.length);
  for (let i = 0; i < out.length; i += 3) {
    const g = grain * (random() + random() + random() + random() - 2) * 1.7;
    for (let k = 0; k < 3; k++) out[i + k] = soft[i + k]! + 0.5 * (soft[i + k]! - softer[i + k]!) + g + grain * (random() - 0.5);
  }
  return out;
}
