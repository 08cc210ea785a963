import * as Comlink from 'comlink';

/** Time after which a second worker is started, ms: some are slow, and a few never start. */
const SECOND_AFTER_MS = 4_000;
/** Neither of the two will come any more, ms. */
const GIVE_UP_MS = 30_000;

/** A worker that listens. */
export interface StartedWorker<Service> {
  readonly remote: Comlink.Remote<Service>;
  /** Rejects when the worker dies, so that no request waits forever. */
  readonly broken: Promise<never>;
}

/**
 * Start a worker. Start a spare if the first is slow or its script cannot be loaded, and use the first ready.
 * @param make starts a worker, which sends `ready` once it listens; a request before that would be lost
 * @returns rejects if neither starts
 */
export function startWorker<Service>(make: () => Worker): Promise<StartedWorker<Service>> {
  return new Promise((resolve, reject) => {
    const waiting = new Map<Worker, (why: Error) => void>();
    let called = 0;
    const clocks: ReturnType<typeof setTimeout>[] = [];
    const over = () => clocks.forEach(clearTimeout);
    const gone = (worker: Worker) => {
      worker.terminate();
      waiting.get(worker)?.(new Error('the worker stopped'));
      waiting.delete(worker);
    };
    const call = () => {
      called += 1;
      const worker = make();
      const broken = new Promise<never>((_, fail) => waiting.set(worker, fail));
      broken.catch(() => undefined);
      const breakOff = waiting.get(worker)!;
      worker.onerror = () => {
        gone(worker);
        if (called < 2) call();
        else if (waiting.size === 0) give();
      };
      worker.addEventListener('message', ({ data }: MessageEvent<unknown>) => {
        if (data !== 'ready' || !waiting.delete(worker)) return;
        over();
        for (const other of [...waiting.keys()]) gone(other);
        worker.onerror = () => {
          worker.terminate();
          breakOff(new Error('the worker stopped'));
        };
        resolve({ remote: Comlink.wrap<Service>(worker), broken });
      });
    };
    const give = () => {
      over();
      for (const worker of [...waiting.keys()]) gone(worker);
      reject(new Error('no worker started'));
    };
    call();
    clocks.push(
      setTimeout(() => called < 2 && call(), SECOND_AFTER_MS),
      setTimeout(give, GIVE_UP_MS),
    );
  });
}
