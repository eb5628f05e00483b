import { Drawing } from '../drawing';
import type { Inspection, UsageBin } from '@/core/disk';
import { showBytes } from '@/core/units';
import { fillOf } from '../layout/ribbons';

type Props = { inspection: Inspection; map: UsageBin[]; locale: string };

const [width, height, top] = [820, 72, 22];

/** The drive as one bar: each partition in its colour, as dense as it is in use; what belongs to no partition stays open. */
export function DriveMap({ inspection, map, locale }: Props) {
  const binWidth = width / map.length;
  const scale = width / inspection.bytes;
  const words = inspection.parts
    .map(
      (part) =>
        `${part.name || `partition ${part.number}`}, ${part.holds}, ${showBytes(part.bytes, { locale })}`,
    )
    .join('; ');
  return (
    <Drawing
      viewBox={`0 0 ${width} ${top + height + 18}`}
      role="img"
      aria-label={`Map of the drive: ${words || 'no partitions'}.`}
      className="block w-full"
    >
      <rect
        x={0.5}
        y={top}
        width={width - 1}
        height={height}
        rx={6}
        fill="var(--sunken)"
        stroke="var(--line-strong)"
      />
      {inspection.parts.map((part) => (
        <rect
          key={part.number}
          x={part.firstSector * inspection.sectorBytes * scale}
          y={top + 1}
          width={Math.max(1, part.bytes * scale)}
          height={height - 2}
          fill={fillOf(part.number)}
          opacity={0.22}
        />
      ))}
      {map.map((bin, i) =>
        bin.part === null || bin.carried === 0 ? null : (
          <rect
            key={i}
            x={i * binWidth}
            y={top + 1 + (height - 2) * (1 - bin.carried)}
            width={binWidth + 0.3}
            height={(height - 2) * bin.carried}
            fill={fillOf(bin.part)}
            shapeRendering="crispEdges"
          />
        ),
      )}
      {inspection.parts.map((part) => {
        const x = part.firstSector * inspection.sectorBytes * scale;
        const partWidth = part.bytes * scale;
        const title = part.name || part.label || `partition ${part.number}`;
        return partWidth > title.length * 7 + 12 ? (
          <text key={part.number} x={x + 4} y={15} fontSize={13} fontWeight={600} fill="var(--ink)">
            <tspan fill={fillOf(part.number)}>▪ </tspan>
            {title}
          </text>
        ) : null;
      })}
      <text x={0} y={top + height + 14} fontSize={12} fill="var(--soft)" className="figures">
        0
      </text>
      <text
        x={width}
        y={top + height + 14}
        fontSize={12}
        textAnchor="end"
        fill="var(--soft)"
        className="figures"
      >
        {showBytes(inspection.bytes, { locale })}
      </text>
    </Drawing>
  );
}
