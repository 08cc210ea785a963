import { compileDrive, DEFAULT_MATCH, newMatcher, type Drive, type GripSettings } from '../drive';
import { recommendSettings, type Recommendation } from './recommend';
import { settingAt, settingsTable, type AssessedSetting } from './settings-table';

export interface BeltSettings {
  /** The positions of every adjuster, in order: each of its steps, or equal ones. */
  readonly settings: readonly AssessedSetting[];
  /** The position of each adjuster to set. */
  readonly recommended: readonly Recommendation[];
  /** Rows of those positions in both states, in the same order. */
  readonly recommendedRows: readonly AssessedSetting[];
  /** The setting as drawn of each adjuster, by its id. */
  readonly present: Readonly<Record<string, AssessedSetting>>;
}

const NONE: BeltSettings = { settings: [], recommended: [], recommendedRows: [], present: {} };

/**
 * The settings of a drive for one belt: what each does in both states, and the one of each adjuster to set.
 * @param targetN static belt tension, N; null recommends nothing
 * @param readShare tension that was read over the computed tension
 */
export function beltSettings(
  drive: Drive,
  beltId: string,
  targetN: number | null,
  { readShare = 1, grip }: { readonly readShare?: number; readonly grip?: GripSettings } = {},
): BeltSettings {
  const made = compileDrive(drive);
  const matcher = made.ok ? newMatcher(made.compiled, beltId, grip ? { ...DEFAULT_MATCH, grip } : DEFAULT_MATCH) : undefined;
  if (!matcher) return NONE;
  const recommended = targetN === null ? [] : recommendSettings(matcher, targetN, readShare);
  return {
    settings: settingsTable(matcher),
    recommendedRows: recommended.map((r) => settingAt(matcher, r.adjuster, r.position)),
    recommended,
    present: Object.fromEntries(drive.adjusters.map((a) => [a.id, settingAt(matcher, a.id, a.position)])),
  };
}
