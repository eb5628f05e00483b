import type { Estimate } from '@/core/margin';

/** What the drive’s own draw takes of a full cell, in minutes, or why nobody can say. */
export function BatteryWords({ minutes }: { minutes: Estimate }) {
  if (!minutes.known)
    return (
      <p className="text-[0.8125rem] text-soft">
        What it takes of the battery is not known: {minutes.what}. {minutes.howToGet}
      </p>
    );
  const { value, minus, plus } = minutes;
  return (
    <p className="text-[0.8125rem]">
      Its own draw takes{' '}
      <b className="figures">
        {value.toFixed(0)} min
        {minus !== null && plus !== null
          ? ` (${(value - minus).toFixed(0)}–${(value + plus).toFixed(0)})`
          : ''}
      </b>{' '}
      of an evening on a full cell.
    </p>
  );
}
