import { useId } from 'react';
import { type GoesFirst, type Recording, recordedWords, undoneInReverse } from '@/core/teach';

type Props = {
  recording: Pick<Recording, 'acts'>;
  order: readonly GoesFirst[];
  onOrder: (order: GoesFirst[]) => void;
};

/** What goes back in another order than it came off: asked of each act that is undone, before the recording is ended. */
export function WayBackOrder({ recording, order, onOrder }: Props) {
  const name = useId();
  const undone = undoneInReverse(recording);
  if (undone.length < 2) return null;
  return (
    <details className="rounded-2xl border bg-surface px-4 py-3">
      <summary className="min-h-11 cursor-pointer py-2 font-semibold">
        Does anything go back in another order than it came off?
        {order.length > 0 && <span className="text-soft"> {order.length} said</span>}
      </summary>
      <ol>
        {undone.map(({ id, act }) => (
          <li
            key={id}
            className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-dashed py-1.5 last:border-0"
          >
            <label htmlFor={`${name}-${id}`} className="min-w-52 flex-1">
              {recordedWords(act)}
            </label>
            <select
              id={`${name}-${id}`}
              className="h-11 max-w-full rounded-xl border border-line-strong bg-surface px-3"
              value={order.find((one) => one.id === id)?.before ?? ''}
              onChange={({ target: { value } }) =>
                onOrder([
                  ...order.filter((one) => one.id !== id),
                  ...(value === '' ? [] : [{ id, before: value }]),
                ])
              }
            >
              <option value="">back in turn</option>
              {undone
                .filter((other) => other.id !== id)
                .map((other) => (
                  <option key={other.id} value={other.id}>
                    back before: {recordedWords(other.act)}
                  </option>
                ))}
            </select>
          </li>
        ))}
      </ol>
    </details>
  );
}
