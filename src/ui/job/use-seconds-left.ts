'use client';
import { useEffect, useState } from 'react';

/** Whole seconds until a moment, counted down; 0 where there is none or it is past. */
export function useSecondsLeft(until: string | null, now: string): number {
  const left = (from: number) =>
    until === null ? 0 : Math.max(0, Math.ceil((Date.parse(until) - from) / 1000));
  const [seconds, setSeconds] = useState(() => left(Date.parse(now)));
  useEffect(() => {
    const tick = () => setSeconds(left(Date.now()));
    tick();
    if (until === null) return;
    const timer = setInterval(tick, 1000);
    return () => clearInterval(timer);
  }, [until]); // eslint-disable-line react-hooks/exhaustive-deps
  return seconds;
}
