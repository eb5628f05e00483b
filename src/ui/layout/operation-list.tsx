import { type Layout, type Operation, totalSeconds } from '@/core/disk';
import { showBytes, showDuration, showDurationRange } from '@/core/units';
import { Card } from '../station-frame';
import { LayoutFiles } from './layout-files';

const short = (seconds: number) => (seconds < 1 ? 'under 1 s' : showDuration(seconds));

/** What will be done to the new drive, in order, each with its bytes and its share of the time. */
export function OperationList({
  layout,
  operations,
  caseModel,
  locale,
}: {
  layout: Layout;
  operations: Operation[];
  /** The case whose rate the times are of; null where none is on the bench. */
  caseModel: string | null;
  locale: string;
}) {
  const total = totalSeconds(operations);
  const longest = Math.max(1, ...operations.map(({ seconds }) => seconds?.middle ?? 0));
  return (
    <Card
      title="What is done, in order"
      hint={
        total
          ? `${short(total.middle)} with the ${caseModel}, nine times in ten ${showDurationRange(total.least, total.most)}`
          : 'how long is not known yet'
      }
      tools={<LayoutFiles layout={layout} operations={operations} />}
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
            <span className="figures text-right text-[14px]">
              {bytes > 0 ? showBytes(bytes, { locale }) : ''}
            </span>
            <span className="figures text-right text-[14px]">{seconds ? short(seconds.middle) : ''}</span>
          </li>
        ))}
      </ol>
    </Card>
  );
}
