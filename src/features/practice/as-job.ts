import type { Drive } from '@/core/drive';
import { CHECKS, complaintOf, setupOf, type CauseId, type Check, type CheckId, type ComplaintId, type SetupId } from '@/core/fault';
import {
  BARE_FINDING,
  NEW_STAGES,
  NOTHING_ASKED,
  replayTicket,
  checkPartsOf,
  type Finding,
  type Stage,
  type TypedBody,
  type CheckPart,
} from '@/core/job';
import { USUAL_LIMITS } from '@/core/machine';
import { drawFor, type Model, type PracticeMachine, type PracticeSession, type SessionStep } from '@/core/practice';
import type { JobContext } from '../jobs/use-job-context';
import type { Job, TicketEntry } from '@/contract/records';

/** Words of the customer of a simulated machine: one of the synonyms of each complaint. */
function customersWords(machine: PracticeMachine): string {
  const said = machine.complaint.map((id) => {
    const { label, synonyms } = complaintOf(id as ComplaintId);
    const words = [label, ...synonyms];
    const one = words[Math.floor(drawFor(machine, 'says', id)() * words.length)]!;
    return one.charAt(0).toUpperCase() + one.slice(1);
  });
  return `${said.join('. ')}.`;
}

const checkOf = (id: string): Check & { readonly id: CheckId } => CHECKS.find((c) => c.id === id)!;

/** The part at which a check shows what it shows: one of those it is made on, always the same of one machine. */
function partAtFault(machine: PracticeMachine, check: string, parts: readonly (CheckPart | null)[]): number {
  return Math.floor(drawFor(machine, 'part', check)() * parts.length);
}

function findingsOf(machine: PracticeMachine, drive: Drive, check: Check & { readonly id: CheckId }, result: string): Finding[] {
  const parts = checkPartsOf(check, drive);
  const places = parts.length > 0 ? parts : [null];
  const at = partAtFault(machine, check.id, places);
  return places.map((part, i) => ({
    ref: `${check.id}/${part?.id ?? ''}`,
    check: check.id,
    part: part && { id: part.id, label: part.label },
    result: i === at ? (result as Finding['result']) : 'good',
    ...BARE_FINDING,
  }));
}

/** Ticket entries of a move. */
function bodiesOf(
  machine: PracticeMachine,
  { kind }: Model,
  drive: Drive,
  { move, result, before }: SessionStep,
  after: readonly string[],
): TypedBody[] {
  const moved = (up: boolean, ids: readonly string[]): TypedBody[] =>
    ids.map((id) => ({ type: 'setup', body: { setup: setupOf(id as SetupId).id as SetupId, up } }));
  const off = moved(
    true,
    after.filter((s) => !before.setups.includes(s)),
  );
  const on = moved(
    false,
    before.setups.filter((s) => !after.includes(s)),
  );
  if ('look' in move)
    return [...off, ...findingsOf(machine, drive, checkOf(move.look), result!).map((body): TypedBody => ({ type: 'finding', body }))];
  if ('mend' in move) return [...off, { type: 'mended', body: { cause: move.mend as CauseId, when: 'here', agreed: false, kind } }];
  if ('setup' in move) return [...off, ...on];
  return [
    ...on,
    {
      type: 'proved',
      body: {
        belt: result === 'still' && machine.complaint.some((c) => c.startsWith('thrown-')) ? 'comes-off' : 'stays',
        complaint: result === 'gone' ? 'gone' : 'still',
        brake: 'not-seen',
        slack: 'not-felt',
        cycles: 5,
        watched: true,
        machine: 'not-judged',
      },
    },
  ];
}

const stageOfMove = ({ move }: SessionStep): Stage => ('prove' in move ? 'prove' : 'mend' in move ? 'fit' : 'look');

/**
 * A session as the stages of a job show it, with its ticket by the clock of shop minutes. It is not a job, and is not
 * stored as one.
 */
export function sessionAsJob(
  machine: PracticeMachine,
  session: PracticeSession,
  model: Model,
  drive: Drive,
  { startedAt, by }: { readonly startedAt: string; readonly by: string },
): Job {
  const at = (minutes: number) => new Date(Date.parse(startedAt) + minutes * 60_000).toISOString();
  const lines: { readonly stage: Stage; readonly minutes: number; readonly body: TypedBody }[] = [
    {
      stage: 'ask',
      minutes: 0,
      body: {
        type: 'asked',
        body: { ...NOTHING_ASKED, complaints: machine.complaint as ComplaintId[], words: customersWords(machine) },
      },
    },
    ...session.steps.flatMap((step, i) => {
      const after = (session.steps[i + 1]?.before ?? session.now).setups;
      return bodiesOf(machine, model, drive, step, after).map((body) => ({ stage: stageOfMove(step), minutes: step.clock, body }));
    }),
  ];
  const looked = session.steps.some((s) => 'look' in s.move);
  const mended = session.steps.some((s) => 'mend' in s.move);
  const ran = session.steps.some((s) => 'prove' in s.move);
  return {
    id: 0,
    number: 0,
    title: model.name,
    machine: model.name,
    machineId: 0,
    customer: '',
    status: 'open',
    openedAt: startedAt,
    closedAt: null,
    stages: {
      ...NEW_STAGES,
      ask: looked ? 'done' : 'under-way',
      look: looked ? (session.gone ? 'done' : 'under-way') : 'waiting',
      fit: mended ? (session.gone ? 'done' : 'under-way') : 'waiting',
      prove: ran ? (session.gone ? 'done' : 'under-way') : 'waiting',
    },
    maker: '',
    model: '',
    meter: '',
    storedParts: [],
    driveId: null,
    beltId: drive.belts[0]?.id ?? null,
    complaint: '',
    facts: { machine: {}, drive: {} },
    trials: [],
    stacks: [],
    limits: USUAL_LIMITS,
    version: 1,
    entries: lines.map(({ stage, minutes, body }, id): TicketEntry => ({ id, stage, by, at: at(minutes), withdrawn: false, ...body })),
  };
}

/** Job context of a simulated machine: its drive, without hazards. */
export const simulatedJobContext = (model: Model, drive: Drive, at: string): JobContext => ({
  drive,
  drawn: drive,
  facts: {},
  kind: model.kind,
  absent: [],
  stopLimitS: null,
  cautions: [],
  securing: { state: 'secured', at, by: '' },
  matchDrive: drive,
  replayed: replayTicket([], drive, null),
  list: null,
  hand: { best: 'sound', unfit: [], known: [], leftIn: [] },
  runList: null,
  stages: NEW_STAGES,
});
