import { type Estimate, about, highest, lowest, missing } from '../margin';
import type { DeviceProfile } from '../device';
import type { Spread } from '../link';

/** What stays in the cell at the end, percent: nobody plans down to nothing. A named default. */
export const chargeReservePercent = 10;

/**
 * Charge that a device needs to work alone for so long from its own battery, percent of full, with a reserve (handbook: minutes / 60 ×
 * watts / watt-hours). Above 100 no cell of its own carries it through. Missing where nobody has measured what it draws.
 */
export function chargeNeeded(seconds: Spread, unattended: DeviceProfile['unattended']): Estimate {
  if (!unattended)
    return missing('what this device draws while it works alone', 'Leave its charger in where it may be in.');
  const { watts, batteryWh } = unattended;
  if (!watts.known) return watts;
  if (!batteryWh.known) return batteryWh;
  const percent = (s: number, w: number, wh: number) => (s / 3600) * (w / wh) * 100 + chargeReservePercent;
  const value = percent(seconds.middle, watts.value, batteryWh.value);
  const least = percent(seconds.least, lowest(watts) ?? watts.value, highest(batteryWh) ?? batteryWh.value);
  const most = percent(seconds.most, highest(watts) ?? watts.value, lowest(batteryWh) ?? batteryWh.value);
  return about(value, Math.max(0, value - least), Math.max(0, most - value), {
    kind: 'computed',
    note: `minutes × ${watts.value} W of ${batteryWh.value} Wh, and ${chargeReservePercent} % kept`,
  });
}
