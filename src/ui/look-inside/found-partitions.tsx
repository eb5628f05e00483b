import type { InspectedPartition, Inspection } from '@/core/disk';
import { showBytes } from '@/core/units';
import { fillOf } from '../layout/ribbons';

type Props = { inspection: Inspection; locale: string };

const holds = (part: InspectedPartition) => (part.holds === 'unread' ? 'not recognised' : part.holds);

/** Each partition in figures: what it holds, how full it is, what a copy must carry, and what is wrong with it. */
export function FoundPartitions({ inspection, locale }: Props) {
  const size = (bytes: number) => showBytes(bytes, { locale });
  return (
    <ul>
      {inspection.parts.map((part) => (
        <li key={part.number} className="border-t border-dashed border-line py-2 first:border-0">
          <div className="flex flex-wrap items-baseline gap-x-3">
            <span
              aria-hidden
              className="size-3 self-center rounded-sm"
              style={{ background: fillOf(part.number) }}
            />
            <b>{part.name || part.label || `partition ${part.number}`}</b>
            <span>
              {holds(part)}
              {part.label && part.label !== part.name ? ` “${part.label}”` : ''}
            </span>
            <span className="text-soft">{part.type}</span>
            <span className="figures ml-auto">
              {part.usedBytes === null ? '' : `${size(part.usedBytes)} used of `}
              {size(part.bytes)}
            </span>
          </div>
          <p className="text-[0.8125rem] text-soft">
            <span className="figures">
              sectors {part.firstSector.toLocaleString(locale)} to {part.lastSector.toLocaleString(locale)}
            </span>
            {part.holds !== 'unread' && part.whole === null && ` · a copy carries ${size(part.carriedBytes)}`}
          </p>
          {part.whole && (
            <p className={part.holds === 'sealed' ? 'font-semibold text-over' : 'text-soft'}>
              {part.holds === 'sealed'
                ? `Encrypted (${part.whole}): copied whole or not at all.`
                : `Copied whole: ${part.whole}`}
            </p>
          )}
          {part.faults.map((fault) => (
            <p key={fault} className="font-semibold text-tight">
              {fault}
            </p>
          ))}
        </li>
      ))}
    </ul>
  );
}
