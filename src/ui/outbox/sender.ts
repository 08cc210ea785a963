'use client';

import { v4 as newId } from 'uuid';
import { drop, keep, keptActs, renew, setRefusal, type KeptAct } from './store';

/** What the server answers to an act; `waiting` where it did not answer and the act is kept. */
export type Answer =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly reason: string; readonly problem: string; readonly field?: string; readonly current?: unknown };

/** Reasons that are no refusal: the change waits, and later ones wait behind it, so that they are applied in order. */
const WAITS: ReadonlySet<string> = new Set(['signed-out', 'failed']);
/** A change that fails so often, with others of the server's answers in between, is shown as refused: it must not hold up those behind it for ever. */
const MOST_FAILURES = 12;

/** The server stores its notes of commands a little longer than this. Later it could not tell a repeat from a new change. */
const OLDEST_DAYS = 180;
const isTooOld = ({ doneAt }: KeptAct): boolean => Date.now() - Date.parse(doneAt) > OLDEST_DAYS * 86_400_000;
const TOO_OLD = `This change is more than ${OLDEST_DAYS} days old. Check whether it is already saved. Then try again or drop it.`;

export const NO_ANSWER = 'The server does not answer.';

/** An act is waited for so long before its screen goes on without an answer, ms. */
const PATIENCE_MS = 8000;
/** A server that takes longer than this for one act is taken not to answer, ms. */
const LONGEST_MS = 90_000;
/** Pauses before the server is asked once more, ms. */
const PAUSES_MS = [1500, 3000, 6000, 12_000, 30_000];

const isAnswer = (value: unknown): value is Answer =>
  typeof value === 'object' &&
  value !== null &&
  'ok' in value &&
  (value.ok === true || (value.ok === false && 'problem' in value && typeof value.problem === 'string'));

/** Sends one act; null where no answer of the server came back, in which case it may have been applied all the same. */
export async function post(act: Pick<KeptAct, 'id' | 'owner' | 'kind' | 'doneAt' | 'input'>): Promise<Answer | null> {
  try {
    const response = await fetch('/api/acts', {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-command-kind': act.kind },
      body: JSON.stringify({ id: act.id, kind: act.kind, personId: act.owner, doneAt: act.doneAt, input: act.input }),
      signal: AbortSignal.timeout(LONGEST_MS),
    });
    const answer: unknown = await response.json();
    return isAnswer(answer) ? answer : null;
  } catch {
    return null;
  }
}

export interface Outbox {
  /** Does an act: keeps it, sends what waits before it and then itself, and answers what came of it. */
  readonly act: (kind: string, input: unknown, how: { readonly words: string; readonly about?: string | undefined }) => Promise<Answer>;
  /** Sends what waits. */
  readonly deliver: () => Promise<void>;
  readonly retry: (id: string) => Promise<void>;
  /** Has told of acts that were applied after their screen had stopped waiting. */
  readonly onArrived: (told: (words: string) => void) => void;
  /** Stops sending until the next act or delivery. */
  readonly pause: () => void;
}

/**
 * The acts of one person on this device. They go in the order in which they were done, each until it is answered; two tabs that send the same one
 * get the same answer, since the server applies it once.
 */
export function openOutbox(owner: number): Outbox {
  let arrived: (words: string) => void = () => undefined;
  const listening = new Map<string, (answer: Answer) => void>();
  const others = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel(`taut-outbox-${owner}`);
  let running: Promise<void> | null = null;
  let again = false;
  let failures = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let paused = false;

  const hear = (id: string, answer: Answer): boolean => {
    const listener = listening.get(id);
    listening.delete(id);
    listener?.(answer);
    return listener !== undefined;
  };
  if (others)
    others.onmessage = ({ data }: MessageEvent<unknown>) => {
      if (typeof data !== 'object' || data === null || !('id' in data) || !('answer' in data)) return;
      if (typeof data.id === 'string' && isAnswer(data.answer)) hear(data.id, data.answer);
    };

  const failedTimes = new Map<string, number>();
  /** Changes that the person sent again on purpose. */
  const askedFor = new Set<string>();
  const isStuck = (id: string, reason: string): boolean => {
    if (reason !== 'failed') return false;
    const times = (failedTimes.get(id) ?? 0) + 1;
    failedTimes.set(id, times);
    return times >= MOST_FAILURES;
  };

  const waitingAnswer = (why: string): Answer => ({ ok: false, reason: 'waiting', problem: why });
  const later = (why: string) => {
    for (const id of [...listening.keys()]) hear(id, waitingAnswer(why));
    clearTimeout(timer);
    if (!paused) timer = setTimeout(() => void deliver(), PAUSES_MS[Math.min(failures, PAUSES_MS.length - 1)]);
    failures++;
  };

  async function sendAll(): Promise<void> {
    const passed = new Set<string>();
    for (;;) {
      const next = (await keptActs(owner)).find((a) => a.refusal === null && !passed.has(a.id));
      if (!next || paused) return;
      if (isTooOld(next) && !askedFor.has(next.id)) {
        await setRefusal(next.id, TOO_OLD);
        continue;
      }
      const answer = await post(next);
      if (answer === null) return later(NO_ANSWER);
      if (!answer.ok && WAITS.has(answer.reason) && !isStuck(next.id, answer.reason)) return later(answer.problem);
      failures = 0;
      passed.add(next.id);
      others?.postMessage({ id: next.id, answer });
      const heard = hear(next.id, answer);
      if (answer.ok || heard) await drop(next.id);
      else await setRefusal(next.id, answer.problem);
      if (answer.ok && !heard) arrived(next.words);
    }
  }

  async function deliver(): Promise<void> {
    paused = false;
    if (running) {
      again = true;
      return running;
    }
    clearTimeout(timer);
    running = (async () => {
      try {
        do {
          again = false;
          await sendAll();
        } while (again && !paused);
      } finally {
        // At once with the last look at `again`, so that nobody joins a round that is over.
        running = null;
      }
    })();
    return running;
  }

  const act: Outbox['act'] = async (kind, input, { words, about }) => {
    const kept = { id: newId(), owner, kind, input, doneAt: new Date().toISOString(), words, about: about ?? null, refusal: null };
    try {
      await keep(kept);
    } catch {
      // A browser that keeps nothing: it goes at once or not at all, and the screen still holds it.
      return (
        (await post(kept)) ?? { ok: false, reason: 'failed', problem: `${NO_ANSWER} This browser keeps nothing for later; try again.` }
      );
    }
    return new Promise<Answer>((resolve) => {
      listening.set(kept.id, resolve);
      setTimeout(() => hear(kept.id, waitingAnswer(NO_ANSWER)), PATIENCE_MS);
      void deliver();
    });
  };

  return {
    act,
    deliver,
    onArrived: (told) => {
      arrived = told;
    },
    retry: async (id) => {
      // The server repeats its stored answer to an id that it knows: tried again it is a new change.
      const fresh = newId();
      askedFor.add(fresh);
      await renew(id, fresh);
      await deliver();
    },
    pause: () => {
      paused = true;
      clearTimeout(timer);
    },
  };
}
