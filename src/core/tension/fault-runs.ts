import { SETTING_FAULTS, type AssessedSetting, type SettingFault } from './settings-table';

/** A range of adjuster positions with one fault, such as “at 6.4 mm and above, the brake stays off”. */
export interface FaultRun {
  readonly fault: SettingFault;
  readonly from: number;
  readonly to: number;
  /** The range reaches an end of the adjuster's travel. */
  readonly toEnd: boolean;
  readonly fromStart: boolean;
}

export function faultRuns(rows: readonly AssessedSetting[]): FaultRun[] {
  return SETTING_FAULTS.flatMap((fault) => {
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
