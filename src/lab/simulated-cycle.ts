import { compileDrive, speedsOf, type Drive } from '../core/drive';
import { simulateMachine } from './running-machine';
import { runningSound } from './running-sound';

/** Sound of one cycle of a drive, with its true times in s. */
export interface SimulatedCycle {
  readonly sound: Float32Array;
  readonly sampleRate: number;
  readonly engageS: number;
  readonly stopS: number;
}

/** Speeds and inertias of a drive, as far as it states them. */
export interface CycleFacts {
  readonly engineRpm: number;
  /** Blade revolutions per engine revolution. */
  readonly ratio: number;
  readonly spindles: number;
  readonly hasBrake: boolean;
  /** Seconds to full speed under the full torque of the engine. */
  readonly bladeInertia: number;
}

const USUAL_RPM = 3100;
const USUAL_INERTIA = 0.7;
/** Share of the power of the engine that the driven pulleys take. */
const LOAD = 0.27;

/** Facts for a simulated cycle. Where the drive lacks one, a usual value. */
export function cycleFacts(drive: Drive): CycleFacts {
  const made = compileDrive(drive);
  const speeds = made.ok ? speedsOf(made.compiled).pulleys : [];
  const rpmOf = (id: string) => Math.abs(speeds.find((s) => s.pulley === id)?.rpm ?? 0);
  const driver = drive.pulleys.find((p) => p.role === 'driver');
  const driven = drive.pulleys.filter((p) => p.role === 'driven');
  const engineRpm = driver?.rpm ?? USUAL_RPM;
  const bladeRpm = Math.max(0, ...driven.map((p) => rpmOf(p.id)));
  const powerKw = driven.reduce((a, p) => a + (p.powerKw ?? 0), 0);
  const energy = driven.reduce((a, p) => a + (p.inertia ?? 0) * ((rpmOf(p.id) * Math.PI) / 30) ** 2, 0);
  return {
    engineRpm,
    ratio: engineRpm > 0 && bladeRpm > 0 ? bladeRpm / engineRpm : 1,
    spindles: Math.max(1, driven.length),
    hasBrake: drive.brakes.length > 0,
    bladeInertia: powerKw > 0 && energy > 0 ? Math.min(1.2, Math.max(0.3, (energy * LOAD) / (1000 * powerKw))) : USUAL_INERTIA,
  };
}

const SAMPLE_RATE = 16000;
const ENGAGE_AT = 2;
const RELEASE_AT = 8;
const BRAKE = 0.4;

/** One engagement and one release of a drive, by its own speeds, inertias and brake. @param random uniform numbers in [0, 1) */
export function simulatedCycle(facts: CycleFacts, tips: number, random: () => number): SimulatedCycle {
  const machine = {
    seconds: facts.hasBrake ? 14 : 21,
    engineInertia: 1.1,
    bladeInertia: facts.bladeInertia,
    governor: { lagS: 0.16, droop: 0.1 },
    drag: { load: LOAD, parts: [0.3, 0.15, 0.55] as const },
    engagement: { at: ENGAGE_AT, delayS: 0.09, rampS: 0.6, torque: 0.95 },
    release: { at: RELEASE_AT, delayS: 0.08, brakeDelayS: 0.15, brakeRampS: 0.08, brake: facts.hasBrake ? BRAKE : 0 },
    startsEngaged: false,
    throttle: [{ at: 0, to: 1 }],
    wander: { share: 0.002, seconds: 0.33 },
  };
  const motion = simulateMachine(machine, random);
  const order = facts.ratio * tips * 2;
  // A pass tone on a line of the engine could not be separated from it.
  const ratio = Math.abs(order - Math.round(order)) < 0.16 ? (Math.round(order) + 0.2) / tips / 2 : facts.ratio;
  const running = [ENGAGE_AT + 2.6, RELEASE_AT] as const;
  const part = motion.blades.slice(running[0] * motion.rate, running[1] * motion.rate);
  const mean = part.reduce((a, w) => a + w, 0) / part.length;
  const full = motion.blades.findIndex((w) => w >= 0.95 * mean) / motion.rate;
  const sound = runningSound(
    motion,
    {
      sampleRate: SAMPLE_RATE,
      engineHz: facts.engineRpm / 60,
      ratio,
      tips,
      engine: { cylinders: 1, oddDb: 10, humps: [90, 160, 320].map((hz) => ({ hz, q: 2, gain: 0.8 })), noiseDb: 12 },
      spindles: [{ pitch: 1, stop: 1, underDb: 0 }],
      blades: { overDb: 3, harmonics: 12, fall: 0.9, bySpeed: 3.6, unequalDb: 20, swishDb: 5, swishPeak: 2.2 },
      knocks: [ENGAGE_AT, RELEASE_AT].map((at) => ({ at, overDb: 9 })),
      squeal: null,
      rub: null,
      noise: { underDb: 28, wind: 0.5 },
      voice: null,
      birds: null,
      hum: null,
      ground: { delayS: 0.003, gain: 0.4 },
      highPassHz: 100,
      gainS: null,
      clip: 0,
    },
    { engageAt: ENGAGE_AT, releaseAt: RELEASE_AT, running },
    random,
  );
  return { sound, sampleRate: SAMPLE_RATE, engageS: full - ENGAGE_AT, stopS: (motion.standsAt ?? machine.seconds) - RELEASE_AT };
}
