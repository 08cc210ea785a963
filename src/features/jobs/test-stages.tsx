import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { vi } from 'vitest';
import type { Stage } from '@/core/job';
import type { Facts } from '@/core/machine';
import { oncePer } from '@/ui/test-memo';
import { show } from '@/ui/test-shell';
import { solverService, type MatchRequest } from '@/services/solver';
import type { EntryRequest } from '@/services/entry-angles';
import type { TensionRequest } from '@/services/tension';
import type { TraceAnswer, TraceRequest } from '@/services/trace';
import { queriesThat } from '../test-features';
import { RIDER_DRIVE } from '../test-records';
import { useJobCommands } from './job-commands';
import { STAGE_MODULES } from './stages/registry';
import { aJob, ticketLine } from './test-job';
import { useJobContext } from './use-job-context';
import type { Job } from '@/contract/records';

/** Role of the person in these tests. */
export const role = { now: 'owner' as string };
export const shellOfRole = { useMayChange: () => true, useShell: () => ({ role: role.now }) };

export const stageQueries = queriesThat({
  'parts.choose': () => [{ id: 5, label: 'Flat idler 82', detail: '3 in stock' }],
  'faults.of-shop': () => ({ confirmed: [], corrections: [] }),
  'tension.past': () => ({ readings: [], epochs: [], manual: {} }),
});

const tensionOf = oncePer(solverService.tension);
const traceOf = oncePer(solverService.trace);
/** True while an answer is pending, and the answer if it does not come from the engine. */
export const tracing = { late: false, says: null as TraceAnswer | null };
export const matched = { last: null as MatchRequest | null };

/** The engine without its worker: each request is computed once. */
export const stageSolver = {
  useTrace: (request: TraceRequest | null) => ({
    answer: request && !tracing.late ? (tracing.says ?? traceOf(request)) : null,
    pending: tracing.late,
    failed: false,
    again: vi.fn(),
  }),
  useWhatIf: () => ({ answer: null, pending: false }),
  useFacts: () => ({ answer: null, pending: false, failed: false, again: vi.fn() }),
  usePose: () => ({ answer: null, pending: false }),
  useMatch: (request: MatchRequest) => {
    matched.last = request;
    return { answer: null, pending: false };
  },
  useTension: (request: TensionRequest) => ({
    answer: tensionOf(request),
    of: request,
    pending: false,
    failed: false,
    again: vi.fn(),
  }),
  askTension: (request: TensionRequest) => Promise.resolve(tensionOf(request)),
  useEntries: (request: EntryRequest | null) => ({ answer: request && solverService.entries(request), pending: false }),
  askEntries: (request: EntryRequest) => Promise.resolve(solverService.entries(request)),
};

export const known = (values: Record<string, string>): Facts =>
  Object.fromEntries(Object.entries(values).map(([id, value]) => [id, { value, by: 'Ines', at: '2026-10-17T08:00:00Z' }]));
export const RIDER = known({ power: 'petrol', turn: 'cw', spins: 'blade', class: 'ride-on' });
/** No two tests share a job, so that stored drafts of one are nothing to the next. */
let numbers = 1;
export const job = (more: Partial<Job> = {}): Job =>
  aJob({
    number: numbers++,
    facts: { machine: RIDER, drive: known({ engage: 'lever-cable', 'deck-on-reach': 'yes' }) },
    ...more,
  });
export const line = ticketLine;
export const timed = (seconds: number) =>
  line('prove', 'timed', { what: 'stop', seconds, when: 'proved', limitS: 5, how: 'typed', sdS: null });

/** One stage of a job, without the frame of the page. */
export function At({ of, stage, writable }: { of: Job; stage: Stage; writable: boolean }) {
  const { Panel } = STAGE_MODULES[stage];
  const commands = useJobCommands(of, went);
  const jobContext = useJobContext(of, [RIDER_DRIVE]);
  return <Panel {...{ job: of, at: stage, commands, jobContext, drives: [RIDER_DRIVE], unreadable: [], writable, mayChange: writable }} />;
}
/** Stages that were opened by a command. */
export const went = vi.fn();
export const at = (stage: Stage, of: Job, { owner, writable = true }: { owner?: number; writable?: boolean } = {}) =>
  show(<At of={of} stage={stage} writable={writable} />, owner === undefined ? {} : { owner });
export const now = () => screen.getByRole('region', { name: 'Now' });
export const press = (name: string | RegExp) => userEvent.click(screen.getByRole('button', { name }));
export const choose = (name: string | RegExp) => userEvent.click(screen.getByRole('radio', { name }));
export const ok = { ok: true, value: { entryId: 90 } };
/** Sent entries of one type. Commands of an earlier test may arrive in between. */
export const entries = (sent: readonly { readonly kind: string; readonly input: unknown }[], ...of: readonly string[]) =>
  sent
    .filter((s) => s.kind === 'job.write')
    .map((s) => (s.input as { entry: { type: string; body: Record<string, unknown> } }).entry)
    .filter((e) => of.includes(e.type));
