'use client';

import { useEffect } from 'react';

/** Keep the screen on while a recording runs. Without support of the browser the screen turns off as usual. */
export function useWakeLock(isOn: boolean): void {
  useEffect(() => {
    if (!isOn || !('wakeLock' in navigator)) return;
    let isOver = false;
    let lock: WakeLockSentinel | null = null;
    navigator.wakeLock
      .request('screen')
      .then((held) => {
        lock = held;
        if (isOver) void held.release();
      })
      .catch(() => {
        // Refused, for example with a low battery. The recording continues, and its signals are heard.
      });
    return () => {
      isOver = true;
      void lock?.release();
    };
  }, [isOn]);
}
