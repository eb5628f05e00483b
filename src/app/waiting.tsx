'use client';
import { Shell } from './shell';

/** What stands while a screen is fetched: the way to all others, and that it comes. */
export function Waiting() {
  return (
    <Shell frame={null} at={null}>
      <main className="grid flex-1 place-items-center" role="status">
        <p className="text-soft">Fetching it from the bench …</p>
      </main>
    </Shell>
  );
}
