import { describe, expect, it } from 'vitest';
import fc from 'fast-check';
import { DRIVE_KINDS, setupMinutes, vocabulary } from '../fault';
import { MODELS } from './machines';
import { anySeed, codeText, readCode } from './code';
import { moveWords, reviewOf, workedByTracing } from './review';
import {
  drawMachine,
  moveProblem,
  newPracticeSession,
  playOn,
  replayed,
  resultOf,
  type Move,
  type Played,
  type PracticeMachine,
} from './practice-session';

const words = vocabulary();
const LETTERS = ['OR', 'HS'];

/** Plays moves on a machine, as a learner would. */
function play(machine: PracticeMachine, moves: readonly Move[]) {
  const played: Played[] = [];
  let session = newPracticeSession(machine);
  for (const move of moves) {
    const one = { move, result: resultOf(words, machine, session, move) };
    played.push(one);
    session = playOn(words, session, one);
  }
  return { session, played };
}

/** A throw on release by a tipping idler and a brake that does not land. */
const machine: PracticeMachine = {
  kind: 'deck-lever',
  complaint: ['thrown-releasing'],
  faults: ['idler-tips', 'brake-not-landing'],
  seed: 7,
};

describe('a code', () => {
  it('is read as it was written, in any case and spacing, O and I for 0 and 1', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 32 ** 5 - 1 }), fc.constantFrom(...LETTERS), (seed, letters) => {
        const text = codeText({ machine: letters, seed });
        for (const typed of [
          text,
          text.toLowerCase(),
          text.replace(/ /g, ''),
          text.slice(0, 2) + text.slice(2).replace(/0/g, 'o').replace(/1/g, 'i'),
        ])
          expect(readCode(typed, LETTERS)).toEqual({ ok: true, code: { machine: letters, seed } });
      }),
    );
  });
  it('one wrong sign is found, whichever it is; so are two that changed places', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 32 ** 5 - 1 }),
        fc.integer({ min: 0, max: 4 }),
        fc.constantFrom(...'0123456789ABCDEFGHJKMNPQRSTVWXYZ'),
        (seed, at, sign) => {
          const text = codeText({ machine: 'OR', seed }).replace(/ /g, '');
          const wrong = text.slice(0, 2 + at) + sign + text.slice(3 + at);
          // Characters that differ by the check prime are the one pair that it cannot detect.
          const apart = Math.abs(
            '0123456789ABCDEFGHJKMNPQRSTVWXYZ'.indexOf(sign) - '0123456789ABCDEFGHJKMNPQRSTVWXYZ'.indexOf(text[2 + at]!),
          );
          expect(readCode(wrong, LETTERS).ok).toBe(apart === 0 || apart === 31);
        },
      ),
    );
  });
  it.each([
    ['OR 7K3', 'two letters and six signs'],
    ['ZZ 7K3 FQ8', 'No practice machine is called ZZ'],
    ['', 'two letters and six signs'],
  ])('%s is refused with what is wrong with it', (typed, says) => {
    expect(readCode(typed, LETTERS)).toMatchObject({ ok: false, problem: expect.stringContaining(says) });
  });
  it('seeds stay within what a code can hold', () => {
    expect([anySeed(() => 0), anySeed(() => 1 - 1e-12)]).toEqual([0, 32 ** 5 - 1]);
  });
});

