import type { UnreadLine } from '@/core/job-view';
type Props = { rows: UnreadLine[]; one: string; many: string; href: (id: string) => string };

/** Jobs that cannot be read. */
export const UnreadJobs = ({ jobs }: { jobs: UnreadLine[] }) => (
  <UnreadRows rows={jobs} one="A job" many="jobs" href={(id) => `/api/jobs/${id}/raw`} />
);

/** What cannot be read: which, why, and the way to have it out. Everything else goes on. */
export function UnreadRows({ rows, one, many, href }: Props) {
  if (rows.length === 0) return null;
  return (
    <section role="alert" className="rounded-xl border-2 border-over bg-over-ground px-4 py-3">
      <h2 className="text-[1.0625rem] font-bold text-over">
        {rows.length === 1 ? `${one} cannot be read` : `${rows.length} ${many} cannot be read`}
      </h2>
      <p>Nothing of it is lost, and everything else goes on. Export it as it stands.</p>
      <ul className="mt-1.5 flex flex-col gap-1">
        {rows.map(({ id, why }) => (
          <li key={id} className="flex flex-wrap items-baseline gap-x-3">
            <b className="figures">{id}</b>
            <span className="min-w-0 break-words">{why}</span>
            <a className="inline-flex min-h-11 items-center underline" href={href(id)} download>
              Export {id}
            </a>
          </li>
        ))}
      </ul>
    </section>
  );
}
