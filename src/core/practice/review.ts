import { adviseOn, believe, chancesOf, stopSentence, type Advice, type FaultCase, type Vocabulary } from '../fault';
import { newRound, playOn, resultOf, type Move, type PracticeMachine, type Played, type Round, type RoundStep } from './round';

/** What tracing would have done at a point, with what was known then. */
export interface Choice {
  readonly move: Exclude<Move, { readonly setup: string }>;
  readonly why: string;
}

/** How a move stands beside that: the same, as good, or worse than it. */
export type Beside = 'same' | 'as-good' | 'worse';

export interface ReviewedStep {
  /** Its place among the moves of the round. */
  readonly at: number;
  readonly beside: Beside;
  /** What would have been better, and why; null where the move was. */
  readonly better: Choice | null;
  /** Why the move itself was what it was, in a sentence. */
  readonly says: string;
}

/** What a round did to the machine. */
export interface RoundOutcome {
  /** Mended, and it was at fault. */
  readonly found: readonly string[];
  /** Mended, though nothing was wrong with it. */
  readonly needless: readonly string[];
  /** At fault, and handed back with it. */
  readonly left: readonly string[];
}

export interface Review extends RoundOutcome {
  readonly steps: readonly ReviewedStep[];
  /** The same machine worked by tracing alone. */
  readonly own: Pick<Round, 'steps' | 'minutes' | 'left'>;
}

/** A check that saves so much of what the best saves, for each minute, is as good. */
const AS_GOOD = 0.8;
/** A mend is well founded where its cause is so likely. */
const FOUNDED = 0.9;
/** Longest that tracing works at one machine, moves. */
const MOST_MOVES = 80;

const lower = (label: string) => label.charAt(0).toLowerCase() + label.slice(1);
const minutesText = (m: number) => `${Math.round(m * 10) / 10} min`;
const percent = (p: number) => `${Math.round(100 * p)} %`;
/** Minutes of mending that a check saves, from its score. */
const savesText = (score: number) => `${Math.max(0, Math.round(score * 10) / 10)} shop minutes for each minute`;

const causeLabel = (words: Vocabulary, id: string) => lower(words.causes.find((c) => c.id === id)!.label);
const checkLabel = (words: Vocabulary, id: string) => words.checks.find((c) => c.id === id)!.label;

interface Known {
  readonly advice: Advice;
  readonly chanceOf: (cause: string) => number;
}

function knownAt(words: Vocabulary, faultCase: FaultCase): Known {
  const belief = believe(words, faultCase);
  const chances = chancesOf(belief);
  return {
    advice: adviseOn(words, faultCase, belief),
    chanceOf: (cause) => chances[belief.causes.indexOf(cause)] ?? 0,
  };
}

/** What tracing does next: mends where it is time to, else looks; proves after a mend. */
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

function reviewStep(words: Vocabulary, { move, before }: RoundStep, at: number): ReviewedStep | null {
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

/** What tracing does next with what is known. */
export const nextByTracing = (words: Vocabulary, faultCase: FaultCase): Move => choiceAt(words, faultCase, knownAt(words, faultCase)).move;

/** The same machine worked by tracing alone: every move as it advises, until the complaint is gone. */
export function workedByTracing(words: Vocabulary, machine: PracticeMachine): Round {
  let round = newRound(machine);
  for (let moves = 0; moves < MOST_MOVES && !round.gone; moves++) {
    const move = nextByTracing(words, round.now);
    round = playOn(words, round, { move, result: resultOf(words, machine, round, move) });
  }
  return round;
}

export function outcomeOf(machine: PracticeMachine, { steps, left }: Pick<Round, 'steps' | 'left'>): RoundOutcome {
  const mended = steps.flatMap(({ move }) => ('mend' in move ? [move.mend] : []));
  return {
    found: mended.filter((c) => machine.faults.includes(c)),
    needless: mended.filter((c) => !machine.faults.includes(c)),
    left,
  };
}

/** A round held against what tracing would have done at each point with what was known there. */
export const reviewOf = (words: Vocabulary, machine: PracticeMachine, round: Round): Review => ({
  ...outcomeOf(machine, round),
  steps: round.steps.flatMap((step, at) => reviewStep(words, step, at) ?? []),
  own: workedByTracing(words, machine),
});

/** A move in words. */
export function moveWords(words: Vocabulary, { move, result }: Played): string {
  if ('look' in move) {
    const check = words.checks.find((c) => c.id === move.look)!;
    const found = check.results.find((r) => r.id === result);
    return found ? `${check.label}: ${lower(found.label)}` : check.label;
  }
  if ('mend' in move) return `Mended: ${causeLabel(words, move.mend)}`;
  if ('setup' in move) return `${words.setups.find((s) => s.id === move.setup)!.label}${move.up ? '' : ', back on'}`;
  return result === null ? 'Run and watched' : result === 'gone' ? 'Test run: the complaint is fixed' : 'Run and watched: it does it still';
}
