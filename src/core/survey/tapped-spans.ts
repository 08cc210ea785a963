import { shapeOf } from './camera';
import type { PhotoMarks } from './schema';

type Spot = readonly [number, number];

/** A span of a belt between two pulleys, seen from above. Walking from the first to the second, each is left or right of it. */
export interface TappedSpan {
  readonly from: { readonly pulley: string; readonly left: boolean };
  readonly to: { readonly pulley: string; readonly left: boolean };
}

/** A line that touches two rims on a photo, px, y down. */
export interface Tangent extends TappedSpan {
  readonly ends: readonly [Spot, Spot];
  /** Photo that shows it, by its index. */
  readonly photo: number;
  /** Direction from the first to the second rim as seen from above, radians, counter-clockwise. */
  readonly direction: number;
}

/** Rim on a photo: middle, and its matrix R·diag(a², b²)·Rᵀ. */
interface Rim {
  readonly id: string;
  readonly x: number;
  readonly y: number;
  readonly xx: number;
  readonly xy: number;
  readonly yy: number;
}

function rimsOf(marks: PhotoMarks['marks']): Rim[] {
  return marks.flatMap(({ of, at, radius, ellipse }) => {
    if (radius === undefined) return [];
    const [x, y, p, q, r] = shapeOf(at, radius, ellipse?.b ?? radius, ellipse?.angle ?? 0) as unknown as [
      number,
      number,
      number,
      number,
      number,
    ];
    return [{ id: of, x, y, xx: p * p + q * q, xy: p * q + q * r, yy: q * q + r * r }];
  });
}

/** Half width of a rim in a direction, px. */
const halfWidth = (r: Rim, nx: number, ny: number) => Math.sqrt(Math.max(0, r.xx * nx * nx + 2 * r.xy * nx * ny + r.yy * ny * ny));

const touch = (r: Rim, nx: number, ny: number, sign: number): Spot => {
  const w = halfWidth(r, nx, ny) || 1;
  return [r.x + (sign * (r.xx * nx + r.xy * ny)) / w, r.y + (sign * (r.xy * nx + r.yy * ny)) / w];
};

const SCAN = 72;
const HALVINGS = 40;

/**
 * Common tangents of two rims, by their support functions. Both touch the line n·x = d from one side, or one of them from the other side.
 */
function tangentsOf(a: Rim, b: Rim, fromBelow: boolean, photo: number): Tangent[] {
  const found: Tangent[] = [];
  for (const sign of [1, -1]) {
    const off = (turn: number) => {
      const [nx, ny] = [Math.cos(turn), Math.sin(turn)];
      return nx * (b.x - a.x) + ny * (b.y - a.y) + sign * halfWidth(b, nx, ny) - halfWidth(a, nx, ny);
    };
    for (let k = 0; k < SCAN; k++) {
      let [low, high] = [(2 * Math.PI * k) / SCAN, (2 * Math.PI * (k + 1)) / SCAN];
      const start = off(low);
      if (start * off(high) > 0) continue;
      for (let h = 0; h < HALVINGS; h++) {
        const middle = (low + high) / 2;
        if (start * off(middle) > 0) low = middle;
        else high = middle;
      }
      const [nx, ny] = [Math.cos(low), Math.sin(low)];
      const ends = [touch(a, nx, ny, 1), touch(b, nx, ny, sign)] as const;
      const [dx, dy] = [ends[1][0] - ends[0][0], ends[1][1] - ends[0][1]];
      // With y down, a positive turn is to the right. From below the picture is mirrored.
      const left = (r: Rim, at: Spot) => dx * (r.y - at[1]) - dy * (r.x - at[0]) < 0 !== fromBelow;
      const direction = Math.atan2(-dy, fromBelow ? -dx : dx);
      found.push({ from: { pulley: a.id, left: left(a, ends[0]) }, to: { pulley: b.id, left: left(b, ends[1]) }, ends, photo, direction });
    }
  }
  return found;
}

/** Distance of a spot from a segment, px. */
function distanceTo([x, y]: Spot, [[ax, ay], [bx, by]]: Tangent['ends']): number {
  const [dx, dy] = [bx - ax, by - ay];
  const along = Math.min(1, Math.max(0, ((x - ax) * dx + (y - ay) * dy) / (dx * dx + dy * dy || 1)));
  return Math.hypot(x - ax - along * dx, y - ay - along * dy);
}

/** Share of a rim that a span may cover before it cannot pass there. */
const MAY_COVER = 0.8;

