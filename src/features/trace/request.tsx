'use client';

import { createContext, useContext, useMemo, type ReactNode } from 'react';
import { caseOf, setupsUp, timedOf } from '@/core/job';
import { useFacts } from '@/ui/solver';
import { useRead } from '@/ui/reads';
import type { ShopBase, TraceRequest } from '@/workers/trace-service';
import { bookedLast } from '../jobs/booked-last';
import type { StageProps } from '../jobs/stages/module';
import { useSimulated } from '../jobs/stages/simulated';
import { readShopBase } from './actions';

const AS_IT_SHIPS: ShopBase = { confirmed: [], corrections: [] };
const Context = createContext<TraceRequest | null>(null);

/** What is traced on the job at hand; null until a complaint is named, and for whoever practises without asking. */
export const useTraceRequest = (): TraceRequest | null => useContext(Context);

/** Makes of a job’s ticket and drive what is traced. */
export function TraceRequestProvider({ job, bay, children }: Pick<StageProps, 'job' | 'bay'> & { children: ReactNode }) {
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
  const { value: own = AS_IT_SHIPS } = useRead(['shop-base'], () => readShopBase({}));
  const base = simulated ? AS_IT_SHIPS : own;
  const hidden = simulated !== null && !simulated.helped;
  const request = useMemo(() => {
    const faultCase = kind === null || hidden ? null : caseOf(job.entries, kind, [...setupsUp(job.entries)], facts ?? []);
    return faultCase && { faultCase, ...base };
  }, [job.entries, kind, hidden, facts, base]);
  return <Context value={request}>{children}</Context>;
}
