import * as Comlink from 'comlink';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';

/** A worker with a script that loads when the test decides, or never. */
class SlowWorker {
  static hired: SlowWorker[] = [];
  readonly asked: unknown[] = [];
  terminated = false;
  onerror: (() => void) | null = null;
  private readonly channel = new MessageChannel();
  constructor() {
    SlowWorker.hired.push(this);
    this.channel.port1.start();
  }
  postMessage(message: unknown) {
    this.asked.push(message);
    this.channel.port1.postMessage(message);
  }
  addEventListener(type: 'message', listener: (e: MessageEvent) => void) {
    this.channel.port1.addEventListener(type, listener);
  }
  removeEventListener(type: 'message', listener: (e: MessageEvent) => void) {
    this.channel.port1.removeEventListener(type, listener);
  }
  terminate() {
    this.terminated = true;
    this.channel.port1.close();
  }
  /** Its script has run: it reports that it listens. */
  loads(service: object) {
    Comlink.expose(service, this.channel.port2 as unknown as Comlink.Endpoint);
    this.channel.port2.postMessage('ready');
  }
}

const settled = () => new Promise((resolve) => setTimeout(resolve, 20));
const request = { sampleRate: 8000, channels: [] };

describe('the worker that computes', () => {
  beforeEach(() => {
    vi.resetModules();
    SlowWorker.hired = [];
    vi.stubGlobal('Worker', SlowWorker);
  });
  afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
  });
  it('gets its first request when it listens', async () => {
    const { askTap } = await import('./solver');
    const answer = askTap(request);
    await settled();
    const [worker] = SlowWorker.hired;
    expect(worker!.asked).toEqual([]);
    worker!.loads({ tap: () => ({ hz: 52 }) });
    expect(await answer).toEqual({ hz: 52 });
    expect(SlowWorker.hired).toHaveLength(1);
  });
  it('starts again after a failed load, and still answers the request', async () => {
    const { askTap } = await import('./solver');
    const answer = askTap(request);
    SlowWorker.hired[0]!.onerror!();
    await settled();
    expect(SlowWorker.hired[0]!.terminated).toBe(true);
    SlowWorker.hired[1]!.loads({ tap: () => ({ hz: 61 }) });
    expect(await answer).toEqual({ hz: 61 });
  });
  it('that dies over a question fails that one, and the next gets a fresh worker', async () => {
    const { askTap } = await import('./solver');
    const answer = askTap(request).catch((e: Error) => e.message);
    SlowWorker.hired[0]!.loads({ tap: () => new Promise(() => undefined) });
    await settled();
    SlowWorker.hired[0]!.onerror!();
    expect(await answer).toBe('the worker stopped');
    const next = askTap(request);
    SlowWorker.hired[1]!.loads({ tap: () => ({ hz: 70 }) });
    expect(await next).toEqual({ hz: 70 });
  });
  it('gets a spare if it is late; the first ready answers, and the other is stopped', async () => {
    for (const first of [0, 1] as const) {
      vi.resetModules();
      SlowWorker.hired = [];
      vi.useFakeTimers();
      const { askTap } = await import('./solver');
      const answer = askTap(request);
      await vi.advanceTimersByTimeAsync(3_999);
      expect(SlowWorker.hired).toHaveLength(1);
      await vi.advanceTimersByTimeAsync(1);
      expect(SlowWorker.hired.map((w) => w.terminated)).toEqual([false, false]);
      vi.useRealTimers();
      SlowWorker.hired[first]!.loads({ tap: () => ({ hz: 52 + first }) });
      expect(await answer).toEqual({ hz: 52 + first });
      expect(SlowWorker.hired.map((w) => w.terminated)).toEqual(first === 0 ? [false, true] : [true, false]);
      expect(SlowWorker.hired).toHaveLength(2);
    }
  });
  it('reports if neither starts: immediately after two failed loads, and after half a minute of silence', async () => {
    vi.useFakeTimers();
    const { askTap } = await import('./solver');
    const silent = askTap(request).catch((e: Error) => e.message);
    await vi.advanceTimersByTimeAsync(29_999);
    expect(SlowWorker.hired).toHaveLength(2);
    await vi.advanceTimersByTimeAsync(1);
    expect(await silent).toBe('no worker started');
    expect(SlowWorker.hired.every((w) => w.terminated)).toBe(true);
    const unloadable = askTap(request).catch((e: Error) => e.message);
    SlowWorker.hired[2]!.onerror!();
    SlowWorker.hired[3]!.onerror!();
    expect(await unloadable).toBe('no worker started');
    expect(SlowWorker.hired).toHaveLength(4);
  });
});
