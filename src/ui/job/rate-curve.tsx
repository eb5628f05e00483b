import { max } from 'd3-array';
import { scaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { type RateReport, rankSuspects } from '@/core/link';
import { showRate } from '@/core/units';

const [width, height] = [286, 66];

/** The rate so far, the drop where there was one, and, far below what the links carry, who is suspected. */
export function RateCurve({
  rate,
  expected,
  link,
  locale,
}: {
  rate: RateReport;
  expected: number | null;
  /** What the links are stated to carry; rates seen are told in its terms, one way and in true seconds. */
  link: number | null;
  locale: string;
}) {
  const { curve, drop } = rate;
  if (curve.length < 2) return null;
  const x = scaleLinear([0, curve.length - 1], [0, width]);
  const y = scaleLinear([0, (max(curve) ?? 1) * 1.15], [height, 4]);
  const points = curve.map((value, i): [number, number] => [x(i), y(value)]);
  // Only a rate that was held for a while is told: the one of a moment would name another suspect each time. A drop explains itself;
  // what was held before it is held against the links.
  const held = drop?.fromBytesPerS ?? rate.steadyBytesPerS;
  const seen = expected === null || link === null || held === null ? null : (held / expected) * link;
  const suspects = seen === null ? [] : rankSuspects(seen, link!).slice(0, 3);
  return (
    <>
      <svg
        viewBox={`0 0 ${width} ${height}`}
        className="mt-2 block w-full rounded-lg bg-sunken"
        role="img"
        aria-label={`Rate so far, now ${showRate(rate.nowBytesPerS, locale)}${drop ? `, fell from ${showRate(drop.fromBytesPerS, locale)}` : ''}.`}
      >
        <path
          d={
            area<[number, number]>()
              .x(([at]) => at)
              .y0(height)
              .y1(([, value]) => value)(points) ?? ''
          }
          fill="var(--info-fill)"
          opacity={0.18}
        />
        <path d={line()(points) ?? ''} fill="none" stroke="var(--info)" strokeWidth={1.8} />
      </svg>
      {drop && (
        <p className="mt-1 text-[0.875rem]" role="status">
          <b className="text-tight">The rate fell</b> from {showRate(drop.fromBytesPerS, locale)} to{' '}
          {showRate(drop.toBytesPerS, locale)}: the drive’s fast cache is full.
        </p>
      )}
      {suspects.length > 0 && (
        <div className="mt-2 rounded-xl border-2 border-tight px-3 py-2" role="status">
          <p className="font-semibold text-tight">
            Far below what the links carry: {showRate(seen!, locale)} of {showRate(link!, locale)}. Suspected,
            while it can still be changed:
          </p>
          <ol className="mt-1 text-[0.875rem]">
            {suspects.map(({ what, share, tryThis }) => (
              <li key={what} className="mt-1">
                <b className="figures">{Math.round(share * 100)} %</b> {what}.{' '}
                <span className="text-soft">{tryThis}</span>
              </li>
            ))}
          </ol>
        </div>
      )}
    </>
  );
}
