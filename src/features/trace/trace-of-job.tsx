'use client';

import { useMemo } from 'react';
import type { CheckId, Confirmed } from '@/core/fault';
import { caseOf, setupsUp, timedOf } from '@/core/job';
import { useFacts } from '@/ui/solver';
import { useRead } from '@/ui/reads';
import { bookedLast } from '../jobs/booked-last';
import type { StageProps } from '../jobs/stages/module';
import { useSimulated } from '../jobs/stages/simulated';
import { readConfirmed } from './actions';
import { TracePanel } from './trace-panel';

const NOTHING: readonly Confirmed[] = [];

/** Why this job’s machine does what is complained of: from what is on its ticket. Nothing until a complaint is named. */
export function TraceOfJob({ job, at, acts, bay, writable, onCheck }: StageProps & { onCheck: (check: CheckId) => void }) {
  const simulated = useSimulated();
  const { kind } = bay;
  // A simulated machine’s hidden faults are not in its drawing, and its shop is none of ours.
  const drive = simulated ? null : bay.drive;
  const beltId = drive?.belts.find((b) => b.id === job.beltId)?.id ?? drive?.belts[0]?.id;
  const outsideMm = beltId === job.beltId ? bookedLast(job)?.outsideMm : undefined;
  const stopSeconds = timedOf(job.entries, 'stop', 'found')?.seconds;
  const { answer: facts } = useFacts(
    useMemo(
      () => (drive && beltId !== undefined ? { drive, beltId, outsideMm, stopSeconds } : null),
      [drive, beltId, outsideMm, stopSeconds],
    ),
  );
  const { value: own = NOTHING } = useRead(['confirmed-causes'], () => readConfirmed({}));
  const confirmed = simulated ? NOTHING : own;
  const request = useMemo(() => {
    const faultCase = kind === null ? null : caseOf(job.entries, kind, [...setupsUp(job.entries)], facts ?? []);
    return faultCase && { faultCase, confirmed };
  }, [job.entries, kind, facts, confirmed]);
  // Whoever practises is told only when they ask.
  if (!request || kind === null || (simulated && !simulated.helped)) return null;
  return (
    <TracePanel
      request={request}
      onCheck={onCheck}
      before={simulated === null}
      onMend={
        writable
          ? (cause, when) =>
              acts.write(at, 'mended', { cause, when, kind }, `Job ${job.number}: mended`, 'It is on the ticket; prove it next.')
          : null
      }
    />
  );
}
