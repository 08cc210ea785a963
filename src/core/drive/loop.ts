import { isSimple } from './crossing';
import type { LoopPlan, LoopTrace } from './plan';
import { NO_WRAP_RAD, TOUCHING_MM } from './tolerances';

/**
 * Path of one belt round its pulleys in the plane.
 *
 * Every stop has a turning sense s (+1 counter-clockwise, −1 clockwise) and a signed pitch radius R = s·r. For the span
 * from stop i to stop j: D = cⱼ − cᵢ, Δ = Rᵢ − Rⱼ. Its length is ℓ = √(|D|² − Δ²), and its direction u = (ℓ·D +
 * Δ·D⊥)/|D|². D⊥ is D turned a quarter counter-clockwise. This line leaves both circles on the side of their senses.
 * The wrap angle at a stop is the turn from the incoming to the outgoing span in its sense, 0…2π. Moving a centre by δ
 * lengthens the loop by (u_in − u_out)·δ, since the arcs only roll.
 *
 * An idler that the taut loop clears appears as a wrap just below a full turn. The loop then seems to turn once too
 * often or too seldom. The idler is dropped, and its neighbours are joined. This is fast and nearly always correct. If
 * several idlers are cleared together, the loop may cross itself. Then the shortest loop without a crossing is found
 * over every choice of touched idlers.
 *
 * Grooves with height difference Δz: a span of planar length ℓ has length √(ℓ² + Δz²). Wrap angles stay planar.
 */
export type LoopOutcome = 'ok' | 'no-tangent' | 'not-touching';

const TWO_PI = 2 * Math.PI;
/** A wrap this close to a full turn is a bare contact with a rounding error, radians. */
const FULL_TURN = TWO_PI - NO_WRAP_RAD;

/**
 * Traces a loop for pulley centres (x, y), usually without allocation. With several cleared idlers the fast method
 * rarely ends in a loop that crosses itself. `out.careful` checks each such loop. Searches run without it, check their
 * first and last loop, and restart with it if needed.
 * @param plan stops of the belt
 * @param x centre of every pulley of the drive, mm
 * @param y likewise
 * @param out receives the result; unless it is `ok`, only `culprit` is defined
 */
export function traceLoop(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace): LoopOutcome {
  const outcome = passByCleared(plan, x, y, out);
  if (plan.idlers === 0) return outcome;
  // No other choice is a taut loop in two cases: a single dropped idler, or none with every wrap up to half a turn.
  if (outcome === 'ok' && !out.doubtful && (!out.careful || out.touched === plan.stops || plan.idlers === 1)) return 'ok';
  if (outcome === 'ok' && isSimple(plan, x, y, out)) return 'ok';
  return shortestSimple(plan, x, y, out) ? 'ok' : passByCleared(plan, x, y, out);
}

/** Most idlers of one belt over which every choice is tried; beyond, choices one or two idlers away from the quick one. */
const EVERY_CHOICE_UP_TO = 8;

/** The shortest loop that crosses nothing over the choices of idlers touched, left in `out`; false where there is none. */
function shortestSimple(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace): boolean {
  const idlers: number[] = [];
  for (let i = 0; i < plan.stops; i++) if (plan.idler[i] === 1) idlers.push(i);
  const cleared = new Uint8Array(plan.stops);
  let best: Uint8Array | null = null;
  let least = Infinity;
  const consider = () => {
    if (!layChosen(plan, x, y, out, cleared) || out.length >= least || !isSimple(plan, x, y, out)) return;
    least = out.length;
    best = cleared.slice();
  };
  if (idlers.length <= EVERY_CHOICE_UP_TO) {
    for (let choice = 0; choice < 1 << idlers.length; choice++) {
      idlers.forEach((stop, k) => (cleared[stop] = (choice >> k) & 1));
      consider();
    }
  } else {
    const touched = new Set(out.active.subarray(0, out.touched));
    for (const stop of idlers) cleared[stop] = touched.has(stop) ? 0 : 1;
    for (const a of idlers) {
      cleared[a] = 1 - cleared[a]!;
      consider();
      for (const b of idlers) {
        if (b <= a) continue;
        cleared[b] = 1 - cleared[b]!;
        consider();
        cleared[b] = 1 - cleared[b]!;
      }
      cleared[a] = 1 - cleared[a]!;
    }
  }
  return best !== null && layChosen(plan, x, y, out, best);
}

