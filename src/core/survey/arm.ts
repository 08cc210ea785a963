import type { ArmPlace, NotebookArm } from './notebook';

/** What the distances at an arm's ends say beyond its positions. */
export interface ArmFinding {
  readonly code: 'end-out-of-reach' | 'second-place' | 'arm-reading-off' | 'arm-reading-unchecked';
  readonly mm?: number;
  /** The reading spoken of, by its id. */
  readonly end?: string;
}

export type ArmResult =
  | {
      readonly ok: true;
      readonly released: number;
      readonly engaged: number;
      readonly brake: number | null;
      readonly direction: number;
      readonly findings: readonly ArmFinding[];
    }
  | { readonly ok: false; readonly missing: readonly string[] };

interface Surroundings {
  at(place: string): { x: number; y: number } | null;
  radius(place: string): number;
  readonly tapeSd: number;
  take(key: string, value: number, sd: number): number;
}

interface Distance {
  readonly id: string;
  readonly sd: number;
  readonly from: { x: number; y: number };
  readonly to: { x: number; y: number };
  readonly centres: number;
}

/** What the places a distance is taken between are themselves off by, mm. */
const PLACE_SD_MM = 2;
/** A reading this many deviations from what the others of its place say is pointed out. */
const OFF_SDS = 3;
/** A reading that the others tell less than this of is checked by none: where it alone sets the place, a slip in it goes unseen. */
const LEAST_CHECK = 0.12;

/** Distances that miss by more than this cannot be reached, mm. */
const OUT_OF_REACH_MM = 8;
/** Two positions that fit this nearly alike are told of. */
const AS_GOOD = 1;

/**
 * Where an arm stands at its stops and where its brake lands, from distances taken with it held there: the position that misses them least, in
 * degrees about the pivot or mm along the slide, the drawing at 0. Of two that fit alike the nearer to the drawing is taken and said.
 */
export function armPositions(arm: NotebookArm, around: Surroundings): ArmResult {
  const missing: string[] = [];
  const findings: ArmFinding[] = [];
  const distances = new Map<ArmPlace, Distance[]>();
  for (const end of arm.ends) {
    if (end.value === null) continue;
    const [from, to] = [around.at(end.from), around.at(end.to)];
    if (!from) missing.push(end.from);
    if (!to) missing.push(end.to);
    if (!from || !to) continue;
    const sign = end.kind === 'outside' ? 1 : end.kind === 'inside' ? -1 : 0;
    const value = around.take(`arm ${arm.id} ${end.id}`, end.value, end.sd ?? around.tapeSd);
    distances.set(end.at, [
      ...(distances.get(end.at) ?? []),
      {
        id: end.id,
        sd: Math.hypot(end.sd ?? around.tapeSd, PLACE_SD_MM),
        from,
        to,
        centres: value - sign * (around.radius(end.from) + around.radius(end.to)),
      },
    ]);
  }
  if (missing.length > 0) return { ok: false, missing };
  const needed: ArmPlace[] = [
    ...(arm.stood === 'released' ? [] : ['released' as const]),
    ...(arm.stood === 'engaged' ? [] : ['engaged' as const]),
    ...(arm.brake !== null ? ['brake' as const] : []),
  ];
  if (needed.some((place) => !distances.has(place))) return { ok: false, missing: [arm.id] };

  let direction = 0;
  const pivot = arm.kind === 'pivot' ? around.at(arm.pivot ?? '') : null;
  if (arm.kind === 'pivot' && !pivot) return { ok: false, missing: [arm.pivot ?? arm.id] };
  if (arm.kind === 'slide') {
    const far = needed.map((place) => distances.get(place)!).find((list) => new Set(list.map((d) => `${d.to.x} ${d.to.y}`)).size >= 2);
    if (!far) return { ok: false, missing: [arm.id] };
    const end = standsAt(far);
    direction = (Math.atan2(end.y - far[0]!.from.y, end.x - far[0]!.from.x) * 180) / Math.PI;
  }
  const miss = (list: readonly Distance[], q: number) =>
    list.reduce((sum, d) => sum + (moved(d.from, q, pivot, direction, d.to) - d.centres) ** 2, 0);
  const find = (place: ArmPlace): number => {
    const list = distances.get(place);
    if (!list) return 0;
    const reach = pivot ? 179 : 400;
    const minima: { q: number; miss: number }[] = [];
    for (let q = -reach; q <= reach; q++) {
      const here = miss(list, q);
      if (here <= miss(list, q - 1) && here < miss(list, q + 1)) minima.push(narrowed((at) => miss(list, at), q - 1, q + 1));
    }
    minima.sort((a, b) => a.miss - b.miss);
    const best = minima[0]!;
    const alike = minima.filter((m) => m.miss <= best.miss + AS_GOOD).sort((a, b) => Math.abs(a.q) - Math.abs(b.q));
    const off = Math.sqrt(best.miss / list.length);
    findings.push(...checked(list, (at) => list.map((d) => moved(d.from, at, pivot, direction, d.to)), alike[0]!.q));
    if (off > OUT_OF_REACH_MM) findings.push({ code: 'end-out-of-reach', mm: off });
    else if (alike.length > 1) findings.push({ code: 'second-place' });
    return alike[0]!.q;
  };
  const released = arm.stood === 'released' ? 0 : find('released');
  const engaged = arm.stood === 'engaged' ? 0 : find('engaged');
  return { ok: true, released, engaged, brake: arm.brake === null ? null : find('brake'), direction, findings };
}

