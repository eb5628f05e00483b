import type { BenchView } from '@/core/job-view';
import { showDate } from '../clock';
import Link from '../link';

/** Old drives that lie here longer than their owner signed for. */
export function DueDrives({ view }: { view: BenchView }) {
  if (view.dueDrives.length === 0) return null;
  return (
    <section aria-labelledby="due-drives" className="rounded-2xl border border-tight bg-surface p-4">
      <h2 id="due-drives" className="mb-1 text-[1rem]">
        Old drives whose term is over
      </h2>
      <ul>
        {view.dueDrives.map(({ id, device, who, until }) => (
          <li key={id} className="border-b border-dashed border-line py-1 last:border-0">
            <Link href={`/jobs/${id}/hand-over`} className="flex min-h-9 items-center gap-3 hover:underline">
              <span className="figures">{id.slice(2)}</span>
              <b>{device}</b>
              <span className="truncate text-soft" dir="auto">
                {who}
              </span>
              <span className="ml-auto shrink-0 text-tight">kept until {until}: give it back or wipe it</span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The last jobs that went out. */
export function HandedOver({ view }: { view: BenchView }) {
  if (view.handedOver.length === 0) return null;
  return (
    <section aria-labelledby="handed-over" className="rounded-2xl border bg-surface p-4 print:hidden">
      <h2 id="handed-over" className="mb-1 text-[1rem]">
        Handed over
      </h2>
      <ul className="grid grid-cols-1 gap-x-6 md:grid-cols-2">
        {view.handedOver.map((job) => (
          <li key={job.id} className="border-b border-dashed border-line py-1 last:border-0">
            <Link
              href={`/jobs/${job.id}/hand-over`}
              className="flex min-h-9 items-center gap-3 hover:underline"
            >
              <span className="figures">{job.id.slice(2)}</span>
              <b>{job.device}</b>
              <span className="truncate text-soft" dir="auto">
                {job.who}
              </span>
              <span className="ml-auto shrink-0 text-soft">
                {job.handedOverAt ? showDate(job.handedOverAt, view.frame.settings) : ''}
              </span>
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}
