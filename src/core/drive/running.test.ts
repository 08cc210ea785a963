import { describe, expect, it } from 'vitest';
import { demoDrive, driveOf, compiled, DEMO_DRIVES, twoPulleys } from './sample-drives';
import type { Drive } from './schema';
import { answerState, solveDrive, type StateAnswer } from './solve';
import { newSolver } from './solver';
import { speedsOf } from './speeds';

const engaged = (drive: Drive, lever = 1): StateAnswer => {
  const solver = newSolver(compiled(drive));
  return answerState(solver, { name: 'engaged', lever }, speedsOf(solver.work.compiled));
};

/** The drive held by locks where it runs: its geometry there comes from the plain solver, with no load in it. */
function heldAt(drive: Drive, positions: Float64Array, lever: number) {
  const locks = Object.fromEntries(drive.tensioners.map((t, i) => [t.id, positions[i]!]));
  const result = solveDrive({ ...drive, states: [{ name: 'held', lever, locks }] });
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  const solver = newSolver(compiled(drive));
  const { pose } = answerState(solver, { name: 'held', lever, locks }, speedsOf(solver.work.compiled));
  return { state: result.answer.states[0]!, pose, speeds: result.answer };
}

/**
 * Virtual work of all span tensions and springs for a small move of a tensioner. It is zero in balance. Independent of
 * the engine.
 */
function workLeft(drive: Drive, answer: StateAnswer, t: number, lever: number): { left: number; scale: number } {
  const tensioner = drive.tensioners[t]!;
  const held = heldAt(drive, answer.running.positions, lever);
  const carried = new Set(tensioner.carries);
  const placeOf = (id: string) => held.pose.pulleys[drive.pulleys.findIndex((p) => p.id === id)]!;
  const moveOf = (at: { x: number; y: number }) =>
    tensioner.kind === 'slide'
      ? { x: Math.cos((tensioner.direction * Math.PI) / 180), y: Math.sin((tensioner.direction * Math.PI) / 180) }
      : { x: (-(at.y - tensioner.pivot.y) * Math.PI) / 180, y: ((at.x - tensioner.pivot.x) * Math.PI) / 180 };
  let left = 0;
  let scale = 0;
  drive.belts.forEach((belt, b) => {
    const solved = held.state.belts[b]!;
    const v = held.speeds.beltSpeeds[b]!.metresPerSecond;
    if (solved.pitchLength === null || v === null || answer.solved.belts[b]!.tension === 0) return;
    const tc = answer.bands[b]!.centrifugalN;
    const stops = held.pose.belts[b]!.stops;
    const n = stops.length;
    const taken = (p: (typeof drive.pulleys)[number], seen: string[]): number => {
      const shaft = drive.pulleys.filter((q) => q.id === p.id || (p.shaft !== undefined && q.shaft === p.shaft)).map((q) => q.id);
      const onward = drive.belts.filter(
        (other) =>
          !seen.includes(other.id) &&
          other.route.some((s) => shaft.includes(s.pulley) && drive.pulleys.find((q) => q.id === s.pulley)!.role === 'driver'),
      );
      return (
        (p.powerKw ?? 0) +
        onward
          .flatMap((other) => other.route.map((s) => ({ s, other })))
          .filter(({ s }) => drive.pulleys.find((q) => q.id === s.pulley)!.role === 'driven')
          .reduce(
            (sum, { s, other }) =>
              sum +
              taken(
                drive.pulleys.find((q) => q.id === s.pulley)!,
                [...seen, other.id],
              ),
            0,
          )
      );
    };
    const te = stops.map((s) => {
      const p = drive.pulleys[s.pulley]!;
      return p.role === 'driven' ? (1300 * taken(p, [belt.id])) / v : 0;
    });
    const at = stops.findIndex((s) => drive.pulleys[s.pulley]!.role === 'driver');
    const driver = drive.pulleys[stops[at]!.pulley]!;
    const turns = held.speeds.speeds.find((s) => s.pulley === driver.id)!.rotation === 'ccw' ? 1 : -1;
    const along = Math.sign(stops[at]!.signedRadius) * turns;
    const offset = new Array<number>(n).fill(0);
    let sum = 0;
    if (along > 0) {
      for (let k = 1; k < n; k++) offset[(at + k) % n] = sum += te[(at + k) % n]!;
    } else {
      for (let k = 1; k <= n; k++) {
        offset[(at - k + 2 * n) % n] = sum;
        sum += te[(at - k + 2 * n) % n]!;
      }
    }
    const arc = (a: number) => Math.abs(stops[a]!.signedRadius) * stops[a]!.wrap;
    const share = offset.map((_, a) => solved.spans[a]!.length + (arc(a) + arc((a + 1) % n)) / 2);
    const mean = offset.reduce((m, o, a) => m + o * share[a]!, 0) / solved.geometricLength;
    const { stiffnessN } = compiled(drive).belts[b]!;
    const base = (stiffnessN * (solved.geometricLength - solved.pitchLength)) / solved.pitchLength - mean;
    offset.forEach((o, a) => {
      const [from, to] = [drive.pulleys[stops[a]!.pulley]!.id, drive.pulleys[stops[(a + 1) % n]!.pulley]!.id];
      const still = { x: 0, y: 0 };
      const [d, e] = [carried.has(to) ? moveOf(placeOf(to)) : still, carried.has(from) ? moveOf(placeOf(from)) : still];
      const work = (base + o - tc) * (stops[a]!.ux * (d.x - e.x) + stops[a]!.uy * (d.y - e.y));
      left += work;
      scale += Math.abs(work);
    });
  });
  drive.springs.forEach((spring, s) => {
    const { force } = held.state.springs[s]!;
    const { from, to } = held.pose.springs[s]!;
    const l = Math.hypot(to[0] - from[0], to[1] - from[1]);
    const pull = spring.kind === 'extension' ? force : -force;
    const ends = [
      { body: spring.from.body, at: from, sign: -1 },
      { body: spring.to.body, at: to, sign: 1 },
    ];
    for (const { body, at, sign } of ends) {
      if (body !== tensioner.id) continue;
      const move = moveOf({ x: at[0], y: at[1] });
      left += (sign * pull * ((to[0] - from[0]) * move.x + (to[1] - from[1]) * move.y)) / l;
    }
  });
  return { left, scale };
}

