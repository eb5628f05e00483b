import type { FaultLine, LearnedKindView, LookLine } from '@/core/learn';
import Link from '../link';
import { CalibrationChart } from './calibration-chart';
import { FaultsFound, LooksFound } from './faults-found';
import { HeldChart } from './held-chart';
import { kindWords } from './kind-words';
import { LearnedTable } from './learned-table';

/** Of what was said before, how much held; then each kind with its charts and what it knows. */
export function LearnedScreen({
  kinds,
  faults = [],
  looks = [],
  practice,
  isDemo,
}: {
  kinds: LearnedKindView[];
  faults?: readonly FaultLine[];
  looks?: readonly LookLine[];
  practice: boolean;
  isDemo: boolean;
}) {
  const known = kinds.filter(({ seen }) => seen > 0);
  const unknown = kinds.filter(({ seen }) => seen === 0);
  return (
    <>
      <header className="flex flex-wrap items-baseline gap-x-4 border-b bg-surface px-5 py-3.5">
        <h1 className="text-[1.625rem]">What the bench has learned</h1>
        <p className="text-soft">
          {practice ? 'from practice: simulated drives and devices' : 'from real work'}
        </p>
        <Link
          href={`/learned?of=${practice ? 'work' : 'practice'}`}
          className="ml-auto inline-flex min-h-11 items-center rounded-xl border border-line-strong bg-surface px-4 font-semibold hover:bg-sunken"
        >
          {practice ? 'Real work instead' : 'Practice instead'}
        </Link>
      </header>
      <main className="min-h-0 flex-1 overflow-y-auto px-5 py-4">
        {known.length === 0 && faults.length === 0 ? (
          <p className="mt-6 max-w-[60ch] text-soft">
            Nothing yet. Each job that is handed over teaches: minutes of its steps, the rate of its copy,
            what its device showed. Until then every forecast is a named default, and says so.
            {isDemo && !practice && ' In the demo all work is practice.'}
          </p>
        ) : (
          <>
            <p className="max-w-[75ch] text-[0.9375rem]">
              Before each job Jicara says a range that four of five should fall into. Here each stands beside
              what came. Where fewer hold, its ranges are made wider by themselves; outliers weigh little, and
              what was not seen for long is believed less.
            </p>
            {known.map((one) => (
              <KindSection key={one.kind} view={one} />
            ))}
          </>
        )}
        <FaultsFound lines={faults} />
        <LooksFound lines={looks} />
        {known.length > 0 && unknown.length > 0 && (
          <p className="mt-4 text-[0.875rem] text-soft">
            Nobody has measured yet:{' '}
            {unknown.map(({ kind }) => kindWords[kind].title.toLowerCase()).join('; ')}. Those forecasts are
            named defaults.
          </p>
        )}
      </main>
    </>
  );
}

function KindSection({ view }: { view: LearnedKindView }) {
  const { kind, calibration, seen, widening, recent, lines } = view;
  const { title, what, single } = kindWords[kind];
  const { within, between, count } = calibration;
  const percent = (share: number) => Math.round(share * 100);
  const isOff = between !== null && (between.most < 0.8 || between.least > 0.8);
  return (
    <section className="mt-5 rounded-2xl border bg-surface p-4" aria-label={title}>
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 className="text-[1.1875rem]">{title}</h2>
        <p className="text-[0.875rem] text-soft">
          {what}; {seen} {single}
        </p>
      </div>
      {within !== null && between !== null && (
        <p className="mt-1">
          <b className={`figures mr-1 text-[1.375rem] ${isOff ? 'text-tight' : 'text-clear'}`}>
            {percent(within)} of 100
          </b>{' '}
          came within their range, of {count} that were said; 80 are meant.{' '}
          <span className="text-[0.875rem] text-soft">
            With so many, the true share lies between {percent(between.least)} and {percent(between.most)}.{' '}
            {Math.abs(widening - 1) > 0.05 &&
              `Ranges are now ${widening > 1 ? 'wider' : 'narrower'} by ${percent(Math.abs(widening - 1))} % for it.`}
          </span>
        </p>
      )}
      <div className="mt-3 grid gap-5 lg:grid-cols-[300px_minmax(0,1fr)]">
        <CalibrationChart curve={calibration.curve} count={count} />
        <HeldChart recent={recent} more={kindWords[kind].more} less={kindWords[kind].less} />
      </div>
      <LearnedTable kind={kind} lines={lines} />
    </section>
  );
}
