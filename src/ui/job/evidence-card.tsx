import { rehearsalWords } from '@/core/copy';
import type { Margin } from '@/core/margin';
import { showDuration } from '@/core/units';
import { Button } from '../button';
import { Card } from '../station-frame';
import { MarginLines } from './margin-lines';
import type { StationProps } from './station-props';

/** Evidence from an emulated machine: made when asked for, and no matter of the device alone. */
const rehearsalId = 'rehearsal';

/** Would it start? Each piece of evidence with its verdict, what is wrong and what is not known first; and a rehearsal of it. */
export function EvidenceCard({
  evidence,
  view,
  act,
  busy,
}: { evidence: Margin[] } & Pick<StationProps, 'view' | 'act' | 'busy'>) {
  // A rehearsal that nobody made speaks neither for nor against it.
  const counted = evidence.filter(({ id, verdict }) => verdict !== 'unknown' || id !== rehearsalId);
  const wrong = counted.filter(({ verdict }) => verdict === 'over').length;
  const open = counted.filter(({ verdict }) => verdict === 'unknown').length;
  const answer =
    wrong > 0
      ? `${wrong} of ${counted.length} speak against it`
      : `nothing speaks against it${open > 0 ? `; ${open} only the device can show` : ''}`;
  const { rehearsal, id } = view.job;
  return (
    <Card title="Would it start?" hint={answer}>
      <MarginLines margins={evidence} />
      <div className="mt-3 flex flex-wrap items-start gap-4">
        {rehearsal && (
          <a href={`/api/jobs/${id}/rehearsal`} target="_blank" rel="noreferrer" className="shrink-0">
            <img
              src={`/api/jobs/${id}/rehearsal?run=${rehearsal.run}`}
              alt={`Screen of the emulated machine, run ${rehearsal.run}`}
              width={200}
              className="rounded-lg border bg-black"
            />
          </a>
        )}
        <div className="min-w-60 flex-1">
          {rehearsal && (
            <p>
              <b>
                Rehearsed in {showDuration(rehearsal.seconds)}: {rehearsalWords[rehearsal.verdict]}.
              </b>{' '}
              <span className="figures break-words text-[0.8125rem] text-soft">{rehearsal.said}</span>
            </p>
          )}
          <p className="mb-2 text-[0.875rem] text-soft">
            In an emulated machine with real UEFI firmware, nothing is written to the copy. It proves what it
            shows and no more: not that its system has the drivers of the real device.
          </p>
          <Button disabled={busy} onClick={() => void act({ kind: 'rehearse' })}>
            {busy ? 'Busy …' : rehearsal ? 'Rehearse it again' : 'Rehearse the start'}
          </Button>
        </div>
      </div>
    </Card>
  );
}
