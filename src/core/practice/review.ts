import { adviseOn, computePosterior, causeProbabilities, stopSentence, type Advice, type FaultCase, type Vocabulary } from '../fault';
import {
  newPracticeSession,
  playOn,
  resultOf,
  type Move,
  type PracticeMachine,
  type Played,
  type PracticeSession,
  type SessionStep,
} from './practice-session';

/** Move of tracing at a point, with the evidence known then. */
export interface Choice {
  readonly move: Exclude<Move, { readonly setup: string }>;
  readonly why: string;
}

/** Comparison of a move with tracing: the same, as good, or worse. */
export type Beside = 'same' | 'as-good' | 'worse';

export interface ReviewedStep {
  /** Its place among the moves of the round. */
  readonly at: number;
  readonly beside: Beside;
  /** Better move and its reason. Null if the move was good. */
  readonly better: Choice | null;
  /** Why the move itself was what it was, in a sentence. */
  readonly says: string;
}

/** Effect of a session on the machine. */
export interface SessionOutcome {
  /** Repaired faults. */
  readonly found: readonly string[];
  /** Repaired parts without a fault. */
  readonly needless: readonly string[];
  /** At fault, and handed back with it. */
  readonly left: readonly string[];
}

export interface Review extends SessionOutcome {
  readonly steps: readonly ReviewedStep[];
  /** The same machine worked by tracing alone. */
  readonly own: Pick<PracticeSession, 'steps' | 'minutes' | 'left'>;
}

/** A check that saves so much of what the best saves, for each minute, is as good. */
const AS_GOOD = 0.8;
/** Probability at which a repair is well founded. */
const FOUNDED = 0.9;
/** Longest that tracing works at one machine, moves. */
const MOST_MOVES = 80;

const lower = (label: string) => label.charAt(0).toLowerCase() + label.slice(1);
const minutesText = (m: number) => `${Math.round(m * 10) / 10} min`;
const percent = (p: number) => `${Math.round(100 * p)}%`;
/** Repair minutes that a check saves, from its score. */
const savesText = (score: number) => `${Math.max(0, Math.round(score * 10) / 10)} shop minutes for each minute`;

const causeLabel = (words: Vocabulary, id: string) => lower(words.causes.find((c) => c.id === id)!.label);
const checkLabel = (words: Vocabulary, id: string) => words.checks.find((c) => c.id === id)!.label;

interface Known {
  readonly advice: Advice;
  readonly chanceOf: (cause: string) => number;
}

function knownAt(words: Vocabulary, faultCase: FaultCase): Known {
  const posterior = computePosterior(words, faultCase);
  const chances = causeProbabilities(posterior);
  return {
    advice: adviseOn(words, faultCase, posterior),
    chanceOf: (cause) => chances[posterior.causes.indexOf(cause)] ?? 0,
  };
}

/** Next move of tracing: a repair if it is due, else a check. After a repair, a test run. */
function choiceAt(words: Vocabulary, faultCase: FaultCase, { advice: { stop, next }, chanceOf }: Known): Choice {
  const last = faultCase.history.at(-1);
  if (last && 'fixed' in last) return { move: { prove: true }, why: 'A fault was repaired. Run the machine to test the repair.' };
  if (stop) return { move: { mend: stop.fix }, why: `${stopSentence(words, stop)} It is ${percent(chanceOf(stop.fix))} likely.` };
  const [first] = next;
  if (first)
    return {
      move: { look: first.check },
      why: `${checkLabel(words, first.check)} takes ${minutesText(first.minutes)} and saves about ${savesText(first.score)}.`,
    };
  return { move: { prove: true }, why: 'Every check is done. Run the machine.' };
}

const sameMove = (a: Move, b: Move): boolean =>
  ('look' in a && 'look' in b && a.look === b.look) || ('mend' in a && 'mend' in b && a.mend === b.mend) || ('prove' in a && 'prove' in b);

function reviewStep(words: Vocabulary, { move, before }: SessionStep, at: number): ReviewedStep | null {
  if ('setup' in move) return null;
  const known = knownAt(words, before);
  const choice = choiceAt(words, before, known);
  if (sameMove(move, choice.move)) return { at, beside: 'same', better: null, says: choice.why };
  const { next } = known.advice;
  const worse = (says: string): ReviewedStep => ({ at, beside: 'worse', better: choice, says });
  const asGood = (says: string): ReviewedStep => ({ at, beside: 'as-good', better: null, says });
  if ('mend' in move) {
    const chance = known.chanceOf(move.mend);
    const says = `It was ${percent(chance)} likely then.`;
    return chance >= FOUNDED ? asGood(`${says} An almost certain fault can be repaired at any time.`) : worse(says);
  }
  if ('prove' in move) return worse('Nothing was repaired since the last run. Another run shows nothing new.');
  const own = next.find((n) => n.check === move.look);
  if (!own) return worse('It was checked already, and nothing was repaired since. The result is the same.');
  const says = `It takes ${minutesText(own.minutes)} and saves about ${savesText(own.score)}.`;
  const best = 'look' in choice.move ? next[0]!.score : Infinity;
  return own.score >= AS_GOOD * best ? asGood(says) : worse(says);
}

/** Next move of tracing, with the present evidence. */
export const nextByTracing = (words: Vocabulary, faultCase: FaultCase): Move => choiceAt(words, faultCase, knownAt(words, faultCase)).move;

/** The same machine worked by tracing alone: every move as advised, until the complaint is fixed. */
export function workedByTracing(words: Vocabulary, machine: PracticeMachine): PracticeSession {
  let session = newPracticeSession(machine);
  for (let moves = 0; moves < MOST_MOVES && !session.gone; moves++) {
    const move = nextByTracing(words, session.now);
    session = playOn(words, session, { move, result: resultOf(words, machine, session, move) });
  }
  return session;
}

export function outcomeOf(machine: PracticeMachine, { steps, left }: Pick<PracticeSession, 'steps' | 'left'>): SessionOutcome {
  const mended = steps.flatMap(({ move }) => ('mend' in move ? [move.mend] : []));
  return {
    found: mended.filter((c) => machine.faults.includes(c)),
    needless: mended.filter((c) => !machine.faults.includes(c)),
    left,
  };
}

/** Compares each move of a session with tracing at that point, with the evidence known then. */
export const reviewOf = (words: Vocabulary, machine: PracticeMachine, session: PracticeSession): Review => ({
  ...outcomeOf(machine, session),
  steps: session.steps.flatMap((step, at) => reviewStep(words, step, at) ?? []),
  own: workedByTracing(words, machine),
});

/** A move in words. */
export function moveWords(words: Vocabulary, { move, result }: Played): string {
  if ('look' in move) {
    const check = words.checks.find((c) => c.id === move.look)!;
    const found = check.results.find((r) => r.id === result);
    return found ? `${check.label}: ${lower(found.label)}` : check.label;
  }
  if ('mend' in move) return `Repaired: ${causeLabel(words, move.mend)}`;
  if ('setup' in move) return `${words.setups.find((s) => s.id === move.setup)!.label}${move.up ? '' : ', back on'}`;
  return result === null ? 'Test run' : result === 'gone' ? 'Test run: the complaint is fixed' : 'Test run: the complaint is still present';
}
