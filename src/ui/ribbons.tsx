import { type Layout, placedBytes } from '@/core/disk';
import { showBytes } from '@/core/units';
import { ribbonGeometry, ribbonRows } from './ribbons-geometry';

const fills = ['var(--part-a)', 'var(--part-b)', 'var(--part-c)', 'var(--part-d)'];

type Props = {
  layout: Layout;
  /** Bytes in use by part number, where they were read. */
  usedByPart: Record<number, number> | null;
  oldLabel: string;
  newLabel: string;
  locale: string;
};

/** Ribbons from the old parts to the new ones, on one scale of bytes. */
export function Ribbons({ layout, usedByPart, oldLabel, newLabel, locale }: Props) {
  const drawn = ribbonGeometry(layout);
  const { sourceY, targetY, barHeight } = ribbonRows;
  const size = (bytes: number) => showBytes(bytes, { locale });
  const fromBytes = (part: Layout['parts'][number]) =>
    (part.from.lastSector - part.from.firstSector + 1) * layout.sectorBytes;
  const summary = layout.parts
    .map(
      (part) =>
        `${part.name}: ${size(fromBytes(part))} to ${size(placedBytes(layout, part))}, ${part.change}`,
    )
    .join('; ');
  return (
    <svg
      viewBox={`0 0 ${drawn.width} 194`}
      role="img"
      aria-label={`Where each part goes. ${summary}.`}
      className="block w-full"
    >
      <text x={0} y={16} fontSize={13} fill="var(--soft)">
        {oldLabel}
      </text>
      <text x={0} y={188} fontSize={13} fill="var(--soft)">
        {newLabel}
      </text>
      {drawn.parts.map(({ part, path }, i) => (
        <path key={part.number} d={path} fill={fills[i % fills.length]} opacity={0.22} />
      ))}
      {drawn.parts.map(({ part, fromX, fromWidth, toX, toWidth }, i) => {
        const fill = fills[i % fills.length];
        const used = usedByPart?.[part.number] ?? null;
        return (
          <g key={part.number}>
            <rect x={fromX + 1} y={sourceY} width={fromWidth - 2} height={barHeight} rx={4} fill={fill} />
            <rect x={toX + 1} y={targetY} width={toWidth - 2} height={barHeight} rx={4} fill={fill} />
            {fromWidth > 110 && (
              <text x={fromX + 10} y={sourceY + 19} fill="white" fontSize={13} fontWeight={600}>
                {part.name}
                <tspan x={fromX + 10} dy={17} fontSize={12} fontWeight={400} className="figures">
                  {size(fromBytes(part))}
                  {used === null ? '' : ` · ${size(used)} used`}
                </tspan>
              </text>
            )}
            {toWidth > 110 && (
              <text x={toX + 10} y={targetY + 19} fill="white" fontSize={13} fontWeight={600}>
                {part.name}
                <tspan x={toX + 10} dy={17} fontSize={12} fontWeight={400} className="figures">
                  {size(placedBytes(layout, part))} · {part.change}
                </tspan>
              </text>
            )}
          </g>
        );
      })}
      {drawn.spare && (
        <g>
          <rect
            x={drawn.spare.x + 2}
            y={targetY + 1}
            width={drawn.spare.width - 4}
            height={barHeight - 2}
            rx={4}
            fill="none"
            stroke="var(--line-strong)"
            strokeWidth={1.5}
            strokeDasharray="5 4"
          />
          {drawn.spare.width > 70 && (
            <text x={drawn.spare.x + 10} y={targetY + 19} fontSize={13} fill="var(--ink)">
              spare
              <tspan x={drawn.spare.x + 10} dy={17} fontSize={12} className="figures">
                {size(layout.spareBytes)}
              </tspan>
            </text>
          )}
        </g>
      )}
    </svg>
  );
}
