import { renderHook, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { useWakeLock } from './wake-lock';

const offer = (request: () => Promise<unknown>) => Object.defineProperty(navigator, 'wakeLock', { value: { request }, configurable: true });
afterEach(() => Reflect.deleteProperty(navigator, 'wakeLock'));

describe('the screen of a watched device', () => {
  it('stays on while it is watched, and is released after it', async () => {
    const release = vi.fn().mockResolvedValue(undefined);
    const request = vi.fn().mockResolvedValue({ release });
    offer(request);
    const { rerender } = renderHook(({ isOn }) => useWakeLock(isOn), { initialProps: { isOn: false } });
    expect(request).not.toHaveBeenCalled();
    rerender({ isOn: true });
    await waitFor(() => expect(request).toHaveBeenCalledWith('screen'));
    rerender({ isOn: false });
    await waitFor(() => expect(release).toHaveBeenCalledTimes(1));
  });

  it('is released also if it arrives after the end', async () => {
    const release = vi.fn().mockResolvedValue(undefined);
    let arrive: (held: unknown) => void = () => undefined;
    offer(() => new Promise((resolve) => (arrive = resolve)));
    const { unmount } = renderHook(() => useWakeLock(true));
    unmount();
    arrive({ release });
    await waitFor(() => expect(release).toHaveBeenCalledTimes(1));
  });

  it('turns off as usual if the browser has no wake lock or refuses it', async () => {
    const { unmount } = renderHook(() => useWakeLock(true));
    unmount();
    offer(() => Promise.reject(new Error('low battery')));
    const { rerender } = renderHook(({ isOn }) => useWakeLock(isOn), { initialProps: { isOn: true } });
    await Promise.resolve();
    expect(() => rerender({ isOn: false })).not.toThrow();
  });
});
