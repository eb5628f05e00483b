'use client';
import { lossesOfJob } from '@/core/job';
import { MainAction } from '../main-action';
import { Card, StationFrame } from '../station-frame';
import { LossesCard } from './losses-card';
import type { StationProps } from './station-props';
import { canTurn, takeWay } from './take-way';
import { WayAside } from './way-aside';
import { ThingsLink } from './job-links';
import { WaysCard } from './ways-card';
import { PhaseBar } from './phase-bar';
import { CapacityCard } from './capacity-card';

/** The device writes its new drive by itself, over the network or by formatting: what is lost, what it takes, what it will do. */
export function FreshDataStation({ view, act, busy, goOn }: StationProps) {
  const { job, profile } = view;
  const { network, format, prompts } = profile.firstPower;
  const phases = job.route === 'network' ? network : format;
  const asked = prompts.filter(({ comes }) => comes === job.route);
  return (
    <StationFrame
      aside={<WayAside way={profile.ways?.[job.route]} loses={lossesOfJob(job, profile)} />}
      actions={<MainAction words={goOn?.words ?? 'Go on'} go={goOn?.go ?? null} busy={busy} />}
      say="Nothing is written before the device is closed again and switched on."
    >
      <LossesCard view={view} act={act} busy={busy} />
      <Card title="What the device will do by itself" hint="touch nothing while it does">
        <ol className="flex flex-col gap-3">
          {phases.map((phase) => (
            <li key={phase.shows}>
              <PhaseBar phase={phase} elapsedS={null} />
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
      <ThingsLink job={view.job} />
      {!job.takeIn.practice && <CapacityCard view={view} act={act} busy={busy} />}
    </StationFrame>
  );
}
