import type { JobView } from '@/core/job-view';
import { KitOf } from '../fit/kit-of';
import { kitAsked } from './kit-asked';

/** The same list that was bought by, where it is laid out: open while nothing is done yet. */
export function KitCard({ view }: { view: JobView }) {
  const { build, profile, job } = view;
  if (!build) return null;
  const hasBegun = view.steps.some(({ done }) => done);
  return (
    <details open={!hasBegun} key={String(hasBegun)} className="rounded-2xl border bg-surface px-4 py-2">
      <summary className="min-h-8 cursor-pointer py-1 font-semibold">What to lay out</summary>
      <KitOf
        asked={{ ...kitAsked(view), profile, build, cases: view.cases, revisionId: job.revisionId }}
        locale={view.frame.settings.locale}
      />
    </details>
  );
}
