import { isSimple } from './crossing';
import type { LoopPlan, LoopTrace } from './plan';
import { NO_WRAP_RAD } from './tolerances';

/**
 * One belt's path round its pulleys in the plane.
 *
 * Every stop has a turning sense s (+1 counter-clockwise, −1 clockwise) and a signed pitch radius R = s·r. The span from stop i to stop j, with
 * D = cⱼ − cᵢ and Δ = Rᵢ − Rⱼ, has length ℓ = √(|D|² − Δ²) and direction u = (ℓ·D + Δ·D⊥)/|D|², D⊥ being D turned a quarter counter-clockwise:
 * the line that leaves both circles on the side their senses ask for. The wrap at a stop is the turn from the span in to the span out, in its
 * own sense, 0…2π. Moving a centre by δ lengthens the loop by (u_in − u_out)·δ, since the arcs only roll along.
 *
 * An idler that the taut loop clears shows as a wrap just short of a full turn, and the loop then seems to turn once too often or too seldom;
 * it is passed by and its neighbours joined directly. That is quick and nearly always right; where several idlers are cleared at once it can end
 * in a loop that crosses itself. Such a loop is given up for the shortest that crosses nothing, over every choice of idlers touched.
 *
 * Grooves Δz apart: a span of planar length ℓ is √(ℓ² + Δz²) long; wraps stay planar.
 */
export type LoopOutcome = 'ok' | 'no-tangent' | 'not-touching';

const TWO_PI = 2 * Math.PI;
/** A wrap within this of a full turn is a bare touch that rounding has put on the other side, radians. */
const FULL_TURN = TWO_PI - NO_WRAP_RAD;

/**
 * Traces a loop for pulley centres (x, y). Allocates nothing as a rule. Where several idlers are cleared at once the quick way can, seldom, end in a
 * loop that crosses itself: `out.careful` has each such loop looked over. It is left off inside searches, which look over where they end and
 * begin again with it where that is no real loop.
 * @param plan the belt's stops
 * @param x centre of every pulley of the drive, mm
 * @param y likewise
 * @param out where the result goes; after anything but `ok` only `culprit` means something
 */
export function traceLoop(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace): LoopOutcome {
  const outcome = passByCleared(plan, x, y, out);
  if (plan.idlers === 0) return outcome;
  // With nothing passed by and no wrap past half a turn, or a lone idler passed by, no other choice of idlers is a taut loop.
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

/** Traces the loop that touches every stop but the cleared ones, as it stands; false where it cannot be laid or does not turn once. */
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
    if (out.touched < plan.stops && takeBack(plan, x, y, out)) continue;
    out.length = lengthOf(plan, out);
    return 'ok';
  }
  out.culprit = active[0] as number;
  return 'not-touching';
}

/** Lays the span that leaves each touched stop. Returns the first whose circles allow none, or −1. */
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
 * The touched idler that the taut belt clears, or −1. Only a wrap beyond half a turn can be a clearance in disguise. Where the loop turns too
 * often or too seldom one must go: that with most room to the straight run past it. Where the count is right one goes only if that run plainly clears it.
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

/** Of the idlers at the two ends of a span that cannot be laid, one that the belt clears, or −1. */
function clearedBeside(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace, broken: number): number {
  if (out.touched < 3) return -1;
  for (const a of [broken, (broken + 1) % out.touched]) {
    if (plan.idler[out.active[a] as number] === 1 && roomBeside(plan, x, y, out, a, false) >= 0) return a;
  }
  return -1;
}

/**
 * Distance between an idler's rim and the straight run that would pass it by, mm; negative where the run would cut it, NaN where there is no
 * such run, or (if asked) where the idler lies beyond the run's ends.
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

/** Takes back one idler that was passed by while another, itself gone since, held the belt off it. */
function takeBack(plan: LoopPlan, x: Float64Array, y: Float64Array, out: LoopTrace): boolean {
  const { active } = out;
  for (let a = 0; a < out.touched; a++) {
    const from = active[a] as number;
    const to = active[(a + 1) % out.touched] as number;
    for (let i = (from + 1) % plan.stops; i !== to; i = (i + 1) % plan.stops) {
      if (out.kept[i] === 1 || !(roomFromRun(plan, x, y, from, to, i, true) < -1e-6)) continue;
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
 * How far the idlers that a traced loop passes by lie off the spans that pass them, mm: tells the likelier of two loops of one length. One
 * that stands across its span, beyond the end of it, belongs to the other loop.
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
