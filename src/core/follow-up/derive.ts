import type { DriveKind } from '../fault';
import type { FollowUp, FollowUpAfter, FollowUpCheck } from '../job';
import type { MeterReading } from '../machine';
import { forecastUse, onDate, type Forecast, type Use } from './forecast';
import type { FollowUpRules, IntervalRule, SeasonRule } from './rules';

export const FOLLOW_UP_KINDS = ['plan', 'run-in', 'interval', 'season', 'trial'] as const;
export type FollowUpKind = (typeof FOLLOW_UP_KINDS)[number];

export const FOLLOW_UP_ANSWERS = ['done', 'postponed', 'waived'] as const;
export type FollowUpAnswer = (typeof FOLLOW_UP_ANSWERS)[number];

/** Latest answer to a follow-up. */
export interface Answered {
  /** Id of the follow-up that it answers. */
  readonly source: string;
  readonly answer: FollowUpAnswer;
  /** ISO, when it was answered. */
  readonly at: string;
  /** ISO date to which it was postponed. Null otherwise. */
  readonly until: string | null;
}

/** A machine with everything that its follow-ups depend on. */
export interface MachineRecord {
  readonly log: readonly MeterReading[];
  readonly drives: readonly { readonly id: number; readonly name: string; readonly kind: DriveKind }[];
  /** Latest job of the machine, and what its closing line plans. Null before the first job. */
  readonly last: {
    readonly number: number;
    readonly open: boolean;
    /** ISO. Null while it is open. */
    readonly closedAt: string | null;
    readonly plan: FollowUp;
    /** Note for the next job. */
    readonly next: string;
    /** Belt that the job fitted. Null without one. */
    readonly belt: string | null;
  } | null;
  /** Latest closed job of each drive, and whether it fitted a belt. */
  readonly worked: readonly { readonly driveId: number; readonly closedAt: string; readonly fitted: boolean }[];
  /** Used substitutes without a result. */
  readonly trials: readonly { readonly entryId: number; readonly belt: string; readonly number: number; readonly closedAt: string }[];
  readonly answers: readonly Answered[];
}

/** A follow-up that is open. */
export interface OpenFollowUp {
  /** Id within the shop. It stays the same until the follow-up is answered. */
  readonly source: string;
  readonly kind: FollowUpKind;
  readonly due: Forecast;
  /** True if it was postponed to its due date. */
  readonly postponed: boolean;
  /** Job that planned it, or used the substitute. */
  readonly job: number | null;
  readonly driveId: number | null;
  /** Ticket entry of a substitute. */
  readonly entryId: number | null;
  /** Time that the closing line states. Null for the other kinds. */
  readonly after: FollowUpAfter | null;
  readonly checks: readonly FollowUpCheck[];
  /** Note of the job, name of the drive or season, or number of the belt. */
  readonly text: string;
  /** Work of a season, line by line. */
  readonly list: readonly string[];
}

/** Use until a planned follow-up. An oil change and a day’s work are usual values; the manual takes priority. */
const AFTER_USE: Readonly<Record<Exclude<FollowUpAfter, 'season'>, Use>> = {
  'first-hour': { value: 1, unit: 'h' },
  'first-day': { value: 8, unit: 'h' },
  '25-h': { value: 25, unit: 'h' },
  'oil-change': { value: 50, unit: 'h' },
  '250-h': { value: 250, unit: 'h' },
  '500-mi': { value: 500, unit: 'mi' },
};
/** From the end of one season to a check before the next. */
const SEASON_DAYS = 300;
/** Work so shortly before the date of a season counts as done for it. A choice. */
const COUNTS_FOR_SEASON_DAYS = 60;
const DAY_MS = 86_400_000;

const BLANK = { postponed: false, job: null, driveId: null, entryId: null, after: null, checks: [], text: '', list: [] } as const;
const addDays = (at: string, days: number): string => new Date(Date.parse(at) + days * DAY_MS).toISOString();

/** Same day some months later. The last day of a shorter month. */
function addMonths(at: string, months: number): string {
  const from = new Date(at);
  const to = new Date(Date.UTC(from.getUTCFullYear(), from.getUTCMonth() + months, 1));
  const lastDay = new Date(Date.UTC(to.getUTCFullYear(), to.getUTCMonth() + 1, 0)).getUTCDate();
  to.setUTCDate(Math.min(from.getUTCDate(), lastDay));
  return new Date(to.getTime() + (from.getTime() % DAY_MS)).toISOString();
}

/** Time at which one planned check is due. */
export const plannedDue = (after: FollowUpAfter, closedAt: string, log: readonly MeterReading[]): Forecast =>
  after === 'season' ? onDate(addDays(closedAt, SEASON_DAYS)) : forecastUse(AFTER_USE[after], closedAt, log);

/**
 * Open follow-ups of a machine, the earliest first. A later job on the machine ends what the last one planned. An
 * interval starts again with each job on its drive, and with each answer.
 * @param trialDays days after which a substitute is asked about
 */
