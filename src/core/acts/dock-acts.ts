import { z } from 'zod';
import { stepsOf, said } from '../job';
import { type Result, ok, refuse } from '../result';
import { factValue } from '../work';
import { type Asked, always, personAct, standInAct } from './record';

/** What is done with the drives on the dock. */

const onDock = ({ state }: Asked<unknown>): Result<null> =>
  state.job.dock
    ? ok(null)
    : refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');

export const dock = standInAct(z.object({ kind: z.literal('dock'), caseId: z.string().max(60) }), 'dock', {
  words: 'put both drives in the dock',
  afterHandOver: false,
  needs({ state: { job, facts } }) {
    if (job.route !== 'copy-on-dock')
      return refuse(
        'other-way',
        'This job is restored from a stick.',
        'Take the way “Copy on the dock” at Data first.',
      );
    if (!job.choice || !job.wish)
      return refuse(
        'no-layout',
        'No drive or layout is chosen yet.',
        'Choose a drive at Fit and lay it out at Data.',
      );
    if (job.dock)
      return refuse('docked', 'Both drives lie on the dock already.', 'Type the bench label of the new one.');
    return factValue(facts, 'drive.inserted') === false
      ? ok(null)
      : refuse(
          'drive-inside',
          'The old drive is still in the device.',
          'Open the device and draw it out first.',
        );
  },
  stops: [],
  permit: always,
});

export const undock = standInAct(z.object({ kind: z.literal('undock') }), 'dock', {
  words: 'take both drives out of the dock',
  afterHandOver: false,
  needs: onDock,
  stops: [],
  permit: ({ state, context }) =>
    stepsOf(state.job, context).some(({ id, station }) => station === 'swap' && state.doneSteps.includes(id))
      ? refuse('swapped', 'The swap has begun with these drives.', 'Take its steps back first.')
      : ok(null),
});

export const arm = personAct(z.object({ kind: z.literal('arm'), label: z.string().trim().max(20) }), {
  words: 'type the new drive’s label',
  afterHandOver: false,
  needs: onDock,
  stops: [],
  permit: always,
  decide({ state: { job }, act }) {
    if (!job.dock)
      return refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');
    const { old: source, new: target } = job.dock;
    const typed = act.label.toUpperCase().replace(/\s+/gu, '');
    if (typed === source.benchLabel)
      return refuse(
        'source-label',
        `${typed} is the old drive: that one must not be overwritten.`,
        'Read the label on the new drive.',
      );
    if (typed !== target.benchLabel)
      return refuse(
        'wrong-label',
        `“${typed.slice(0, 20)}” is not the label of the new drive.`,
        'Read it on the drive itself and type it again.',
      );
    return said(job, 'arm', `Armed ${typed} by typing its label.`, [{ fact: 'target.armed', value: true }]);
  },
});

export const copy = standInAct(
  z.object({
    kind: z.literal('copy'),
    /** Left out: behind each batch. The other two want a reason, which stands on the sheet. */
    readBack: z
      .object({ mode: z.enum(['last', 'skipped']), reason: z.string().trim().min(3).max(300) })
      .optional(),
  }),
  'dock',
  {
    words: 'start the copy, or go on with it',
    afterHandOver: false,
    needs: onDock,
    stops: ['copy', 'first-write'],
    permit: always,
  },
);

/** Reads the finished copy for what must be there for it to start: for one that was not read back. */
export const lookInside = standInAct(z.object({ kind: z.literal('look-inside') }), 'dock', {
  words: 'look inside the new drive',
  afterHandOver: false,
  needs: onDock,
  stops: [],
  permit: ({ state }) =>
    factValue(state.facts, 'copy.verified') === null
      ? refuse('no-copy', 'Nothing is copied yet.', 'Finish the copy first.')
      : ok(null),
});

export const copyStop = standInAct(z.object({ kind: z.literal('copy-stop') }), 'dock', {
  words: 'stop the copy behind its batch',
  afterHandOver: false,
  needs: always,
  stops: [],
  permit: always,
});
