'use client';

import { createContext, useContext, useEffect, useMemo, useState, type ReactNode } from 'react';
import { buildFaultCase, setupsUp, timedOf } from '@/core/job';
import type { Latest } from '@/client/latest';
import { useFacts, useTrace } from '@/client/solver';
import type { ShopBase, TraceAnswer, TraceRequest } from '@/services/trace';
import { lastUsedBelt } from '@/services/last-used-belt';
import type { StageProps } from './module';
import { useSimulated } from './simulated';
import { useQueryOf } from '../../queries/use-query';

export interface Traced {
  /** Case to trace on the current job. Null until a complaint is named, and in practice without a request. */
  readonly request: TraceRequest | null;
  readonly latest: Latest<TraceAnswer>;
  /** The first answer has arrived or will not. The layout can then settle. */
  readonly settled: boolean;
  /** The answer is of the ticket as it is now, or none is expected. */
  readonly current: boolean;
}

const AS_IT_SHIPS: ShopBase = { confirmed: [], corrections: [] };
/** Longest wait for tracing, ms. Then the stage opens without it. */
const PATIENCE_MS = 5_000;
const Context = createContext<Traced>({
  request: null,
  latest: { answer: null, of: null, pending: false, failed: false, again: () => undefined },
  settled: true,
  current: true,
});

/** The case and its answer. Null outside a {@link TraceProvider}. */
export const useTraced = (): Traced => useContext(Context);

/** Builds the case of a job from its ticket and drive, and traces it once. */
export function TraceProvider({ job, jobContext, children }: Pick<StageProps, 'job' | 'jobContext'> & { children: ReactNode }) {
  const simulated = useSimulated();
  const { kind } = jobContext;
  // A simulated machine’s hidden faults are not in its drawing, and its shop is none of ours.
  const drive = simulated ? null : jobContext.drive;
  const beltId = drive?.belts.find((b) => b.id === job.beltId)?.id ?? drive?.belts[0]?.id;
  const outsideMm = beltId === job.beltId ? lastUsedBelt(job)?.outsideMm : undefined;
  const stopSeconds = timedOf(job.entries, 'stop', 'found')?.seconds;
  const factsRequest = useMemo(
    () => (drive && beltId !== undefined ? { drive, beltId, outsideMm, stopSeconds } : null),
    [drive, beltId, outsideMm, stopSeconds],
  );
  const facts = useFacts(factsRequest);
  const shop = useQueryOf('faults.of-shop', {});
  const base = simulated ? AS_IT_SHIPS : (shop.value ?? AS_IT_SHIPS);
  const hidden = simulated !== null && !simulated.helped;
  const computed = facts.answer;
  const request = useMemo(() => {
    const faultCase = kind === null || hidden ? null : buildFaultCase(job.entries, kind, [...setupsUp(job.entries)], computed ?? []);
    return faultCase && { faultCase, absent: jobContext.absent, ...base };
  }, [job.entries, kind, hidden, computed, base, jobContext.absent]);

  const [impatient, setImpatient] = useState(false);
  useEffect(() => {
    const wait = setTimeout(() => setImpatient(true), PATIENCE_MS);
    return () => clearTimeout(wait);
  }, []);
  const factsThere = factsRequest === null || computed !== null || !facts.pending;
  const baseThere = simulated !== null || shop.value !== undefined || shop.problem !== null;
  // One answer from all data, instead of three that each shift the layout.
  const latest = useTrace((factsThere && baseThere) || impatient ? request : null);
  const there = request === null || latest.answer !== null || latest.failed || impatient;
  const [settled, setSettled] = useState(there);
  if (there && !settled) setSettled(true);
  const current = request === null || latest.of === request || latest.failed;
  return <Context value={{ request, latest, settled, current }}>{children}</Context>;
}
