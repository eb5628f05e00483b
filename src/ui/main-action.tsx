'use client';
import { Button } from './button';
import { useKeys } from './use-keys';

/** The one main action of a screen: a button, and Enter. `go` null where it cannot be done now. */
export function MainAction({ words, go, busy }: { words: string; go: (() => void) | null; busy: boolean }) {
  useKeys({ Enter: go && !busy ? go : undefined });
  return (
    <Button kind="main" keyName="Enter" disabled={busy || go === null} onClick={go ?? undefined}>
      {words}
    </Button>
  );
}
