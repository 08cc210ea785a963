import { isOver, STAGES, type Stage, type Stages, type StageState } from '../stages';
import type { RecordLine } from '../kind';
import type { Procedure } from '../procedures';
import { openLines } from './build';
import type { RunListOf } from './known';
import type { OpenLine, RunLine } from './line';

export { LINE_STATES } from './line';
export type { LineState, LineWork, RunLine } from './line';
export type { NextCheck, RunListOf } from './known';
export { knownMachine, runListInput } from './context';
export type { KnownMachine, StoredJob } from './context';

/** Every line of a job in order, with the one that comes now. */
export interface RunList {
  readonly lines: readonly RunLine[];
  /** The first open line; null once nothing is open. */
  readonly now: RunLine | null;
}

const isOpen = ({ state }: Pick<OpenLine, 'state'>): boolean => state === 'open' || state === 'again';

/** The run list of a job: built here alone, for every screen and for the stage states that are stored. */
export function runListOf(of: RunListOf): RunList {
  const open = openLines(of);
  const waiting = open.filter(isOpen);
  const lines = open.map(({ state, ...line }): RunLine => {
    const turn = waiting.findIndex((w) => w.id === line.id);
    const place = turn === 0 ? 'now' : turn === 1 ? 'next' : 'later';
    return { ...line, state: state === 'open' ? place : state === 'again' && turn === 0 ? 'now' : state };
  });
  return { lines, now: lines.find((l) => l.state === 'now') ?? null };
}

const isWaiting = ({ state }: RunLine): boolean => state === 'now' || state === 'next' || state === 'later' || state === 'again';

/** The lines of one stage that are still to be done. */
export const waitingAt = ({ lines }: RunList, stage: Stage): RunLine[] => lines.filter((l) => l.stage === stage && isWaiting(l));

/**
 * State of every stage by its lines. `done` once every required line is; `skipped` where the rest was skipped with a reason; `under-way` where some are
 * done, or the next line is here; `held` by a person.
 */
export function stagesOf(list: RunList, lines: readonly RecordLine[]): Stages {
  const states = {} as Record<Stage, StageState>;
  let allBefore = true;
  for (const stage of STAGES) {
    const required = list.lines.filter((l) => l.stage === stage && l.required && l.state !== 'not-needed');
    const waiting = required.filter(isWaiting);
    const moved = lines.findLast((l) => l.type === 'stage' && l.stage === stage && !l.withdrawn);
    const held = (moved?.body as { state?: StageState } | undefined)?.state === 'held';
    states[stage] =
      waiting.length === 0 && (required.length > 0 || allBefore)
        ? required.some((l) => l.state === 'skipped')
          ? 'skipped'
          : 'done'
        : held
          ? 'held'
          : waiting.length < required.length || list.now?.stage === stage
            ? 'under-way'
            : 'waiting';
    allBefore &&= isOver(states[stage]);
  }
  return states;
}

/** Hold points of the procedures that are needed and that no person has confirmed: shown until the hand-back. */
export const openHolds = ({ lines }: RunList, procedures: readonly Procedure[]): RunLine[] => {
  const holds = new Set(procedures.flatMap((p) => p.steps.flatMap((s) => (s.hold ? [`${p.id}/${s.id}`] : []))));
  return lines.filter(
    ({ work, state }) => work.kind === 'step' && state !== 'done' && state !== 'not-needed' && holds.has(`${work.procedure}/${work.step}`),
  );
};
