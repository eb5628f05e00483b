import { cautionsAt } from '@/core/device';
import type { JobView } from '@/core/job-view';
import type { HandStation } from '@/core/work';

/** What can hurt somebody or the device at this station: open before its first step, folded away after it. */
export function StationCautions({ view, station }: { view: JobView; station: HandStation }) {
  const cautions = cautionsAt(view.profile, station);
  const hasBegun = view.steps.some((step) => step.station === station && step.done);
  if (cautions.length === 0) return null;
  return (
    <details
      open={!hasBegun}
      key={String(hasBegun)}
      className="rounded-2xl border-2 border-tight bg-surface px-4 py-2"
    >
      <summary className="min-h-8 cursor-pointer py-1 font-semibold">
        Cautions of this device ({cautions.length})
      </summary>
      <ul className="list-disc space-y-0.5 pb-1 pl-5 text-[0.875rem]">
        {cautions.map((caution) => (
          <li key={caution}>{caution}</li>
        ))}
      </ul>
    </details>
  );
}
