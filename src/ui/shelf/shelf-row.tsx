import type { Verdict } from '@/core/margin';
import type { ShelfLine } from '@/core/shelf';
import { showMoney } from '@/core/units';
import { BowlSign } from '../bowl-sign';
import { Button } from '../button';
import Link from '../link';
import type { Asked } from './shelf-dialog';

type Props = {
  line: ShelfLine;
  show: { locale: string; timeZone: string };
  onAsk: (asked: Asked) => void;
};

/** Free against the least that should be there: missing is over, under the least is tight. */
const verdictOf = ({ free, minimum }: ShelfLine): Verdict =>
  free < 0 ? 'over' : free < minimum ? 'tight' : 'clear';

/** One part: how many are in the drawer, for whom, how many are left, and what to do. */
export function ShelfRow({ line, show, onAsk }: Props) {
  const { id, name, place, onShelf, inDrawer, reserved, free, minimum, toOrder, price, seller } = line;
  const out = onShelf - inDrawer;
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-dashed py-2 last:border-0">
      <BowlSign
        verdict={verdictOf(line)}
        use={onShelf > 0 ? Math.min(1, (onShelf - free) / onShelf) : null}
      />
      <span className="min-w-52 flex-1">
        <Link href={`/parts/${id}`} className="inline-flex min-h-6 items-center font-bold hover:underline">
          {name}
        </Link>
        <span className="block text-[0.875rem] text-soft">
          {place ?? 'no place noted'}
          {minimum > 0 && `, at least ${minimum}`}
        </span>
      </span>
      <span className="min-w-56 flex-1 text-[0.875rem]">
        <b className="figures">{inDrawer}</b> in the drawer
        {out > 0 && (
          <>
            , <b className="figures">{out}</b> out
          </>
        )}
        {reserved.length > 0 && (
          <span className="block text-soft">
            for{' '}
            {reserved.map(({ jobId, count }, i) => (
              <span key={jobId}>
                {i > 0 && ', '}
                <Link href={`/jobs/${jobId}`} className="figures underline underline-offset-4">
                  {jobId}
                </Link>
                {count > 1 && ` (${count})`}
              </span>
            ))}
          </span>
        )}
      </span>
      <span
        className={`min-w-40 text-[0.875rem] ${free < 0 ? 'text-over' : free < minimum ? 'text-tight' : 'text-clear'}`}
      >
        <b>{free < 0 ? `${-free} missing` : `${free} free`}</b>
        {toOrder > 0 && (
          <span className="block text-ink">
            order <b className="figures">{toOrder}</b>, last {showMoney(price, show.locale)}
            {seller && ` at ${seller}`}
          </span>
        )}
      </span>
      <span className="ml-auto flex flex-wrap gap-1">
        <Button kind="quiet" aria-label={`Count ${name}`} onClick={() => onAsk({ kind: 'count', line })}>
          Count
        </Button>
        <Button
          kind="quiet"
          aria-label={`At least: ${name}`}
          onClick={() => onAsk({ kind: 'minimum', line })}
        >
          At least
        </Button>
        <Button
          kind={toOrder > 0 ? 'plain' : 'quiet'}
          aria-label={`Ordered: ${name}`}
          onClick={() => onAsk({ kind: 'order', line })}
        >
          Ordered
        </Button>
      </span>
    </li>
  );
}
