import { Drawing } from '../drawing';
import { scaleLinear, scaleLog } from 'd3-scale';
import type { HeldLine } from '@/core/learn';

const size = { width: 640, height: 236 };
const at = { left: 60, right: 632, top: 14, bottom: 210 };
const ticks = [0.25, 0.5, 0.8, 1, 1.25, 2, 4];

/** The newest forecasts, each as its range and what came, both against its middle; time runs to the right. */
export function HeldChart({ recent, more, less }: { recent: HeldLine[]; more: string; less: string }) {
  const ends = recent.flatMap(({ least, most, actual }) => [least, most, actual]);
  const reach = Math.min(6, Math.max(1.3, ...ends.map((one) => Math.max(one, 1 / one))));
  const x = scaleLinear([0, Math.max(1, recent.length - 1)], [at.left + 6, at.right - 6]);
  const y = scaleLog([1 / reach, reach], [at.bottom, at.top]).clamp(true);
  const outside = recent.filter(({ least, most, actual }) => actual < least || actual > most).length;
  return (
    <figure>
      <Drawing
        viewBox={`0 0 ${size.width} ${size.height}`}
        className="w-full"
        role="img"
        aria-label={`The newest ${recent.length} forecasts: ${outside} came outside their range`}
      >
        {ticks
          .filter((tick) => tick <= reach && tick >= 1 / reach)
          .map((tick) => (
            <g key={tick}>
              <line
                x1={at.left}
                x2={at.right}
                y1={y(tick)}
                y2={y(tick)}
                stroke={tick === 1 ? 'var(--soft)' : 'var(--line)'}
              />
              <text
                className="figures"
                x={at.left - 6}
                y={y(tick) + 4}
                textAnchor="end"
                fontSize={11}
                fill="var(--soft)"
              >
                {`${tick}×`}
              </text>
            </g>
          ))}
        {recent.map(({ at: when, least, most, actual }, i) => {
          const isIn = actual >= least && actual <= most;
          return (
            <g key={`${when} ${i}`}>
              <line
                x1={x(i)}
                x2={x(i)}
                y1={y(least)}
                y2={y(most)}
                stroke="var(--info-fill)"
                strokeWidth={5}
                strokeLinecap="round"
                opacity={0.45}
              />
              {isIn ? (
                <circle cx={x(i)} cy={y(actual)} r={3.2} fill="var(--clear)" />
              ) : (
                <path
                  d={`M${x(i) - 4} ${y(actual) - 4} l8 8 m0 -8 l-8 8`}
                  stroke="var(--over)"
                  strokeWidth={2.4}
                />
              )}
            </g>
          );
        })}
        <text x={at.left + 4} y={at.top + 10} fontSize={12} fill="var(--soft)">
          {more}
        </text>
        <text x={at.left + 4} y={at.bottom - 4} fontSize={12} fill="var(--soft)">
          {less}
        </text>
        <text x={at.right} y={size.height - 6} textAnchor="end" fontSize={12} fill="var(--ink)">
          newest
        </text>
      </Drawing>
      <figcaption className="text-[0.8125rem] text-soft">
        The newest {recent.length}: bars are what was said, dots what came, crosses what came outside.
      </figcaption>
    </figure>
  );
}
