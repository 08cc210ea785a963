import * as Comlink from 'comlink';

/** One that has not said so by then gets another beside it, ms: some are slow, and now and then one never comes. */
const SECOND_AFTER_MS = 4_000;
/** Neither of the two will come any more, ms. */
const GIVE_UP_MS = 30_000;

/** A worker that listens. */
export interface Hired<Service> {
  readonly remote: Comlink.Remote<Service>;
  /** Rejects when it dies: what was asked of it would be waited for for ever. */
  readonly broken: Promise<never>;
}

/**
 * Hires a worker: the first that listens. One that is late, or whose script cannot be loaded, as over a network that comes and goes, gets a second
 * beside it.
 * @param make starts a worker, which says `ready` once it listens: a question put to one that does not listen yet is lost
 * @returns rejects where neither came
 */
export function startWorker<Service>(make: () => Worker): Promise<Hired<Service>> {
  return new Promise((resolve, reject) => {
    const waiting = new Map<Worker, (why: Error) => void>();
    let called = 0;
    const clocks: ReturnType<typeof setTimeout>[] = [];
    const over = () => clocks.forEach(clearTimeout);
    const gone = (worker: Worker) => {
      worker.terminate();
      waiting.get(worker)?.(new Error('the worker broke off'));
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
          breakOff(new Error('the worker broke off'));
        };
        resolve({ remote: Comlink.wrap<Service>(worker), broken });
      });
    };
    const give = () => {
      over();
      for (const worker of [...waiting.keys()]) gone(worker);
      reject(new Error('no worker came'));
    };
    call();
    clocks.push(
      setTimeout(() => called < 2 && call(), SECOND_AFTER_MS),
      setTimeout(give, GIVE_UP_MS),
    );
  });
}