/** True if a segment passes through a third rim. */
const blocked = (ends: Tangent['ends'], rims: readonly Rim[]): boolean =>
  rims.some((r) => {
    const [dx, dy] = [ends[1][0] - ends[0][0], ends[1][1] - ends[0][1]];
    const length = Math.hypot(dx, dy) || 1;
    return distanceTo([r.x, r.y], ends) < MAY_COVER * halfWidth(r, -dy / length, dx / length);
  });

/** All lines on which a span can run between the rims of a photo. */
export function possibleSpans(marks: PhotoMarks['marks'], fromBelow: boolean, photo = 0): Tangent[] {
  const rims = rimsOf(marks);
  return rims.flatMap((a, i) =>
    rims.slice(i + 1).flatMap((b) => {
      const others = rims.filter((r) => r !== a && r !== b);
      return tangentsOf(a, b, fromBelow, photo).filter((t) => !blocked(t.ends, others));
    }),
  );
}

/** A tap farther than this from every span is on none. Share of the smaller pulley of the span. */
const REACH = 0.7;

/** A tap may be on another span that is this much farther from it. */
const DOUBT = 0.6;

/** A span that a tap may be on. Its distance from the tap is a share of the smaller pulley. */
interface Option {
  readonly span: Tangent;
  readonly off: number;
}

/** Spans that a tap may be on, the nearest first. Empty if none is near. */
function optionsAt(spans: readonly Tangent[], marks: PhotoMarks['marks'], tap: Spot): Option[] {
  const radius = (id: string) => marks.find((m) => m.of === id)?.radius ?? 0;
  const near = spans
    .map((span) => ({ span, off: distanceTo(tap, span.ends) / Math.min(radius(span.from.pulley), radius(span.to.pulley)) }))
    .filter((o) => o.off <= REACH)
    .sort((a, b) => a.off - b.off);
  return near.filter((o) => o.off <= near[0]!.off + DOUBT);
}

const reversedSpan = ({ from, to }: TappedSpan): TappedSpan => ({
  from: { pulley: to.pulley, left: !to.left },
  to: { pulley: from.pulley, left: !from.left },
});
const reversedTangent = (t: Tangent): Tangent => ({ ...t, ...reversedSpan(t), direction: t.direction + Math.PI });

/** Least and largest wrap angle on a photo, radians. */
const WRAPS = { least: 0.02, most: 5.2 } as const;

/**
 * True if a belt that comes in on one span and leaves on the other wraps the pulley between them. It turns to the side on
 * which the pulley is. Directions on two photos cannot be compared.
 */
