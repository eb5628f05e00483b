import type { UnreadLine } from '@/core/job';

/** Jobs that cannot be read: which ones, why, and the way to have all of them out. Everything else goes on. */
export function UnreadJobs({ jobs }: { jobs: UnreadLine[] }) {
  if (jobs.length === 0) return null;
  return (
    <section role="alert" className="rounded-xl border-2 border-over bg-over-ground px-4 py-3">
      <h2 className="text-[17px] font-bold text-over">
        {jobs.length === 1 ? 'A job cannot be read' : `${jobs.length} jobs cannot be read`}
      </h2>
      <p>Nothing of it is lost, and the other jobs go on. Export it as it stands.</p>
      <ul className="mt-1.5 flex flex-col gap-1">
        {jobs.map(({ id, why }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-x-3">
            <b className="figures">{id}</b>
            <span className="min-w-0 break-words">{why}</span>
            <a className="inline-flex min-h-11 items-center underline" href={`/api/jobs/${id}/raw`} download>
              Export {id}
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}
