import * as z from 'zod';
import type { Drive } from '../core/drive';
import type { Confirmed } from '../core/fault';
import type { StoredPart } from '../core/job';
import type { Facts, ShopLimits } from '../core/machine';
import type { PastWidth } from '../core/wear';
import { query, type AnyContract, type QueryContract } from './declare';
import type { QueryKey } from './keys';
import type { PackedShelf } from './packed-shelf';
import type {
  AnsweredFollowUp,
  BeltLasted,
  BeltLife,
  CalendarFeed,
  Customer,
  CustomerLine,
  DriveSummary,
  DueCount,
  FollowUpLine,
  Job,
  JobLine,
  JobSummary,
  ListPage,
  LoggedCommand,
  LoggedReading,
  Machine,
  MachineEvent,
  MachineLine,
  MeasuredBelt,
  NotebookSummary,
  OpenSession,
  Part,
  Person,
  PracticeSummary,
  Shop,
  StoredCorrection,
  StoredDocument,
  StoredDrive,
  StoredNotebook,
  StoredPracticeSession,
  StoredRules,
  StoredStack,
  TensionPast,
  Trial,
  UnreadableRow,
} from './records';

const id = z.number().int();
const nothing = z.object({});
const ofRecord = z.object({ id });
const ofDrive = z.object({ driveId: id });
const ofJob = z.object({ number: id });
/** Input of a list: its search text, and a page of it. */
export const listInput = z.object({ find: z.string().max(200), page: z.number().int().min(1).max(1e6) });
const typed = z.object({ find: z.string().max(200) });

interface Named {
  readonly id: number;
  readonly name: string;
}

/** A suggestion of a lookup field. */
export interface Choice {
  readonly id: number;
  readonly label: string;
  readonly detail?: string;
}

/** A result of the command palette. */
export interface Findable {
  readonly kind: 'Job' | 'Machine' | 'Drive' | 'Notebook' | 'Belt';
  readonly label: string;
  readonly detail: string;
  readonly href: string;
}

/** Page of a drive. */
export interface DrivePage {
  readonly stored: StoredDrive;
  readonly shelf: PackedShelf;
  readonly anyJob: boolean;
  /** Id of the notebook that the drive was made from. */
  readonly notebook: number | null;
  readonly stacks: readonly (StoredStack | (UnreadableRow & { readonly pulley: string }))[];
  readonly papers: readonly StoredDocument[];
  readonly trials: readonly Trial[];
  readonly limits: ShopLimits['belt'];
}

/** Page of a machine, with its latest jobs and the latest entries of its history. */
export interface MachinePage {
  readonly machine: Machine;
  readonly own: readonly StoredDrive[];
  readonly unreadable: readonly UnreadableRow[];
  readonly notebooks: readonly NotebookSummary[];
  readonly jobs: ListPage<JobLine>;
  readonly log: readonly LoggedReading[];
  readonly papers: readonly StoredDocument[];
  readonly events: readonly MachineEvent[];
  readonly eventCount: number;
  readonly storedParts: readonly StoredPart[];
  readonly followUps: readonly FollowUpLine[];
}

/** Page of the stack of a pulley. */
export interface StackPage {
  readonly drive: StoredDrive;
  readonly pulley: { readonly id: string; readonly label: string };
  readonly kept: StoredStack | null;
  readonly papers: readonly StoredDocument[];
  readonly job: Job | null;
}

/** Printed ticket, with the drive at the time of the last belt use. */
export interface TicketPage {
  readonly job: Job;
  readonly shown: { readonly drive: Drive; readonly beltId: string | null; readonly asBooked: boolean } | null;
  readonly unreadable: UnreadableRow | null;
  readonly shop: string;
}

