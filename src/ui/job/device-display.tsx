import { outcomeWords } from '@/core/job';
import type { Job } from '@/core/job';
import { capital } from '../capital';

/** What the device shows now, as a person stands before it. */
export function DeviceDisplay({ job }: { job: Job }) {
  const shown = job.lastStart;
  return (
    <section
      aria-live="polite"
      className="grid min-h-48 place-items-center rounded-2xl border-[6px] border-lacquer-raised bg-lacquer p-6 text-center text-lacquer-ink"
    >
      {job.outcome === null ? (
        <p className="text-[17px]">The device is off.</p>
      ) : (
        <div>
          <p className="font-display text-[28px] font-bold">
            {shown ? shown.shows : capital(outcomeWords[job.outcome])}
          </p>
          {shown?.hint && <p className="mt-2 max-w-[52ch] text-[17px]">{shown.hint}</p>}
          {job.outcome === 'started' && <p className="mt-2">It runs. Go on to Prove.</p>}
        </div>
      )}
    </section>
  );
}
