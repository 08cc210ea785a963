'use client';

import { v4 as newId } from 'uuid';
import { drop, enqueue, queuedCommands, renew, setRefusal, type QueuedCommand } from './store';

/** Answer of the server to a command. `waiting` without an answer: the command is queued. */
export type Answer =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly reason: string; readonly problem: string; readonly field?: string; readonly current?: unknown };

/** Reasons that are not refusals: the change waits, with later ones behind it, so that their order is preserved. */
const WAITS: ReadonlySet<string> = new Set(['signed-out', 'failed']);
/** A change that fails so often, with others of the server's answers in between, is shown as refused: it must not hold up those behind it for ever. */
const MOST_FAILURES = 12;

/**
 * The server stores its notes of commands slightly longer than this. Later it could not separate a repeat from a new
 * change.
 */
const OLDEST_DAYS = 180;
const isTooOld = ({ doneAt }: QueuedCommand): boolean => Date.now() - Date.parse(doneAt) > OLDEST_DAYS * 86_400_000;
const TOO_OLD = `This change is more than ${OLDEST_DAYS} days old. Check whether it is already saved. Then try again or drop it.`;

export const NO_ANSWER = 'The server does not answer.';

/** Longest wait of a screen for a command, ms. */
const PATIENCE_MS = 8000;
/** Time after which a server counts as unavailable for one command, ms. */
const LONGEST_MS = 90_000;
/** Pauses before the next attempt, ms. */
const PAUSES_MS = [1500, 3000, 6000, 12_000, 30_000];

const isAnswer = (value: unknown): value is Answer =>
  typeof value === 'object' &&
  value !== null &&
  'ok' in value &&
  (value.ok === true || (value.ok === false && 'problem' in value && typeof value.problem === 'string'));

/** Ids of the commands that this tab sent. Their screens read again by themselves. */
const sentIds = new Set<string>();
export const isOwnCommand = (id: string): boolean => sentIds.has(id);

/** Sends one command. Null without an answer of the server. It may have been applied anyway. */
export async function post(command: Pick<QueuedCommand, 'id' | 'owner' | 'kind' | 'doneAt' | 'input'>): Promise<Answer | null> {
  sentIds.add(command.id);
  try {
    const response = await fetch('/api/acts', {
      method: 'POST',
      headers: { 'content-type': 'application/json', 'x-command-kind': command.kind },
      body: JSON.stringify({ id: command.id, kind: command.kind, personId: command.owner, doneAt: command.doneAt, input: command.input }),
      signal: AbortSignal.timeout(LONGEST_MS),
    });
    const answer: unknown = await response.json();
    return isAnswer(answer) ? answer : null;
  } catch {
    return null;
  }
}

export interface Outbox {
  /** Runs a command: stores it, sends the earlier ones and then this one, and returns the answer. */
  readonly run: (kind: string, input: unknown, how: { readonly words: string; readonly about?: string | undefined }) => Promise<Answer>;
  /** Sends what waits. */
  readonly deliver: () => Promise<void>;
  readonly retry: (id: string) => Promise<void>;
  /** Reports commands that were applied after their screen had stopped waiting. */
  readonly onArrived: (told: (words: string) => void) => void;
  /** Reports that changes wait for a sign-in, and that they no longer do. */
  readonly onSignedOut: (told: (signedOut: boolean) => void) => void;
  /** Stops sending until the next command or delivery. */
  readonly pause: () => void;
}

/**
 * Commands of one person on this device. They are sent in order, each until it is answered. Two tabs with the same
 * command get the same answer, since the server applies it once.
 */
export function openOutbox(owner: number): Outbox {
  let arrived: (words: string) => void = () => undefined;
  let signedOut: (signedOut: boolean) => void = () => undefined;
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
      const next = (await queuedCommands(owner)).find((a) => a.refusal === null && !passed.has(a.id));
      if (!next || paused) return;
      if (isTooOld(next) && !askedFor.has(next.id)) {
        await setRefusal(next.id, TOO_OLD);
        continue;
      }
      const answer = await post(next);
      if (answer === null) return later(NO_ANSWER);
      signedOut(!answer.ok && answer.reason === 'signed-out');
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
        // In the same step as the last check of `again`, so that nothing joins a finished round.
        running = null;
      }
    })();
    return running;
  }

  const run: Outbox['run'] = async (kind, input, { words, about }) => {
    const kept = { id: newId(), owner, kind, input, doneAt: new Date().toISOString(), words, about: about ?? null, refusal: null };
    try {
      await enqueue(kept);
    } catch {
      // A browser without storage: the command is sent immediately or fails, and the screen still has its content.
      return (await post(kept)) ?? { ok: false, reason: 'failed', problem: `${NO_ANSWER} This browser cannot save it. Try again.` };
    }
    return new Promise<Answer>((resolve) => {
      listening.set(kept.id, resolve);
      setTimeout(() => hear(kept.id, waitingAnswer(NO_ANSWER)), PATIENCE_MS);
      void deliver();
    });
  };

  return {
    run,
    deliver,
    onArrived: (told) => {
      arrived = told;
    },
    onSignedOut: (told) => {
      signedOut = told;
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
