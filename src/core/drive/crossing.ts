import type { LoopPlan, LoopTrace } from './plan';
import { TOUCHING_MM } from './tolerances';

/**
 * Fault of a traced loop. Two spans cross, or a span cuts a pulley that it should pass. Or a passed idler is on the
 * wrong side (V side: inside, back: outside). Indices are stops.
 */
export type Crossing =
  | { readonly kind: 'spans'; readonly a: number; readonly b: number }
  | { readonly kind: 'pulley'; readonly span: number; readonly stop: number }
  | { readonly kind: 'side'; readonly stop: number };

/** Every crossing of a traced loop with itself and with the pulleys of its own belt. Empty for a real, simple loop. */
export function crossingsOf(plan: LoopPlan, x: Float64Array, y: Float64Array, trace: LoopTrace): Crossing[] {
  const found: Crossing[] = [];
  eachCrossing(plan, x, y, trace, (crossing) => {
    found.push(crossing);
    return true;
  });
  return found;
}

/** True if a traced loop crosses neither itself nor a pulley, and passes every cleared idler on the correct side. */
export function isSimple(plan: LoopPlan, x: Float64Array, y: Float64Array, trace: LoopTrace): boolean {
  let simple = true;
  eachCrossing(plan, x, y, trace, () => (simple = false));
  return simple;
}

/** How far two stops' pitch circles run into each other, mm, for every pair that does. */
export function overlapsOf(
  plan: LoopPlan,
  x: Float64Array,
  y: Float64Array,
): { readonly a: number; readonly b: number; readonly mm: number }[] {
  const found: { a: number; b: number; mm: number }[] = [];
  for (let a = 0; a < plan.stops; a++) {
    for (let b = a + 1; b < plan.stops; b++) {
      const p = plan.pulley[a] as number;
      const q = plan.pulley[b] as number;
      if (p === q) continue;
      const mm = (plan.radius[a] as number) + (plan.radius[b] as number) - Math.hypot(x[p]! - x[q]!, y[p]! - y[q]!);
      if (mm > TOUCHING_MM) found.push({ a, b, mm });
    }
  }
  return found;
}

/** Reports crossings one by one until the callback returns false. */
function eachCrossing(plan: LoopPlan, x: Float64Array, y: Float64Array, trace: LoopTrace, report: (c: Crossing) => boolean): void {
  const { active, touched, ux, uy, flat } = trace;
  const { pulley, signed, radius } = plan;
  for (let a = 0; a < touched; a++) {
    const from = active[a] as number;
    const to = active[a + 1 === touched ? 0 : a + 1] as number;
    const [ax, ay, l] = [ux[a] as number, uy[a] as number, flat[a] as number];
    const px = (x[pulley[from]!] as number) + (signed[from] as number) * ay;
    const py = (y[pulley[from]!] as number) - (signed[from] as number) * ax;
    for (let b = a + 1; b < touched; b++) {
      const [bx, by] = [ux[b] as number, uy[b] as number];
      const cross = ax * by - ay * bx;
      if (Math.abs(cross) < 1e-12) continue;
      const other = active[b] as number;
      const dx = (x[pulley[other]!] as number) + (signed[other] as number) * by - px;
      const dy = (y[pulley[other]!] as number) - (signed[other] as number) * bx - py;
      const t = (dx * by - dy * bx) / cross;
      const s = (dx * ay - dy * ax) / cross;
      if (t > 0 && t < l && s > 0 && s < (flat[b] as number) && !report({ kind: 'spans', a: from, b: other })) return;
    }
    for (let i = 0; i < plan.stops; i++) {
      const c = pulley[i] as number;
      if (c === pulley[from] || c === pulley[to]) continue;
      const fx = (x[c] as number) - px;
      const fy = (y[c] as number) - py;
      const along = Math.min(l, Math.max(0, fx * ax + fy * ay));
      const reach = (radius[i] as number) - TOUCHING_MM;
      if ((fx - along * ax) ** 2 + (fy - along * ay) ** 2 < reach * reach && !report({ kind: 'pulley', span: from, stop: i })) return;
    }
  }
  if (touched === plan.stops) return;
  for (let i = 0; i < plan.stops; i++) {
    let passedBy = true;
    for (let a = 0; a < touched; a++) if (active[a] === i) passedBy = false;
    if (!passedBy) continue;
    const within = encloses(plan, x, y, trace, x[pulley[i]!]!, y[pulley[i]!]!);
    if (within !== (plan.sense[i] === plan.turn) && !report({ kind: 'side', stop: i })) return;
  }
}

/**
 * Even-odd test of a point in the polygon of the tangent points of a loop. The area of an arc beyond its chord is
 * inside its own pulley, where no other pulley can be.
 */
function encloses(plan: LoopPlan, x: Float64Array, y: Float64Array, trace: LoopTrace, atX: number, atY: number): boolean {
  const { active, touched, ux, uy, flat } = trace;
  let odd = false;
  const edge = (ax: number, ay: number, bx: number, by: number) => {
    if (ay > atY !== by > atY && atX < ax + ((atY - ay) / (by - ay)) * (bx - ax)) odd = !odd;
  };
  const corner = (a: number): readonly [number, number] => {
    const i = active[a] as number;
    const p = plan.pulley[i] as number;
    return [x[p]! + plan.signed[i]! * uy[a]!, y[p]! - plan.signed[i]! * ux[a]!];
  };
  for (let a = 0; a < touched; a++) {
    const [px, py] = corner(a);
    const [ex, ey] = [px + flat[a]! * ux[a]!, py + flat[a]! * uy[a]!];
    const [nx, ny] = corner(a + 1 === touched ? 0 : a + 1);
    edge(px, py, ex, ey);
    edge(ex, ey, nx, ny);
  }
  return odd;
}
