import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { evaluateEnergy } from './energy';
import { solveEquilibrium } from './equilibrium';
import expected from './orchard-rider.expected.json';
import { compiled, DEMO_DRIVES, demoDrive, driveOf, twoPulleys } from './sample-drives';
import type { Drive } from './schema';
import { DEFAULT_GRIP } from './settings';
import { answerState, isOverCentre, solveDrive } from './solve';
import { newSolver } from './solver';
import { speedsOf } from './speeds';

describe('the orchard rider agrees with its worked answers', () => {
  for (const answer of expected) {
    for (const name of ['disengaged', 'engaged'] as const) {
      it(`${answer.belt}, ${name}`, () => {
        const drive = demoDrive('orchard-rider');
        const own = drive.belts[0]!;
        delete own.length;
        own.designation = answer.belt;
        const solver = newSolver(compiled(drive));
        const { solved, bands, running } = answerState(
          solver,
          drive.states.find((s) => s.name === name)!,
          speedsOf(solver.work.compiled),
        );
        const belt = solved.belts[0]!;
        const want = answer[name];
        expect(belt.pitchLength).toBeCloseTo(answer.pitchLength, 3);
        expect(Math.abs(belt.geometricLength / want.geometricLength - 1)).toBeLessThan(1e-6);
        expect(solved.tensioners[0]!.position).toBeCloseTo(want.position, 2);
        expect(solved.tensioners[0]!.atStop).toBe(want.atStop);
        expect(belt.tension).toBeCloseTo(want.tension, 1);
        expect(belt.slack).toBeCloseTo(want.slack, 2);
        for (const w of belt.wraps) expect(w.angle).toBeCloseTo(want.wraps[w.pulley as keyof typeof want.wraps], 2);
        for (const s of solved.springs) {
          const [length, force] = want.springs[s.id as keyof typeof want.springs] as [number, number];
          expect(s.length).toBeCloseTo(length, 2);
          expect(s.force).toBeCloseTo(force, 1);
        }
        if (name !== 'engaged') return;
        expect(bands[0]!.floorN).toBeCloseTo(answer.slipFloor, 1);
        expect(running.positions[0]).toBeCloseTo(answer.running.position, 2);
        expect(bands[0]!.runningN).toBeCloseTo(answer.running.tension, 1);
        expect(bands[0]!.leastN!).toBeCloseTo(answer.running.least, 1);
        expect(bands[0]!.runningN >= bands[0]!.leastN!).toBe(answer.grips);
      });
    }
  }
});

/** Minimum energy by successively finer grids: slow, and independent of any derivative. */
function bruteForce(drive: Drive, lever: number, near: Float64Array): { energy: number; q: Float64Array } {
  const c = compiled(drive);
  const s = newSolver(c);
  let centre = near.slice();
  let best = Infinity;
  for (let width = 0.02; width > 1e-7; width /= 4) {
    const from = centre.slice();
    const n = c.tensioners.length;
    for (let k = 0; k < 9 ** n; k++) {
      const q = from.map((at, i) => {
        const { min, max, lockedAt } = c.tensioners[i]!;
        if (lockedAt !== null) return at;
        return Math.min(max, Math.max(min, at + (max - min) * width * ((Math.floor(k / 9 ** i) % 9) - 4) * 0.25));
      });
      const energy = evaluateEnergy(s.work, s.terms, q, lever, s.state);
      if (energy < best) {
        best = energy;
        centre = q;
      }
    }
  }
  return { energy: best, q: centre };
}