/** Traces the loop over all stops that are not cleared. False if a span is impossible or the loop does not turn once. */
function layChosen(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace, cleared: Uint8Array): boolean {
  out.touched = 0;
  for (let i = 0; i < plan.stops; i++) if (cleared[i] === 0) out.active[out.touched++] = i;
  if (out.touched < 2 || layTangents(plan, x, y, out) >= 0 || measureWraps(plan, out) !== 0) return false;
  out.length = lengthOf(plan, out);
  return true;
}

function lengthOf(plan: LoopPlan, out: LoopTrace): number {
  let length = 0;
  for (let a = 0; a < out.touched; a++)
    length += (out.span[a] as number) + (plan.radius[out.active[a] as number] as number) * (out.wrap[a] as number);
  return length;
}

/** The quick way: every stop touched at first, idlers that the belt clears passed by one after another. */
function passByCleared(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace): LoopOutcome {
  const { active } = out;
  out.touched = plan.stops;
  for (let i = 0; i < plan.stops; i++) {
    active[i] = i;
    out.kept[i] = 0;
  }
  for (let round = 0; round <= 3 * plan.stops; round++) {
    const broken = layTangents(plan, x, y, out);
    if (broken >= 0) {
      const drop = clearedBeside(plan, x, y, out, broken);
      if (drop < 0) {
        out.culprit = active[broken] as number;
        return 'no-tangent';
      }
      passBy(out, drop);
      continue;
    }
    const excess = measureWraps(plan, out);
    const drop = out.doubtful ? idlerToPassBy(plan, x, y, out, excess) : -1;
    if (drop >= 0) {
      passBy(out, drop);
      continue;
    }
    if (excess !== 0) {
      out.culprit = widestOf(plan, out, excess > 0 ? 1 : -1);
      return 'not-touching';
    }
    if (out.touched < plan.stops && restoreIdler(plan, x, y, out)) continue;
    out.length = lengthOf(plan, out);
    return 'ok';
  }
  out.culprit = active[0] as number;
  return 'not-touching';
}

/** Computes the span after each touched stop. Returns the first stop with an impossible span, or −1. */
function layTangents(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace): number {
  const { active, touched, ux, uy, span, flat } = out;
  const { z } = plan;
  for (let a = 0; a < touched; a++) {
    const i = active[a] as number;
    const j = active[a + 1 === touched ? 0 : a + 1] as number;
    const p = plan.pulley[i] as number;
    const q = plan.pulley[j] as number;
    const dx = (x[q] as number) - (x[p] as number);
    const dy = (y[q] as number) - (y[p] as number);
    const delta = (plan.signed[i] as number) - (plan.signed[j] as number);
    const d2 = dx * dx + dy * dy;
    const l2 = d2 - delta * delta;
    if (!(l2 > 0)) return a;
    const l = Math.sqrt(l2);
    ux[a] = (l * dx - delta * dy) / d2;
    uy[a] = (l * dy + delta * dx) / d2;
    flat[a] = l;
    const rise = z ? (z[j] as number) - (z[i] as number) : 0;
    span[a] = rise === 0 ? l : Math.sqrt(l * l + rise * rise);
  }
  return -1;
}

/** Wraps of the touched stops. Returns by how many whole turns the loop turns more (+) or less (−), counter-clockwise, than once in its sense. */
function measureWraps(plan: LoopPlan, out: LoopTrace): number {
  const { active, touched, ux, uy, wrap } = out;
  let total = 0;
  out.doubtful = false;
  for (let a = 0; a < touched; a++) {
    const before = a === 0 ? touched - 1 : a - 1;
    const ax = ux[before] as number;
    const ay = uy[before] as number;
    const bx = ux[a] as number;
    const by = uy[a] as number;
    const i = active[a] as number;
    const s = plan.sense[i] as number;
    let w = s * Math.atan2(ax * by - ay * bx, ax * bx + ay * by);
    if (w < 0) w += TWO_PI;
    if (w >= FULL_TURN) w = 0;
    if (w > Math.PI && plan.idler[i] === 1) out.doubtful = true;
    wrap[a] = w;
    total += s * w;
  }
  return Math.round(total / TWO_PI) - plan.turn;
}

/**
 * The touched idler that the taut belt clears, or −1. Only a wrap above half a turn can be a clearance. If the loop
 * turns too often or too seldom, one idler must be dropped: the one with the largest clearance to the direct span. With
 * the correct turn, one is dropped only if the direct span clearly passes it.
 */
function idlerToPassBy(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace, excess: number): number {
  const { active, touched, wrap } = out;
  if (touched < 3) return -1;
  let best = -1;
  let most = -Infinity;
  for (let a = 0; a < touched; a++) {
    const i = active[a] as number;
    if (plan.idler[i] === 0 || out.kept[i] === 1 || (wrap[a] as number) <= Math.PI) continue;
    if (excess !== 0 && (plan.sense[i] as number) * excess < 0) continue;
    const room = roomBeside(plan, x, y, out, a, excess === 0);
    if (excess === 0 && !(room >= 0)) continue;
    const rank = Number.isFinite(room) ? room : (wrap[a] as number) - 1e6;
    if (rank > most) {
      most = rank;
      best = a;
    }
  }
  return best;
}

