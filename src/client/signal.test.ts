import { afterEach, describe, expect, it, vi } from 'vitest';
import { signal } from './signal';

const played: number[] = [];
class FakeContext {
  currentTime = 0;
  destination = {};
  createGain = () => ({ gain: { value: 0 }, connect: vi.fn() });
  createOscillator = () => {
    const tone = {
      frequency: { value: 0 },
      connect: vi.fn(),
      start: () => played.push(tone.frequency.value),
      stop: vi.fn(),
      onended: null,
    };
    return tone;
  };
  close = vi.fn();
}
afterEach(() => {
  played.length = 0;
  vi.unstubAllGlobals();
});

describe('the signal of a measurement', () => {
  it('rises where a reading was taken, and is one low tone where nothing was heard', () => {
    const vibrate = vi.fn();
    vi.stubGlobal('AudioContext', FakeContext);
    vi.stubGlobal('navigator', { vibrate });
    signal('taken');
    expect(played).toHaveLength(2);
    expect(played[1]).toBeGreaterThan(played[0]!);
    const high = played[0]!;
    played.length = 0;
    signal('nothing');
    expect(played).toHaveLength(1);
    expect(played[0]).toBeLessThan(high);
    expect(vibrate.mock.calls.map(([pattern]) => (pattern as number[]).length)).toEqual([1, 5]);
  });
  it('is silent on a device that has neither sound nor vibration', () => {
    vi.stubGlobal('navigator', {});
    vi.stubGlobal('AudioContext', undefined);
    expect(() => signal('taken')).not.toThrow();
  });
});
