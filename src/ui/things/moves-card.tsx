import { useMemo } from 'react';
import { type Placed, type PlacementQuestion, movesTo } from '@/core/placement';
import { showBytes, showDuration } from '@/core/units';
import type { Settings } from '@/core/workshop';
import { showMoment } from '../clock';
import { Card } from '../station-frame';

type Props = { question: PlacementQuestion; placed: Placed; now: string; settings: Settings };

const mostShown = 60;

/** The moves in an order that never runs out of room, with their time and clock if they begin now. */
export function MovesCard({ question, placed, now, settings }: Props) {
  const { moves, seconds, stuck, deletes } = useMemo(() => movesTo(question, placed), [question, placed]);
  const thing = new Map(question.items.map(({ id, name }) => [id, name]));
  const store = new Map(question.stores.map(({ id, name }) => [id, name]));
  const at = (s: number) => showMoment(new Date(Date.parse(now) + s * 1000).toISOString(), settings);
  return (
    <Card
      title="The moves"
      hint={
        moves.length === 0
          ? 'everything lies where it goes'
          : `${showDuration(seconds)}, done ${at(seconds)} if they begin now; one after the other`
      }
    >
      {deletes.length > 0 && (
        <p className="mb-2 font-semibold text-tight">
          Deleted first, and fetched again when wanted: {deletes.map((id) => thing.get(id)).join(', ')}. Saved
          games among them are copied elsewhere before.
        </p>
      )}
      {stuck.length > 0 && (
        <p className="mb-2 font-semibold text-over">
          No order was found that has room for {stuck.map((id) => thing.get(id)).join(', ')}: another store
          outside, as large as the smallest of them, would do.
        </p>
      )}
      <ol className="text-[0.875rem]">
        {moves.slice(0, mostShown).map((move, i) => (
          <li
            key={`${move.itemId} ${move.startS}`}
            className="flex flex-wrap gap-x-3 border-b border-dashed py-1 last:border-0"
          >
            <span className="figures w-8 text-right text-soft">{i + 1}</span>
            <b className="min-w-0 break-words" dir="auto">
              {thing.get(move.itemId)}
            </b>
            <span>
              {move.from === null ? 'fetched' : `from ${store.get(move.from)}`} to {store.get(move.to)}
              {move.parked && ', set aside for a while'}
            </span>
            <span className="figures ml-auto text-soft">
              {showBytes(move.bytes, { locale: settings.locale })}, {showDuration(move.seconds)},{' '}
              {at(move.startS)}
            </span>
          </li>
        ))}
      </ol>
      {moves.length > mostShown && <p className="text-soft">and {moves.length - mostShown} more.</p>}
    </Card>
  );
}
