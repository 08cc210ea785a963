import { developed } from './photo-grain';
import { cameraAt, ellipseOf, projected, rayOf, type PhotoCamera, type PhotoEllipse } from './photo-camera';
import { colourOf } from './photo-colours';
import {
  beltOf,
  clutterOf,
  distanceTo,
  layout,
  placed,
  scaled,
  PAINTS,
  TAU,
  tools,
  within,
  type PhotoKind,
  type PlacedPulley,
  type Pulley,
  type Random,
  type Scene,
  type Strand,
  type Tools,
  type Xy,
} from './photo-scene';

/** Middle of a belt against the upper edges of the rims, mm. */
const BELT_HEIGHT = -9;

export { PHOTO_KINDS, type PhotoKind } from './photo-scene';

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
  /** Where each span of the belt is most in the open, from each pulley to the next one. */
  readonly spans: readonly Xy[];
}

/** Draws a picture of a drive. Without a stated length it is 1,000 to 2,000 px long. Without stated places its pulleys are random. */
export function drawDrivePhoto(kind: PhotoKind, random: Random, longest?: number, places?: readonly PlacedPulley[]): DrivePhoto {
  const t = tools(random);
  const { between, pick, chance } = t;
  const pulleys = places ? placed(t, kind, places) : layout(t, kind);
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
    spans: scene.belt.strands.map((strand) => mostOpen(camera, pulleys, strand)),
  };
}

/** Place on a span that is farthest from every rim. Under a slant, rims cover the ends of the spans. */
function mostOpen(camera: PhotoCamera, pulleys: readonly Pulley[], { from, to }: Strand): Xy {
  const rims = pulleys.map((p) => ellipseOf(camera, [p.x, p.y, p.top], p.r));
  const clear = ([x, y]: Xy) => Math.min(...rims.map((e) => Math.hypot(x - e.x, y - e.y) / e.a));
  const places = Array.from({ length: 17 }, (_, k): Xy => {
    const share = 0.1 + 0.05 * k;
    return projected(camera, [from[0] + share * (to[0] - from[0]), from[1] + share * (to[1] - from[1]), BELT_HEIGHT]);
  });
  return places.reduce((best, at) => (clear(at) > clear(best) ? at : best));
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
      projected(camera, [
        strand.from[0] + k * (strand.to[0] - strand.from[0]),
        strand.from[1] + k * (strand.to[1] - strand.from[1]),
        BELT_HEIGHT,
      ]),
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
