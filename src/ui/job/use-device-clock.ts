'use client';
import { useEffect, useRef, useState } from 'react';
import { networkGoneSince } from '@/core/job';
import type { StationProps } from './station-props';

const tickMs = 250;

/**
 * Seconds of the device since it was switched on, running; null while it is off. When the simulated device shows something
 * new by itself, it is looked at.
 */
export function useDeviceClock({ view, look }: Pick<StationProps, 'view' | 'look'>): number | null {
  const { deviceS, device, job } = view;
  const [now, setNow] = useState(deviceS);
  const looked = useRef(look);
  useEffect(() => {
    looked.current = look;
  });
  // While the network that it needs is gone, its time stands still.
  const pace = networkGoneSince(job.power) === null ? (job.power?.pace ?? null) : 0;
  const changesAtS = device?.changesAtS ?? null;
  // It came to something while nobody looked: the page was closed, or is new.
  const isNews = device !== null && device.code !== null && job.lastStart === null;
  useEffect(() => {
    if (deviceS === null || pace === null) return;
    const began = performance.now();
    let asked = false;
    if (isNews) looked.current();
    const tick = () => {
      const seconds = deviceS + ((performance.now() - began) / 1000) * pace;
      setNow(seconds);
      if (changesAtS === null || seconds < changesAtS || asked) return;
      asked = true;
      looked.current();
    };
    tick();
    const timer = setInterval(tick, tickMs);
    return () => clearInterval(timer);
  }, [deviceS, pace, changesAtS, isNews]);
  return deviceS === null ? null : (now ?? deviceS);
}