function wrapsBetween(into: Tangent, out: Tangent): boolean {
  if (into.photo !== out.photo) return true;
  const turn = (out.direction - into.direction) * (out.from.left ? 1 : -1);
  const wrap = ((turn % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  return wrap >= WRAPS.least && wrap <= WRAPS.most;
}

/** Result of joining spans to a loop. */
export type TappedRoute =
  | { readonly ok: true; readonly stops: readonly { readonly pulley: string; readonly left: boolean }[] }
  /** `open`: pulleys at which the belt does not go on. `twisted`: a pulley that its two spans touch on different sides. `forked`: one with more than two spans. */
  | { readonly ok: false; readonly why: 'none' | 'open' | 'twisted' | 'forked' | 'several'; readonly at: readonly string[] };

/** Joins spans to one closed loop, with the side of the belt on which each pulley is. */
export function routeOfSpans(spans: readonly TappedSpan[]): TappedRoute {
  const [first] = spans;
  if (!first) return { ok: false, why: 'none', at: [] };
  const count = new Map<string, number>();
  for (const s of spans) for (const p of [s.from.pulley, s.to.pulley]) count.set(p, (count.get(p) ?? 0) + 1);
  const forked = [...count].filter(([, n]) => n > 2).map(([p]) => p);
  if (forked.length > 0) return { ok: false, why: 'forked', at: forked };
  const open = [...count].filter(([, n]) => n < 2).map(([p]) => p);
  if (open.length > 0) return { ok: false, why: 'open', at: open };
  const left = spans.slice(1);
  const stops = [first.from];
  for (let end = first.to; left.length > 0;) {
    const k = left.findIndex((s) => s.from.pulley === end.pulley || s.to.pulley === end.pulley);
    if (k < 0) return { ok: false, why: 'several', at: [end.pulley] };
    const [one] = left.splice(k, 1);
    const next = one!.from.pulley === end.pulley ? one! : reversedSpan(one!);
    if (next.from.left !== end.left) return { ok: false, why: 'twisted', at: [end.pulley] };
    stops.push(next.from);
    end = next.to;
    if (left.length === 0 && end.left !== first.from.left) return { ok: false, why: 'twisted', at: [end.pulley] };
  }
  return { ok: true, stops };
}

/** Marks of a photo with the taps on spans of a belt. */
export interface TappedPhoto {
  readonly marks: PhotoMarks['marks'];
  readonly fromBelow?: boolean | undefined;
  readonly spans: readonly Spot[];
}

/** A second span this close to a tap makes it ambiguous. */
const CLEARLY = 0.3;

/** Spans that a tap may be on, the nearest first. One if the tap is clearly on it, none if no span is near. */
export function spansNear({ marks, fromBelow }: Omit<TappedPhoto, 'spans'>, tap: Spot): Tangent[] {
  const options = optionsAt(possibleSpans(marks, fromBelow === true), marks, tap);
  return options.filter((o) => o.off <= options[0]!.off + CLEARLY).map((o) => o.span);
}

/** Span of each tap, in the order of photos and taps, and the route that they make. Null for a tap on none. */
export interface TappedLoop {
  readonly spans: readonly (Tangent | null)[];
  readonly route: TappedRoute;
}

/**
 * Route from taps on the spans of a belt, on one or several photos. Two lines may run close together. The spans are therefore the nearest ones that make one loop round every marked pulley. While they do not, each tap has the
 * nearest span.
 */
export function loopOfTaps(photos: readonly TappedPhoto[]): TappedLoop {
  const options = photos.flatMap(({ marks, fromBelow, spans }, photo) => {
    const possible = spans.length === 0 ? [] : possibleSpans(marks, fromBelow === true, photo);
    return spans.map((tap) => optionsAt(possible, marks, tap));
  });
  // Two taps on one line are on two spans.
  const used = new Set<Tangent>();
  const nearest = options.map((o) => {
    const span = (o.find((one) => !used.has(one.span)) ?? o[0])?.span ?? null;
    if (span) used.add(span);
    return span;
  });
  const taken = nearest.flatMap((s) => s ?? []);
  const loop = options.some((o) => o.length === 0) ? null : nearestLoop(options);
  // With a span missing, the others may still make a loop. It leaves a pulley out.
  const passed = new Set(loop?.flatMap((s) => [s.from.pulley, s.to.pulley]));
  const marked = photos.flatMap(({ marks, spans }) => (spans.length === 0 ? [] : marks.map((m) => m.of)));
  const best = loop && marked.every((id) => passed.has(id)) ? loop : null;
  const spans = best ?? nearest;
  return { spans, route: routeOfSpans(best ?? taken) };
}

/** Spans, one for each tap, that make one loop at the least distance from the taps. Depth first, with the best as limit. */
function nearestLoop(options: readonly (readonly Option[])[]): Tangent[] | null {
  let best: { spans: (Tangent | null)[]; off: number } | null = null;
  const chosen: (Tangent | null)[] = options.map(() => null);
  const walk = (left: number, first: Tangent, last: Tangent, seen: ReadonlySet<string>, off: number) => {
    if (best && off >= best.off) return;
    const { from: start } = first;
    const { to: end } = last;
    if (left === 0) {
      if (end.pulley === start.pulley && end.left === start.left && wrapsBetween(last, first)) best = { spans: [...chosen], off };
      return;
    }
    options.forEach((list, tap) => {
      if (chosen[tap]) return;
      for (const option of list) {
        const span = [option.span, reversedTangent(option.span)].find((s) => s.from.pulley === end.pulley && s.from.left === end.left);
        if (!span || !wrapsBetween(last, span)) continue;
        // Only the last span may return to the start.
        if (seen.has(span.to.pulley) && (left > 1 || span.to.pulley !== start.pulley)) continue;
        chosen[tap] = option.span;
        walk(left - 1, first, span, new Set([...seen, span.to.pulley]), off + option.off);
        chosen[tap] = null;
      }
    });
  };
  for (const { span, off } of options[0] ?? []) {
    chosen[0] = span;
    walk(options.length - 1, span, span, new Set([span.from.pulley, span.to.pulley]), off);
    chosen[0] = null;
  }
  return (best as { spans: Tangent[] } | null)?.spans ?? null;
}

/**
 * Stops of a route by the sides of the loop. The V side runs on the drivers, and on every pulley on their side of the
 * belt. The others run on the back.
 */
export function stopsOfRoute(
  stops: readonly { readonly pulley: string; readonly left: boolean }[],
  isDriver: (pulley: string) => boolean,
): { readonly pulley: string; readonly contact: 'v' | 'back' }[] {
  const driver = stops.find((s) => isDriver(s.pulley)) ?? stops[0];
  return stops.map(({ pulley, left }) => ({ pulley, contact: left === driver!.left ? 'v' : 'back' }));
}