/** One of the idlers at the ends of an impossible span that the belt clears, or −1. */
function clearedBeside(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace, broken: number): number {
  if (out.touched < 3) return -1;
  for (const a of [broken, (broken + 1) % out.touched]) {
    if (plan.idler[out.active[a] as number] === 1 && roomBeside(plan, x, y, out, a, false) >= 0) return a;
  }
  return -1;
}

/**
 * Distance between the rim of an idler and the direct span past it, mm. Negative if the span would cut it. NaN without
 * such a span, or (if requested) if the idler is beyond the ends of the span.
 */
function roomBeside(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace, a: number, withinEnds: boolean): number {
  const { active, touched } = out;
  const i = active[a] as number;
  return roomFromRun(
    plan,
    x,
    y,
    active[a === 0 ? touched - 1 : a - 1] as number,
    active[a + 1 === touched ? 0 : a + 1] as number,
    i,
    withinEnds,
  );
}

function roomFromRun(
  plan: LoopPlan,
  x: Float64Array,
  y: Float64Array,
  from: number,
  to: number,
  stop: number,
  withinEnds: boolean,
): number {
  const p = plan.pulley[from] as number;
  const q = plan.pulley[to] as number;
  const c = plan.pulley[stop] as number;
  const rp = plan.signed[from] as number;
  const delta = rp - (plan.signed[to] as number);
  const dx = (x[q] as number) - (x[p] as number);
  const dy = (y[q] as number) - (y[p] as number);
  const d2 = dx * dx + dy * dy;
  const l2 = d2 - delta * delta;
  if (!(l2 > 0)) return NaN;
  const l = Math.sqrt(l2);
  const ux = (l * dx - delta * dy) / d2;
  const uy = (l * dy + delta * dx) / d2;
  const fx = (x[c] as number) - (x[p] as number) - rp * uy;
  const fy = (y[c] as number) - (y[p] as number) + rp * ux;
  const along = ux * fx + uy * fy;
  if (withinEnds && (along < 0 || along > l)) return NaN;
  return (plan.sense[stop] as number) * (ux * fy - uy * fx) - (plan.radius[stop] as number);
}

function passBy(out: LoopTrace, a: number): void {
  out.active.copyWithin(a, a + 1, out.touched);
  out.touched--;
}

/** Restores an idler that was dropped because another idler, dropped later, held the belt off it. */
function restoreIdler(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace): boolean {
  const { active } = out;
  for (let a = 0; a < out.touched; a++) {
    const from = active[a] as number;
    const to = active[(a + 1) % out.touched] as number;
    for (let i = (from + 1) % plan.stops; i !== to; i = (i + 1) % plan.stops) {
      if (out.kept[i] === 1 || !(roomFromRun(plan, x, y, from, to, i, true) < -TOUCHING_MM)) continue;
      out.kept[i] = 1;
      active.copyWithin(a + 2, a + 1, out.touched);
      active[a + 1] = i;
      out.touched++;
      return true;
    }
  }
  return false;
}

/** The power pulley of one sense with the widest seeming wrap: the one to name when the belt cannot touch it. */
function widestOf(plan: LoopPlan, out: LoopTrace, sense: number): number {
  let best = 0;
  for (let a = 1; a < out.touched; a++) {
    const better = plan.sense[out.active[a] as number] === sense ? (out.wrap[a] as number) : -1;
    const held = plan.sense[out.active[best] as number] === sense ? (out.wrap[best] as number) : -1;
    if (better > held) best = a;
  }
  return out.active[best] as number;
}

/**
 * Distance of the dropped idlers from the spans that pass them, mm. It selects between two loops of equal length. An
 * idler beyond the end of its span belongs to the other loop.
 */
export function roomPassedBy(plan: LoopPlan, x: Float64Array, y: Float64Array, trace: LoopTrace): number {
  let total = 0;
  for (let a = 0; a < trace.touched; a++) {
    const from = trace.active[a] as number;
    const to = trace.active[(a + 1) % trace.touched] as number;
    for (let i = (from + 1) % plan.stops; i !== to; i = (i + 1) % plan.stops) {
      const room = roomFromRun(plan, x, y, from, to, i, false);
      total += room >= 0 ? room : Infinity;
    }
  }
  return total;
}
