import { type Result, ok, refuse } from '../result';
import type { Asked } from './record';

/** Simulated drives and devices take part in practice only: what they show proves nothing of a real one. */
export const standInMay = ({ state: { job } }: Asked<unknown>): Result<null> =>
  job.takeIn.practice
    ? ok(null)
    : refuse(
        'no-stand-in',
        'This job is about a real device: nothing simulated takes part in it.',
        'Do it on the device itself and say what you saw, or take the device in as practice.',
      );
