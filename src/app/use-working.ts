'use client';
import { useSyncExternalStore } from 'react';
import { initialsIn, workingCookie } from './who-works';

const listeners = new Set<() => void>();
const subscribe = (hear: () => void) => {
  listeners.add(hear);
  return () => void listeners.delete(hear);
};

const read = (): string | null =>
  initialsIn(new RegExp(`(?:^|; )${workingCookie}=([^;]*)`, 'u').exec(document.cookie)?.[1]);

/** Who works at this window, where somebody was picked at it; every request names them. */
export function useWorking(): { picked: string | null; pick: (initials: string) => void } {
  const picked = useSyncExternalStore(subscribe, read, () => null);
  const pick = (initials: string) => {
    document.cookie = `${workingCookie}=${encodeURIComponent(initials)}; path=/; max-age=31536000; samesite=strict`;
    listeners.forEach((hear) => hear());
  };
  return { picked, pick };
}
