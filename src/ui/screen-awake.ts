'use client';

import { useEffect } from 'react';

/** Keeps the screen on while this is shown and the page is in front, where the browser can: hands are on the probes. */
export function useScreenAwake(): void {
  useEffect(() => {
    if (!('wakeLock' in navigator)) return undefined;
    let lock: WakeLockSentinel | null = null;
    let isOver = false;
    const hold = async () => {
      if (isOver || document.visibilityState !== 'visible') return;
      const held = await navigator.wakeLock.request('screen').catch(() => null);
      if (isOver) void held?.release();
      else lock = held;
    };
    // The browser lets go of it whenever the page is put behind another.
    const again = () => void hold();
    document.addEventListener('visibilitychange', again);
    void hold();
    return () => {
      isOver = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
}