describe('every demo drive rests where its energy is least', () => {
  it.each(DEMO_DRIVES)('%s', (name) => {
    const drive = demoDrive(name);
    const solver = newSolver(compiled(drive));
    for (const lever of [0, 0.3, 0.6, 1]) {
      const found = solveEquilibrium(solver, lever);
      expect(found.ending).toBe('settled');
      const brute = bruteForce(drive, lever, found.positions);
      expect(found.energy).toBeLessThanOrEqual(brute.energy + 1e-6 * (1 + Math.abs(brute.energy)));
      expect(found.residual).toBeLessThan(1e-3);
    }
  });

  it('holds for belts of any length, one tensioner or two, and reports how it ended', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('orchard-rider', 'airstrip-mower', 'harbour-snow-thrower', 'peat-road-tractor', 'slipway-chipper'),
        fc.double({ min: 0.985, max: 1.02, noNaN: true }),
        fc.constantFrom(0, 0.5, 1),
        (name, share, lever) => {
          const drive = demoDrive(name);
          const c = compiled(drive);
          const pitchLengths = Object.fromEntries(drive.belts.map((b, i) => [b.id, c.belts[i]!.statedLength * share]));
          const solver = newSolver(c, { pitchLengths });
          const found = solveEquilibrium(solver, lever);
          if (found.ending === 'blocked') return;
          expect(found.ending).toBe('settled');
          expect(found.residual).toBeLessThan(1e-3);
          const before = found.energy;
          for (const nudge of [-0.01, 0.01]) {
            for (let t = 0; t < c.tensioners.length; t++) {
              const q = found.positions.slice();
              q[t] = Math.min(c.tensioners[t]!.max, Math.max(c.tensioners[t]!.min, q[t]! + nudge));
              expect(evaluateEnergy(solver.work, solver.terms, q, lever, solver.state)).toBeGreaterThanOrEqual(
                before - 1e-7 * (1 + Math.abs(before)),
              );
            }
          }
        },
      ),
      { numRuns: 200, seed: 3 },
    );
  });

  it('the same from the drawing as from the neighbouring lever position', () => {
    const solver = newSolver(compiled(demoDrive('orchard-rider')));
    let last = solveEquilibrium(solver, 0);
    for (let k = 1; k <= 20; k++) {
      const lever = k / 20;
      const followed = solveEquilibrium(solver, lever, {}, { positions: last.positions, lever: (k - 1) / 20 });
      expect(followed.positions[0]).toBeCloseTo(solveEquilibrium(solver, lever).positions[0]!, 6);
      last = followed;
    }
  });
});

