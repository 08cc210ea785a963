'use client';

import { useMemo } from 'react';
import type { CheckId, Confirmed } from '@/core/fault';
import { caseOf, setupsUp } from '@/core/job';
import { useFacts } from '@/ui/solver';
import { useRead } from '@/ui/reads';
import { bookedLast } from '../jobs/booked-last';
import type { StageProps } from '../jobs/stages/module';
import { readConfirmed } from './actions';
import { TracePanel } from './trace-panel';

const NOTHING: readonly Confirmed[] = [];

/** Why this job’s machine does what is complained of: from what is on its ticket. Nothing until a complaint is named. */
export function TraceOfJob({ job, at, acts, bay, writable, onCheck }: StageProps & { onCheck: (check: CheckId) => void }) {
  const { drive, kind } = bay;
  const beltId = drive?.belts.find((b) => b.id === job.beltId)?.id ?? drive?.belts[0]?.id;
  const outsideMm = beltId === job.beltId ? bookedLast(job)?.outsideMm : undefined;
  const { answer: facts } = useFacts(
    useMemo(() => (drive && beltId !== undefined ? { drive, beltId, outsideMm } : null), [drive, beltId, outsideMm]),
  );
  const { value: confirmed = NOTHING } = useRead(['confirmed-causes'], () => readConfirmed({}));
  const request = useMemo(() => {
    const faultCase = kind === null ? null : caseOf(job.entries, kind, [...setupsUp(job.entries)], facts ?? []);
    return faultCase && { faultCase, confirmed };
  }, [job.entries, kind, facts, confirmed]);
  if (!request || kind === null) return null;
  return (
    <TracePanel
      request={request}
      onCheck={onCheck}
      onMend={
        writable
          ? (cause, when) =>
              acts.write(at, 'mended', { cause, when, kind }, `Job ${job.number}: mended`, 'It is on the ticket; prove it next.')
          : null
      }
    />
  );
}
