import Link from 'next/link';
import type { Job } from '@/core/job';

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
