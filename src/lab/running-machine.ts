/**
 * Speeds of an engine and of its blades while the drive is engaged and released, by their torques. Speeds are shares of
 * the governed speed without load. Torques are shares of the full torque of the engine. Inertias are seconds to full
 * speed under that torque.
 */

export interface Governor {
  /** Time constant, s. */
  readonly lagS: number;
  /** Loss of speed at full throttle, as a share. */
  readonly droop: number;
}

export interface BladeDrag {
  /** Torque at full speed. */
  readonly load: number;
  /** Shares that are constant, linear and quadratic in the speed. Their sum is 1. */
  readonly parts: readonly [number, number, number];
}

export interface Engagement {
  /** Time of the clunk of the lever, s. */
  readonly at: number;
  /** From there until the belt takes hold, s. */
  readonly delayS: number;
  /** Until the belt transmits its full torque, s. */
  readonly rampS: number;
  readonly torque: number;
  /** Grabs of the belt per second, and by what share each lowers its torque. Smooth without. */
  readonly grab?: { readonly hz: number; readonly depth: number };
}

export interface Release {
  /** Time of the clunk of the lever, s. */
  readonly at: number;
  /** From there until the belt is slack, s. */
  readonly delayS: number;
  /** From there until the brake applies, s. */
  readonly brakeDelayS: number;
  readonly brakeRampS: number;
  /** Constant torque of the brake. */
  readonly brake: number;
}

/** Throttle from a time on: share of the governed speed. 0 shuts the engine off. */
export interface Throttle {
  readonly at: number;
  readonly to: number;
}

export interface RunningMachine {
  readonly seconds: number;
  readonly engineInertia: number;
  readonly bladeInertia: number;
  readonly governor: Governor;
  readonly drag: BladeDrag;
  /** Null: the blades run from the start. */
  readonly engagement: Engagement | null;
  /** Null: they run until the end. */
  readonly release: Release | null;
  /** True: blades run from the start, and the drive is engaged. */
  readonly startsEngaged: boolean;
  readonly throttle: readonly Throttle[];
  /** Wander of the engine speed, as a share, and how fast, s. */
  readonly wander: { readonly share: number; readonly seconds: number };
  /** A load on the engine that is not the blades: from, until, torque. */
  readonly otherLoad?: { readonly from: number; readonly until: number; readonly torque: number };
}

export interface Motion {
  /** Steps per second. */
  readonly rate: number;
  readonly engine: Float64Array;
  readonly blades: Float64Array;
  /** Difference of speed in the belt while it is engaged: 1 at full slip, 0 where it follows. */
  readonly slip: Float64Array;
  /** Torque that the engine delivers. */
  readonly torque: Float64Array;
  /** Time at which the blades are at a standstill after the release, s. Null if they are not. */
  readonly standsAt: number | null;
}

const RATE = 1000;
/** Friction of an engine that is shut off: it stops in about 2 s. */
const ENGINE_FRICTION = 0.55;
const STANDSTILL = 1e-3;

/** Share of its full torque that the belt transmits. The exponent is that of a belt that is tightened by a lever. */
export const beltGrip = (sinceS: number, rampS: number): number => Math.min(1, Math.max(0, sinceS / rampS)) ** 1.3;

/** Simulates a machine in steps of 1 ms. @param random uniform numbers in [0, 1) */
export function simulateMachine(machine: RunningMachine, random: () => number): Motion {
  const { engagement, release, governor, drag, throttle } = machine;
  const n = Math.round(machine.seconds * RATE);
  const out = { engine: new Float64Array(n), blades: new Float64Array(n), slip: new Float64Array(n), torque: new Float64Array(n) };
  const dt = 1 / RATE;
  const [c0, c1, c2] = drag.parts;
  const dragAt = (w: number) => (w > 0 ? drag.load * (c0 + c1 * w + c2 * w * w) : 0);
  const setAt = (t: number) => throttle.findLast((s) => s.at <= t)?.to ?? 1;
  let set = setAt(0);
  let w = machine.startsEngaged ? set * (1 - governor.droop * dragAt(1)) : 0;
  let e = machine.startsEngaged ? w : set;
  let u = machine.startsEngaged ? dragAt(w) : 0;
  let locked = machine.startsEngaged;
  let wander = 0;
  let standsAt: number | null = null;
  const keep = Math.exp(-dt / machine.wander.seconds);
  const push = machine.wander.share * Math.sqrt(3 * (1 - keep * keep));
  for (let i = 0; i < n; i++) {
    const t = i * dt;
    set = setAt(t);
    const off = set === 0;
    const released = release !== null && t >= release.at + release.delayS;
    const taken = engagement !== null && t >= engagement.at + engagement.delayS;
    const engaged = !released && (machine.startsEngaged || taken);
    const order = off ? 0 : Math.min(1, Math.max(-0.12, (set - e) / governor.droop));
    u += ((order - u) * dt) / governor.lagS;
    const other = machine.otherLoad && t >= machine.otherLoad.from && t < machine.otherLoad.until ? machine.otherLoad.torque : 0;
    const own = (off ? -ENGINE_FRICTION * Math.min(1, e * 20) : u) - other;
    if (released) locked = false;
    let capacity = machine.startsEngaged && engagement === null ? 2 : 0;
    if (engagement && engaged) {
      const since = t - engagement.at - engagement.delayS;
      const { grab } = engagement;
      capacity = engagement.torque * beltGrip(since, engagement.rampS);
      if (grab) capacity *= 1 - grab.depth * (0.5 + 0.5 * Math.sign(Math.sin(2 * Math.PI * grab.hz * since)));
    }
    const brakes =
      release && released ? release.brake * Math.min(1, Math.max(0, (t - release.at - release.brakeDelayS) / release.brakeRampS)) : 0;
    if (engaged && locked) {
      e += ((own - dragAt(w)) * dt) / (machine.engineInertia + machine.bladeInertia);
      w = e;
    } else {
      e += ((own - (engaged ? capacity : 0)) * dt) / machine.engineInertia;
      w += (((engaged ? capacity : 0) - dragAt(w) - (w > 0 ? brakes : 0)) * dt) / machine.bladeInertia;
      if (engaged && w >= e) {
        w = e;
        locked = true;
      }
    }
    e = Math.max(0, e);
    w = Math.max(0, w);
    if (released && standsAt === null && w <= STANDSTILL) standsAt = t;
    wander = keep * wander + push * (2 * random() - 1);
    out.engine[i] = e * (1 + wander);
    out.blades[i] = w * (1 + (engaged && locked ? wander : 0));
    out.slip[i] = engaged && !locked && e > 0.05 ? Math.max(0, (e - w) / e) : 0;
    out.torque[i] = off ? 0 : u;
  }
  return { rate: RATE, ...out, standsAt };
}
