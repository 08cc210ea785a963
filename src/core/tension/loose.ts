import { deflectionBy } from './methods';
import type { Drive } from '../drive';
import type { TensionSheet } from './sheet';

/** Force of a casual push, N. Its deflection of the longest span at the target is how slack the belt feels. */
const LIGHT_PUSH_N = 20;
/** Moved by more than this share of the span, a belt is called loose by most. */
const FEELS_LOOSE = 1 / 20;

/** A belt that feels loose and is right. */
export interface LooksLoose {
  readonly from: string;
  readonly to: string;
  readonly pushN: number;
  /** Deflection at mid-span for that push at the target, mm. */
  readonly deflectionMm: number;
}

/**
 * Deflection of the longest span at the target under a light push, if a person would call the belt loose. Null
 * otherwise, or if it is unknown.
 */
export function isLooseByDesign({ strands, band }: Pick<TensionSheet, 'strands' | 'band'>): LooksLoose | null {
  if (band.target === null || strands.length === 0) return null;
  const longest = strands.reduce((a, s) => (s.strand.spanMm > a.strand.spanMm ? s : a));
  const deflectionMm = deflectionBy(longest.strand, band.target, LIGHT_PUSH_N) ?? longest.strand.spanMm / 2;
  return deflectionMm > FEELS_LOOSE * longest.strand.spanMm
    ? { from: longest.from, to: longest.to, pushN: LIGHT_PUSH_N, deflectionMm }
    : null;
}

/** Reasons why a drive is slack by design, from known facts without a measurement. */
export type SlackByDesign = 'attachment-off' | 'deck-held-back' | 'variable-before-first-run';

/** @param facts ids and answers of what is known of machine and drive */
export function slackByDesign(
  drive: Pick<Drive, 'kind'>,
  facts: { readonly attachmentLoadsTension: boolean; readonly slidingDeck: boolean },
): SlackByDesign[] {
  return [
    ...(drive.kind === 'cvt' ? ['variable-before-first-run' as const] : []),
    ...(facts.attachmentLoadsTension ? ['attachment-off' as const] : []),
    ...(facts.slidingDeck ? ['deck-held-back' as const] : []),
  ];
}