describe('the running equilibrium', () => {
  const sprung = DEMO_DRIVES.filter((name) => demoDrive(name).tensioners.some((t) => !t.locked));
  it.each(sprung)('%s: spans and springs balance on every free tensioner, with load through shafts', (name) => {
    const drive = demoDrive(name);
    const answer = engaged(drive);
    expect(answer.running.ending).toBe('settled');
    drive.tensioners.forEach((t, i) => {
      if (answer.running.atStop[i] !== null || t.locked) return;
      const { left, scale } = workLeft(drive, answer, i, 1);
      expect(scale).toBeGreaterThan(0);
      expect(Math.abs(left) / scale).toBeLessThan(1e-4);
    });
  });

  it('without power at a crawl is the rest', () => {
    const drive = demoDrive('orchard-rider');
    drive.pulleys[0]!.rpm = 1e-3;
    delete drive.pulleys[1]!.powerKw;
    const { equilibrium, running, bands, solved } = engaged(drive);
    expect(running.positions[0]).toBeCloseTo(equilibrium.positions[0]!, 6);
    expect(bands[0]!.runningN).toBeCloseTo(solved.belts[0]!.tension!, 4);
  });

  it('takes more from a short stiff spring than from a long soft one of the same pull', () => {
    const left = (rate: number) => {
      const drive = demoDrive('orchard-rider');
      const spring = drive.springs[0]!;
      // Same pull at the engaged length of 203.13 mm, for any rate.
      spring.freeLength = 203.134 - (167.53 - 15) / rate;
      spring.rate = rate;
      const { bands, solved } = engaged(drive);
      expect(solved.belts[0]!.tension).toBeCloseTo(190.58, 0);
      return bands[0]!.runningN;
    };
    expect(left(2)).toBeGreaterThan(left(4) + 5);
    expect(left(4)).toBeGreaterThan(left(12) + 15);
  });

  it('on fixed centres keeps the mean: T_r is the static tension', () => {
    const { bands, solved } = engaged(twoPulleys({ pitchLength: 1170 }));
    expect(bands[0]!.runningN).toBeCloseTo(solved.belts[0]!.tension!, 9);
  });

  it('a belt that carries another drive’s power needs it too', () => {
    const alone = demoDrive('peat-road-tractor');
    const bar = alone.pulleys.find((p) => p.id === 'bar')!;
    const full = engaged(alone).bands[0]!.leastN!;
    bar.powerKw = 0;
    const light = engaged(alone).bands[0]!.leastN!;
    // 0.8 kW against the 0.1 kW that the carriage itself takes.
    expect(full / light).toBeCloseTo(8, 0);
  });
});

