import type { Hold } from '../work';
import type { Job } from './job';

/** A new drive that was found out to keep less than it states, or to fail, carries nothing. Nobody walks past that one. */
export const falseSizeHold = ({ capacity }: Pick<Job, 'capacity'>): Hold | null =>
  capacity === null || capacity.wrong === 0
    ? null
    : {
        code: 'false-size',
        what: capacity.isFalse ? 'The new drive is not as large as it states' : 'The new drive fails',
        why: capacity.words,
        remedy:
          'Try it once more in another case; where it stays, take the drives out, send this one back, and choose another one at Fit.',
        // Trying it again is a first write, and stays open: a bad case or cable lies, too.
        stops: ['copy', 'swap'],
        seen: true,
        override: 'nobody',
      };
