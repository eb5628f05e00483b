'use client';
import { useState } from 'react';
import type { DockStorage as Storage } from '@/core/job-view';
import { showBytes } from '@/core/units';
import { Button } from '../button';

type Props = { storage: Storage; locale: string; onClear: () => Promise<void> };

/** What the simulated drives take of this computer’s disk, and the drives of finished jobs to be cleared. */
export function DockStorage({ storage, locale, onClear }: Props) {
  const [asks, setAsks] = useState(false);
  const [clearing, setClearing] = useState(false);
  const { drives, bytes, throughDrives, throughBytes, keepDrivesDays } = storage;
  if (drives === 0) return null;
  const size = (n: number) => showBytes(n, { locale });
  const clear = async () => {
    setClearing(true);
    await onClear();
    setClearing(false);
    setAsks(false);
  };
  return (
    <section aria-labelledby="dock-storage" className="rounded-2xl border bg-surface p-4">
      <h2 id="dock-storage" className="text-[1.0625rem]">
        Simulated drives take {size(bytes)}
      </h2>
      <p className="text-soft">
        {throughDrives === 0
          ? `${drives} ${drives === 1 ? 'drive' : 'drives'}, all of jobs on the bench.`
          : `${size(throughBytes)} of it in ${throughDrives} ${throughDrives === 1 ? 'drive' : 'drives'} of jobs that are through or not known here; those of jobs are cleared by themselves ${keepDrivesDays} days after hand-over.`}
      </p>
      {throughDrives > 0 && (
        <div className="mt-3 flex flex-wrap items-center gap-3">
          {asks ? (
            <>
              <Button onClick={() => void clear()} disabled={clearing}>
                {clearing ? 'Clearing …' : `Clear ${throughDrives} for good`}
              </Button>
              <Button onClick={() => setAsks(false)} disabled={clearing}>
                Cancel
              </Button>
              <p className="text-soft">Manifests and sheets stay.</p>
            </>
          ) : (
            <Button onClick={() => setAsks(true)}>Clear these drives</Button>
          )}
        </div>
      )}
    </section>
  );
}
