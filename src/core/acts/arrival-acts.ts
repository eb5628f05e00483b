import * as z from 'zod';
import { judgeCapacity, readCapacityFile } from '../genuine';
import { said } from '../job';
import { type Drive, forecastSectors } from '../part';
import { type Result, ok, refuse } from '../result';
import { showBytes } from '../units';
import { isTrue } from '../work';
import { type Asked, personAct, standInAct } from './record';

/** What is tried of a new drive before anything is trusted to it. */

/** Of the size that is stated a drive may be a little off; more is another drive. */
const sameSize = (bytes: number, drive: Drive): boolean =>
  Math.abs(bytes / (forecastSectors(drive.labelGB, drive.sectorBytes) * drive.sectorBytes) - 1) < 0.01;

const isBlank = ({ state: { job, facts } }: Asked<unknown>): Result<null> =>
  isTrue(facts, 'copy.begun') || job.copy || job.installed
    ? refuse(
        'not-empty',
        'The new drive holds what was written for this job.',
        'It is tried before the copy; take the drives out to begin anew.',
      )
    : ok(null);

export const tryCapacity = standInAct(
  z.object({
    kind: z.literal('try-capacity'),
    /** The person says that nothing on the drive is wanted. */
    isEmpty: z.literal(true),
  }),
  'dock',
  {
    words: 'try whether the new drive is as large as it states',
    carries: true,
    afterHandOver: false,
    needs: ({ state: { job } }) =>
      !job.dock
        ? refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.')
        : job.dock.new.file !== null
          ? refuse(
              'image-file',
              'What lies on the dock is an image file: trying it says nothing of the drive.',
              'Try the drive itself by the lines, and bring what they write.',
            )
          : ok(null),
    // It overwrites like a copy, and is armed like one.
    stops: ['first-write'],
    permit: isBlank,
  },
);

export const capacityLines = personAct(
  z.object({
    kind: z.literal('capacity-lines'),
    /** What the lines wrote. */
    text: z.string().max(6_000_000),
  }),
  {
    words: 'bring what the lines found of the new drive’s size',
    carries: true,
    afterHandOver: false,
    needs: ({ context }) =>
      context.drive ? ok(null) : refuse('no-drive', 'No drive is chosen yet.', 'Choose one at Fit.'),
    stops: [],
    permit: isBlank,
    decide({ state: { job }, act, context }) {
      const read = readCapacityFile(act.text);
      if (!read.ok) return read;
      const { bytes, found } = read.value;
      if (context.drive && !sameSize(bytes, context.drive))
        return refuse(
          'other-size',
          `The file is of a drive of ${showBytes(bytes)}; ${context.drive.maker} ${context.drive.model} is sold as ${showBytes(context.drive.labelGB * 1e9)}.`,
          'Bring the file of this job’s drive. Where its system states another size than its label, send it back.',
        );
      const tried = judgeCapacity(found, { at: context.at, by: 'lines', simulated: false, bytes });
      return said(
        { ...job, capacity: tried },
        'capacity',
        `Size of the new drive tried by lines: ${tried.words}`,
      );
    },
  },
);
