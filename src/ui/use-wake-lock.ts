'use client';
import { useEffect, useState } from 'react';

/** Whether the screen is kept awake: by the browser, not (yet), or not at all in this browser. */
export type WakeState = 'awake' | 'asking' | 'cannot';

/**
 * Keeps the screen awake while the component is shown, where the browser allows it (Screen Wake Lock API; a hidden page loses the
 * lock and asks for it again when it is seen).
 */
export function useWakeLock(): WakeState {
  const [state, setState] = useState<WakeState>('asking');
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const ask = async () => {
      if (document.visibilityState !== 'visible') return;
      try {
        if (!('wakeLock' in navigator)) throw new Error('not in this browser');
        lock = await navigator.wakeLock.request('screen');
        if (gone) await lock.release();
        else setState('awake');
      } catch {
        if (!gone) setState('cannot');
      }
    };
    void ask();
    const again = () => void ask();
    document.addEventListener('visibilitychange', again);
    return () => {
      gone = true;
      document.removeEventListener('visibilitychange', again);
      void lock?.release();
    };
  }, []);
  return state;
}
