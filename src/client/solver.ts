'use client';

import * as Comlink from 'comlink';
import type { SeenRim } from '@/core/see';
import type { TimesHeard } from '@/core/sound';
import type { NotebookSolutionResult, Notebook } from '@/core/survey';
import type {
  HeardRecording,
  MatchRequest,
  MatchResult,
  PoseRequest,
  PoseResult,
  SeeRequest,
  SolverService,
  TapRequest,
  TimesRequest,
} from '@/services/solver';
import type { IfSo } from '@/core/fault';
import type { ComputedFact } from '@/core/job';
import type { Review } from '@/core/practice';
import type { ReviewRequest } from '@/services/practice-review';
import type { FactsRequest, TraceAnswer, TraceRequest, WhatIfRequest } from '@/services/trace';
import type { CompareAnswer, CompareRequest } from '@/services/compare';
import type { EntryAnswer, EntryRequest } from '@/services/entry-angles';
import type { WearAnswer } from '@/services/wear';
import type { WearAsk, WearForecast } from '@/core/wear';
import type { TensionAnswer, TensionRequest } from '@/services/tension';
import { startWorker, type StartedWorker } from './start-worker';
import { useLatest, type Latest } from './latest';
import { released } from './after-pointer-up';

type Purpose = 'drawing' | 'matching';

/** Two workers: drawing stays fast while a match or a thousand variations are computed. */
const workers = new Map<Purpose, Promise<StartedWorker<SolverService>>>();

function workerFor(purpose: Purpose): Promise<StartedWorker<SolverService>> {
  const there = workers.get(purpose);
  if (there) return there;
  const hired = startWorker<SolverService>(
    () => new Worker(new URL('../workers/solver.worker.ts', import.meta.url), { type: 'module', name: purpose }),
  );
  workers.set(purpose, hired);
  // The next question after a failure gets a fresh one.
  hired.then(({ broken }) => broken).catch(() => workers.get(purpose) === hired && workers.delete(purpose));
  return hired;
}

/** Asks a worker. */
async function ask<T>(purpose: Purpose, question: (remote: Comlink.Remote<SolverService>) => Promise<T>): Promise<T> {
  const { remote, broken } = await workerFor(purpose);
  return Promise.race([question(remote), broken]);
}

/** The drive at a lever position, solved off the main thread. */
export function usePose(request: PoseRequest | null): Latest<PoseResult> {
  return useLatest(request, (r) => ask('drawing', async (remote): Promise<PoseResult> => remote.pose(r)));
}

/** Every candidate judged, off the main thread. */
export function useMatch(request: MatchRequest | null): Latest<MatchResult> {
  return useLatest(request, (r) => ask('matching', async (remote): Promise<MatchResult> => remote.match(r)));
}

/** Result of a reading before it is saved. */
export const askTension = (request: TensionRequest): Promise<TensionAnswer> =>
  ask('matching', async (remote): Promise<TensionAnswer> => remote.tension(request));

/** Result of a recording. */
export const askTap = (request: TapRequest): Promise<HeardRecording> =>
  ask('matching', async (remote): Promise<HeardRecording> => remote.tap(request));

/** The rim at a tap on a picture, unless it is only read, or the pixels are needed. */
export const askRim = (request: SeeRequest): Promise<SeenRim | 'read' | 'picture needed'> =>
  ask('matching', async (remote): Promise<SeenRim | 'read' | 'picture needed'> => remote.see(request));

/** Engagement and stop in a recording. */
export const askTimes = (request: TimesRequest): Promise<TimesHeard> =>
  ask('matching', async (remote): Promise<TimesHeard> => remote.times(request));

/** The tension of a belt, off the main thread. */
export function useTension(request: TensionRequest | null): Latest<TensionAnswer, TensionRequest> {
  return useLatest(request, askTension);
}

/** Same before it is saved. */
export const askEntries = (request: EntryRequest): Promise<EntryAnswer> =>
  ask('matching', async (remote): Promise<EntryAnswer> => remote.entries(request));

/** Entry angles at a pulley with this offset and these angles, outside the main thread. */
export function useEntries(request: EntryRequest | null): Latest<EntryAnswer> {
  return useLatest(request, askEntries);
}

/** Variants of a drive side by side, off the main thread. */
export function useCompare(request: CompareRequest | null): Latest<CompareAnswer> {
  return useLatest(request, (r) => ask('matching', async (remote): Promise<CompareAnswer> => remote.compare(r)));
}

/** A belt's log of widths worked through, off the main thread. */
export function useWear(request: WearAsk | null): Latest<WearAnswer, WearAsk> {
  return useLatest(request, (r) => ask('matching', async (remote): Promise<WearAnswer> => remote.wear(r)));
}

/** Many belts’ logs worked through, off the main thread. */
export function useFleet(request: readonly WearAsk[] | null): Latest<WearForecast[], readonly WearAsk[]> {
  return useLatest(request, (r) => ask('matching', async (remote): Promise<WearForecast[]> => remote.fleet(r)));
}

/** Likely causes, off the main thread. */
export function useTrace(request: TraceRequest | null): Latest<TraceAnswer> {
  return useLatest(request, async (r) => {
    const answer = await ask('matching', async (remote): Promise<TraceAnswer> => remote.trace(r));
    // It is above the buttons, and its height varies.
    await released();
    return answer;
  });
}

/** State after each answer to a check, outside the main thread. */
export function useWhatIf(request: WhatIfRequest | null): Latest<IfSo[]> {
  return useLatest(request, (r) => ask('matching', async (remote): Promise<IfSo[]> => remote.whatIf(r)));
}

/** Results calculated from the values of the drive. */
export function useFacts(request: FactsRequest | null): Latest<ComputedFact[]> {
  return useLatest(request, (r) => ask('matching', async (remote): Promise<ComputedFact[]> => remote.facts(r)));
}

/** A practice session compared with tracing, outside the main thread. */
export function useReview(request: ReviewRequest | null): Latest<Review> {
  return useLatest(request, (r) => ask('matching', async (remote): Promise<Review> => remote.review(r)));
}

/** A notebook solved, off the main thread. */
export function useNotebookSolution(notebook: Notebook | null): Latest<NotebookSolutionResult> {
  return useLatest(notebook, (n) => ask('drawing', async (remote): Promise<NotebookSolutionResult> => remote.look(n)));
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
  return ask('matching', (remote) => remote.variations(drive, beltId, outsideMm, spread, draws, Comlink.proxy(report)));
}
