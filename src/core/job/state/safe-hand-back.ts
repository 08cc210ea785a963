import type { ReplayedJob } from './replay';

/** Items that prevent a safe hand-back. */
export const BARS = [
  'stop-time-missing',
  'stop-time-over',
  'brake-not-confirmed',
  'brake-off',
  'slack-not-confirmed',
  'parts-off',
] as const;
/** Open items at hand-back that do not prevent it. */
export const OPEN_AT_HAND_BACK = ['finding-open', 'tension-due', 'alignment-due'] as const;
export type HandBackCode = (typeof BARS)[number] | (typeof OPEN_AT_HAND_BACK)[number];

export interface SafeHandBack {
  readonly allowed: boolean;
  readonly open: readonly HandBackCode[];
}

/** Values of the machine and its drive for the events. */
export interface HandBackFacts {
  /** Limit of the stop time, s; null where the machine has none. */
  readonly stopLimitS: number | null;
  /** A brake belongs to the group of the job's belt. */
  readonly hasBrake: boolean;
  /** A belt fitted in this job stays tight with the lever released, by calculation. */
  readonly fittedStaysTight: boolean;
}

export const isBar = (code: HandBackCode): boolean => BARS.some((b) => b === code);

/** The one list of what is missing between a job and a safe hand-back. */
export function safeHandBack(job: ReplayedJob, { stopLimitS, hasBrake, fittedStaysTight }: HandBackFacts): SafeHandBack {
  const { stop } = job.times;
  const open: HandBackCode[] = [];
  const add = (code: HandBackCode, is: boolean) => {
    if (is) open.push(code);
  };
  add('stop-time-missing', stopLimitS !== null && stop === null);
  add('stop-time-over', stopLimitS !== null && stop !== null && stop > stopLimitS);
  add('brake-not-confirmed', hasBrake && job.brake === 'unknown');
  add('brake-off', job.brake === 'off');
  add('slack-not-confirmed', fittedStaysTight && job.released !== 'slack');
  add('parts-off', job.off.length > 0);
  add(
    'finding-open',
    job.findings.some((f) => f.status === 'open'),
  );
  add('tension-due', job.dueReadings.includes('tension'));
  add('alignment-due', job.dueReadings.includes('alignment'));
  return { allowed: !open.some(isBar), open };
}
