'use client';
import { showDurationRange } from '@/core/units';
import { MainAction } from '../main-action';
import { HoldNotice } from '../notice';
import { Card, StationFrame } from '../station-frame';
import { HoldRemedy } from './hold-remedy';
import type { StationProps } from './station-props';
import { canTurn, takeWay } from './take-way';
import { WalkPast } from './walk-past';
import { WaysCard } from './ways-card';
import { WorryBar } from './worry-bar';
import { chargeLimitOf } from '@/core/job';

/** The device writes its new drive by itself, over the network or by formatting: what is lost, what it takes, what it will do. */
export function FreshDataStation({ view, act, busy, goOn }: StationProps) {
  const { job, profile } = view;
  const way = profile.ways?.[job.route];
  const { network, format, prompts } = profile.firstPower;
  const phases = job.route === 'network' ? network : format;
  const asked = prompts.filter(({ comes }) => comes === job.route);
  const hold = view.holds.find(({ code }) => code === 'second-copy') ?? null;
  return (
    <StationFrame
      aside={
        way?.possible ? (
          <div className="flex flex-col gap-4">
            <section>
              <h2 className="text-[17px]">The owner loses</h2>
              {way.loses.length === 0 ? (
                <p>nothing</p>
              ) : (
                <ul className="list-disc pl-5">
                  {way.loses.map((what) => (
                    <li key={what}>{what}</li>
                  ))}
                </ul>
              )}
            </section>
            <section>
              <h2 className="text-[17px]">It takes</h2>
              <p>
                hands{' '}
                <b className="figures">{showDurationRange(way.hands.least * 60, way.hands.most * 60)}</b>,
                alone{' '}
                <b className="figures">{showDurationRange(way.alone.least * 60, way.alone.most * 60)}</b>
              </p>
              <p className="text-[14px] text-soft">At hand: {way.needs.join('; ')}.</p>
            </section>
          </div>
        ) : undefined
      }
      actions={<MainAction words={goOn?.words ?? 'Go on'} go={goOn?.go ?? null} busy={busy} />}
      say="Nothing is written before the device is closed again and switched on."
    >
      {hold && (
        <HoldNotice hold={hold} override={<WalkPast hold={hold} act={act} busy={busy} />}>
          <HoldRemedy hold={hold} act={act} busy={busy} limitPercent={chargeLimitOf(profile, job)} />
        </HoldNotice>
      )}
      <Card title="What the device will do by itself" hint="touch nothing while it does">
        <ol className="flex flex-col gap-3">
          {phases.map((phase) => (
            <li key={phase.shows}>
              <WorryBar phase={phase} elapsedS={null} />
            </li>
          ))}
        </ol>
        {asked.length > 0 && (
          <dl className="mt-3 grid grid-cols-[auto_minmax(0,1fr)] gap-x-4 gap-y-1">
            {asked.map(({ id, shows, answer, why }) => (
              <div key={id} className="contents">
                <dt className="font-semibold">“{shows}”</dt>
                <dd>
                  <b>{answer === 'leave-alone' ? 'leave it alone' : answer}</b>{' '}
                  <span className="text-soft">{why}</span>
                </dd>
              </div>
            ))}
          </dl>
        )}
      </Card>
      <WaysCard ways={view.ways} taken={job.route} onTake={canTurn(view) ? takeWay(act) : undefined} />
    </StationFrame>
  );
}
