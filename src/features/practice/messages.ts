export const minutesOfSessions = (count: number, minutes: string): string =>
  `Shop minutes of the last ${count} sessions, compared with tracing: ${minutes}`;

export const noPartOfMachine = (find: string): string => `No part of this machine matches “${find}”.`;

export const practiceCodeText = (code: string): string => `The code is ${code}. Enter it under Practice to get the same machine.`;

export const everythingRefitted = (minutes: number, looked: boolean): string =>
  `Every part is refitted. Engage and release the drive five times and watch it: ${minutes} min.${looked ? '' : ' Nothing was checked yet.'}`;

export const soundTakes = (minutes: number): string => `A cycle answers the checks of its times: ${minutes} min once after each repair.`;

export const practiceTotals = ({
  sessions,
  found,
  faults,
  needless,
}: {
  readonly sessions: number;
  readonly found: number;
  readonly faults: number;
  readonly needless: number;
}): string =>
  `${sessions} ${sessions === 1 ? 'session' : 'sessions'}: ${found} of ${faults} faults repaired, ${needless} unnecessary ${needless === 1 ? 'repair' : 'repairs'}.`;

/** Ratio of the minutes of the learner to those of tracing, now and in the first sessions. */
export const practiceTrend = (ratio: number, early: { readonly sessions: number; readonly ratio: number } | null): string => {
  const now = `Without help you take ${ratio.toFixed(1)} times the minutes of tracing.`;
  return early === null ? now : `${now} In your first ${early.sessions} sessions it was ${early.ratio.toFixed(1)} times.`;
};

export const repairsText = (found: string, needless: string): string =>
  `${found === '' ? 'No fault was repaired.' : `Found and repaired: ${found}.`}${needless === '' ? '' : ` Unnecessary repairs: ${needless}.`}`;

export const faultsLeft = (left: string, complaintGone: boolean): string =>
  `Faults left: ${left}.${complaintGone ? ' They do not cause this complaint yet.' : ''}`;

export function tracingTakes({
  minutes,
  leaves,
  saves,
  helped,
}: {
  readonly minutes: string;
  readonly leaves: string | null;
  readonly saves: { readonly by: string; readonly less: boolean } | null;
  readonly helped: boolean;
}): string {
  const left = leaves === null ? '' : `, and leaves ${leaves}`;
  const compared = saves === null ? '' : `: ${saves.by} ${saves.less ? 'less' : 'more'} than you`;
  return `Tracing takes ${minutes} on this machine${left}${compared}.${helped ? ' You used its hint.' : ''}`;
}
