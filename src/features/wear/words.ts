import type { RidingWritten, WarrantyWritten } from '@/core/job';
import { RIDINGS, type Amount, type Riding, type WearReason, type WearVerdict, type WidthMethod } from '@/core/wear';

export const WIDTH_METHOD_WORDS: Readonly<Record<WidthMethod, string>> = {
  'rib-top': 'Several ribs',
  single: 'One rib',
  'flank-line': 'Flank lines',
};
export const WIDTH_HOW: Readonly<Record<WidthMethod, string>> = {
  'rib-top':
    'Five ribs spread round the belt, jaws just touching at the top of a rib; no squeeze by the thumb wheel. Enter goes to the next.',
  single: 'One rib, jaws just touching. A squeezed rib reads up to a quarter of a millimetre narrow: by itself it condemns no belt.',
  'flank-line': 'Two short straight edges laid on the flanks and a third across: truest to how widths are stated. Takes two hands more.',
};

export const WEAR_VERDICT_WORDS: Readonly<Record<WearVerdict, string>> = {
  keep: 'Keep it',
  plan: 'Plan its replacement',
  replace: 'Replace it',
};
export const WEAR_REASON_WORDS: Readonly<Record<WearReason, string>> = {
  'below-minimum': 'it is more likely than not under its minimum',
  'near-minimum': 'it may be under its minimum already',
  'due-before-next-service': 'its likely end comes before the next usual look',
  'one-reading': 'it was read once',
  'few-readings': 'it was read but twice',
  'method-mix': 'it was read in more than one way, and that is reckoned with',
  'outlier-left-out': 'a reading stands apart from the rest and is left out',
  'no-new-width': 'its width when new is not known',
  'wide-forecast': 'what is left is known but roughly',
  'not-run-yet': 'it has not run: there is nothing to forecast yet',
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

const percentOf = (share: number): string => `${Math.round(100 * share)} %`;

/** How it was ridden, largest share first: “crawling 60 %, trail 40 %; wet 15 %”. */
export function ridingWords({ shares, wet, dust }: Pick<RidingWritten, 'shares' | 'wet' | 'dust'>): string {
  const ridden = RIDINGS.filter((r) => shares[r] > 0)
    .sort((a, b) => shares[b] - shares[a])
    .map((r) => `${RIDING_WORDS[r].split(',')[0]!.toLowerCase()} ${percentOf(shares[r])}`);
  const beside = [wet > 0 ? `wet ${percentOf(wet)}` : '', dust > 0 ? `dusty ${percentOf(dust)}` : ''].filter((w) => w !== '');
  return [ridden.join(', '), ...(beside.length > 0 ? [beside.join(', ')] : [])].join('; ');
}

/** Whether a belt is still within what was promised. @param today ISO day @param meter what it shows now */
export function warrantyStands({ until, atMost }: Pick<WarrantyWritten, 'until' | 'atMost'>, today: string, meter: number | null): boolean {
  return (until === null || today <= until) && (atMost === null || meter === null || meter <= atMost);
}
