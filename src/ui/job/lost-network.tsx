import type { DeviceProfile } from '@/core/device';
import { type Job, networkGoneSince, retriesTaken } from '@/core/job';
import type { Settings } from '@/core/workshop';
import { Button } from '../button';
import { showMoment } from '../clock';
import type { StationProps } from './station-props';

type Props = {
  job: Job;
  profile: DeviceProfile;
  settings: Settings;
  act?: StationProps['act'];
  busy: boolean;
};

/** What this device does when the network goes; said that it did, and how it went on, so that the time to come back is true again. */
export function LostNetwork({ job, profile, settings, act, busy }: Props) {
  const { afterLostNetwork, networkRetries } = profile.firstPower;
  const gone = networkGoneSince(job.power);
  const taken = job.power ? retriesTaken(job.power) : 0;
  const left = networkRetries === null ? null : networkRetries - taken;
  const canSay = act && job.power?.real && job.outcome === null;
  return (
    <div className="mt-2 text-[0.875rem]">
      <p>
        <b>If the network goes:</b>{' '}
        {afterLostNetwork ?? 'how this device goes on is not known; leave it alone, then look what it shows.'}
        {taken > 0 &&
          ` It went on by itself ${taken === 1 ? 'once' : `${taken} times`}${
            left === null ? '' : left > 0 ? `; ${left} left` : '; the next time it begins anew'
          }.`}
      </p>
      {canSay && gone === null && (
        <Button className="mt-2" disabled={busy} onClick={() => void act({ kind: 'network-gone' })}>
          The network is gone
        </Button>
      )}
      {canSay && gone !== null && (
        <div role="status" className="mt-2">
          <p className="font-semibold text-tight">
            The network is gone since <span className="figures">{showMoment(gone, settings)}</span>: its time
            stands still. Leave the device on; bring the network back, then say what it shows.
          </p>
          <div className="mt-2 flex flex-wrap gap-2">
            <Button
              disabled={busy}
              onClick={() => void act({ kind: 'network-back', goesOn: 'where-it-was' })}
            >
              It is back, and goes on where it was
            </Button>
            <Button disabled={busy} onClick={() => void act({ kind: 'network-back', goesOn: 'anew' })}>
              It is back, and begins anew
            </Button>
          </div>
        </div>
      )}
    </div>
  );
}
