import type { RidingWritten, WarrantyWritten } from '@/core/job';
import { RIDINGS, type Amount, type Riding, type WearReason, type WearVerdict, type WidthMethod } from '@/core/wear';

export const WIDTH_METHOD_WORDS: Readonly<Record<WidthMethod, string>> = {
  'rib-top': 'Several ribs',
  single: 'One rib',
  'flank-line': 'Flank lines',
};
export const WIDTH_HOW: Readonly<Record<WidthMethod, string>> = {
  'rib-top':
    'Five ribs spread round the belt, jaws only touching at the top of a rib; do not squeeze with the thumb wheel. Enter moves to the next field.',
  single: 'One rib, jaws just touching. A squeezed rib reads up to a quarter of a millimetre narrow: it is not enough to reject a belt.',
  'flank-line':
    'Place two short straight edges on the flanks and a third across. This matches stated widths best. It needs a second person.',
};

export const WEAR_VERDICT_WORDS: Readonly<Record<WearVerdict, string>> = {
  keep: 'Keep using the belt',
  plan: 'Plan the replacement',
  replace: 'Replace the belt',
  'measure-again': 'Measure again',
};
export const WEAR_REASON_WORDS: Readonly<Record<WearReason, string>> = {
  'below-minimum': 'it is probably below its minimum width',
  'near-minimum': 'it may already be below its minimum width',
  'due-before-next-service': 'it will probably reach its minimum width before the next usual check',
  'one-reading': 'there is one reading only',
  'few-readings': 'there are two readings only',
  'method-mix': 'it was measured by more than one method; the forecast allows for the difference',
  'outlier-left-out': 'one reading does not fit the others and is excluded',
  'no-new-width': 'its width when new is unknown',
  'wide-forecast': 'the remaining life is known only roughly',
  'not-run-yet': 'it has not run, so there is no forecast',
  'latest-left-out': 'the latest reading does not fit the others and is excluded',
  'only-reading-doubtful': 'the only reading is doubtful',
  'wider-than-before': 'it measured wider than before: check that it is the same belt',
  'wider-than-new': 'it measured wider than a new belt: check the reading and the new width',
};

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;

/** Why, in a sentence; '' where there is nothing to say. */
export const becauseOf = (reasons: readonly WearReason[]): string =>
  reasons.length === 0 ? '' : `${sentence(reasons.map((r) => WEAR_REASON_WORDS[r]).join('; '))}.`;

export const RIDING_WORDS: Readonly<Record<Riding, string>> = {
  crawl: 'Crawling, slow and heavy',
  trail: 'Trail, up and down',
  haul: 'Hauling or towing',
  fast: 'Fast and steady',
};
export const AMOUNT_WORDS: Readonly<Record<Amount, string>> = { none: 'None', some: 'Some', much: 'Much', most: 'Most' };
export const COVERS_WORDS: Readonly<Record<WarrantyWritten['covers'], string>> = {
  breakage: 'Breakage',
  wear: 'Wear',
  both: 'Both',
};

const percentOf = (share: number): string => `${Math.round(100 * share)}%`;

/** How it was ridden, largest share first: “crawling 60%, trail 40%; wet 15%”. */
export function ridingWords({ shares, wet, dust }: Pick<RidingWritten, 'shares' | 'wet' | 'dust'>): string {
  const ridden = RIDINGS.filter((r) => shares[r] > 0)
    .sort((a, b) => shares[b] - shares[a])
    .map((r) => `${RIDING_WORDS[r].split(',')[0]!.toLowerCase()} ${percentOf(shares[r])}`);
  const beside = [wet > 0 ? `wet ${percentOf(wet)}` : '', dust > 0 ? `dusty ${percentOf(dust)}` : ''].filter((w) => w !== '');
  return [ridden.join(', '), ...(beside.length > 0 ? [beside.join(', ')] : [])].join('; ');
}

/** True while a belt is within its warranty. @param today ISO day @param meter present value */
export function warrantyStatus({ until, atMost }: Pick<WarrantyWritten, 'until' | 'atMost'>, today: string, meter: number | null): boolean {
  return (until === null || today <= until) && (atMost === null || meter === null || meter <= atMost);
}

export const showAllDue = (count: number): string => `Show all ${count} belts`;

export const beltsDueByThen = (due: number): string => `About ${due.toFixed(1)} belts will be due by then.`;

export const orderNow = (chance: string): string => `Order now: a shortage is ${chance} likely.`;

export const stockIsEnough = (chance: string): string => `Stock is enough: a shortage is ${chance} likely.`;

export const dailyUseUnknown = (count: number): string =>
  `The daily use of ${count} of these belts is unknown. They count by their width today.`;

export const recordedUse = (words: string, belts: number): string =>
  `Recorded use: ${words}. The forecast does not use it before ${belts} belts are recorded.`;

export const csvColumns = (unit: string): string => `CSV with date, meter (${unit}), method, widths (mm). Same format as the export.`;

export const nothingImported = (problem: string): string => `${problem} Nothing was imported.`;

export const readingsExcluded = (count: number): string =>
  `${count} ${count === 1 ? 'reading is' : 'readings are'} excluded: before this belt was fitted, or without a date such as 2026-05-31.`;

export const readingsInLog = (count: number): string =>
  `${count} ${count === 1 ? 'reading is' : 'readings are'} in the log already and will not be saved again.`;

export const riddenTitle = (from: number, to: number, unit: string): string => `How it was ridden, ${from} to ${to} ${unit}`;

export const orToMeter = (unit: string): string => `Or to a meter of, ${unit}`;

export const widthChartText = (readings: number, minimum: string): string =>
  `Width over the meter: ${readings} readings, and what is to come against the minimum of ${minimum}`;

export const ribsDiffer = (widths: readonly string[]): string =>
  `${widths.join(' and ')} ${widths.length === 1 ? 'differs' : 'differ'} from the others: a damaged rib or a misreading. Measure${widths.length === 1 ? ' that rib' : ' them'} again. If you save it as typed, it counts less.`;

export const whereItIsRead = (method: string): string => `${method}: where it is read`;
