'use client';

import * as Comlink from 'comlink';
import { useEffect, useRef, useState } from 'react';
import type { LookResult, Notebook } from '@/core/survey';
import type { MatchRequest, MatchResult, PoseRequest, PoseResult, SolverService } from '@/workers/solver-service';

/** Two workers: drawing stays quick while a match or a thousand variations are computed beside it. */
const workers = new Map<string, Comlink.Remote<SolverService>>();

function workerFor(purpose: 'drawing' | 'matching'): Comlink.Remote<SolverService> {
  let remote = workers.get(purpose);
  if (!remote) {
    remote = Comlink.wrap<SolverService>(
      new Worker(new URL('../workers/solver.worker.ts', import.meta.url), { type: 'module', name: purpose }),
    );
    workers.set(purpose, remote);
  }
  return remote;
}

/** Runs the newest request only: while one is under way later ones wait, and of those only the last is run. Keeps the last answer meanwhile. */
function useLatest<Request, Answer>(
  request: Request | null,
  run: (request: Request) => Promise<Answer>,
): { answer: Answer | null; pending: boolean } {
  const [answer, setAnswer] = useState<Answer | null>(null);
  const [pending, setPending] = useState(true);
  const waiting = useRef<Request | null>(null);
  const busy = useRef(false);
  const alive = useRef(true);
  const runner = useRef(run);
  useEffect(() => {
    runner.current = run;
  });
  useEffect(() => {
    alive.current = true;
    return () => {
      alive.current = false;
    };
  }, []);
  useEffect(() => {
    if (request === null) return;
    waiting.current = request;
    if (busy.current) return;
    busy.current = true;
    const drain = async () => {
      setPending(true);
      while (waiting.current !== null && alive.current) {
        const next = waiting.current;
        waiting.current = null;
        const result = await runner.current(next);
        if (alive.current) setAnswer(result);
      }
      busy.current = false;
      if (alive.current) setPending(false);
    };
    void drain();
  }, [request]);
  return { answer, pending };
}

/** The drive at a lever position, solved off the main thread. */
export function usePose(request: PoseRequest | null): { answer: PoseResult | null; pending: boolean } {
  return useLatest(request, async (r): Promise<PoseResult> => workerFor('drawing').pose(r));
}

/** Every candidate judged, off the main thread. */
export function useMatch(request: MatchRequest | null): { answer: MatchResult | null; pending: boolean } {
  return useLatest(request, async (r): Promise<MatchResult> => workerFor('matching').match(r));
}

/** A notebook solved, off the main thread. */
export function useLook(notebook: Notebook | null): { answer: LookResult | null; pending: boolean } {
  return useLatest(notebook, async (n): Promise<LookResult> => workerFor('drawing').look(n));
}

/** Starts many uncertain drives; `report` returns false to stop. */
export function runVariations(
  drive: MatchRequest['drive'],
  beltId: string,
  outsideMm: number,
  spread: Parameters<SolverService['variations']>[3],
  draws: number,
  report: (done: number, works: number) => boolean,
): Promise<{ done: number; works: number }> {
  return workerFor('matching').variations(drive, beltId, outsideMm, spread, draws, Comlink.proxy(report));
}
