import type { DeviceProfile } from '../device';
import { writesItself } from '../route';
import type { Job } from './job';
import { networkGoneSince } from './network-loss';
import { devicePace } from './device-seconds';

/** Until when a device that is on works alone, as it usually does, and from when on one should worry; ISO 8601. */
export type BusyUntil = { usual: string; worry: string };

/**
 * When to come back to a device that was switched on: the phases of its way, then those of its start, each as long as it usually lasts. Null while it is off,
 * while the network that it needs is gone, and where it does not write its drive by itself.
 */
export function busyUntil(
  { power, route, outcome }: Pick<Job, 'power' | 'route' | 'outcome'>,
  { firstPower }: Pick<DeviceProfile, 'firstPower'>,
): BusyUntil | null {
  if (!power || outcome !== null || !writesItself(route) || route === 'stick') return null;
  if (networkGoneSince(power) !== null) return null;
  const phases = [...(route === 'network' ? firstPower.network : firstPower.format), ...firstPower.phases];
  const pace = power.real ? 1 : Math.max(1, power.pace || devicePace.true);
  const after = (seconds: number) => new Date(Date.parse(power.onAt) + (seconds / pace) * 1000).toISOString();
  const usual = phases.reduce((sum, { usualS }) => sum + usualS, 0);
  // Only the longest phase is given its worry: all of them late at once is no forecast.
  const slack = Math.max(0, ...phases.map(({ usualS, worryS }) => worryS - usualS));
  return { usual: after(usual), worry: after(usual + slack) };
}
