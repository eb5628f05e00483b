'use client';
import { useEffect, useRef, useState } from 'react';

/**
 * A window that a key opens, fetched once the page is at rest and drawn at once when it is wanted. What is typed before it could be fetched does
 * nothing on the screen behind (a Space there is an act) and is handed to it. `load` is the same at each call.
 */
export function useLate<Part>(load: () => Promise<Part>, isWanted: boolean, onGiveUp: () => void) {
  const [part, setPart] = useState<{ its: Part } | null>(null);
  const typed = useRef('');
  const giveUp = useRef(onGiveUp);
  const isHere = part !== null;
  useEffect(() => {
    giveUp.current = onGiveUp;
  });
  useEffect(() => {
    if (isHere) return;
    let isGone = false;
    const fetchIt = () =>
      load().then(
        (its) => !isGone && setPart({ its }),
        // Without a connection: the next press tries again.
        () => !isGone && isWanted && giveUp.current(),
      );
    if (isWanted) void fetchIt();
    const soon = isWanted ? undefined : setTimeout(() => void fetchIt(), 1500);
    return () => {
      isGone = true;
      clearTimeout(soon);
    };
  }, [isHere, isWanted, load]);
  useEffect(() => {
    if (!isWanted || isHere) return;
    typed.current = '';
    const hold = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey) return;
      event.preventDefault();
      event.stopImmediatePropagation();
      if (event.key === 'Escape') giveUp.current();
      else if (event.key === 'Backspace') typed.current = typed.current.slice(0, -1);
      else if (event.key.length === 1) typed.current += event.key;
    };
    window.addEventListener('keydown', hold, true);
    return () => window.removeEventListener('keydown', hold, true);
  }, [isHere, isWanted]);
  return { part: part?.its ?? null, typed };
}
