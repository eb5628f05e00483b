import Link from 'next/link';
import type { Job } from '@/core/job';
import { showMoney } from '@/core/units';

/** The way to where the owner's things go, and whether somebody has asked. */
export function ThingsLink({ job }: { job: Pick<Job, 'id' | 'things'> }) {
  return (
    <p>
      <Link
        href={`/jobs/${job.id}/things`}
        className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
      >
        Where the owner’s things go
      </Link>{' '}
      <span className="text-soft">
        {job.things ? `${job.things.question.items.length} placed, on both papers` : 'not asked yet'}
      </span>
    </p>
  );
}

/** The way to what the job costs, and what was issued last. */
export function CostLink({ job, locale }: { job: Pick<Job, 'id' | 'quotes'>; locale: string }) {
  const last = job.quotes.at(-1);
  return (
    <p>
      <Link
        href={`/jobs/${job.id}/cost`}
        className="inline-flex min-h-11 items-center font-semibold underline underline-offset-4"
      >
        What it costs
      </Link>{' '}
      <span className="figures text-soft">
        {last
          ? `${last.number}, ${showMoney({ minor: last.totalMinor, currency: last.currency }, locale)}`
          : 'no quote yet'}
      </span>
    </p>
  );
}
