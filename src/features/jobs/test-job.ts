import { cautionsFor, NEW_STAGES, type Stage } from '@/core/job';
import { USUAL_LIMITS } from '@/core/machine';
import type { Job, TicketEntry } from '@/contract/records';

/** An open job on the orchard rider, of which nothing is known and on which nothing is written. */
export const aJob = (more: Partial<Job> = {}): Job => ({
  id: 1,
  number: 213,
  title: 'Slips in wet grass',
  machine: 'Orchard rider',
  machineId: 1,
  customer: 'Isla',
  status: 'open',
  openedAt: '2026-11-20T08:00:00Z',
  closedAt: null,
  stages: NEW_STAGES,
  maker: '',
  model: '',
  meter: '',
  driveId: 1,
  beltId: 'blade',
  complaint: '',
  facts: { machine: {}, drive: {} },
  storedParts: [],
  limits: USUAL_LIMITS,
  trials: [],
  stacks: [],
  version: 1,
  entries: [],
  ...more,
});

let lines = 0;
/** A line of its ticket, written just now. */
export const ticketLine = (stage: Stage, type: string, body: object, more: Partial<TicketEntry> = {}): TicketEntry =>
  ({ id: ++lines, stage, by: 'Bram', at: new Date().toISOString(), withdrawn: false, type, body, ...more }) as TicketEntry;

/** The machine was made safe just now, by every line that an unknown machine needs. */
export const madeSafe = (): TicketEntry => {
  const at = new Date().toISOString();
  return ticketLine('secure', 'secured', { list: 'full', cautions: cautionsFor('full', {}).map(({ id, words }) => ({ id, words, at })) });
};
