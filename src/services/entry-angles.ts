import { answerState, compileDrive, newSolver, speedsOf, twoStates, type Drive } from '../core/drive';
import { entryAngles, type Misalignment, type SpanEntry } from '../core/alignment';

export interface EntryRequest {
  readonly drive: Drive;
  readonly beltId: string;
  /** Reference pulley of the straight edge, and the measured pulley. */
  readonly reference: string;
  readonly pulley: string;
  readonly misalignment: Pick<Misalignment, 'offsetMm' | 'skewDeg' | 'leanDeg'>;
  /** How far an adjuster would move while the pulley is squared, mm, and which: it tightens the belt. */
  readonly moved: { readonly adjuster: string; readonly mm: number } | null;
}

export interface EntryAnswer {
  readonly spans: readonly SpanEntry[];
  /** Static tension added by the move, N. Null if unknown. */
  readonly addsN: number | null;
}

/**
 * Entry angle of each span at a pulley with this offset and these angles. Also the effect of its correction on the
 * tension.
 */
export function answerEntries({ drive, beltId, reference, pulley, misalignment, moved }: EntryRequest): EntryAnswer {
  const made = compileDrive(drive);
  const b = drive.belts.findIndex((belt) => belt.id === beltId);
  if (!made.ok || b < 0) return { spans: [], addsN: null };
  const { engaged } = twoStates(drive);
  const speeds = speedsOf(made.compiled);
  const at = (adjusters: Readonly<Record<string, number>>) => answerState(newSolver(made.compiled, { adjusters }), engaged, speeds);
  const now = at({});
  const adjuster = moved && drive.adjusters.find((a) => a.id === moved.adjuster);
  const tensionNow = now.solved.belts[b]?.tension ?? null;
  let addsN: number | null = null;
  if (moved && adjuster && tensionNow !== null) {
    const to = Math.min(adjuster.max, adjuster.position + moved.mm);
    const then = at({ [adjuster.id]: to }).solved.belts[b]?.tension ?? null;
    addsN = then === null ? null : then - tensionNow;
  }
  return { spans: entryAngles(drive, now.pose, b, pulley, reference, misalignment), addsN };
}
