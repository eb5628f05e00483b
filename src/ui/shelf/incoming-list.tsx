import { type ShelfLine, isOverdue } from '@/core/shelf';
import { dayAt, showDate, showPlainDay } from '../clock';
import { Button } from '../button';
import type { Asked } from './shelf-dialog';

type Props = {
  lines: readonly ShelfLine[];
  now: string;
  show: { locale: string; timeZone: string };
  onAsk: (asked: Asked) => void;
};

/** What was ordered and has not come, the next first. */
export function IncomingList({ lines, now, show, onAsk }: Props) {
  const all = lines
    .flatMap((line) => line.incoming.map((incoming) => ({ line, incoming })))
    .sort((a, b) => (a.incoming.expected ?? '9').localeCompare(b.incoming.expected ?? '9'));
  const today = dayAt(now, show);
  if (all.length === 0) return null;
  return (
    <section aria-labelledby="coming" className="mt-5">
      <h2 id="coming" className="text-[1rem]">
        On its way
      </h2>
      <ul>
        {all.map(({ line, incoming }) => (
          <li
            key={incoming.id}
            className="flex flex-wrap items-center gap-x-4 border-b border-dashed py-2 last:border-0"
          >
            <span className="min-w-52 flex-1">
              <b className="figures">{incoming.count}</b> × <b>{line.name}</b>
              {incoming.jobId && <span className="text-soft"> for {incoming.jobId}</span>}
            </span>
            <span className="min-w-56 flex-1 text-[0.875rem] text-soft">
              {isOverdue(incoming, today) && (
                <b className="text-tight">Overdue: ask the seller, or order it elsewhere. </b>
              )}
              {incoming.expected ? `expected ${showPlainDay(incoming.expected, show)}` : 'no day said'},
              ordered {showDate(incoming.orderedAt, show)}
              {incoming.seller && ` at ${incoming.seller}`}
            </span>
            <span className="ml-auto flex gap-1">
              <Button
                aria-label={`It came: ${line.name}`}
                onClick={() => onAsk({ kind: 'came', line, incoming })}
              >
                It came
              </Button>
              <Button
                kind="quiet"
                aria-label={`Cancelled: ${line.name}`}
                onClick={() => onAsk({ kind: 'cancel', line, incoming })}
              >
                Cancelled
              </Button>
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