describe('the ceiling', () => {
  it('is where the first bearing lives its hours under the running spans', () => {
    const drive = twoPulleys({ pitchLength: 1168 });
    drive.pulleys[1]!.bearing = { dynamicRating: 6000 };
    const { bands, solved } = engaged(drive);
    const n = (3000 * 46.4) / 71.4;
    const v = (2 * Math.PI * 3000 * 46.4) / 60 / 1000;
    const te = 3900 / v;
    const alpha = Math.asin((71.4 - 46.4) / 400);
    const tc = bands[0]!.centrifugalN;
    // Spans of equal length: hi and lo are Te/2 above and below the mean, each less Tc, at ±α to the line of centres.
    const load = (t: number) => Math.hypot(2 * (t - tc) * Math.cos(alpha), te * Math.sin(alpha));
    const hours = (t: number) => ((6000 / load(t)) ** 3 * 1e6) / (60 * n);
    expect(bands[0]!.ceilingFrom).toBe('driven');
    expect(hours(bands[0]!.ceilingN!)).toBeCloseTo(1000, 3);
    expect(solved.belts[0]!.tension).toBeGreaterThan(0);
  });
});

describe('heights', () => {
  const pair = (z: number) => {
    const drive = twoPulleys();
    drive.pulleys[1]!.z = z;
    return drive;
  };
  it('two level spans climb by Pythagoras, wraps stay as they are', () => {
    const flat = engaged(pair(0)).solved.belts[0]!;
    const climbing = engaged(pair(25)).solved.belts[0]!;
    const l = flat.spans[0]!.length;
    expect(climbing.spans[0]!.length).toBeCloseTo(Math.hypot(l, 25), 9);
    expect(climbing.geometricLength).toBeCloseTo(flat.geometricLength + 2 * (Math.hypot(l, 25) - l), 9);
    expect(climbing.wraps).toEqual(flat.wraps);
  });
  it('an engine pulley over the deck’s plane lengthens each span that climbs, and is followed by the arm', () => {
    const drive = demoDrive('orchard-rider');
    const released = engaged(drive, 0).solved.belts[0]!;
    const level = engaged(drive);
    drive.pulleys[0]!.z = 25;
    const climbing = engaged(drive, 0).solved.belts[0]!;
    const climb = released.spans.reduce((sum, { length }) => sum + Math.hypot(length, 25) - length, 0);
    expect(climbing.geometricLength - released.geometricLength).toBeCloseTo(climb, 6);
    const { solved, equilibrium } = engaged(drive);
    expect(equilibrium.residual).toBeLessThan(1e-6);
    expect(solved.belts[0]!.tension!).toBeGreaterThan(level.solved.belts[0]!.tension! + 10);
  });
  it('has no effect if every height is the same', () => {
    const drive = demoDrive('airstrip-mower');
    const level = engaged(drive).solved;
    for (const p of drive.pulleys) p.z = 140;
    expect(engaged(drive).solved).toEqual(level);
  });
});

it('a lever that carries no pulley is moved by its springs alone', () => {
  const drive = driveOf({
    pulleys: twoPulleys().pulleys,
    belts: twoPulleys({ pitchLength: 1170 }).belts,
    tensioners: [
      { id: 'lever', kind: 'pivot', pivot: { x: 0, y: 300 }, carries: [], min: -80, max: 80 },
      { id: 'slide', kind: 'slide', direction: 0, carries: ['driven'], min: -30, max: 30 },
    ],
    springs: [
      {
        id: 'link',
        kind: 'extension',
        freeLength: 40,
        rate: 5,
        from: { body: 'lever', x: 100, y: 300 },
        to: { body: 'slide', x: 400, y: 0 },
      },
      {
        id: 'pull',
        kind: 'extension',
        freeLength: 40,
        rate: 9,
        from: { body: 'frame', x: 560, y: 240 },
        to: { body: 'slide', x: 430, y: 0 },
      },
      {
        id: 'back',
        kind: 'extension',
        freeLength: 40,
        rate: 4,
        from: { body: 'frame', x: 60, y: 460 },
        to: { body: 'lever', x: 100, y: 300 },
      },
    ],
  });
  const { equilibrium } = engaged(drive);
  expect(equilibrium.ending).toBe('settled');
  expect(equilibrium.residual).toBeLessThan(1e-3);
  expect(Math.abs(equilibrium.positions[0]!)).toBeGreaterThan(0.1);
});