describe('rules of meaning', () => {
  const slide = (extra: Record<string, unknown>, spring: Record<string, unknown> = {}) =>
    driveOf({
      pulleys: twoPulleys().pulleys,
      belts: twoPulleys({ pitchLength: 1170 }).belts,
      tensioners: [{ id: 't', kind: 'slide', direction: 0, carries: ['driven'], min: -20, max: 40, ...extra }],
      springs: [
        {
          id: 's',
          kind: 'extension',
          freeLength: 50,
          rate: 2,
          initialTension: 10,
          from: { body: 'frame', x: 500, y: 0 },
          to: { body: 't', x: 430, y: 0 },
          ...spring,
        },
      ],
    });

  it('a slide under a spring comes to where belt pull and spring pull balance', () => {
    const [state] = (solveDrive(slide({})) as Extract<ReturnType<typeof solveDrive>, { ok: true }>).answer.states;
    const belt = state!.belts[0]!;
    const load = state!.shaftLoads.find((l) => l.pulley === 'driven')!;
    expect(load.force).toBeCloseTo(state!.springs[0]!.force, 4);
    expect(load.direction).toBeCloseTo(180, 6);
    expect(belt.tension!).toBeCloseTo((55000 * (belt.geometricLength - 1170)) / 1170, 6);
  });

  it('a compression spring pushes by rate times what it is shortened', () => {
    const drive = slide(
      {},
      {
        kind: 'compression',
        freeLength: 90,
        initialTension: undefined,
        from: { body: 'frame', x: 370, y: 0 },
        to: { body: 't', x: 430, y: 0 },
      },
    );
    const result = solveDrive(drive);
    if (!result.ok) throw new Error();
    const state = result.answer.states[0]!;
    expect(state.springs[0]!.force).toBeCloseTo(2 * (90 - state.springs[0]!.length), 6);
    expect(state.shaftLoads[1]!.force).toBeCloseTo(state.springs[0]!.force, 4);
  });

  it('a locked tensioner stays where it is locked and is never at a stop', () => {
    const result = solveDrive(slide({ locked: true, position: 40 }));
    expect(result.ok && result.answer.states[0]!.tensioners).toEqual([{ id: 't', position: 40, atStop: null }]);
  });

  it('a lock in a state holds there only', () => {
    const drive = {
      ...slide({}),
      states: [
        { name: 'held', lever: 0, locks: { t: 5 } },
        { name: 'free', lever: 1 },
      ],
    };
    const result = solveDrive(drive);
    if (!result.ok) throw new Error();
    expect(result.answer.states[0]!.tensioners[0]!.position).toBe(5);
    expect(result.answer.states[1]!.tensioners[0]!.position).not.toBe(5);
  });

  it('initial tension holds an arm that less than it pulls at: the spring stays closed', () => {
    const drive = driveOf({
      pulleys: twoPulleys().pulleys,
      belts: twoPulleys().belts,
      tensioners: [{ id: 't', kind: 'slide', direction: 0, carries: ['driven'], min: -50, max: 50 }],
      springs: [
        {
          id: 'held',
          kind: 'extension',
          freeLength: 60,
          rate: 5,
          initialTension: 100,
          from: { body: 'frame', x: 330, y: 0 },
          to: { body: 't', x: 400, y: 0 },
        },
        {
          id: 'pull',
          kind: 'extension',
          freeLength: 50,
          rate: 0.5,
          initialTension: 20,
          from: { body: 'frame', x: 500, y: 0 },
          to: { body: 't', x: 400, y: 0 },
        },
      ],
    });
    const result = solveDrive(drive);
    if (!result.ok) throw new Error();
    const [held, pull] = result.answer.states[0]!.springs;
    expect(held!.length).toBeCloseTo(60, 3);
    expect(held!.force).toBeCloseTo(pull!.force, 3);
    expect(held!.force).toBeLessThan(100);
  });

  it('an adjuster shifts its spring end along its direction', () => {
    const drive = demoDrive('orchard-rider');
    drive.adjusters[0]!.position = 10;
    const tighter = solveDrive(drive, 'engaged');
    const before = solveDrive(demoDrive('orchard-rider'), 'engaged');
    expect(tighter.ok && before.ok && tighter.answer.states[0]!.belts[0]!.tension! > before.answer.states[0]!.belts[0]!.tension!).toBe(
      true,
    );
  });

  it('leaves a mechanism over centre after the lever is released', () => {
    const drive = driveOf({
      pulleys: twoPulleys().pulleys,
      belts: twoPulleys().belts,
      tensioners: [{ id: 't', kind: 'pivot', pivot: { x: 400, y: 0 }, carries: ['driven'], min: -80, max: 80 }],
      springs: [
        {
          id: 's',
          kind: 'extension',
          freeLength: 20,
          rate: 1,
          from: { body: 'frame', x: 200, y: 0, leverTravel: { dx: 300, dy: -300 } },
          to: { body: 't', x: 460, y: 10 },
        },
      ],
    });
    const solver = newSolver(compiled(drive));
    const rest = solveEquilibrium(solver, 0);
    const over = solveEquilibrium(solver, 1);
    expect(isOverCentre(solver, over, 1, rest, 0)).toBe(true);
    const rider = newSolver(compiled(demoDrive('orchard-rider')));
    expect(isOverCentre(rider, solveEquilibrium(rider, 1), 1, solveEquilibrium(rider, 0), 0)).toBe(false);
  });

  it('names a state that is not there', () => {
    const result = solveDrive(demoDrive('orchard-rider'), 'parked');
    expect(result).toMatchObject({ ok: false, problems: [{ message: expect.stringContaining('“parked”') }] });
  });
});

describe('grip', () => {
  const bandOf = (drive: Drive) => {
    const solver = newSolver(compiled(drive));
    return answerState(solver, { name: 'engaged', lever: 1 }, speedsOf(solver.work.compiled)).bands[0]!;
  };

  it('on fixed centres is the closed form of two pulleys', () => {
    const drive = twoPulleys({ d1: 100, d2: 150 });
    const r1 = 46.4;
    const v = (2 * Math.PI * 3000 * r1) / 60 / 1000;
    const te = (1000 * 3 * 1.3) / v;
    const tc = 0.105 * v * v;
    const alpha = Math.asin((71.4 - 46.4) / 400);
    const ratio = Math.exp(0.5123 * (Math.PI - 2 * alpha));
    // Spans are equal, so static tension is their mean: lo = T − Te/2, hi = T + Te/2, and (hi − Tc) = ratio·(lo − Tc) at the edge of slip.
    const floor = (te / 2) * ((ratio + 1) / (ratio - 1)) + tc;
    const band = bandOf(drive);
    expect(band.floorN).toBeCloseTo(floor, 6);
    expect(band.firstToSlip).toBe('driver');
    expect(band.centrifugalN).toBeCloseTo(tc, 9);
  });

  it('needs and reports far more for a spring idler on the tight side', () => {
    const slack = demoDrive('orchard-rider');
    const tight = demoDrive('orchard-rider');
    tight.pulleys[0]!.rotation = 'ccw';
    expect(bandOf(slack).idlerOnTightSide).toBe(false);
    expect(bandOf(tight).idlerOnTightSide).toBe(true);
    expect(bandOf(tight).floorN).toBeGreaterThan(2 * bandOf(slack).floorN);
  });

  it('has a slip limit of 0 without a load, reported as unknown', () => {
    const drive = twoPulleys();
    delete drive.pulleys[1]!.powerKw;
    expect(bandOf(drive)).toMatchObject({ floorN: 0, loadKnown: false });
  });

  it('has a ceiling from bearing life: with no load, twice the hours is a cube root less tension', () => {
    const drive = demoDrive('airstrip-mower');
    for (const p of drive.pulleys) delete p.powerKw;
    const solver = newSolver(compiled(drive));
    const speeds = speedsOf(solver.work.compiled);
    const at = (bearingLifeHours: number) => {
      const { bands, solved } = answerState(solver, { name: 'engaged', lever: 1 }, speeds, { ...DEFAULT_GRIP, bearingLifeHours });
      return bands[0]!.ceilingN! - (solved.belts[0]!.tension! - bands[0]!.runningN);
    };
    expect(at(1000) / at(2000)).toBeCloseTo(Math.cbrt(2), 9);
  });
});

