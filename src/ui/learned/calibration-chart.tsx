import { Drawing } from '../drawing';
import { line } from 'd3-shape';
import { scaleLinear } from 'd3-scale';
import type { Calibration } from '@/core/learn';

const side = 260;
const at = { left: 44, right: 244, top: 10, bottom: 216 };

/** How many came below each share that was promised: along the diagonal the bench tells the truth. */
export function CalibrationChart({ curve, count }: { curve: Calibration['curve']; count: number }) {
  const x = scaleLinear([0, 1], [at.left, at.right]);
  const y = scaleLinear([0, 1], [at.bottom, at.top]);
  const points = [{ promised: 0, came: 0 }, ...curve, { promised: 1, came: 1 }];
  const path = line<{ promised: number; came: number }>()
    .x(({ promised }) => x(promised))
    .y(({ came }) => y(came))(points);
  const worst = curve.reduce((most, one) => Math.max(most, Math.abs(one.came - one.promised)), 0);
  return (
    <figure>
      <Drawing
        viewBox={`0 0 ${side} ${side}`}
        className="w-full max-w-[300px]"
        role="img"
        aria-label={`Calibration of ${count} forecasts: at most ${Math.round(worst * 100)} of 100 off the diagonal`}
      >
        {[0, 0.25, 0.5, 0.75, 1].map((tick) => (
          <g key={tick} className="figures" fontSize={11} fill="var(--soft)">
            <line x1={x(tick)} x2={x(tick)} y1={at.top} y2={at.bottom} stroke="var(--line)" />
            <line x1={at.left} x2={at.right} y1={y(tick)} y2={y(tick)} stroke="var(--line)" />
            <text x={x(tick)} y={at.bottom + 16} textAnchor="middle">
              {tick * 100}
            </text>
            <text x={at.left - 6} y={y(tick) + 4} textAnchor="end">
              {tick * 100}
            </text>
          </g>
        ))}
        <line x1={x(0)} x2={x(1)} y1={y(0)} y2={y(1)} stroke="var(--soft)" strokeDasharray="4 4" />
        <path d={path ?? ''} fill="none" stroke="var(--cochineal)" strokeWidth={2.5} />
        {curve.map(({ promised, came }) => (
          <circle key={promised} cx={x(promised)} cy={y(came)} r={4} fill="var(--cochineal)" />
        ))}
        <text x={(at.left + at.right) / 2} y={side - 6} textAnchor="middle" fontSize={12} fill="var(--ink)">
          said to come below, %
        </text>
        <text
          x={-(at.top + at.bottom) / 2}
          y={11}
          transform="rotate(-90)"
          textAnchor="middle"
          fontSize={12}
          fill="var(--ink)"
        >
          came below, %
        </text>
      </Drawing>
      <figcaption className="text-[0.8125rem] text-soft">
        On the dashed line what was said is true.
      </figcaption>
    </figure>
  );
}
