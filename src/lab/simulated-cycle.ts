import { compileDrive, speedsOf, type Drive } from '../core/drive';
import { simulateMachine, type Engagement, type Motion, type Release, type RunningMachine } from './running-machine';
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
  /** Difference of speed between two spindles by their pulleys, as a share. */
  readonly spindleGap: number;
}

/** Faulty machine, as it differs from its drive: times in s, a belt that grabs, and one that squeals while it slips. */
export interface CycleBehaviour {
  readonly engageS?: number | undefined;
  readonly stopS?: number | undefined;
  readonly grabs?: boolean | undefined;
  readonly squeals?: boolean | undefined;
}

const USUAL_RPM = 3100;
const USUAL_INERTIA = 0.7;
/** Share of the power of the engine that the driven pulleys take. */
const LOAD = 0.2;

/** Facts for a simulated cycle. Where the drive lacks one, a usual value. */
export function cycleFacts(drive: Drive): CycleFacts {
  const made = compileDrive(drive);
  const speeds = made.ok ? speedsOf(made.compiled).pulleys : [];
  const rpmOf = (id: string) => Math.abs(speeds.find((s) => s.pulley === id)?.rpm ?? 0);
  const driver = drive.pulleys.find((p) => p.role === 'driver');
  const driven = drive.pulleys.filter((p) => p.role === 'driven');
  const engineRpm = driver?.rpm ?? USUAL_RPM;
  const rpms = driven.map((p) => rpmOf(p.id)).filter((rpm) => rpm > 0);
  const bladeRpm = Math.max(0, ...rpms);
  const powerKw = driven.reduce((a, p) => a + (p.powerKw ?? 0), 0);
  const energy = driven.reduce((a, p) => a + (p.inertia ?? 0) * ((rpmOf(p.id) * Math.PI) / 30) ** 2, 0);
  return {
    engineRpm,
    ratio: engineRpm > 0 && bladeRpm > 0 ? bladeRpm / engineRpm : 1,
    spindles: Math.max(1, driven.length),
    hasBrake: drive.brakes.length > 0,
    spindleGap: rpms.length > 1 ? 1 - Math.min(...rpms) / bladeRpm : 0,
    bladeInertia: powerKw > 0 && energy > 0 ? Math.min(1.2, Math.max(0.3, (energy * LOAD) / (1000 * powerKw))) : USUAL_INERTIA,
  };
}

const SAMPLE_RATE = 16000;
const ENGAGE_AT = 2;
const RELEASE_AT = 8;
const RUNNING = [ENGAGE_AT + 3.4, RELEASE_AT] as const;
const BRAKE = 0.4;

/** The machine of a drive, without faults. */
const machineOf = (facts: CycleFacts): RunningMachine & { readonly engagement: Engagement; readonly release: Release } => ({
  seconds: facts.hasBrake ? 14 : 21,
  engineInertia: 1.1,
  bladeInertia: facts.bladeInertia,
  governor: { lagS: 0.16, droop: 0.1 },
  drag: { load: LOAD, parts: [0.3, 0.15, 0.55] },
  engagement: { at: ENGAGE_AT, delayS: 0.09, rampS: 0.6, torque: 0.95 },
  release: { at: RELEASE_AT, delayS: 0.08, brakeDelayS: 0.15, brakeRampS: 0.08, brake: facts.hasBrake ? BRAKE : 0 },
  startsEngaged: false,
  throttle: [{ at: 0, to: 1 }],
  wander: { share: 0.002, seconds: 0.33 },
});

/** True times of a motion, s. */
function timesOfMotion({ blades, rate, standsAt }: Motion, seconds: number) {
  const part = blades.slice(RUNNING[0] * rate, RUNNING[1] * rate);
  const mean = part.reduce((a, w) => a + w, 0) / part.length;
  const full = blades.findIndex((w) => w >= 0.95 * mean) / rate;
  return { engageS: full - ENGAGE_AT, stopS: (standsAt ?? seconds) - RELEASE_AT };
}

