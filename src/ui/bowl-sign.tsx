import { useId } from 'react';
import type { Verdict } from '@/core/margin';
import { verdictWord } from './verdict-words';

const fills: Record<Verdict, string> = {
  clear: 'var(--clear-fill)',
  tight: 'var(--tight-fill)',
  over: 'var(--over)',
  unknown: 'none',
};
const strokes: Record<Verdict, string> = {
  clear: 'var(--clear)',
  tight: 'var(--tight)',
  over: 'var(--over)',
  unknown: 'var(--soft)',
};

const brimY = 5;
const depth = 13;
const bowl = `M2 ${brimY} H30 A14 ${depth} 0 0 1 2 ${brimY} Z`;

/**
 * The product's one sign: a limit is a bowl and the measured thing fills it. Level is the share of the limit used,
 * spilling is over, a dotted outline is unknown.
 */
export function BowlSign({
  verdict,
  use,
  size = 32,
}: {
  verdict: Verdict;
  use: number | null;
  size?: number;
}) {
  const clip = useId();
  const level = verdict === 'over' ? 1 : Math.max(0.12, Math.min(1, use ?? 0.35));
  return (
    <svg
      width={size}
      height={(size * 21) / 32}
      viewBox="0 0 32 21"
      role="img"
      aria-label={verdictWord[verdict]}
      className="shrink-0"
    >
      {verdict === 'unknown' ? (
        <path d={bowl} fill="none" stroke={strokes.unknown} strokeWidth={1.8} strokeDasharray="2.2 2.4" />
      ) : (
        <>
          <clipPath id={clip}>
            <rect x={0} y={brimY + depth * (1 - level)} width={32} height={depth + 2} />
          </clipPath>
          <path d={bowl} fill={fills[verdict]} clipPath={`url(#${clip})`} />
          {verdict === 'over' && (
            <path
              d={`M5 ${brimY} Q16 -3 27 ${brimY} L30.4 ${brimY} Q31.6 9 30.8 12.5 Q29.4 13.6 28.6 11.5 L28 ${brimY} Z`}
              fill={fills.over}
            />
          )}
          <path d={bowl} fill="none" stroke={strokes[verdict]} strokeWidth={1.8} strokeLinejoin="round" />
          {verdict === 'tight' && <path d={`M2 ${brimY} H30`} stroke={strokes.tight} strokeWidth={3.2} />}
        </>
      )}
    </svg>
  );
}
