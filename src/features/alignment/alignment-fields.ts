import { alignmentLimit, type Misalignment, type RimGaps, type SpanEntry, type Track } from '@/core/alignment';
import type { Drive } from '@/core/drive';
import type { Aligned } from '@/core/job';
import { NO_GAPS, rimOf } from './use-alignment';

/** Values of the form of an alignment. Lengths in mm. */
export interface AlignmentFields {
  /** Pulley that the edge is laid on. */
  readonly reference: string;
  /** Pulley with the gaps. Null takes the usual one. */
  readonly pulley: string | null;
  readonly by: Aligned['by'];
  readonly gaps: Readonly<Record<keyof RimGaps, number | null>>;
  /** Diameter at the gaps. Null takes the diameter of the pulley. */
  readonly rimMm: number | null;
  readonly widerByMm: number | null;
  readonly when: Aligned['when'];
  readonly cut: Aligned['cut'];
  readonly track: Track | 'none';
}

const pulleysOf = (drive: Drive, beltId: string) => {
  const belt = drive.belts.find((b) => b.id === beltId)!;
  return { belt, all: belt.route.map((r) => drive.pulleys.find((p) => p.id === r.pulley)!) };
};

/** Start of the form: the pulleys and the edge of the last reading of this job, or the driver. */
export function startOf(drive: Drive, beltId: string, last: Aligned | null): AlignmentFields {
  const { all } = pulleysOf(drive, beltId);
  const driver = all.find((p) => p.role === 'driver') ?? all[0]!;
  return {
    reference: all.find((p) => p.id === last?.reference.id)?.id ?? driver.id,
    pulley: last?.pulley.id ?? null,
    by: last?.by ?? 'straight-edge',
    gaps: NO_GAPS,
    rimMm: last?.rimMm ?? null,
    widerByMm: last?.widerByMm ?? 0,
    when: 'found',
    cut: 'any',
    track: 'none',
  };
}

export const pulleyName = (drive: Drive, id: string): string => drive.pulleys.find((p) => p.id === id)?.label ?? 'a pulley';

/** Pulleys to choose from, the chosen one, its rim and the limit of its entry angle. */
export function pairOf(drive: Drive, beltId: string, { reference, pulley: chosen, rimMm }: AlignmentFields) {
  const { belt, all } = pulleysOf(drive, beltId);
  const others = all.filter((p) => p.id !== reference);
  const pulley = others.find((p) => p.id === chosen) ?? others.find((p) => p.role === 'driven') ?? others[0]!;
  return {
    all: all.map((p) => p.id),
    others: others.map((p) => p.id),
    pulley: pulley.id,
    rimMm: rimOf(drive, pulley.id, rimMm),
    limitDeg: alignmentLimit((belt.count ?? 1) > 1 || pulley.face === 'ribbed'),
  };
}

/** Largest entry angle of some spans, degrees. */
export const worstAngle = (spans: readonly SpanEntry[]): number => Math.max(0, ...spans.flatMap((s) => [s.here, s.there]));

/** An alignment as it is written on the ticket. */
export function alignedOf(
  drive: Drive,
  beltId: string,
  fields: AlignmentFields,
  measured: { readonly gaps: RimGaps; readonly misalignment: Misalignment; readonly spans: readonly SpanEntry[] },
): Aligned {
  const { pulley, rimMm, limitDeg } = pairOf(drive, beltId, fields);
  const { reference, by, when, cut, track } = fields;
  const { offsetMm, skewDeg, leanDeg } = measured.misalignment;
  return {
    belt: beltId,
    reference: { id: reference, label: pulleyName(drive, reference) },
    pulley: { id: pulley, label: pulleyName(drive, pulley) },
    by,
    gaps: measured.gaps,
    rimMm,
    widerByMm: fields.widerByMm ?? 0,
    offsetMm,
    skewDeg,
    leanDeg,
    worstDeg: worstAngle(measured.spans),
    limitDeg,
    when,
    cut,
    track: track === 'none' ? null : track,
  };
}
