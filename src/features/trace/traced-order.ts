'use client';

import { useState } from 'react';
import { useTrace } from '@/ui/solver';
import { useTraceRequest } from './request';

const NONE: ReadonlyMap<string, number> = new Map();

/**
 * The place of each check by what it saves, as the walk is begun; anew with another complaint and after a mend. Between them it stays, so that nothing moves away
 * under a finger.
 */
export function useTracedOrder(): ReadonlyMap<string, number> {
  const request = useTraceRequest();
  const { answer } = useTrace(request);
  const [kept, setKept] = useState<{ readonly of: string; readonly order: ReadonlyMap<string, number> } | null>(null);
  const of =
    request && JSON.stringify([request.faultCase.complaint, request.faultCase.history.flatMap((e) => ('fixed' in e ? [e.fixed] : []))]);
  if (of !== null && answer?.trace.status === 'ok' && kept?.of !== of)
    setKept({ of, order: new Map(answer.trace.next.map(({ check }, place) => [check, place])) });
  return of === null ? NONE : (kept?.order ?? NONE);
}
