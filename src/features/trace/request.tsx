'use client';

import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { buildFaultCase, setupsUp, timedOf } from '@/core/job';
import type { Latest } from '@/ui/latest';
import { useFacts, useTrace } from '@/ui/solver';
import { useRead } from '@/ui/reads';
import type { ShopBase, TraceAnswer, TraceRequest } from '@/workers/trace-service';
import { bookedLast } from '../jobs/booked-last';
import type { StageProps } from '../jobs/stages/module';
import { useSimulated } from '../jobs/stages/simulated';
import { readShopBase } from './actions';

export interface Traced {
  /** What is traced on the job at hand; null until a complaint is named, and for whoever practises without asking. */
  readonly request: TraceRequest | null;
  readonly latest: Latest<TraceAnswer>;
  /** The first answer is there, or does not come: what stands by it need not be moved any more. */
  readonly settled: boolean;
  /** The answer is of the ticket as it is now, or none is expected. */
  readonly current: boolean;
}

const AS_IT_SHIPS: ShopBase = { confirmed: [], corrections: [] };
/** A stage is no wall: after so long it goes on without what tracing says, ms. */
const PATIENCE_MS = 5_000;
const Context = createContext<Traced>({
  request: null,
  latest: { answer: null, of: null, pending: false, failed: false, again: () => undefined },
  settled: true,
  current: true,
});

/** What is traced, and what comes of it; nothing outside a {@link TraceProvider}. */
export const useTraced = (): Traced => useContext(Context);

/** Makes of a job’s ticket and drive what is traced, and has it traced once. */
export function TraceProvider({ job, bay, children }: Pick<StageProps, 'job' | 'bay'> & { children: ReactNode }) {
  const simulated = useSimulated();
  const { kind } = bay;
  // A simulated machine’s hidden faults are not in its drawing, and its shop is none of ours.
  const drive = simulated ? null : bay.drive;
  const beltId = drive?.belts.find((b) => b.id === job.beltId)?.id ?? drive?.belts[0]?.id;
  const outsideMm = beltId === job.beltId ? bookedLast(job)?.outsideMm : undefined;
  const stopSeconds = timedOf(job.entries, 'stop', 'found')?.seconds;
  const factsRequest = useMemo(
    () => (drive && beltId !== undefined ? { drive, beltId, outsideMm, stopSeconds } : null),
    [drive, beltId, outsideMm, stopSeconds],
  );
  const facts = useFacts(factsRequest);
  const shop = useRead(['shop-base'], () => readShopBase({}));
  const base = simulated ? AS_IT_SHIPS : (shop.value ?? AS_IT_SHIPS);
  const hidden = simulated !== null && !simulated.helped;
  const computed = facts.answer;
  const request = useMemo(() => {
    const faultCase = kind === null || hidden ? null : buildFaultCase(job.entries, kind, [...setupsUp(job.entries)], computed ?? []);
    return faultCase && { faultCase, absent: bay.absent, ...base };
  }, [job.entries, kind, hidden, computed, base, bay.absent]);

  const [impatient, setImpatient] = useState(false);
  useEffect(() => {
    const wait = setTimeout(() => setImpatient(true), PATIENCE_MS);
    return () => clearTimeout(wait);
  }, []);
  const factsThere = factsRequest === null || computed !== null || !facts.pending;
  const baseThere = simulated !== null || shop.value !== undefined || shop.problem !== null;
  // One answer by all that is known, in place of three that each move what stands below them.
  const latest = useTrace((factsThere && baseThere) || impatient ? request : null);
  const there = request === null || latest.answer !== null || latest.failed || impatient;
  const [settled, setSettled] = useState(there);
  if (there && !settled) setSettled(true);
  const current = request === null || latest.of === request || latest.failed;
  return <Context value={{ request, latest, settled, current }}>{children}</Context>;
}
