import type { Layout, Operation } from '@/core/disk';
import type { Spread } from '@/core/link';
import { showBytes, showDuration, showDurationRange } from '@/core/units';
import { Card } from '../station-frame';
import { LayoutFiles } from './layout-files';

const short = (seconds: number) => (seconds < 1 ? 'under 1 s' : showDuration(seconds));

/** What will be done to the new drive, in order, each with its bytes and its share of the time. */
export function OperationList({
  layout,
  operations,
  whole,
  locale,
}: {
  layout: Layout;
  operations: Operation[];
  /** What the whole copy takes, by the forecast; null where nothing is known. */
  whole: Spread | null;
  locale: string;
}) {
  const longest = Math.max(1, ...operations.map(({ seconds }) => seconds?.middle ?? 0));
  return (
    <Card
      title="What is done, in order"
      hint={
        whole
          ? `${short(whole.middle)}, nine times in ten ${showDurationRange(whole.least, whole.most)}`
          : 'how long is not known yet'
      }
    >
      <ol>
        {operations.map(({ kind, what, bytes, seconds }, i) => (
          <li
            key={what}
            className="grid grid-cols-[24px_minmax(0,1fr)_84px_90px] items-center gap-x-3 border-t border-dashed border-line py-1.5 first:border-0"
          >
            <span className="figures text-soft">{i + 1}</span>
            <span>
              {what}
              {seconds && (
                <span className="mt-1 block h-1.5 rounded-full bg-sunken" aria-hidden>
                  <span
                    className={`block h-full rounded-full ${kind === 'read-back' ? 'bg-clear-fill' : 'bg-info-fill'}`}
                    style={{ width: `${(100 * seconds.middle) / longest}%` }}
                  />
                </span>
              )}
            </span>
            <span className="figures text-right text-[0.875rem]">
              {bytes > 0 ? showBytes(bytes, { locale }) : ''}
            </span>
            <span className="figures text-right text-[0.875rem]">{seconds ? short(seconds.middle) : ''}</span>
          </li>
        ))}
      </ol>
      <div className="mt-2 flex flex-wrap items-center gap-3 border-t border-line pt-2">
        <span className="text-[0.875rem] text-soft">To take along</span>
        <LayoutFiles layout={layout} operations={operations} />
      </div>
    </Card>
  );
}
