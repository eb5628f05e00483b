import type { DeviceProfile } from '@/core/device';
import { type Job, busyUntil } from '@/core/job';
import type { Settings } from '@/core/workshop';
import { showMoment } from '../clock';
import { Card } from '../station-frame';
import { LostNetwork } from './lost-network';
import type { StationProps } from './station-props';

type Props = {
  job: Job;
  profile: DeviceProfile;
  settings: Settings;
  /** Left out where the device is not on yet. */
  act?: StationProps['act'];
  isBusy?: boolean;
};

const answers = { accept: 'accept', refuse: 'refuse', 'leave-alone': 'leave it alone' } as const;

/** What the device asks on the way of this job, in its order, what to answer and why; where a lost network is gone on; when to come back. */
export function PromptsCard({ job, profile, settings, act, isBusy = false }: Props) {
  const { prompts } = profile.firstPower;
  const asked = [
    ...prompts.filter(({ comes }) => comes === job.route),
    ...prompts.filter(({ comes }) => comes === 'first-start'),
  ];
  const busy = busyUntil(job, profile);
  if (asked.length === 0 && job.route !== 'network' && !busy) return null;
  return (
    <Card title="What it will ask" hint="in this order">
      {busy && (
        <p className="mb-2 font-semibold">
          Where it does this now, come back at{' '}
          <span className="figures">{showMoment(busy.usual, settings)}</span>; worry from{' '}
          <span className="figures">{showMoment(busy.worry, settings)}</span> on.
        </p>
      )}
      {asked.length > 0 && (
        <ol className="flex flex-col gap-2">
          {asked.map(({ id, shows, answer, why, wrong }) => (
            <li key={id}>
              “{shows}” <b>{answers[answer]}</b>. <span className="text-soft">{why}</span>
              <span className="block text-[0.875rem] text-soft">Otherwise: {wrong}</span>
            </li>
          ))}
        </ol>
      )}
      {job.route === 'network' && (
        <LostNetwork job={job} profile={profile} settings={settings} act={act} busy={isBusy} />
      )}
    </Card>
  );
}
