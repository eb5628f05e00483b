import type { DeviceProfile } from '../device';
import type { Workload } from '../heat';
import { type Estimate, type Known, about, exact, missing } from '../margin';
import type { Drive } from '../part';

const minutesPerHour = 60;

/** Mean draw of a drive over a workload, W, with the range of its own figures. */
function meanDraw({ powerW, model }: Drive, { steps }: Workload): Estimate {
  if (!powerW) return missing(`what the ${model} draws`, 'Read it in its data sheet.');
  const watts = {
    idle: powerW.idle,
    'light-read': powerW.lightRead ?? powerW.read,
    read: powerW.read,
    write: powerW.write,
  };
  // Steps of a power of one’s own are taken as they are.
  const figureOf = (does: Workload['steps'][number]['does']): Known =>
    typeof does === 'string'
      ? watts[does]
      : exact(does.watts, { kind: 'default', note: 'workload of one’s own' });
  const whole = steps.reduce((sum, { seconds }) => sum + seconds, 0);
  const mean = (pick: (figure: Known) => number | null) =>
    steps.reduce<number | null>((sum, { does, seconds }) => {
      const one = pick(figureOf(does));
      return sum === null || one === null ? null : sum + (one * seconds) / whole;
    }, 0);
  const origin = { kind: 'computed', note: 'mean draw over the workload' } as const;
  return about(
    mean(({ value }) => value) ?? 0,
    mean(({ minus }) => minus),
    mean(({ plus }) => plus),
    origin,
  );
}

/**
 * Minutes of use from a full cell that the drive’s own draw takes: with the device drawing P of which the drive is p, E/(P − p) − E/P.
 * What a drive that draws nothing would leave; the difference of two drives is the difference of theirs.
 */
export function batteryMinutes(
  { inUse }: Pick<DeviceProfile, 'inUse'>,
  drive: Drive,
  workload: Workload,
): Estimate {
  if (!inUse)
    return missing(
      'what the device draws in use',
      'Read its battery screen over an evening, and enter it in the profile.',
    );
  const draw = meanDraw(drive, workload);
  const { batteryWh, watts } = inUse;
  if (!draw.known || !batteryWh.known || !watts.known)
    return !draw.known ? draw : !watts.known ? watts : batteryWh;
  // A device’s draw was measured with some drive in it, and this one takes that one’s place.
  const lost = (energyWh: number, deviceW: number, driveW: number) =>
    minutesPerHour * energyWh * (1 / Math.max(0.1, deviceW - driveW) - 1 / deviceW);
  const value = lost(batteryWh.value, watts.value, draw.value);
  const low =
    batteryWh.minus === null || watts.plus === null || draw.minus === null
      ? null
      : lost(
          batteryWh.value - batteryWh.minus,
          watts.value + watts.plus,
          Math.max(0, draw.value - draw.minus),
        );
  const high =
    batteryWh.plus === null || watts.minus === null || draw.plus === null
      ? null
      : lost(batteryWh.value + batteryWh.plus, watts.value - watts.minus, draw.value + draw.plus);
  return about(value, low === null ? null : value - low, high === null ? null : high - value, {
    kind: 'computed',
    note: 'minutes of a full cell that the drive’s draw takes',
  });
}
