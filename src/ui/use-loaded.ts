import { useEffect, useState } from 'react';

/**
 * What a screen needs only once somebody types, and nobody waits for before it is seen: fetched as soon as the screen is alive, null until it is
 * here. Pass the same function each time; where it cannot be fetched the screen is told as any that broke.
 */
export function useLoaded<T>(load: () => Promise<T>): T | null {
  const [loaded, setLoaded] = useState<{ value: T } | { error: unknown } | null>(null);
  useEffect(() => {
    let isGone = false;
    load().then(
      (value) => !isGone && setLoaded({ value }),
      (error: unknown) => !isGone && setLoaded({ error }),
    );
    return () => void (isGone = true);
  }, [load]);
  if (loaded && 'error' in loaded) throw loaded.error;
  return loaded && loaded.value;
}
