'use client';

import { useMemo } from 'react';
import { misalignmentOf, refuseGaps, type Misalignment, type RimGaps, type SpanEntry } from '@/core/alignment';
import type { Drive } from '@/core/drive';
import { askEntries, useEntries } from '@/client/solver';
import { rodsMove } from './correction';

export const NO_GAPS: Readonly<Record<keyof RimGaps, number | null>> = { near: null, far: null, above: null, below: null };

/** Diameter at which gaps are read: as typed, or the pulley’s own. */
export const rimOf = (drive: Drive, pulley: string, typedMm: number | null): number =>
  typedMm ?? drive.pulleys.find((p) => p.id === pulley)?.outsideDiameter ?? 0;

/** Result of the gaps. Null until both along the line of centres are entered, or if they are impossible. */
function readOf(gaps: typeof NO_GAPS, rimDiameterMm: number, widerByMm: number) {
  const read: RimGaps | null = gaps.near === null || gaps.far === null ? null : { ...gaps, near: gaps.near, far: gaps.far };
  const wrong = read && refuseGaps(read);
  return { read, wrong, misalignment: read && !wrong ? misalignmentOf({ gaps: read, rimDiameterMm, widerByMm }) : null };
}

export interface AlignmentState {
  readonly read: RimGaps | null;
  readonly wrong: ReturnType<typeof refuseGaps>;
  readonly misalignment: Misalignment | null;
  readonly spans: readonly SpanEntry[];
  /** Tension added by the correction with the rods, N. Null if unknown. */
  readonly addsN: number | null;
  /** Everything shown belongs to what was typed last. */
  readonly settled: boolean;
  /** Entry angle of each span for the typed gaps, before saving. Null if it cannot be calculated. */
  readonly ask: () => Promise<readonly SpanEntry[] | null>;
}

/** Result of the gaps, with the entry angle of each span. */
export function useAlignmentState({
  drive,
  beltId,
  reference,
  pulley,
  gaps,
  rim,
  wider,
  edgeSide,
}: {
  readonly drive: Drive;
  readonly beltId: string;
  readonly reference: string;
  readonly pulley: string;
  readonly gaps: typeof NO_GAPS;
  /** Diameter at which they were read, mm; null for the pulley’s own. */
  readonly rim: number | null;
  readonly wider: number;
  readonly edgeSide: 'left' | 'right';
}): AlignmentState {
  const now = useMemo(() => readOf(gaps, rimOf(drive, pulley, rim), wider), [drive, pulley, gaps, rim, wider]);
  const { misalignment } = now;
  const request = useMemo(
    () =>
      misalignment && {
        drive,
        beltId,
        reference,
        pulley,
        misalignment,
        moved: rodsMove(drive, [pulley, reference], misalignment, edgeSide),
      },
    [drive, beltId, reference, pulley, misalignment, edgeSide],
  );
  const { answer, pending } = useEntries(request);
  return {
    ...now,
    spans: misalignment ? (answer?.spans ?? []) : [],
    addsN: answer?.addsN ?? null,
    settled: answer !== null && !pending,
    ask: async () => (request ? ((await askEntries(request).catch(() => null))?.spans ?? null) : null),
  };
}