export function openFollowUps(machine: MachineRecord, rules: FollowUpRules, trialDays: number): OpenFollowUp[] {
  const answers = new Map(machine.answers.map((a) => [a.source, a]));
  const found = [
    ...planned(machine),
    ...runIn(machine, rules),
    ...machine.drives.flatMap((drive) => {
      const rule = rules.intervals.find((r) => r.kind === drive.kind);
      return rule ? intervalOf(machine, drive, rule, answers.get(`interval:${drive.id}`)) : [];
    }),
    ...rules.seasons.flatMap((season) => seasonOf(machine, season, answers)),
    ...machine.trials.map((t): OpenFollowUp => ({
      ...BLANK,
      source: `trial:${t.entryId}`,
      kind: 'trial',
      due: onDate(addDays(t.closedAt, trialDays)),
      job: t.number,
      entryId: t.entryId,
      text: t.belt,
    })),
  ];
  return found
    .flatMap((one) => withAnswer(one, answers.get(one.source)))
    .sort((a, b) => Date.parse(a.due.at) - Date.parse(b.due.at) || (a.source < b.source ? -1 : 1));
}

/** The follow-up after its answer: postponed, or ended. An interval has its own rule. */
function withAnswer(one: OpenFollowUp, answer: Answered | undefined): OpenFollowUp[] {
  if (!answer || one.kind === 'interval') return [one];
  return answer.answer === 'postponed' ? [postponed(one, answer)] : [];
}

const postponed = (one: OpenFollowUp, { until }: Answered): OpenFollowUp =>
  until === null ? one : { ...one, postponed: true, due: onDate(until) };

function planned({ last, log }: MachineRecord): OpenFollowUp[] {
  if (!last || last.open || last.closedAt === null) return [];
  const { number, closedAt, plan, next } = last;
  return plan.after.map((after) => ({
    ...BLANK,
    source: `plan:${number}:${after}`,
    kind: 'plan',
    due: plannedDue(after, closedAt, log),
    job: number,
    after,
    checks: plan.at,
    text: next,
  }));
}

/** Check after the first use of a new belt, unless the closing line plans one as early. */
function runIn({ last, log }: MachineRecord, { runInHours }: FollowUpRules): OpenFollowUp[] {
  if (!last || last.open || last.closedAt === null || last.belt === null || runInHours === null) return [];
  if (last.plan.after.some((a) => a === 'first-hour' || a === 'first-day')) return [];
  const due = forecastUse({ value: runInHours, unit: 'h' }, last.closedAt, log);
  return [
    { ...BLANK, source: `run-in:${last.number}`, kind: 'run-in', due, job: last.number, checks: ['tension', 'keepers'], text: last.belt },
  ];
}

function intervalOf(
  { worked, log }: MachineRecord,
  drive: MachineRecord['drives'][number],
  rule: IntervalRule,
  earlier: Answered | undefined,
): OpenFollowUp[] {
  const work = worked.find((w) => w.driveId === drive.id);
  if (!work) return [];
  // Work since the answer starts the interval again.
  const answer = earlier && Date.parse(earlier.at) > Date.parse(work.closedAt) ? earlier : undefined;
  const restarted = answer && answer.answer !== 'postponed';
  // A belt that has run its first interval is no longer new.
  const every = work.fitted && !restarted && rule.first !== null ? rule.first : rule.every;
  const since = restarted ? answer.at : work.closedAt;
  const due =
    rule.unit === 'months'
      ? onDate(addMonths(since, Math.max(1, Math.round(every))))
      : forecastUse({ value: every, unit: rule.unit }, since, log);
  const text = rule.with === '' ? drive.name : `${drive.name}, with ${rule.with}`;
  const one: OpenFollowUp = {
    ...BLANK,
    source: `interval:${drive.id}`,
    kind: 'interval',
    due,
    driveId: drive.id,
    checks: ['tension', 'clamps'],
    text,
  };
  return [answer?.answer === 'postponed' ? postponed(one, answer) : one];
}

/** Next date of a season that neither a job nor an answer covers. */
function seasonOf({ drives, last, worked }: MachineRecord, season: SeasonRule, answers: ReadonlyMap<string, Answered>): OpenFollowUp[] {
  const drive = drives.find((d) => season.kinds.includes(d.kind));
  if (!drive || !last) return [];
  const since = worked.reduce<string | null>((latest, w) => (latest === null || w.closedAt > latest ? w.closedAt : latest), last.closedAt);
  if (since === null) return [];
  const covered = Date.parse(since) + COUNTS_FOR_SEASON_DAYS * DAY_MS;
  for (let year = new Date(since).getUTCFullYear(); ; year++) {
    const at = new Date(Date.UTC(year, season.month - 1, season.day, 12)).toISOString();
    const source = `season:${season.id}:${year}`;
    if (Date.parse(at) < covered) continue;
    const answer = answers.get(source);
    if (answer && answer.answer !== 'postponed') continue;
    return [{ ...BLANK, source, kind: 'season', due: onDate(at), driveId: drive.id, text: season.name, list: season.list }];
  }
}
