import { compareDrive, type Compared, type Drive, type Variant } from '../core/drive';

export interface CompareRequest {
  readonly drive: Drive;
  readonly beltId: string;
  /** Driven pulley with the shaft of the comparison. */
  readonly shaftOf: string;
  readonly variants: readonly Variant[];
  /** One pulley's diameter from one end to the other, to be charted; on the last variant. */
  readonly sweep: { readonly pulley: string; readonly fromMm: number; readonly toMm: number } | null;
}

export interface ComparedVariant {
  readonly compared: Compared | null;
  /** Why it cannot be; '' where it can. */
  readonly problem: string;
}

export interface CompareAnswer {
  readonly variants: readonly ComparedVariant[];
  /** Along the sweep, smallest first. Impossible ones are omitted. */
  readonly swept: readonly { readonly diameterMm: number; readonly compared: Compared }[];
}

/** Points of a sweep. */
const POINTS = 25;

/** Variants side by side, and one diameter swept. */
export function compareDrives({ drive, beltId, shaftOf, variants, sweep }: CompareRequest): CompareAnswer {
  const one = (variant: Variant): ComparedVariant => {
    const result = compareDrive(drive, beltId, shaftOf, variant);
    return result.ok ? { compared: result.compared, problem: '' } : { compared: null, problem: result.problems[0]?.message ?? '' };
  };
  const base = variants.at(-1) ?? { diametersMm: {} };
  const swept = sweep
    ? Array.from({ length: POINTS }, (_, i) => sweep.fromMm + ((sweep.toMm - sweep.fromMm) * i) / (POINTS - 1)).flatMap((diameterMm) => {
        const { compared } = one({ ...base, diametersMm: { ...base.diametersMm, [sweep.pulley]: diameterMm } });
        return compared ? [{ diameterMm, compared }] : [];
      })
    : [];
  return { variants: variants.map(one), swept };
}