describe('speeds', () => {
  it('spread over belts and shafts with their direction', () => {
    const drive = demoDrive('peat-road-tractor');
    const { pulleys, belts } = speedsOf(compiled(drive));
    const rpm = Object.fromEntries(pulleys.map((p) => [p.pulley, p]));
    expect(rpm['jack-out']).toMatchObject({ rpm: rpm['jack-in']!.rpm, rotation: 'ccw' });
    expect(rpm['jack-in']!.rpm).toBeCloseTo((2800 * (56 - 3.6)) / (70 - 3.6), 6);
    expect(belts[1]!.metresPerSecond).toBeCloseTo((rpm['jack-out']!.rpm! * 2 * Math.PI * (59 - 3.6)) / 60000, 9);
  });
  it('a back idler turns against the belt', () => {
    const { pulleys } = speedsOf(compiled(demoDrive('orchard-rider')));
    expect(pulleys.map((p) => p.rotation)).toEqual(['cw', 'cw', 'ccw']);
  });
  it('are null where nothing known drives', () => {
    const drive = twoPulleys();
    delete drive.pulleys[0]!.rpm;
    expect(speedsOf(compiled(drive))).toMatchObject({
      pulleys: [{ rpm: null, rotation: null }, { rpm: null }],
      belts: [{ metresPerSecond: null }],
    });
  });
});

describe('duty', () => {
  it('counts the bends of a belt on two pulleys by hand', () => {
    const solver = newSolver(compiled(twoPulleys()));
    const speeds = speedsOf(solver.work.compiled);
    const { duties, solved } = answerState(solver, { name: 'x', lever: 1 }, speeds);
    const v = (2 * Math.PI * 3000 * 46.4) / 60 / 1000;
    expect(duties[0]).toMatchObject({
      tightestPulley: 'driver',
      tightestDiameterMm: expect.closeTo(92.8, 9),
      minDiameterMm: 75,
      speedLimit: 30,
    });
    expect(duties[0]!.metresPerSecond).toBeCloseTo(v, 9);
    expect(duties[0]!.flexesPerHour).toBeCloseTo(2 * 3600 * (v / (solved.belts[0]!.geometricLength / 1000)), 6);
  });
  it('an idler that the belt clears bends it not', () => {
    const solver = newSolver(compiled(demoDrive('orchard-rider')));
    const speeds = speedsOf(solver.work.compiled);
    expect(answerState(solver, { name: 'r', lever: 0 }, speeds).duties[0]!.tightestPulley).toBe('crank');
    expect(answerState(solver, { name: 'e', lever: 1 }, speeds).duties[0]!.tightestPulley).toBe('arm-idler');
  });
});

it('lengths scale with the drawing', () => {
  const drive = twoPulleys();
  const large = twoPulleys({ d1: 2 * (100 - 7.2) + 7.2, d2: 2 * (150 - 7.2) + 7.2, centres: 800 });
  expect(compiled(large).belts[0]!.drawnLength).toBeCloseTo(2 * compiled(drive).belts[0]!.drawnLength, 8);
});
