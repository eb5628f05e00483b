import Link from './link';
import type { StationState } from '@/core/route';

const words = { done: 'done', current: 'now', held: 'held', ahead: 'ahead' } as const;

function Knot({ state }: { state: StationState['state'] }) {
  const common = 'relative z-10 grid size-4 place-items-center';
  if (state === 'done') {
    return (
      <span className={`${common} rounded-full bg-clear-fill`}>
        <svg viewBox="0 0 10 10" className="size-2.5" aria-hidden>
          <path d="M1.5 5.2 4 7.6 8.6 2.6" fill="none" stroke="white" strokeWidth="1.8" />
        </svg>
      </span>
    );
  }
  if (state === 'current')
    return <span className={`${common} rounded-full bg-cochineal ring-4 ring-over-ground`} />;
  if (state === 'held') {
    return (
      <span className={`${common} rounded-sm bg-over font-bold leading-none text-surface`} aria-hidden>
        !
      </span>
    );
  }
  return <span className={`${common} rounded-full border-2 border-line-strong bg-surface`} />;
}

/** The stations of a job in the order of its route: done, current, held, ahead by shape and word. */
export function Stepper({
  jobId,
  stations,
  shown,
}: {
  jobId: string;
  stations: StationState[];
  shown: string;
}) {
  const at = stations.findIndex(({ id }) => id === shown);
  return (
    <nav aria-label="Stations of this job" data-print="no">
      <ol className="flex">
        {stations.map((station, i) => (
          <li key={station.id} className="relative min-w-0 flex-1">
            {i > 0 && (
              <span
                aria-hidden
                className={`absolute right-1/2 top-[11px] h-0.5 max-md:top-[19px] w-full ${station.state === 'ahead' ? 'bg-line' : 'bg-clear-fill'}`}
              />
            )}
            <Link
              href={`/jobs/${jobId}/${station.id}`}
              aria-current={station.id === shown ? 'page' : undefined}
              className="relative flex flex-col items-center gap-1 rounded-lg py-1 text-[0.8125rem] hover:bg-sunken max-md:min-h-11 max-md:pt-3"
            >
              <Knot state={station.state} />
              <span
                className={`truncate max-md:sr-only ${station.id === shown ? 'font-bold text-ink underline decoration-2 underline-offset-4' : 'text-soft'}`}
              >
                {station.name}
              </span>
              <span className="sr-only">, {words[station.state]}</span>
              {station.state === 'held' && (
                <span
                  aria-hidden
                  className="absolute left-1/2 top-0.5 z-10 ml-3 hidden bg-surface px-1 text-[0.6875rem] font-bold text-over lg:block"
                >
                  held
                </span>
              )}
            </Link>
          </li>
        ))}
      </ol>
      {at >= 0 && (
        // On a phone all stations are there at once, and the one that is looked at says its name.
        <p aria-hidden className="text-center text-[0.8125rem] md:hidden">
          <b>{stations[at]!.name}</b>{' '}
          <span className="text-soft">
            {at + 1} of {stations.length}
          </span>
        </p>
      )}
    </nav>
  );
}
