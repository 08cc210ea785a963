import { describe, expect, it } from 'vitest';
import { seededRandom } from '../core/drive';
import { beltGrip, simulateMachine, type RunningMachine } from './running-machine';

const machine = (over: Partial<RunningMachine> = {}): RunningMachine => ({
  seconds: 12,
  engineInertia: 1.1,
  bladeInertia: 0.7,
  governor: { lagS: 0.15, droop: 0.1 },
  drag: { load: 0.3, parts: [0.3, 0.2, 0.5] },
  engagement: { at: 1, delayS: 0.1, rampS: 0.6, torque: 0.95 },
  release: { at: 6, delayS: 0.05, brakeDelayS: 0.1, brakeRampS: 0.001, brake: 0.4 },
  startsEngaged: false,
  throttle: [{ at: 0, to: 1 }],
  wander: { share: 0, seconds: 0.3 },
  ...over,
});
const run = (m: RunningMachine) => simulateMachine(m, seededRandom(1));

describe('a simulated machine', () => {
  it('stops in the time of the closed form under a constant torque', () => {
    const constant = { load: 0.2, parts: [1, 0, 0] as const };
    const { standsAt, blades, rate } = run(machine({ drag: constant }));
    const released = blades[6.05 * rate]!;
    // Drag alone until the brake applies, then both.
    const atBrake = released - (0.05 * 0.2) / 0.7;
    expect(standsAt).toBeCloseTo(6.1 + (atBrake * 0.7) / 0.6, 1);
  });

  it('loses its speed exponentially under a linear drag', () => {
    const { blades, rate } = run(
      machine({ drag: { load: 0.3, parts: [0, 1, 0] }, release: { at: 6, delayS: 0, brakeDelayS: 0, brakeRampS: 1, brake: 0 } }),
    );
    expect(blades[8 * rate]! / blades[7 * rate]!).toBeCloseTo(Math.exp(-0.3 / 0.7), 2);
  });

  it('never drives the blades faster than the engine, and lets them follow it without slip', () => {
    const { engine, blades, slip, rate } = run(machine());
    for (let i = rate; i < 6 * rate; i += 10) expect(blades[i]!).toBeLessThanOrEqual(engine[i]! + 1e-9);
    expect(slip[5 * rate]).toBe(0);
    expect(blades[5 * rate]).toBe(engine[5 * rate]);
  });

  it('sags while the belt slips, runs below its speed without load, and rises at the release', () => {
    const { engine, rate } = run(machine());
    const before = engine[0.9 * rate]!;
    const loaded = engine[5 * rate]!;
    expect(Math.min(...engine.slice(rate, 3 * rate))).toBeLessThan(loaded);
    expect(loaded).toBeLessThan(before);
    expect(engine[8 * rate]!).toBeGreaterThan(loaded);
  });

  it('grips more the longer the belt is tightened, up to its full torque', () => {
    expect(beltGrip(-1, 0.5)).toBe(0);
    expect(beltGrip(0.25, 0.5)).toBeGreaterThan(beltGrip(0.2, 0.5));
    expect(beltGrip(2, 0.5)).toBe(1);
  });
});
