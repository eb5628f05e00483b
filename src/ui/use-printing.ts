import { useSyncExternalStore } from 'react';

function subscribe(onChange: () => void): () => void {
  const print = window.matchMedia('print');
  print.addEventListener('change', onChange);
  window.addEventListener('beforeprint', onChange);
  window.addEventListener('afterprint', onChange);
  return () => {
    print.removeEventListener('change', onChange);
    window.removeEventListener('beforeprint', onChange);
    window.removeEventListener('afterprint', onChange);
  };
}

/** Whether the page is being printed: what stands on paper alone is not on the screen, hidden or not. */
export const usePrinting = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => window.matchMedia('print').matches,
    () => false,
  );
