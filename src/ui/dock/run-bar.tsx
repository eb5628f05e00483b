import type { ImageRunView } from '@/core/job-view';
import { showDuration } from '@/core/units';

const words = {
  fetching: 'fetching',
  checking: 'checking',
  writing: 'writing',
  'reading back': 'reading back',
} as const;

/** Work on an image or a stick as it runs: what, how far, how long still. */
export function RunBar({ run, label }: { run: ImageRunView; label: string }) {
  const share = run.totalBytes > 0 ? run.doneBytes / run.totalBytes : 0;
  return (
    <div className="min-w-0">
      <p className="flex justify-between gap-2 text-[0.875rem]">
        <span>{words[run.phase]}</span>
        <span className="figures whitespace-nowrap">
          {Math.floor(share * 100)} %
          {run.secondsLeft !== null && `, ${showDuration(Math.max(1, run.secondsLeft))} left`}
        </span>
      </p>
      <div
        role="progressbar"
        aria-label={`${label}: ${words[run.phase]}`}
        aria-valuenow={Math.floor(share * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
        className="h-2 overflow-hidden rounded-full bg-sunken"
      >
        <div className="h-full bg-info-fill" style={{ width: `${share * 100}%` }} />
      </div>
    </div>
  );
}