/** Value between two at which a time is reached. The time rises with the value. */
function solvedFor(timeOf: (value: number) => number, wanted: number, from: number, to: number): number {
  let [short, long] = [from, to];
  for (let k = 0; k < 24; k++) {
    const middle = (short + long) / 2;
    if (timeOf(middle) < wanted) short = middle;
    else long = middle;
  }
  return (short + long) / 2;
}

const STILL = (): number => 0.5;
const timesWithout = (machine: RunningMachine) => timesOfMotion(simulateMachine(machine, STILL), machine.seconds);
const LIGHTEST = 0.1;
/** A belt that does not grab takes this long to its full torque, s. */
const SHORTEST_RAMP_S = 0.3;
const GRABS = { rampS: 0.02, torque: 1.5, engineInertia: 0.6, bladeInertia: 0.25 } as const;
const LONGEST_RAMP_S = 6;
const STRONGEST_BRAKE = 6;
const LEAST_LOAD = 0.02;

/** The machine with a belt and blades that take this time to full speed. */
function engaging(machine: ReturnType<typeof machineOf>, engageS: number): ReturnType<typeof machineOf> {
  const withRamp = (rampS: number) => ({ ...machine, engagement: { ...machine.engagement, rampS } });
  const quickest = withRamp(SHORTEST_RAMP_S);
  if (timesWithout(quickest).engageS <= engageS)
    return withRamp(solvedFor((ramp) => timesWithout(withRamp(ramp)).engageS, engageS, SHORTEST_RAMP_S, LONGEST_RAMP_S));
  const withInertia = (bladeInertia: number) => ({ ...quickest, bladeInertia });
  return withInertia(solvedFor((inertia) => timesWithout(withInertia(inertia)).engageS, engageS, LIGHTEST, machine.bladeInertia));
}

/** The machine with a brake that takes this time to a standstill, or without a brake and with less drag. */
function stopping(machine: ReturnType<typeof machineOf>, stopS: number): ReturnType<typeof machineOf> {
  const seconds = Math.max(machine.seconds, RELEASE_AT + stopS + 2);
  const withBrake = (brake: number) => ({ ...machine, seconds, release: { ...machine.release, brake } });
  const withLoad = (load: number) => ({ ...withBrake(0), drag: { ...machine.drag, load } });
  return timesWithout(withBrake(0)).stopS > stopS
    ? withBrake(-solvedFor((b) => timesWithout(withBrake(-b)).stopS, stopS, -STRONGEST_BRAKE, 0))
    : withLoad(-solvedFor((load) => timesWithout(withLoad(-load)).stopS, stopS, -machine.drag.load, -LEAST_LOAD));
}

function behaving(facts: CycleFacts, { engageS, stopS, grabs }: CycleBehaviour): RunningMachine {
  const usual = machineOf(facts);
  const { engineInertia, bladeInertia, ...grab } = GRABS;
  const grabbing = { ...usual, engineInertia, bladeInertia, engagement: { ...usual.engagement, ...grab } };
  const engaged = grabs ? grabbing : engageS === undefined ? usual : engaging(usual, engageS);
  // Lighter blades would also stop sooner.
  return stopping(engaged, stopS ?? timesWithout(usual).stopS);
}

/**
 * One engagement and one release of a drive, by its own speeds, inertias and brake.
 * @param random uniform numbers in [0, 1)
 * @param behaviour where a fault changes it
 */
export function simulatedCycle(facts: CycleFacts, tips: number, random: () => number, behaviour: CycleBehaviour = {}): SimulatedCycle {
  const machine = behaving(facts, behaviour);
  const motion = simulateMachine(machine, random);
  const order = facts.ratio * tips * 2;
  // A pass tone on a line of the engine could not be separated from it.
  const ratio = Math.abs(order - Math.round(order)) < 0.16 ? (Math.round(order) + 0.2) / tips / 2 : facts.ratio;
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
      squeal: behaviour.squeals ? { hz: 950, falls: 0.6, overDb: -2 } : null,
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
    { engageAt: ENGAGE_AT, releaseAt: RELEASE_AT, running: RUNNING },
    random,
  );
  return { sound, sampleRate: SAMPLE_RATE, ...timesOfMotion(motion, machine.seconds) };
}
