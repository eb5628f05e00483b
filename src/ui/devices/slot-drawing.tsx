import { Drawing } from '../drawing';
import type { Place } from '@/core/device';
import type { Estimate } from '@/core/margin';
import { showEstimate } from '@/core/units';

const width = 560;
const height = 240;
const ground = 214;

const valueOf = (e: Estimate | undefined): number | null => (e?.known ? e.value : null);

/** A place of a device drawn with its limits alone: what a drive must stay within. */
export function SlotDrawing({
  place,
  locale,
  small = false,
}: {
  place: Place;
  locale: string;
  small?: boolean;
}) {
  const { form } = place;
  const label = (e: Estimate | undefined) => (e ? showEstimate(e, 'mm', { locale }) : '');
  if (form.kind !== 'module') {
    const limit = 'heightAtMostMm' in form ? form.heightAtMostMm : undefined;
    const mm = valueOf(limit) ?? 3;
    const px = Math.min(7, 150 / mm);
    return (
      <Drawing
        viewBox={`0 0 ${width} ${height}`}
        className={`block w-full ${small ? 'max-h-28' : ''}`}
        role="img"
        aria-label={`${place.name}: ${form.kind}${limit ? `, height ${label(limit)}` : ''}`}
      >
        <rect x={40} y={ground} width={400} height={12} fill="var(--board)" />
        <rect
          x={60}
          y={ground - mm * px}
          width={360}
          height={mm * px}
          fill="none"
          stroke="var(--over)"
          strokeWidth={2}
          strokeDasharray="7 5"
        />
        {!small && (
          <text x={240} y={ground - (mm * px) / 2 + 6} textAnchor="middle" fontSize={17} fill="var(--soft)">
            {form.kind}
            {'mounting' in form && form.mounting ? `, ${form.mounting}` : ''}
          </text>
        )}
        {limit && !small && (
          <text x={438} y={ground - (mm * px) / 2 + 5} fontSize={16} className="figures" fill="var(--ink)">
            {label(limit)}
          </text>
        )}
      </Drawing>
    );
  }
  const cover = valueOf(form.coverMm);
  const underside = valueOf(form.moduleUndersideMm) ?? 1.5;
  const floor = Math.max(0, underside - (valueOf(form.roomBelowMm) ?? underside));
  const sink = form.sink.kind === 'fixed' ? form.sink : null;
  const top = Math.max(cover ?? underside + 4, 4) * 1.12;
  const px = (ground - 14) / top;
  const longest = Math.max(...form.standOffsMm);
  const along = 330 / longest;
  const x = (mm: number) => 60 + mm * along;
  const y = (mm: number) => ground - mm * px;
  const sinkLow = valueOf(sink?.undersideMm);
  const sinkHigh = sink && sinkLow !== null ? sinkLow + (valueOf(sink.thicknessMm) ?? 1) : null;
  return (
    <Drawing
      viewBox={`0 0 ${width} ${height}`}
      className={`block w-full ${small ? 'max-h-28' : ''}`}
      role="img"
      aria-label={`${place.name}: cover ${label(form.coverMm)}, module from ${label(form.moduleUndersideMm)}, stand-offs at ${form.standOffsMm.join(', ')} mm`}
    >
      <rect x={16} y={ground} width={424} height={14} fill="var(--board)" />
      <rect
        x={x(0) - 36}
        y={y(underside + 1.3)}
        width={40}
        height={(underside + 1.3) * px}
        fill="var(--lacquer-raised)"
      />
      <rect
        x={x(longest * 0.3)}
        y={y(floor)}
        width={longest * 0.5 * along}
        height={Math.max(1.5, floor * px)}
        fill="var(--line-strong)"
        opacity={0.6}
      />
      <rect
        x={x(0)}
        y={y(underside + 0.8)}
        width={longest * along}
        height={0.8 * px}
        fill="none"
        stroke="var(--module)"
        strokeWidth={1.6}
        strokeDasharray="5 3"
      />
      {form.standOffsMm.map((mm) => (
        <g key={mm}>
          <rect
            x={x(mm) - 8}
            y={y(underside)}
            width={16}
            height={underside * px}
            fill="none"
            stroke="var(--tight)"
            strokeWidth={1.4}
          />
          {!small && (
            <text
              x={x(mm)}
              y={ground + 12}
              fontSize={11}
              textAnchor="middle"
              fill="white"
              className="figures"
            >
              {mm}
            </text>
          )}
        </g>
      ))}
      {sinkLow !== null && sinkHigh !== null && (
        <>
          <rect
            x={x(longest * 0.06)}
            y={y(sinkHigh)}
            width={longest * 0.86 * along}
            height={(sinkHigh - sinkLow) * px}
            fill="var(--metal)"
            opacity={0.85}
          />
          {!small && (
            <text x={x(longest * 0.1)} y={y((sinkHigh + sinkLow) / 2) + 5} fontSize={15} fill="#1c1512">
              {sink!.name}
            </text>
          )}
        </>
      )}
      {cover === null ? (
        <text x={20} y={22} fontSize={small ? 24 : 15} fill="var(--tight)" fontWeight={600}>
          cover: height not known
        </text>
      ) : (
        <>
          <path d={`M16 ${y(cover)} H440`} stroke="var(--over)" strokeWidth={2} strokeDasharray="7 5" />
          {!small && (
            <text x={20} y={y(cover) - 6} fontSize={14} fill="var(--over)" fontWeight={600}>
              cover {label(form.coverMm)}
            </text>
          )}
        </>
      )}
      {!small && (
        <g fontSize={14} className="figures" fill="var(--ink)">
          {sinkLow !== null && (
            <text x={448} y={y(sinkLow) + 5}>
              {label(sink!.undersideMm)}
            </text>
          )}
          <text x={448} y={y(underside) + 5}>
            {label(form.moduleUndersideMm)}
          </text>
        </g>
      )}
    </Drawing>
  );
}