/** All queries by name. A name is the first part of the key of its cached reads. */
export const QUERY_CONTRACTS = {
  /** Commands of the shop, the latest first. */
  'access.log': query<ListPage<LoggedCommand>>()('owner', listInput),
  /** Sessions and calendar addresses of the shop. */
  'access.read': query<{ readonly sessions: readonly OpenSession[]; readonly calendars: readonly CalendarFeed[] }>()('owner', nothing),
  'belt.life': query<BeltLife>()('viewer', ofDrive),
  /** Belts of the shop with the longest lives. */
  'belts.lasted': query<readonly BeltLasted[]>()('viewer', nothing),
  'customer.read': query<{ readonly customer: Customer; readonly machines: readonly Named[]; readonly jobs: readonly JobLine[] }>()(
    'viewer',
    ofRecord,
  ),
  'customers.choose': query<readonly Choice[]>()('viewer', typed),
  'customers.list': query<ListPage<CustomerLine>>()('viewer', listInput),
  'drive.find': query<UnreadableRow | { readonly stored: StoredDrive }>()('viewer', ofRecord),
  'drive.read': query<UnreadableRow | DrivePage>()('viewer', ofRecord),
  'drives.choose': query<readonly Choice[]>()('viewer', typed),
  'drives.list': query<ListPage<DriveSummary>>()('viewer', listInput),
  'drives.of-job': query<{ readonly drives: readonly StoredDrive[]; readonly unreadable: readonly UnreadableRow[] }>()('viewer', ofJob),
  'drives.of-machine': query<readonly DriveSummary[]>()('viewer', z.object({ machineId: id })),
  /** Changes to the supplied base: causes confirmed by jobs, and corrections by the owner. */
  'faults.of-shop': query<{ readonly confirmed: readonly Confirmed[]; readonly corrections: readonly StoredCorrection[] }>()(
    'viewer',
    nothing,
  ),
  find: query<readonly Findable[]>()('viewer', typed),
  'follow-ups.answered': query<ListPage<AnsweredFollowUp>>()('viewer', listInput),
  /** Own addresses of the calendar. */
  'follow-ups.calendars': query<readonly CalendarFeed[]>()('viewer', nothing),
  /** Overdue, or due within 14 days. */
  'follow-ups.due': query<ListPage<FollowUpLine>>()('viewer', listInput),
  'follow-ups.later': query<ListPage<FollowUpLine>>()('viewer', listInput),
  'follow-ups.rules': query<StoredRules>()('viewer', nothing),
  /** Names of the other people who have a record open, such as `jobs/213`. */
  'here.read': query<{ readonly others: readonly string[] }>()('viewer', z.object({ place: z.string().max(60) })),
  'job.read': query<Job>()('viewer', ofJob),
  'jobs.choose-open': query<readonly Choice[]>()('viewer', typed),
  'jobs.closed': query<ListPage<JobLine>>()('viewer', listInput),
  /** Form for a new job: the machine that it starts with, and the drives of that machine. */
  'jobs.new': query<{ readonly machine: Choice | null; readonly own: readonly DriveSummary[] }>()(
    'viewer',
    z.object({ machine: id.nullable() }),
  ),
  /** Open jobs, and the number of follow-ups that are due. */
  'jobs.open': query<{ readonly open: ListPage<JobSummary>; readonly due: DueCount }>()('viewer', nothing),
  'machine.known': query<{
    readonly machine: Machine;
    readonly own: readonly StoredDrive[];
    readonly known: { readonly machine: Facts; readonly drives: Readonly<Record<number, Facts>> };
  }>()('viewer', ofRecord),
  'machine.label': query<{ readonly machine: Machine; readonly shop: string }>()('viewer', ofRecord),
  'machine.read': query<MachinePage>()('viewer', ofRecord),
  'machines.choose': query<readonly Choice[]>()('viewer', typed),
  'machines.list': query<ListPage<MachineLine>>()('viewer', listInput),
  'notebook.read': query<UnreadableRow | { readonly stored: StoredNotebook }>()('viewer', ofRecord),
  /** Drives that are being measured, and the machine that is to get the next one. */
  'notebooks.list': query<{ readonly notebooks: readonly NotebookSummary[]; readonly machine: Named | null }>()(
    'viewer',
    z.object({ machine: id.nullable() }),
  ),
  'parts.choose': query<readonly Choice[]>()('viewer', typed),
  'parts.list': query<ListPage<Part>>()('viewer', listInput),
  'practice.list': query<{ readonly rounds: readonly PracticeSummary[] }>()('viewer', nothing),
  'practice.read': query<UnreadableRow | StoredPracticeSession>()('viewer', ofRecord),
  /** Settings: one's own, and for an owner those of the shop with its people. */
  'settings.read': query<{
    readonly me: Pick<Person, 'id' | 'name' | 'email'>;
    readonly shop: Shop | null;
    readonly people: readonly Person[] | null;
  }>()('viewer', nothing),
  /** All belts in stock, as one text. */
  'shelf.read': query<PackedShelf>()('viewer', nothing),
  /** Frame of every page: the person who is signed in, and their shop. */
  'shell.read': query<{
    readonly person: Pick<Person, 'id' | 'name' | 'role' | 'preferences'>;
    readonly shop: Pick<Shop, 'name' | 'timeZone' | 'currency'>;
  }>()('viewer', nothing),
  'stack.read': query<UnreadableRow | StackPage>()(
    'viewer',
    z.object({
      drive: id,
      pulley: z.string().max(200),
      /** The job that needs the stack, if it is about this drive. */
      job: id.nullable(),
    }),
  ),
  /** Earlier tension readings of a drive, on every machine with it. */
  'tension.past': query<TensionPast>()('viewer', ofDrive),
  'ticket.read': query<TicketPage>()('viewer', ofJob),
  /** Measured CVT belts of the shop, and the spares for them. */
  'wear.fleet': query<{ readonly belts: readonly MeasuredBelt[]; readonly spares: readonly Part[] }>()('viewer', nothing),
  /** Widths of the belts of a drive, on every machine with it. */
  'width.past': query<readonly PastWidth[]>()('viewer', ofDrive),
} as const satisfies Record<QueryKey, AnyContract>;

type Contracts = typeof QUERY_CONTRACTS;
export type QueryInput<N extends QueryKey> = Contracts[N] extends QueryContract<infer I, infer _R> ? I : never;
export type QueryResult<N extends QueryKey> = Contracts[N] extends QueryContract<infer _I, infer R> ? R : never;
