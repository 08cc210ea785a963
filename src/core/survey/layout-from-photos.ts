import { BARREL, placeOfPixel, sizeAt, tiltsFromRims, type MarkedRim, type PhotoFrame } from './camera';
import { xOf, type Model } from './model';
import { markedCircle, toPlane } from './photo';
import { PHOTO_ENTRIES } from './photo-equations';
import type { PhotoMarks } from './schema';

type Spot = readonly [number, number];

/** Content of one photo by itself, in its own plane: places and radii, mm, and the entries of its camera. */
interface View {
  readonly places: ReadonlyMap<number, Spot>;
  readonly radii: ReadonlyMap<number, number>;
  /** True if its millimetres are true ones. */
  readonly scaled: boolean;
  readonly entries: Float64Array;
  readonly frame: PhotoFrame | null;
}

const rimOf = ({ at, radius, ellipse }: PhotoMarks['marks'][number]): MarkedRim | null =>
  radius === undefined || !ellipse ? null : { at, radius, ellipse };

function viewsOf(model: Model, photo: number): View[] {
  const one = model.survey.photos[model.photos[photo]!]!;
  const frame = model.frames[photo]!;
  const at = (id: string) => model.placeIndex.get(id)!;
  if (!frame) {
    const plane = toPlane(one)!;
    const places = new Map(one.marks.map((m) => [at(m.of), markedCircle(plane, m).centre]));
    return [{ places, radii: new Map(), scaled: true, entries: new Float64Array(PHOTO_ENTRIES), frame }];
  }
  const rims = one.marks.flatMap((m) => rimOf(m) ?? []);
  return tiltsFromRims(frame, rims).map(([a, b]) => {
    const entries = Float64Array.of(0, 0, 0, 0, a, b, 0, 1000 * BARREL);
    const places = new Map(one.marks.map((m) => [at(m.of), placeOfPixel(frame, entries, m.at)]));
    const radii = new Map<number, number>();
    for (const m of one.marks) {
      const rim = rimOf(m) ?? (m.radius === undefined ? null : { at: m.at, radius: m.radius, ellipse: { b: m.radius, angle: 0 } });
      if (rim) radii.set(at(m.of), sizeAt(frame, entries, rim));
    }
    const factor = trueScale(model, places, radii);
    const scale = factor ?? 1;
    entries[3] = Math.log(scale);
    const grown = new Map([...places].map(([p, [x, y]]): [number, Spot] => [p, [scale * x, scale * y]]));
    return { places: grown, radii: new Map([...radii].map(([p, r]) => [p, scale * r])), scaled: factor !== null, entries, frame };
  });
}

/** True millimetres per millimetre of a view, by the known diameters and distances in it. Null without one. */
function trueScale(model: Model, places: ReadonlyMap<number, Spot>, radii: ReadonlyMap<number, number>): number | null {
  const logs: number[] = [];
  radii.forEach((r, p) => model.rims[p]! < 0 && model.radius[p]! > 0 && logs.push(Math.log(model.radius[p]! / r)));
  for (const m of model.survey.measures) {
    if (m.kind !== 'centres') continue;
    const [a, b] = m.between.map((id) => places.get(model.placeIndex.get(id)!));
    const seen = a && b ? Math.hypot(a[0] - b[0], a[1] - b[1]) : 0;
    if (seen > 0 && m.value > 0) logs.push(Math.log(m.value / seen));
  }
  logs.sort((a, b) => a - b);
  return logs.length === 0 ? null : Math.exp(logs[Math.floor(logs.length / 2)]!);
}

/** Rotation, scale and shift that carry a view to what is placed. */
interface Carry {
  readonly turn: number;
  readonly grow: number;
  readonly from: Spot;
  readonly to: Spot;
}

/**
 * Carry of a view to the places that are shared with it: the plane Procrustes problem (Schönemann and Carroll, 1970).
 * With one shared place only its shift is known.
 */
