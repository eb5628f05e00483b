import { Drawing } from './drawing';
import { type Ledger, type LedgerRow, goesToBowl } from '@/core/work';
import { type DrawnScrew, bowlLabel, bowlSize, nutPath, screwBowl } from './screw-bowl-geometry';

type FastenerProps = { kind: LedgerRow['group']['kind']; screw: DrawnScrew };

/** A screw with its shank, a post thick and square, a nut as a hexagon without one; outlined where it is not in the bowl. */
function Fastener({ kind, screw }: FastenerProps) {
  const { x, y, tipX, tipY, inBowl } = screw;
  const isPost = kind === 'post';
  return (
    <g
      stroke={inBowl ? 'var(--ink)' : 'var(--line-strong)'}
      fill={inBowl ? 'var(--ink)' : 'none'}
      transform={`translate(${x} ${y})`}
    >
      {kind !== 'nut' && (
        <path
          d={`M0 0 L${tipX - x} ${tipY - y}`}
          strokeWidth={inBowl ? (isPost ? 9 : 5) : 2}
          strokeLinecap={isPost ? 'butt' : 'round'}
          strokeDasharray={inBowl ? undefined : '2 4'}
        />
      )}
      {kind === 'nut' ? (
        <path d={nutPath} fillRule="evenodd" strokeWidth={2} />
      ) : isPost ? (
        <rect x={-6} y={-6} width={12} height={12} strokeWidth={2} />
      ) : (
        <circle r={7} strokeWidth={2} />
      )}
    </g>
  );
}

type Props = {
  ledger: Ledger;
  next: { ids: string[]; goingIn: boolean };
  /** Told when a sector is pointed at, so that the map can light its points; null when it is left. */
  onPoint?: ((id: string | null) => void) | undefined;
};

/** The screw bowl from above, drawn to length: what lies in it, and what goes in or comes out next. */
export function ScrewBowl({ ledger, next, onPoint }: Props) {
  // Latches and tabs never come near it.
  const sectors = screwBowl(ledger.rows.filter(({ group }) => group.captive || goesToBowl(group)));
  const { radius, rim, centre } = bowlSize;
  const edge = (angle: number, r: number) => `${Math.sin(angle) * r} ${-Math.cos(angle) * r}`;
  const rows = ledger.rows
    .map(({ group, inBowl }) => `${group.where}: ${inBowl} of ${group.count}`)
    .join(', ');
  return (
    <Drawing
      viewBox={`${-radius - 6} ${-radius - 6} ${2 * radius + 12} ${2 * radius + 12}`}
      role="img"
      aria-label={`Screw bowl: ${ledger.inBowl} of ${ledger.total} screws in it. ${rows}.`}
      className="mx-auto block max-h-[56vh] w-full max-w-[430px]"
    >
      <circle r={radius} fill="var(--sunken)" stroke="var(--lacquer-raised)" strokeWidth={rim} />
      {sectors.map(({ row, startAngle, endAngle }) =>
        next.ids.includes(row.group.id) ? (
          <path
            key={row.group.id}
            d={`M0 0 L${edge(startAngle, radius - rim / 2)} A${radius - rim / 2} ${radius - rim / 2} 0 ${endAngle - startAngle > Math.PI ? 1 : 0} 1 ${edge(endAngle, radius - rim / 2)} Z`}
            fill="var(--over-ground)"
          />
        ) : null,
      )}
      {sectors.map(({ row, startAngle }) => (
        <path
          key={row.group.id}
          d={`M${edge(startAngle, centre)} L${edge(startAngle, radius - rim / 2)}`}
          stroke="var(--line-strong)"
        />
      ))}
      {onPoint &&
        sectors.map(({ row, startAngle, endAngle }) => (
          <path
            key={row.group.id}
            d={`M0 0 L${edge(startAngle, radius)} A${radius} ${radius} 0 ${endAngle - startAngle > Math.PI ? 1 : 0} 1 ${edge(endAngle, radius)} Z`}
            fill="transparent"
            onMouseEnter={() => onPoint(row.group.id)}
            onMouseLeave={() => onPoint(null)}
          />
        ))}
      {sectors.flatMap(({ row, screws }) =>
        screws.map((screw, i) => (
          <Fastener key={`${row.group.id}-${i}`} kind={row.group.kind} screw={screw} />
        )),
      )}
      {sectors.map(({ row, labelX, labelY }) => (
        <g key={row.group.id}>
          <text
            x={labelX}
            y={labelY - 3}
            textAnchor="middle"
            fontSize={14}
            fontWeight={700}
            fill="var(--ink)"
            stroke="var(--sunken)"
            strokeWidth={4}
            paintOrder="stroke"
          >
            {row.group.where}
          </text>
          <text
            x={labelX}
            y={labelY + 13}
            textAnchor="middle"
            fontSize={12}
            fill="var(--ink)"
            className="figures"
            stroke="var(--sunken)"
            strokeWidth={4}
            paintOrder="stroke"
          >
            {bowlLabel(row.group)}
          </text>
        </g>
      ))}
      <circle r={centre} fill="var(--surface)" stroke="var(--line)" />
      <text
        textAnchor="middle"
        y={6}
        fontSize={50}
        fontWeight={700}
        fill="var(--ink)"
        className="font-display"
      >
        {ledger.inBowl}
      </text>
      <text textAnchor="middle" y={32} fontSize={15} fill="var(--soft)">
        of {ledger.total} in the bowl
      </text>
    </Drawing>
  );
}
