import { BELT_WIDE, distanceTo, scaled, TAU, within, ZINC, type Pulley, type Rgb, type Scene, type Xy } from './photo-scene';

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

const mixed = (a: Rgb, b: Rgb, k: number): Rgb => [a[0] + k * (b[0] - a[0]), a[1] + k * (b[1] - a[1]), a[2] + k * (b[2] - a[2])];

const RUST: Rgb = [110, 62, 34];

const DUST: Rgb = [150, 138, 115];

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
export function colourOf(scene: Scene, at: readonly [number, number, number], ray: readonly [number, number, number]): Rgb {
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
