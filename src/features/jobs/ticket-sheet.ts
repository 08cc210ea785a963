import { convertLength } from '@/core/belt';
import { sectionOf, type Drive, type SolvedState } from '@/core/drive';
import { replayTicket, STAGES } from '@/core/job';
import { lastUsedBelt } from '@/services/last-used-belt';
import type { Job } from '@/contract/records';
import type { Units } from '@/ui/units';
import type { When } from '@/ui/when';
import { conditionWords } from './condition-messages';
import { beltOnTicketDrive } from './job-messages';
import { contentOf, type LineContent, type LineFormats } from './lines';
import { stageName, STATE_WORDS } from './stage-messages';

/** Drive of a ticket: as it was when the belt was used, or as it is now. */
export interface TicketDriveShown {
  readonly drive: Drive;
  readonly beltId: string | null;
  /** True if this is the stored version of the time of use. */
  readonly asBooked: boolean;
}

interface TicketRow {
  readonly id: number;
  /** ISO. */
  readonly at: string;
  readonly time: string;
  readonly stage: string;
  readonly content: LineContent;
  /** Condition of the machine at this entry. Null if it does not matter. */
  readonly condition: string | null;
  readonly by: string;
}

/** Text of a printed ticket. The sheet and the PDF show this and nothing else. */
export interface TicketSheet {
  readonly title: string;
  readonly shop: string;
  readonly dates: string;
  /** Two columns of labels and values. Empty values are dropped. */
  readonly facts: readonly (readonly (readonly [string, string])[])[];
  /** Outside length of the used belt in the drawing, mm. Null draws the belt as drawn. */
  readonly outsideMm: number | null;
  /** Subject of the drawing. */
  readonly caption: string;
  readonly rows: readonly TicketRow[];
  /** Shown instead of the rows of an empty ticket. */
  readonly noRows: string;
  readonly signatures: readonly string[];
}

/** Progress of each stage, in words. */
const stagesText = ({ stages }: Job): string => STAGES.map((s) => `${stageName(s)} ${STATE_WORDS[stages[s]]}`).join(', ');

export function ticketSheet(
  job: Job,
  shown: TicketDriveShown | null,
  shop: string,
  { when, ...formats }: LineFormats & { readonly when: When },
): TicketSheet {
  const { placeOf } = replayTicket(job.entries, shown?.drive ?? null, job.beltId);
  const used = lastUsedBelt(job);
  const rows = job.entries.flatMap((entry, i): TicketRow[] =>
    entry.withdrawn
      ? []
      : [
          {
            id: entry.id,
            at: entry.at,
            time: when.dayAndTime(entry.at),
            stage: stageName(entry.stage),
            content: contentOf(entry, formats),
            condition: conditionWords(entry.type, placeOf(i)),
            by: entry.by,
          },
        ],
  );
  const facts: [string, string][][] = [
    [
      ['Machine', job.machine],
      ['Maker and model', [job.maker, job.model].filter(Boolean).join(', ')],
      ['Meter', job.meter],
      ['Customer', job.customer],
    ],
    [
      ['Complaint', job.title],
      ['Customer’s words', job.complaint],
      ['Stages', stagesText(job)],
    ],
  ];
  return {
    title: `Ticket ${job.number}`,
    shop,
    dates: `Opened ${when.day(job.openedAt)}${job.closedAt ? `, closed ${when.day(job.closedAt)}` : ''}`,
    facts: facts.map((column) => column.filter(([, value]) => value !== '')),
    outsideMm: used?.outsideMm ?? null,
    caption: used && shown ? beltOnTicketDrive(used.belt, shown.asBooked) : 'The drive as drawn, engaged',
    rows,
    noRows: 'No entries yet.',
    signatures: ['Technician', 'Customer'],
  };
}

/** Outside length and tension of each belt of a solved drive. */
export function beltsText(drive: Drive, { belts }: Pick<SolvedState, 'belts'>, { show }: Units): string {
  const each = drive.belts.map((belt, i) => {
    const { pitchLength, geometricLength, tension } = belts[i]!;
    const outsideMm = convertLength(pitchLength ?? geometricLength, 'pitch', 'outside', sectionOf(belt));
    return `${belt.label ?? belt.id}: ${show(outsideMm, 'length')} outside${tension === null ? '' : `, ${show(tension, 'force')}`}`;
  });
  return `${each.join('; ')}.`;
}
