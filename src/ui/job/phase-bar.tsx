import type { DeviceProfile } from '@/core/device';
import { showDuration } from '@/core/units';

type Phase = DeviceProfile['firstPower']['phases'][number];

/** How one silent phase stands: its usual length, the point from which to worry, and how long it has lasted so far. */
export function PhaseBar({ phase, elapsedS }: { phase: Phase; elapsedS: number | null }) {
  const { shows, usualS, worryS } = phase;
  // A little room behind the worry point, so that being past it can be seen.
  const endS = worryS * 1.15;
  const at = (s: number) => `${Math.min(100, (s / endS) * 100)}%`;
  const isOverdue = elapsedS !== null && elapsedS >= worryS;
  const state =
    elapsedS === null
      ? null
      : isOverdue
        ? 'longer than it should: worry'
        : elapsedS > usualS
          ? 'longer than usual, still working'
          : 'as usual';
  return (
    <div>
      <p className="flex flex-wrap justify-between gap-x-4">
        <span className="font-semibold">
          {shows}
          {state && (
            <span className={`ml-3 font-normal ${isOverdue ? 'font-semibold text-over' : 'text-info'}`}>
              {state}
            </span>
          )}
        </span>
        <span className="text-soft">
          {elapsedS !== null && (
            <>
              <b className="figures text-ink">{showDuration(elapsedS)}</b>,{' '}
            </>
          )}
          usually <span className="figures text-ink">{showDuration(usualS)}</span>, worry after{' '}
          <span className="figures text-ink">{showDuration(worryS)}</span>
        </span>
      </p>
      <div className="relative mt-1.5 h-3 rounded-full bg-sunken" aria-hidden>
        {elapsedS === null ? (
          <div className="h-full rounded-full border border-line-strong" style={{ width: at(usualS) }} />
        ) : (
          <div
            className={`h-full rounded-full ${isOverdue ? 'bg-over' : 'bg-info-fill'}`}
            style={{ width: at(elapsedS) }}
          />
        )}
        <div className="absolute -top-1 h-5 w-[2px] bg-line-strong" style={{ left: at(usualS) }} />
        <div className="absolute -top-1 h-5 w-[3px] bg-over" style={{ left: at(worryS) }} />
      </div>
    </div>
  );
}