describe('a practice machine', () => {
  it.each(DRIVE_KINDS.map((k) => k.id))(
    '%s: one seed draws one machine, with one to three faults of its kind and what is complained of',
    (kind) => {
      const seen = new Set<string>();
      for (let seed = 0; seed < 12; seed++) {
        const drawn = drawMachine(words, kind, seed);
        expect(drawMachine(words, kind, seed)).toEqual(drawn);
        expect(drawn.faults.length).toBeGreaterThanOrEqual(1);
        expect(drawn.faults.length).toBeLessThanOrEqual(3);
        for (const f of drawn.faults) expect(words.causes.find((c) => c.id === f)?.kinds[kind]).toBeDefined();
        for (const c of drawn.complaint) {
          expect(words.complaints.find((x) => x.id === c)?.kinds).toContain(kind);
          expect(drawn.faults.some((f) => words.likelihoods.complaints[c]!.given[f] !== undefined)).toBe(true);
        }
        expect(drawn.faults).not.toContain('unknown');
        seen.add(JSON.stringify([drawn.faults, drawn.complaint]));
      }
      expect(seen.size).toBeGreaterThan(6);
    },
  );
  it('answers a check the same at any time, after any other checks', () => {
    const looks = ['idler-tip', 'brake-released', 'idler-lean', 'stop-time'].map((look) => ({ look }));
    const forth = play(machine, looks).played;
    const back = play(machine, [...looks].reverse()).played;
    expect(new Map(forth.map((p) => [JSON.stringify(p.move), p.result]))).toEqual(
      new Map(back.map((p) => [JSON.stringify(p.move), p.result])),
    );
  });
  it('shows a cause that a check sees whenever it is there, and never one that is not', () => {
    let seen = 0;
    for (const { kind } of MODELS)
      for (let seed = 0; seed < 60; seed++) {
        const drawn = drawMachine(words, kind, seed);
        for (const check of words.checks.filter((c) => c.source === 'hand' && c.kinds.includes(kind))) {
          const { given } = words.likelihoods.checks[check.id]!;
          const sees = Object.keys(given).filter((cause) => 1 - given[cause]![0]! > 0.99);
          if (sees.length === 0) continue;
          const isGood = resultOf(words, drawn, newPracticeSession(drawn), { look: check.id }) === check.results[0]!.id;
          if (drawn.faults.some((f) => sees.includes(f))) {
            seen++;
            expect(isGood, `${check.id} of ${drawn.faults}`).toBe(false);
          } else if (drawn.faults.every((f) => given[f] === undefined)) expect(isGood, `${check.id} of ${drawn.faults}`).toBe(true);
        }
      }
    expect(seen).toBeGreaterThan(20);
  });
  it('shows its faults with the probabilities of the base', () => {
    const draws = 3000;
    let bad = 0;
    for (let seed = 0; seed < draws; seed++)
      if (resultOf(words, { ...machine, seed }, newPracticeSession(machine), { look: 'idler-tip' }) !== 'good') bad++;
    // Always 0.97, and now and then of itself: three standard deviations of 3,000 draws.
    const { leak, given } = words.likelihoods.checks['idler-tip']!;
    const p = 1 - leak[0]! * given['idler-tips']![0]!;
    expect(Math.abs(bad / draws - p)).toBeLessThan(3 * Math.sqrt((p * (1 - p)) / draws));
  });
});

