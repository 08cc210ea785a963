import { seededRandom } from '../drive';
import { RIGHT_AS_IT_IS, setupMinutes, UNKNOWN, type FaultCase, type FaultEvent, type Vocabulary } from '../fault';
import { drawJob, truthfulAnswer, type SimulatedJob } from '../../lab/fault-simulation';

/** A simulated machine: its complaints, and its faults, which stay hidden until the session ends. */
export interface PracticeMachine extends SimulatedJob {
  readonly seed: number;
}

/** A move of a learner. Removing and refitting parts belongs to a check, unless it is a move of its own. */
export type Move =
  { readonly look: string } | { readonly setup: string; readonly up: boolean } | { readonly mend: string } | { readonly prove: true };

/** A move with its result: of a check, or of a test run. It is stored, so that a session never changes. */
export interface Played {
  readonly move: Move;
  readonly result: string | null;
}

/** One move of a session. */
export interface SessionStep extends Played {
  /** Shop minutes that it took, set-ups counted. */
  readonly minutes: number;
  /** Shop minutes since the start of the session, after the move. */
  readonly clock: number;
  /** Evidence before it. */
  readonly before: FaultCase;
}

export interface PracticeSession {
  readonly steps: readonly SessionStep[];
  /** Evidence now. */
  readonly now: FaultCase;
  readonly minutes: number;
  /** Faults that are still in. */
  readonly left: readonly string[];
  /** The last run showed no complaint any more. */
  readonly gone: boolean;
}

/**
 * FNV-1a over UTF-16 units: one number from several words. Thus an answer depends on its check, and not on earlier
 * ones. Public domain.
 */
function hashOf(...words: readonly (string | number)[]): number {
  let h = 0x811c9dc5;
  for (const c of words.join('|')) h = Math.imul(h ^ c.charCodeAt(0), 0x01000193) >>> 0;
  return h;
}

/** Even over 0 … 1, for one question to one machine. */
export const drawFor = ({ seed }: Pick<PracticeMachine, 'seed'>, ...words: readonly (string | number)[]): (() => number) =>
  seededRandom(hashOf(seed, ...words));

/** Draws that are tried before the last is taken. */
const MOST_DRAWS = 10_000;

/**
 * Draws the complaints and faults of a practice machine from a seed, with the probabilities of the base. Every
 * complaint is explained by a named fault. A complaint without a cause teaches nothing.
 */
export function drawMachine(words: Vocabulary, kind: string, seed: number): PracticeMachine {
  const random = seededRandom(seed);
  for (let draws = 1; ; draws++) {
    const job = drawJob(words, random, kind);
    const named = !job.faults.includes(UNKNOWN.id);
    const explained = job.complaint.every((c) => job.faults.some((f) => words.likelihoods.complaints[c]!.given[f] !== undefined));
    // A drive that works as designed has no other fault.
    const whole = job.faults.length === 1 || !job.faults.includes(RIGHT_AS_IT_IS);
    if ((named && explained && whole) || draws === MOST_DRAWS) return { ...job, seed };
  }
}

/**
 * Faults that cause a complaint on this machine. Each explains it with the probability in the base, drawn once, with at
 * least one. A machine behaves the same until they are repaired.
 */
function bringing(words: Vocabulary, machine: PracticeMachine, complaint: string): string[] {
  const { given } = words.likelihoods.complaints[complaint]!;
  const able = machine.faults.filter((f) => given[f] !== undefined);
  const bring = able.filter((f) => drawFor(machine, 'brings', complaint, f)() < given[f]!);
  return bring.length > 0 ? bring : [...able].sort((x, y) => given[y]! - given[x]!).slice(0, 1);
}

const setupOf = (words: Vocabulary, id: string) => words.setups.find((s) => s.id === id);

/** Setups to refit before one can be undone: those that need it, and itself. */
function withoutSetup(words: Vocabulary, up: readonly string[], id: string): string[] {
  const gone = new Set([id]);
  for (let grew = true; grew;) {
    grew = false;
    for (const one of up)
      if (!gone.has(one) && setupOf(words, one)!.needs.some((n) => gone.has(n))) {
        gone.add(one);
        grew = true;
      }
  }
  return up.filter((one) => !gone.has(one));
}

/** Nothing done yet. */
export const newPracticeSession = ({ kind, complaint, faults }: PracticeMachine): PracticeSession => ({
  steps: [],
  now: { kind, complaint, history: [], setups: [] },
  minutes: 0,
  left: faults,
  gone: false,
});

/** Why a move cannot be made; null where it can. */
export function moveProblem(words: Vocabulary, { now }: Pick<PracticeSession, 'now'>, move: Move): string | null {
  if ('look' in move) {
    const check = words.checks.find((c) => c.id === move.look);
    return check && check.source === 'hand' && check.kinds.includes(now.kind) ? null : 'This machine has no such part to check.';
  }
  if ('mend' in move) {
    if (words.causes.find((c) => c.id === move.mend)?.kinds[now.kind] === undefined) return 'This machine has no such part to repair.';
    return now.history.some((e) => 'fixed' in e && e.fixed === move.mend) ? 'This is already repaired.' : null;
  }
  if ('setup' in move) return setupOf(words, move.setup) ? null : 'This machine has no such part to remove.';
  return null;
}

/** Result of a move: the same each time with the same repairs. */
export function resultOf(words: Vocabulary, machine: PracticeMachine, { left }: Pick<PracticeSession, 'left'>, move: Move): string | null {
  if ('look' in move) return truthfulAnswer(words, move.look, left, drawFor(machine, 'look', move.look, ...left));
  if ('prove' in move) return machine.complaint.some((c) => bringing(words, machine, c).some((f) => left.includes(f))) ? 'still' : 'gone';
  return null;
}

/** A round one move on. */
export function playOn(words: Vocabulary, session: PracticeSession, { move, result }: Played): PracticeSession {
  const { now } = session;
  const up = new Set(now.setups);
  let minutes = 0;
  let { left, gone } = session;
  let setups = now.setups;
  const happened: FaultEvent[] = [];
  const put = (wanted: readonly string[]) => {
    const { minutes: more, all } = setupMinutes(words, wanted, up);
    minutes += more;
    setups = [...all];
  };
  if ('look' in move) {
    const check = words.checks.find((c) => c.id === move.look)!;
    put(check.setups);
    minutes += check.minutes;
    happened.push({ check: move.look, result: result! });
  } else if ('mend' in move) {
    const { fix } = words.causes.find((c) => c.id === move.mend)!;
    put(fix.setups);
    minutes += fix.minutes;
    left = left.filter((f) => f !== move.mend);
    happened.push({ fixed: move.mend });
    gone = false;
  } else if ('setup' in move) {
    if (move.up) put([move.setup]);
    else setups = withoutSetup(words, setups, move.setup);
  } else {
    // All comes back on for a run.
    minutes += words.prove.minutes;
    setups = [];
    gone = result === 'gone';
    happened.push({ prove: result as 'still' | 'gone' });
  }
  const clock = session.minutes + minutes;
  return {
    steps: [...session.steps, { move, result, minutes, clock, before: now }],
    now: { ...now, history: [...now.history, ...happened], setups },
    minutes: clock,
    left,
    gone,
  };
}

/** A session from its stored moves. */
export const replayed = (words: Vocabulary, machine: PracticeMachine, played: readonly Played[]): PracticeSession =>
  played.reduce((session, one) => playOn(words, session, one), newPracticeSession(machine));
