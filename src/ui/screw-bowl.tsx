import { type Ledger, goesToBowl } from '@/core/work';
import { bowlLabel, bowlSize, screwBowl } from './screw-bowl-geometry';

type Props = { ledger: Ledger; next: { ids: string[]; goingIn: boolean } };

/** The screw bowl from above, drawn to length: what lies in it, and what goes in or comes out next. */
export function ScrewBowl({ ledger, next }: Props) {
  // Latches and tabs never come near it.
  const sectors = screwBowl(ledger.rows.filter(({ group }) => group.captive || goesToBowl(group)));
  const { radius, rim, centre } = bowlSize;
  const edge = (angle: number, r: number) => `${Math.sin(angle) * r} ${-Math.cos(angle) * r}`;
  const rows = ledger.rows
    .map(({ group, inBowl }) => `${group.where}: ${inBowl} of ${group.count}`)
    .join(', ');
  return (
    <svg
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
      {sectors.flatMap(({ row, screws }) =>
        screws.map((screw, i) => (
          <g
            key={`${row.group.id}-${i}`}
            stroke={screw.inBowl ? 'var(--ink)' : 'var(--line-strong)'}
            fill={screw.inBowl ? 'var(--ink)' : 'none'}
          >
            <path
              d={`M${screw.x} ${screw.y} L${screw.tipX} ${screw.tipY}`}
              strokeWidth={screw.inBowl ? 5 : 2}
              strokeLinecap="round"
              strokeDasharray={screw.inBowl ? undefined : '2 4'}
            />
            <circle cx={screw.x} cy={screw.y} r={7} strokeWidth={2} />
          </g>
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
    </svg>
  );
}
