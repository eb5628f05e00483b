'use client';
import { useEffect, useState } from 'react';
import { showDuration } from '@/core/units';

/** Time since the last act of the hands, as a stopwatch; it starts anew with every step. */
export function Stopwatch({ since }: { since: string }) {
  const [seconds, setSeconds] = useState<number | null>(null);
  useEffect(() => {
    const tick = () => setSeconds(Math.max(0, (Date.now() - Date.parse(since)) / 1000));
    tick();
    const timer = setInterval(tick, 1000);
    return () => clearInterval(timer);
  }, [since]);
  return <span className="figures text-soft">{seconds === null ? '' : showDuration(seconds)}</span>;
}