function carryOf(view: View, placed: ReadonlyMap<number, Spot>): Carry | null {
  const shared = [...view.places].flatMap(([p, from]) => (placed.has(p) ? [{ from, to: placed.get(p)! }] : []));
  if (shared.length === 0) return null;
  const mean = (of: (s: (typeof shared)[number]) => number) => shared.reduce((sum, s) => sum + of(s), 0) / shared.length;
  const from: Spot = [mean((s) => s.from[0]), mean((s) => s.from[1])];
  const to: Spot = [mean((s) => s.to[0]), mean((s) => s.to[1])];
  let [same, cross, square] = [0, 0, 0];
  for (const s of shared) {
    const [ax, ay, bx, by] = [s.from[0] - from[0], s.from[1] - from[1], s.to[0] - to[0], s.to[1] - to[1]];
    same += ax * bx + ay * by;
    cross += ax * by - ay * bx;
    square += ax * ax + ay * ay;
  }
  const flat = square < 1;
  const grow = flat || view.scaled ? 1 : Math.hypot(same, cross) / square;
  return { turn: flat ? 0 : Math.atan2(cross, same), grow, from, to };
}

const carried = ({ turn, grow, from, to }: Carry, [x, y]: Spot): Spot => {
  const [c, s] = [grow * Math.cos(turn), grow * Math.sin(turn)];
  return [to[0] + c * (x - from[0]) - s * (y - from[1]), to[1] + s * (x - from[0]) + c * (y - from[1])];
};

/** Most combinations of tilts that are tried. */
const MOST_VIEWS = 8;

/**
 * Starts from the photos. Each photo is joined to the earlier ones by the places that they share. A photo with a camera
 * has two possible tilts. Centres that no photo shows are scattered about the middle.
 * @param quarter quarter turns of the whole, for a sheet with an edge
 */
export function layOutFromPhotos(model: Model, quarter: number, random: () => number): Float64Array[] {
  let combinations: View[][] = [[]];
  for (let p = 0; p < model.photos.length; p++) {
    const views = viewsOf(model, p);
    const next = combinations.flatMap((so) => views.map((v) => [...so, v]));
    combinations = next.length > MOST_VIEWS ? combinations.map((so) => [...so, views[0]!]) : next;
  }
  return combinations.map((views) => joined(model, views, (quarter * Math.PI) / 2, random));
}

function joined(model: Model, views: readonly View[], turn: number, random: () => number): Float64Array {
  const full = model.start.slice();
  const placed = new Map<number, Spot>();
  const left = new Set(views.keys());
  // A view with true millimetres is the first, then the one that shares most with what is placed.
  const rank = (v: number) => [...views[v]!.places.keys()].filter((p) => placed.has(p)).length + (views[v]!.scaled ? 0.5 : 0);
  while (left.size > 0) {
    const v = [...left].reduce((a, b) => (rank(b) > rank(a) ? b : a));
    left.delete(v);
    const view = views[v]!;
    const start: Carry = { turn: placed.size === 0 ? turn : 0, grow: 1, from: [0, 0], to: [0, 0] };
    const carry = carryOf(view, placed) ?? start;
    view.places.forEach((at, p) => {
      if (!placed.has(p)) placed.set(p, carried(carry, at));
    });
    view.radii.forEach((r, p) => model.rims[p]! >= 0 && (full[model.rims[p]!] = carry.grow * r));
    const k = model.photoAt + PHOTO_ENTRIES * v;
    full.set(view.entries, k);
    const axis = carried(carry, [0, 0]);
    [full[k], full[k + 1]] = axis;
    full[k + 2] = carry.turn;
    full[k + 3]! += view.frame ? Math.log(carry.grow) : 0;
  }
  const all = [...placed.values()];
  const mean = (axis: 0 | 1) => all.reduce((sum, at) => sum + at[axis], 0) / Math.max(1, all.length);
  const [mx, my] = [mean(0), mean(1)];
  const spread = Math.max(50, ...all.map(([x, y]) => Math.hypot(x - mx, y - my)));
  for (let c = 0; c < model.centres; c++) {
    full[2 * c] = mx + (random() - 0.5) * spread;
    full[2 * c + 1] = my + (random() - 0.5) * spread;
  }
  placed.forEach(([x, y], p) => {
    const c = xOf(model, model.places[p]!);
    [full[c], full[c + 1]] = [x, y];
  });
  model.heights.forEach((entry, p) => entry >= 0 && (full[entry] = model.survey.drive.pulleys[p]?.z ?? 0));
  return full;
}
