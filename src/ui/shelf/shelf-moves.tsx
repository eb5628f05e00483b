import type { ShelfMove } from '@/core/shelf';
import { showMoney } from '@/core/units';
import { showDate } from '../clock';
import Link from '../link';

const whys: Record<ShelfMove['why'], string> = {
  came: 'came',
  returned: 'sent back',
  used: 'used',
  'given-back': 'given back',
  counted: 'counted',
};

type Props = {
  moves: readonly ShelfMove[];
  names: Readonly<Record<string, string>>;
  show: { locale: string; timeZone: string };
};

const signed = (change: number) => (change > 0 ? `+${change}` : change < 0 ? `−${-change}` : '±0');

/** The book: what changed, why, for whom; a count that differed says so. */
export function ShelfMoves({ moves, names, show }: Props) {
  if (moves.length === 0) return null;
  return (
    <section aria-labelledby="book" className="mt-5">
      <h2 id="book" className="text-[1rem]">
        The book
      </h2>
      <ul className="text-[0.875rem]">
        {moves.map((move, i) => (
          <li
            key={`${move.at}-${move.partId}-${i}`}
            className={`flex flex-wrap gap-x-3 border-b border-dashed py-1 last:border-0 ${move.why === 'counted' && move.change !== 0 ? 'text-tight' : ''}`}
          >
            <b className="figures w-10 text-right">{signed(move.change)}</b>
            <span className="min-w-44 flex-1">{names[move.partId] ?? move.partId}</span>
            <span className="flex-1">
              {whys[move.why]}
              {move.why === 'counted' &&
                (move.change === 0 ? ', as the book says' : ', differed from the book')}
              {move.jobId && (
                <>
                  {' for '}
                  <Link href={`/jobs/${move.jobId}`} className="figures underline underline-offset-4">
                    {move.jobId}
                  </Link>
                </>
              )}
              {move.lot && `, lot ${move.lot}`}
              {move.price && `, ${showMoney(move.price, show.locale)} each`}
              {move.note && `. ${move.note}`}
            </span>
            <span className="text-soft">
              {showDate(move.at, show)}
              {move.by && `, ${move.by}`}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
