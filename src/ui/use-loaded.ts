import { useEffect, useState } from 'react';

const againMs = 2000;

/**
 * What a screen needs only once somebody types, and nobody waits for before it is seen: fetched as soon as the screen is alive, null until it is
 * here. Where it cannot be fetched it is asked for again: what is typed meanwhile stands. Pass the same function each time.
 */
export function useLoaded<T>(load: () => Promise<T>): T | null {
  const [loaded, setLoaded] = useState<{ value: T } | null>(null);
  useEffect(() => {
    let isGone = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    const ask = () => {
      load().then(
        (value) => !isGone && setLoaded({ value }),
        () => {
          if (!isGone) again = setTimeout(ask, againMs);
        },
      );
    };
    ask();
    return () => {
      isGone = true;
      clearTimeout(again);
    };
  }, [load]);
  return loaded && loaded.value;
}
