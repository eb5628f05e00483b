import dynamic from 'next/dynamic';
import { useEffect, useRef } from 'react';
import { placeOf } from '@/core/device';
import { placeIdOf } from '@/core/job';
import { fastenerText, factValue, measureStepId } from '@/core/work';
import { showDuration } from '@/core/units';
import { Button } from '../button';
import { LostFastener } from './lost-fastener';
import type { StationProps } from './station-props';
import { StepDetails } from './step-details';
import { Stopwatch } from './stopwatch';

const StepPhotos = dynamic(() => import('./step-photos').then((m) => m.StepPhotos), { loading: () => null });
const DeviceForm = dynamic(() => import('./device-form').then((m) => m.DeviceForm), { loading: () => null });

type Props = Pick<StationProps, 'view' | 'act' | 'busy' | 'removePhoto'> & {
  here: StationProps['view']['steps'][number];
  isStuck: boolean;
  /** Seconds that are still to be waited; 0 where the hands may go on. */
  waitS: number;
};

const pill = 'rounded-full px-3 py-1 font-semibold';

/** The one step that the hands do now, in type that reads at arm’s length. */
export function StepCard({ view, act, busy, removePhoto, here, isStuck, waitS }: Props) {
  const acts = view.steps.filter(({ station }) => station === here.station);
  const minutesLeft = acts.reduce((sum, { done, minutes }) => sum + (done ? 0 : minutes), 0);
  const moved = [...here.takesOut, ...here.putsIn];
  const groups = view.profile.procedure.fasteners.filter(({ id }) => moved.includes(id));
  const card = useRef<HTMLElement>(null);
  useEffect(() => {
    // In a low window the step comes first into sight; what stands above it is a scroll away.
    if (window.matchMedia?.('(max-height: 560px)').matches) card.current?.scrollIntoView({ block: 'start' });
  }, [here.id]);
  // From the step before: what happened at other stations is no time spent on this one.
  const since = view.history.findLast((entry) => entry.stepId !== null)?.at ?? null;
  return (
    <section ref={card} aria-live="polite" className="rounded-2xl border bg-surface p-5 short:p-3">
      <p className="flex gap-3 text-[0.9375rem] text-soft">
        <span className="figures">
          {acts.findIndex(({ id }) => id === here.id) + 1} of {acts.length}
        </span>
        <span>about {showDuration(here.minutes * 60)}</span>
        <span>{showDuration(minutesLeft * 60)} left here</span>
        <span className="ml-auto">{since && waitS === 0 && <Stopwatch since={since} />}</span>
      </p>
      <h2 className="mt-2 text-[clamp(26px,3vw,34px)] leading-[1.12]">{here.title}</h2>
      {waitS > 0 && (
        <p className="mt-2 font-display text-[1.375rem] font-bold text-info">
          <span className="figures">{showDuration(waitS)}</span> left to wait
        </p>
      )}
      <p className="mt-3 text-[1.125rem] leading-snug">{here.how}</p>
      <div className="mt-3 flex flex-wrap gap-2 text-[0.9375rem]">
        {here.tool && <span className={`${pill} bg-info-ground text-info`}>{here.tool}</span>}
        {groups.map((g) => (
          <span key={g.id} className={`${pill} bg-info-ground text-info`}>
            {fastenerText(g)}
          </span>
        ))}
        {here.caution && <span className={`${pill} bg-tight-ground text-tight`}>{here.caution}</span>}
      </div>
      {here.id === measureStepId && (
        <div className="mt-4">
          <DeviceForm
            view={view}
            place={placeOf(view.profile, placeIdOf(view.job))}
            busy={busy}
            act={act}
            focus={0}
          />
        </div>
      )}
      <StepDetails step={here} procedure={view.profile.procedure} />
      {view.photos.length + view.pictures.length > 0 && (
        <StepPhotos view={view} step={here} busy={busy} removePhoto={removePhoto} />
      )}
      {isStuck && (
        <div role="status" className="mt-4 rounded-xl bg-sunken p-4">
          <b>Stuck: never force it.</b>{' '}
          {here.stuck ??
            'Stop. Count the screws in the bowl against the list, look for one more, a clip or an angle; then the step before this one again.'}
          <div className="mt-3">
            <Button
              disabled={busy || factValue(view.facts, 'battery.swollen') === true}
              onClick={() => void act({ kind: 'observe', fact: 'battery.swollen', value: true })}
            >
              The battery bulges: stop
            </Button>
          </div>
          <LostFastener ledger={view.ledger} moved={moved} act={act} busy={busy} />
        </div>
      )}
    </section>
  );
}
