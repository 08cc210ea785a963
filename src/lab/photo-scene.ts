/** Classes of pictures: easy, tilted, belt over the rim, dark, cluttered, all of these, taps on nothing. */
export const PHOTO_KINDS = ['easy', 'tilted', 'covered', 'dark', 'cluttered', 'all', 'nothing'] as const;

export type PhotoKind = (typeof PHOTO_KINDS)[number];

export type Rgb = readonly [number, number, number];

export type Random = () => number;

export type Xy = readonly [number, number];

export interface Pulley {
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

export function tools(random: Random) {
  const between = (a: number, b: number) => a + (b - a) * random();
  const pick = <T>(of: readonly T[]): T => of[Math.min(of.length - 1, Math.floor(random() * of.length))]!;
  return { random, between, pick, chance: (p: number) => random() < p };
}

export type Tools = ReturnType<typeof tools>;

export const scaled = (c: Rgb, k: number): Rgb => [c[0] * k, c[1] * k, c[2] * k];

export const TAU = 2 * Math.PI;

export const within = (angle: number, [from, to]: readonly [number, number]): boolean =>
  (((angle - from) % TAU) + TAU) % TAU < (((to - from) % TAU) + TAU) % TAU;

export const ZINC: Rgb = [165, 165, 160];

export const BLACK: Rgb = [34, 35, 38];

export const PAINTS: readonly Rgb[] = [
  [36, 92, 44],
  [140, 40, 30],
  [190, 120, 20],
  [70, 75, 80],
  [150, 150, 145],
  [40, 60, 110],
  [24, 25, 27],
];

export const BELT_WIDE = 13;

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
export function layout(t: Tools, kind: PhotoKind): Pulley[] {
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

/** A pulley at a stated place, in the order of the belt, counter-clockwise. Millimetres. */
export interface PlacedPulley {
  readonly x: number;
  readonly y: number;
  readonly radius: number;
  readonly isIdler: boolean;
  /** True where the back of the belt runs on it. */
  readonly onBack: boolean;
}

/** Pulleys at stated places. */
export const placed = (t: Tools, kind: PhotoKind, places: readonly PlacedPulley[]): Pulley[] =>
  places.map(({ x, y, radius, isIdler, onBack }) => {
    const p = drawPulley(t, kind, [x, y], radius, isIdler);
    return { ...p, side: onBack ? -1 : 1, guard: null };
  });

export interface Strand {
  readonly from: Xy;
  readonly to: Xy;
}

/** Tangents of the belt between neighbours of the loop, and the wrapped arc of each pulley. */
export function beltOf(pulleys: readonly Pulley[]) {
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

export function distanceTo({ from, to }: Strand, x: number, y: number): number {
  const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
  const k = Math.min(1, Math.max(0, ((x - from[0]) * dx + (y - from[1]) * dy) / (dx * dx + dy * dy)));
  return Math.hypot(x - from[0] - k * dx, y - from[1] - k * dy);
}

export interface Clutter {
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

export function clutterOf(t: Tools, kind: PhotoKind, span: number, pulleys: readonly Pulley[]): Clutter {
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

export interface Scene {
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
