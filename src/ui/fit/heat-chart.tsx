import { Drawing } from '../drawing';
import type { HeatCurve } from '@/core/heat';
import { curveAt, heatPicture, heatSize } from './heat-geometry';

/** How the ways that are compared are told apart, by colour and by dashes. */
export const wayColors = ['var(--clear)', 'var(--tight)', 'var(--info)', 'var(--over)'];
export const wayDashes = [undefined, '6 3', '2 3', '8 3 2 3'];

/** Curves of heat over time with their bands, read by pointer or arrow keys. */
export function HeatChart({
  curves,
  minutes,
  colorOf,
  aimC,
  readS,
  onRead,
}: {
  curves: HeatCurve[];
  minutes: number;
  colorOf: (name: string) => number;
  aimC: number | null;
  readS: number;
  onRead: (seconds: number) => void;
}) {
  const { width, height, left, right, bottom } = heatSize;
  const warningC = curves[0]!.warningC;
  const picture = heatPicture(curves, [warningC, ...(aimC === null ? [] : [aimC])]);
  const at = curves.map((curve) => curveAt(curve, readS));
  const reading = curves.map(
    (curve, i) =>
      `${curve.name} ${at[i]!.nominalC.toFixed(0)} °C (${at[i]!.p05C.toFixed(0)}–${at[i]!.p95C.toFixed(0)})`,
  );
  const seconds = minutes * 60;
  return (
    <>
      <Drawing
        viewBox={`0 0 ${width} ${height}`}
        className="block w-full touch-none"
        role="slider"
        data-drawn
        tabIndex={0}
        aria-label={`Heat over ${minutes} minutes; arrow keys read it minute by minute`}
        aria-valuemin={0}
        aria-valuemax={minutes}
        aria-valuenow={Math.round(at[0]!.seconds / 60)}
        aria-valuetext={`minute ${(at[0]!.seconds / 60).toFixed(0)}: ${reading.join(', ')}`}
        onPointerMove={(event) => {
          const scale = event.currentTarget.getScreenCTM();
          if (scale) onRead(picture.seconds((event.clientX - scale.e) / scale.a));
        }}
        onKeyDown={(event) => {
          const by = { ArrowLeft: -60, ArrowRight: 60, Home: -seconds, End: seconds }[event.key];
          if (by === undefined) return;
          event.preventDefault();
          onRead(Math.max(0, Math.min(seconds, readS + by)));
        }}
      >
        {picture.ticksC.map(({ at: c, y }) => (
          <g key={c}>
            <path d={`M${left} ${y} H${width - right}`} stroke="var(--line)" strokeWidth={0.7} />
            <text
              x={left - 5}
              y={y + 4}
              fontSize={11}
              textAnchor="end"
              fill="var(--soft)"
              className="figures"
            >
              {c}°
            </text>
          </g>
        ))}
        {picture.ticksMin.map(({ at: minute, x }) => (
          <text
            key={minute}
            x={x}
            y={height - bottom + 15}
            fontSize={11}
            textAnchor={minute === 30 ? 'end' : 'middle'}
            fill="var(--soft)"
            className="figures"
          >
            {minute === 30 ? '30 min' : minute}
          </text>
        ))}
        {[
          { c: warningC, words: `slows down ${warningC.toFixed(0)}`, color: 'var(--over)' },
          ...(aimC === null
            ? []
            : [{ c: aimC, words: `aim below ${aimC.toFixed(0)}`, color: 'var(--tight)' }]),
        ].map(({ c, words, color }) => (
          <g key={words}>
            <path d={`M${left} ${picture.y(c)} H${width - right}`} stroke={color} strokeDasharray="4 4" />
            <text
              x={color === 'var(--over)' ? left + 4 : width - right - 4}
              y={picture.y(c) - 3}
              fontSize={11}
              fill={color}
              textAnchor={color === 'var(--over)' ? 'start' : 'end'}
            >
              {words}
            </text>
          </g>
        ))}
        {picture.curves.map(({ name, band }) => (
          <path key={`${name} band`} d={band} fill={wayColors[colorOf(name)]} opacity={0.16} />
        ))}
        {picture.curves.map(({ name, line }) => (
          <path
            key={name}
            d={line}
            fill="none"
            stroke={wayColors[colorOf(name)]}
            strokeWidth={2.2}
            strokeDasharray={wayDashes[colorOf(name)]}
          />
        ))}
        <path
          d={`M${picture.x(at[0]!.seconds)} 8 V${height - bottom}`}
          stroke="var(--ink)"
          strokeWidth={0.8}
        />
      </Drawing>
      <p className="text-[0.7812rem] text-soft">
        Minute <span className="figures">{(at[0]!.seconds / 60).toFixed(0)}</span>: {reading.join(' · ')}
      </p>
    </>
  );
}
