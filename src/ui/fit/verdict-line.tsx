import { isWish } from '@/core/fit';
import type { Margin } from '@/core/margin';
import { type ShowOptions, showEstimate, showLimit } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { verdictText } from '../verdict-words';

const headline = {
  clear: 'It fits.',
  tight: 'It may fit.',
  over: 'It does not fit.',
  unknown: 'Not known yet.',
} as const;

/** The answer in one bowl and one sentence: the worst margin, and where something is missing, what. */
export function VerdictLine({
  worst,
  options,
  size = 46,
}: {
  worst: Margin;
  options: ShowOptions;
  size?: number;
}) {
  return (
    <section className="flex items-center gap-3" aria-live="polite">
      <BowlSign verdict={worst.verdict} use={worst.use} size={size} />
      <p className="font-display text-[1.3125rem] font-bold leading-tight">
        <span className={verdictText[worst.verdict]}>
          {worst.verdict === 'over' && isWish(worst) ? 'Not what was wanted.' : headline[worst.verdict]}
        </span>{' '}
        {worst.what}:{' '}
        {worst.missing[0] ? (
          <>{worst.missing[0].what}</>
        ) : (
          <>
            {showEstimate(worst.value, worst.unit, options)}
            <span className="font-sans text-[0.9375rem] font-normal text-soft">
              {' '}
              of {showLimit(worst.limit, worst.unit, options)}
            </span>
          </>
        )}
      </p>
    </section>
  );
}
