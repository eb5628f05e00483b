import type { Pace } from '../workshop';
import { networkGoneSince } from './network-loss';
import type { PowerRun } from './power-run';

/** The simulated device is always quicker than a real one: nobody learns anything from waiting an hour for it. */
export const devicePace: Readonly<Record<Pace, number>> = Object.freeze({ true: 20, x60: 60, free: 1000 });

/** Seconds of the device since it was switched on; they stand still while the network that it needs is gone. */
export const deviceSeconds = ({ onAt, pace, losses }: PowerRun, at: Date): number => {
  const gone = networkGoneSince({ losses });
  const untilMs = Math.min(at.getTime(), gone === null ? Number.POSITIVE_INFINITY : Date.parse(gone));
  return Math.max(0, ((untilMs - Date.parse(onAt)) / 1000) * pace);
};
