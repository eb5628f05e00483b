import { chargeLimitOf, lossesOfJob } from '@/core/job';
import { Button } from '../button';
import { HoldNotice } from '../notice';
import { Card } from '../station-frame';
import { HoldRemedy } from './hold-remedy';
import { OverrideForm } from './override-form';
import type { StationProps } from './station-props';

const fateWords = { saved: 'saved elsewhere, as was said', 'may-go': 'may go' } as const;

/** What the way does not bring across, item by item, with what the owner said of each; said where the way is chosen, not only at opening. */
export function LossesCard({ view, act, busy }: Pick<StationProps, 'view' | 'act' | 'busy'>) {
  const { job, profile } = view;
  const losses = lossesOfJob(job, profile);
  const hold = view.holds.find(({ code }) => code === 'second-copy');
  if (losses.length === 0) return null;
  return (
    <>
      {hold && (
        <HoldNotice hold={hold} override={<OverrideForm hold={hold} act={act} busy={busy} />}>
          <HoldRemedy hold={hold} act={act} busy={busy} limitPercent={chargeLimitOf(profile, job)} />
        </HoldNotice>
      )}
      <Card title="What does not come across" hint="asked of the owner, item by item; it stands on the sheet">
        <ul>
          {losses.map((what) => {
            const fate = job.losses.find((one) => one.what === what)?.fate ?? null;
            return (
              <li
                key={what}
                className="flex flex-wrap items-center gap-x-3 gap-y-1 border-b border-dashed py-1.5 last:border-0"
              >
                <span className="min-w-0 flex-1">
                  <b>{what}</b>{' '}
                  <span className={fate ? 'text-clear' : 'text-soft'}>
                    {fate ? fateWords[fate] : 'not asked yet'}
                  </span>
                </span>
                {(['saved', 'may-go'] as const).map((one) => (
                  <Button
                    key={one}
                    kind="quiet"
                    aria-pressed={fate === one}
                    aria-label={`${one === 'saved' ? 'Saved elsewhere' : 'May go'}: ${what}`}
                    disabled={busy || fate === one || job.handedOver !== null}
                    onClick={() => void act({ kind: 'loss', what, fate: one })}
                  >
                    {one === 'saved' ? 'Saved elsewhere' : 'May go'}
                  </Button>
                ))}
              </li>
            );
          })}
        </ul>
      </Card>
    </>
  );
}
