import 'server-only';
import { join } from 'node:path';
import Piscina from 'piscina';
import type * as tasks from '../workers/compute-tasks';

type Tasks = typeof tasks;
export type ComputeTask = { [K in keyof Tasks]: Tasks[K] extends (input: never) => unknown ? K : never }[keyof Tasks];

export type Computed<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: 'refused'; readonly problem: string };

/** Longest that one computation may take, ms. The slowest drive of the demo takes a fiftieth of it. */
const DEADLINE_MS = 15_000;
/** Number of waiting computations. Further ones are refused, so that no one waits for minutes. */
const MOST_WAITING = 20;
/** Memory of one thread, MB. */
const THREAD_MB = 160;

const shared = globalThis as { tautThreads?: Piscina };

function threads(): Piscina {
  shared.tautThreads ??= new Piscina({
    filename: join(process.cwd(), 'dist/compute.cjs'),
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 30_000,
    resourceLimits: { maxOldGenerationSizeMb: THREAD_MB },
  });
  return shared.tautThreads;
}

const refusal = (problem: string) => ({ ok: false as const, reason: 'refused' as const, problem });

/**
 * Computes in a thread, within a deadline. A computation that exceeds its time or memory is stopped with its thread,
 * and answered with a sentence.
 * @param deadlineMs replaces the usual deadline
 * @throws what the task throws
 */
export async function compute<K extends ComputeTask>(
  task: K,
  input: Parameters<Tasks[K]>[0],
  deadlineMs = DEADLINE_MS,
): Promise<Computed<Awaited<ReturnType<Tasks[K]>>>> {
  if (threads().queueSize >= MOST_WAITING) return refusal('The server is busy. Nothing was changed. Try again in a moment.');
  const late = AbortSignal.timeout(deadlineMs);
  try {
    return { ok: true, value: (await threads().run(input, { name: task, signal: late })) as Awaited<ReturnType<Tasks[K]>> };
  } catch (error) {
    if (late.aborted)
      return refusal(
        `This drive takes longer than ${Math.round(deadlineMs / 1000)} seconds to calculate and was stopped. Nothing was changed. Use fewer free arms or springs.`,
      );
    if ((error as { code?: string }).code === 'ERR_WORKER_OUT_OF_MEMORY')
      return refusal('This drive needs more memory than the server has. Nothing was changed. Make it simpler.');
    throw error;
  }
}
