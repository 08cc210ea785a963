import type { RecordedReading } from './clamping';
import { FEEL_METHODS, type FeelMethod, type FeltReading } from './feel';
import type { MarkPair } from './marks';
import { MEASURED_METHODS, type TensionMethod } from './reading';
import type { AgedReading } from './retension';

/** A reading of a drive as tickets keep it, with what its machine's meter showed. */
export interface PastReading extends RecordedReading {
  readonly machine: number;
  /** ISO. */
  readonly taken: string;
  /** Hour meter at that time; null without a reading or for another kind of meter. */
  readonly meterH: number | null;
  readonly belt: string;
  readonly method: TensionMethod;
  readonly value: number;
  /** False where a belt of a shared tensioner was off: no setting. */
  readonly whole: boolean;
}

/** A belt was fitted, or its tension set again. Its hours count from then. */
export interface TensionEpoch {
  readonly machine: number;
  readonly belt: string;
  readonly taken: string;
  readonly meterH: number | null;
  readonly what: 'fitted' | 'adjusted';
}

const isFelt = (method: string): method is FeelMethod => FEEL_METHODS.some((m) => m === method);
const isMeasured = (method: string): boolean => MEASURED_METHODS.some((m) => m === method);

/** Mean of what was measured, each by how well, N. */
function meanOf(readings: readonly Pick<PastReading, 'tensionN' | 'sdN'>[]): { readonly tensionN: number; readonly sdN: number } | null {
  const weights = readings.map((r) => 1 / Math.max(r.sdN, 1e-3) ** 2);
  const all = weights.reduce((a, w) => a + w, 0);
  if (readings.length === 0) return null;
  return {
    tensionN: readings.reduce((a, r, i) => a + r.tensionN * weights[i]!, 0) / all,
    // The shared error of taps is not separated here. Use the best of them, not that of their mean.
    sdN: Math.min(...readings.map((r) => r.sdN)),
  };
}

/** Pairs that calibrate feel and marks: a measured reading exists on the same job, in the same state of the clamps. */
export function pairsOf(past: readonly PastReading[], belt: string): { readonly felt: FeltReading[]; readonly marked: MarkPair[] } {
  const felt: FeltReading[] = [];
  const marked: MarkPair[] = [];
  for (const r of past) {
    if (r.belt !== belt || !r.whole || isMeasured(r.method)) continue;
    const beside = meanOf(
      past.filter((m) => m.belt === belt && m.whole && m.job === r.job && m.clamped === r.clamped && isMeasured(m.method)),
    );
    if (!beside) continue;
    const [from = '', to = ''] = r.at.split('>');
    if (isFelt(r.method)) felt.push({ method: r.method, at: [from, to], value: r.value, ...beside });
    else marked.push({ adjuster: r.at, position: r.value, ...beside });
  }
  return { felt, marked };
}

/**
 * Readings of the belt that is on a machine now, by its hours since it was fitted or set last; of several on one visit what was measured with everything
 * tight, else the last.
 */
export function agedOf(past: readonly PastReading[], epochs: readonly TensionEpoch[], machine: number, belt: string): AgedReading[] {
  const mine = past.filter((r) => r.machine === machine && r.belt === belt && r.whole && r.meterH !== null && isMeasured(r.method));
  const since = epochs
    .filter((e) => e.machine === machine && e.belt === belt && e.meterH !== null)
    .sort((a, b) => Date.parse(a.taken) - Date.parse(b.taken))
    .at(-1);
  const after = mine.filter((r) => !since || Date.parse(r.taken) >= Date.parse(since.taken));
  const start = since?.meterH ?? Math.min(...after.map((r) => r.meterH!));
  const visits = new Map<number, PastReading[]>();
  for (const r of after) visits.set(r.job, [...(visits.get(r.job) ?? []), r]);
  return [...visits.values()].flatMap((all) => {
    const tight = all.filter((r) => r.clamped);
    const of = meanOf(tight.length > 0 ? tight : all.slice(-1));
    return of ? [{ hours: Math.max(0, all.at(-1)!.meterH! - start), ...of }] : [];
  });
}
