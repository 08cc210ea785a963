'use client';

import { useSearchParams } from 'next/navigation';
import { useCallback, useEffect, useRef, useState } from 'react';
import { STAGES, type Stage } from '@/core/job';
import { putAddress } from '@/client/address';
import type { JobCommands } from './job-commands';

/** The stage in the address, or the default. Another stage opens without a request to the server. */
export function useStage(begin: () => Stage): [Stage, JobCommands['openStage']] {
  const named = useSearchParams().get('stage');
  const asked = STAGES.find((s) => s === named) ?? null;
  const [first] = useState(begin);
  const [chosen, setChosen] = useState<Stage | null>(null);
  const at = chosen ?? asked ?? first;
  const here = useRef(at);
  useEffect(() => {
    here.current = at;
  }, [at]);
  const go = useCallback((stage: Stage, from?: Stage) => {
    // A person who opened another page during a command stays there.
    if (from !== undefined && from !== here.current) return;
    setChosen(stage);
    putAddress('push', `?stage=${stage}`);
  }, []);
  useEffect(() => {
    const back = () => setChosen(null);
    window.addEventListener('popstate', back);
    return () => window.removeEventListener('popstate', back);
  }, []);
  return [at, go];
}