describe('the clock', () => {
  it('counts a set-up once for all that share it, and again after a run', () => {
    const minutes = (id: string) => words.checks.find((c) => c.id === id)!.minutes;
    const belt = setupMinutes(words, ['belt'], new Set()).minutes;
    const { session } = play(machine, [{ look: 'idler-tip' }, { look: 'idler-spin' }, { prove: true }, { look: 'idler-tip' }]);
    expect(session.steps.map((s) => s.minutes)).toEqual([
      belt + minutes('idler-tip'),
      minutes('idler-spin'),
      words.prove.minutes,
      belt + minutes('idler-tip'),
    ]);
    expect(session.minutes).toBe(session.steps.at(-1)!.clock);
  });
  it('what needs a set-up comes back on before it does, and costs nothing more', () => {
    const { session } = play(machine, [
      { setup: 'idler', up: true },
      { setup: 'belt-covers', up: false },
    ]);
    expect(session.steps[0]!.minutes).toBe(setupMinutes(words, ['idler'], new Set()).minutes);
    expect([session.now.setups, session.steps[1]!.minutes]).toEqual([[], 0]);
  });
  it('removes only its own fault from the machine', () => {
    const { session } = play(machine, [{ mend: 'idler-tips' }, { mend: 'belt-worn' }]);
    expect(session.left).toEqual(['brake-not-landing']);
    expect(moveProblem(words, session, { mend: 'belt-worn' })).toMatch(/already repaired/);
  });
  it('behaves the same until all its causes are repaired, for any number of runs', () => {
    for (let seed = 0; seed < 40; seed++) {
      const one = { ...machine, seed };
      const before = play(one, [{ prove: true }, { prove: true }, { prove: true }]);
      expect(before.played.map((p) => p.result)).toEqual(['still', 'still', 'still']);
      expect(play(one, [{ mend: 'idler-tips' }, { mend: 'brake-not-landing' }, { prove: true }]).session.gone).toBe(true);
    }
    // Either of two faults may cause it alone: sometimes the first repair ends it, sometimes not.
    const ends = Array.from(
      { length: 40 },
      (_, seed) => play({ ...machine, seed }, [{ mend: 'idler-tips' }, { prove: true }]).session.gone,
    );
    expect(new Set(ends).size).toBe(2);
  });
  it('what the machine does not have is refused', () => {
    const session = newPracticeSession(machine);
    expect(moveProblem(words, session, { look: 'rollers' })).toMatch(/no such part to check/);
    expect(moveProblem(words, session, { look: 'grip-computed' })).toMatch(/no such part to check/);
    expect(moveProblem(words, session, { mend: 'rollers-worn' })).toMatch(/no such part to repair/);
    expect(moveProblem(words, session, { setup: 'wings', up: true })).toMatch(/no such part to remove/);
    expect(moveProblem(words, session, { prove: true })).toBeNull();
  });
});

describe('a review', () => {
  it('restores a session from its moves', () => {
    const { session, played } = play(machine, [{ look: 'brake-released' }, { mend: 'brake-not-landing' }, { prove: true }]);
    expect(replayed(words, machine, played)).toEqual(session);
  });
  it('tracing finds nothing better in its own round', () => {
    for (const seed of [1, 2, 3]) {
      const drawn = drawMachine(words, 'deck-lever', seed);
      const own = workedByTracing(words, drawn);
      const { steps, own: again } = reviewOf(words, drawn, own);
      expect(steps.map((s) => s.beside)).toEqual(own.steps.map(() => 'same'));
      expect(again.minutes).toBe(own.minutes);
    }
  }, 60_000);
  it('rates repairs without a check, repeated checks and useless runs as worse, each with a better move and its reason', () => {
    const { session } = play(machine, [{ prove: true }, { look: 'brake-released' }, { look: 'brake-released' }, { mend: 'belt-worn' }]);
    const { steps, needless, left } = reviewOf(words, machine, session);
    expect(steps[0]).toMatchObject({ beside: 'worse', says: expect.stringContaining('Nothing was repaired') });
    expect(steps[2]).toMatchObject({ beside: 'worse', says: expect.stringContaining('checked already') });
    expect(steps.at(-1)).toMatchObject({ beside: 'worse', says: expect.stringMatching(/\d+% likely then/) });
    for (const s of steps) if (s.beside === 'worse') expect(s.better!.why.length).toBeGreaterThan(20);
    expect([needless, left]).toEqual([['belt-worn'], machine.faults]);
  });
  it('does not rate setups as moves', () => {
    const { session } = play(machine, [{ setup: 'belt-covers', up: true }]);
    expect(reviewOf(words, machine, session).steps).toEqual([]);
  });
  it('moves have words', () => {
    const say = (move: Move, result: string | null) => moveWords(words, { move, result });
    expect(say({ look: 'brake-released' }, 'bad')).toBe('Brake on when released: stays off');
    expect(say({ mend: 'idler-tips' }, null)).toBe('Repaired: idler bearing tips');
    expect(say({ setup: 'belt-covers', up: false }, null)).toBe('Belt covers off, back on');
    expect(say({ prove: true }, 'still')).toMatch(/still present/);
  });
});