/**
 * Each reading of one place against what the others say of it: left out, it lies r/(1 − h) off, give or take σ/√(1 − h), h being its share in
 * where the arm was put (Cook and Weisberg 1982). One that nothing else tells of is said to be unchecked.
 */
function checked(list: readonly Distance[], lengthsAt: (q: number) => readonly number[], q: number): ArmFinding[] {
  const here = lengthsAt(q);
  const step = 1e-3;
  const slopes = lengthsAt(q + step).map((v, i) => (v - here[i]!) / step);
  const weight = list.reduce((sum, d, i) => sum + (slopes[i]! / d.sd) ** 2, 0);
  if (!(weight > 0) || list.length < 2) return [];
  const worst: { by: number; sds: number; id: string }[] = [];
  const found: ArmFinding[] = [];
  list.forEach((d, i) => {
    const free = 1 - (slopes[i]! / d.sd) ** 2 / weight;
    const r = d.centres - here[i]!;
    if (free < LEAST_CHECK) found.push({ code: 'arm-reading-unchecked', end: d.id });
    else worst.push({ by: r / free, sds: Math.abs(r) / (d.sd * Math.sqrt(free)), id: d.id });
  });
  const most = worst.sort((a, b) => b.sds - a.sds)[0];
  if (most && most.sds > OFF_SDS) found.push({ code: 'arm-reading-off', end: most.id, mm: most.by });
  return found;
}

/** Distance between a part of the arm moved to q and a fixed place. */
function moved(
  from: { x: number; y: number },
  q: number,
  pivot: { x: number; y: number } | null,
  direction: number,
  to: { x: number; y: number },
): number {
  const a = ((pivot ? q : direction) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(a), Math.sin(a)];
  const x = pivot ? pivot.x + cos * (from.x - pivot.x) - sin * (from.y - pivot.y) : from.x + q * cos;
  const y = pivot ? pivot.y + sin * (from.x - pivot.x) + cos * (from.y - pivot.y) : from.y + q * sin;
  return Math.hypot(x - to.x, y - to.y);
}

/** Least value between two bounds by golden section (Kiefer 1953). */
function narrowed(f: (q: number) => number, from: number, to: number): { q: number; miss: number } {
  const g = (Math.sqrt(5) - 1) / 2;
  let [a, b] = [from, to];
  for (let k = 0; k < 60; k++) {
    const [c, d] = [b - g * (b - a), a + g * (b - a)];
    if (f(c) < f(d)) b = d;
    else a = c;
  }
  const q = (a + b) / 2;
  return { q, miss: f(q) };
}

/** Where a part of a slide stands by two distances: of the two crossings the one nearer to where it was drawn. */
function standsAt(list: readonly Distance[]): { x: number; y: number } {
  const [first] = list;
  const second = list.find((d) => d.to.x !== first!.to.x || d.to.y !== first!.to.y)!;
  const [a, b] = [first!.to, second.to];
  const d = Math.hypot(b.x - a.x, b.y - a.y);
  const along = (first!.centres ** 2 - second.centres ** 2 + d * d) / (2 * d);
  const half = Math.sqrt(Math.max(0, first!.centres ** 2 - along * along));
  const [ux, uy] = [(b.x - a.x) / d, (b.y - a.y) / d];
  const at = [half, -half].map((h) => ({ x: a.x + along * ux - h * uy, y: a.y + along * uy + h * ux }));
  const off = (p: { x: number; y: number }) => Math.hypot(p.x - first!.from.x, p.y - first!.from.y);
  return off(at[0]!) <= off(at[1]!) ? at[0]! : at[1]!;
}
