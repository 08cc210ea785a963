import { DEFAULT_MATCH, type Drive } from '../drive';
import type { SettingRow } from './settings-table';
import type { TensionBand } from './sheet';

/** What is wrong with a setting. Those of the release side come first: no tension makes good for them. */
export type SettingFault = 'no-rest' | 'brake-stays-off' | 'brake-stays-on' | 'not-slack' | 'slips' | 'overloads';

export interface JudgedSetting extends SettingRow {
  readonly faults: readonly SettingFault[];
  /** The one to set: nothing is wrong with it, and it comes nearest the target of all its adjuster's. */
  readonly recommended: boolean;
}

/**
 * Settings held against what they have to do on both sides. None is recommended for its tension alone: a setting that adds tension moves where the
 * arm rests, too, and past some place the brake no longer lands.
 * @param letsGo whether the belt is meant to hang slack when released
 */
export function judgeSettings(
  drive: Pick<Drive, 'brakes'>,
  band: TensionBand,
  rows: readonly SettingRow[],
  letsGo: boolean,
  releaseSlackMm = DEFAULT_MATCH.releaseSlackMm,
): JudgedSetting[] {
  const braked = drive.brakes.length > 0;
  const faultsOf = ({ engaged, disengaged }: SettingRow): SettingFault[] => {
    const { tension } = engaged;
    const faults: SettingFault[] = [];
    if (tension === null || (disengaged && disengaged.tension === null)) faults.push('no-rest');
    if (braked && disengaged && !disengaged.brakeOn) faults.push('brake-stays-off');
    if (braked && engaged.brakeOn) faults.push('brake-stays-on');
    if (letsGo && disengaged && disengaged.slack !== null && disengaged.slack < releaseSlackMm) faults.push('not-slack');
    if (tension !== null && tension < band.floor) faults.push('slips');
    if (tension !== null && band.ceiling !== null && tension > band.ceiling) faults.push('overloads');
    return faults;
  };
  const judged = rows.map((row) => ({ ...row, faults: faultsOf(row) }));
  const best = new Map<string, SettingRow>();
  for (const row of judged) {
    if (row.faults.length > 0 || band.target === null) continue;
    const off = (r: SettingRow) => Math.abs(r.engaged.tension! - band.target!);
    const before = best.get(row.adjuster);
    if (!before || off(row) < off(before)) best.set(row.adjuster, row);
  }
  return judged.map((row) => ({ ...row, recommended: best.get(row.adjuster)?.position === row.position }));
}

/** Runs of places, in order, at which one thing goes wrong: “from 6.4 mm on the brake stays off”. */
export interface FaultRun {
  readonly fault: SettingFault;
  readonly from: number;
  readonly to: number;
  /** It goes on to the end of the adjuster's travel, or begins with it. */
  readonly toEnd: boolean;
  readonly fromStart: boolean;
}

export function faultRuns(rows: readonly JudgedSetting[]): FaultRun[] {
  const all: readonly SettingFault[] = ['no-rest', 'brake-stays-off', 'brake-stays-on', 'not-slack', 'slips', 'overloads'];
  return all.flatMap((fault) => {
    const runs: FaultRun[] = [];
    rows.forEach((row, i) => {
      if (!row.faults.includes(fault)) return;
      const goesOn = i > 0 && rows[i - 1]!.faults.includes(fault);
      const run = { fault, to: row.position, toEnd: i === rows.length - 1 };
      if (goesOn) runs.push({ ...runs.pop()!, ...run });
      else runs.push({ ...run, from: row.position, fromStart: i === 0 });
    });
    return runs;
  });
}
