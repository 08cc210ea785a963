import { setupMinutes, vocabulary } from '../src/core/fault';
import {
  codeText,
  drawMachine,
  moveProblem,
  newPracticeSession,
  nextByTracing,
  playOn,
  resultOf,
  type Move,
  type Played,
  type PracticeMachine,
  modelOf,
} from '../src/core/practice';
import { practice, type ShopDatabase } from '../src/db';
import { practiceResult } from '../src/services/practice-review';
import type { Person } from '../src/contract/records';

const words = vocabulary();

/**
 * Practice sessions of the demo: the learner, the machine, the age in days, and the number of cheap checks at the
 * start.
 */
const ROUNDS: readonly (readonly [who: 'owner' | 'technician', letters: string, seed: number, daysAgo: number, cheap: number])[] = [
  ['owner', 'OR', 1201, 24, 9],
  ['owner', 'HS', 1202, 21, 8],
  ['owner', 'TG', 1203, 17, 6],
  ['owner', 'KM', 1204, 14, 5],
  ['owner', 'HT', 1205, 9, 3],
  ['owner', 'SC', 1206, 6, 2],
  ['owner', 'OR', 1207, 2, 1],
  ['technician', 'PT', 1208, 3, 2],
];
/** One that its learner has not finished. */
const UNDER_WAY = { letters: 'OR', seed: 1209, looks: 3 };
const MOST_MOVES = 40;

/** The check that takes the fewest minutes and was not made yet. */
function cheapestLook(machine: PracticeMachine, played: readonly Played[]): Move {
  const made = new Set(played.flatMap(({ move }) => ('look' in move ? [move.look] : [])));
  const [first] = words.checks
    .filter((c) => c.source === 'hand' && c.kinds.includes(machine.kind) && !made.has(c.id))
    .map((c) => ({ look: c.id, minutes: c.minutes + setupMinutes(words, c.setups, new Set()).minutes }))
    .sort((a, b) => a.minutes - b.minutes);
  return { look: first!.look };
}

/** A learner of the demo: some cheap checks, then the checks that tracing advises. */
function played(machine: PracticeMachine, cheap: number, most: number): Played[] {
  const moves: Played[] = [];
  let round = newPracticeSession(machine);
  while (!round.gone && moves.length < most) {
    const move = moves.length < cheap ? cheapestLook(machine, moves) : nextByTracing(words, round.now);
    if (moveProblem(words, round, move) !== null) break;
    const one = { move, result: resultOf(words, machine, round, move) };
    moves.push(one);
    round = playOn(words, round, one);
  }
  return moves;
}

/** Rounds of practice of the demo's people, as if they had played them. */
export async function seedPractice(db: ShopDatabase, staff: Readonly<Record<'owner' | 'technician', Person>>, now: Date): Promise<void> {
  const play = async (who: 'owner' | 'technician', letters: string, seed: number, at: Date, cheap: number, most = MOST_MOVES) => {
    const learner = staff[who].id;
    const machine = drawMachine(words, modelOf(letters)!.kind, seed);
    const started = await practice.startPracticeSession(db, learner, codeText({ machine: letters, seed }), machine, at);
    if (!started.ok) throw new Error(started.problem);
    const { id } = started.value;
    const moves = played(machine, cheap, most);
    for (const [i, one] of moves.entries()) await practice.addMove(db, learner, { id, at: i }, () => ({ ok: true, value: one }));
    return { id, learner, machine, moves };
  };
  for (const [who, letters, seed, daysAgo, cheap] of ROUNDS) {
    const at = new Date(now.getTime() - daysAgo * 86_400_000);
    const { id, learner, machine, moves } = await play(who, letters, seed, at, cheap);
    await practice.finishPracticeSession(db, learner, id, practiceResult({ machine, played: moves }), new Date(at.getTime() + 1_200_000));
  }
  await play('owner', UNDER_WAY.letters, UNDER_WAY.seed, new Date(now.getTime() - 3_600_000), 1, UNDER_WAY.looks);
}
