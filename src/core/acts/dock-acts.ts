import * as z from 'zod';
import { newDriveOf, stepsOf, said } from '../job';
import { type Result, ok, refuse } from '../result';
import { doneElsewhere } from '../copy';
import { tableKinds } from '../disk';
import { isLabel } from '../units';
import { factValue, overrideFact } from '../work';
import { type Asked, always, personAct, standInAct } from './record';

/** What is done with the drives on the dock. */

const onDock = ({ state }: Asked<unknown>): Result<null> =>
  state.job.dock
    ? ok(null)
    : refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');

/** A copy needs a drive that was chosen, laid out, and an old one that is out of the device. */
const isReadyToCopy = ({ state: { job, facts } }: Asked<unknown>): Result<null> =>
  !job.choice || !job.wish
    ? refuse(
        'no-layout',
        'No drive or layout is chosen yet.',
        'Choose a drive at Fit and lay it out at Data.',
      )
    : factValue(facts, 'drive.inserted') === false
      ? ok(null)
      : refuse(
          'drive-inside',
          'The old drive is still in the device.',
          'Open the device and draw it out first.',
        );

/** The name of a file in the folder of image files: it stays in that folder. */
export const DriveFileName = z.string().regex(/^(?!\.)[^/\\\0]{1,200}$/u, 'A file name without folders.');

const dockSchema = z.object({
  kind: z.literal('dock'),
  caseId: z.string().max(60),
  /** The old drive's case; null or left out: it is at a port of the computer itself. */
  oldCaseId: z.string().max(60).nullable().optional(),
  /** Image files in the drives’ place; the new one is made, of the drive’s true size, where it is not there. */
  files: z.object({ old: DriveFileName, new: DriveFileName }).optional(),
});

export const dock = standInAct(dockSchema, 'dock', {
  words: 'put both drives in the dock',
  carries: true,
  afterHandOver: false,
  needs(asked) {
    const { job } = asked.state;
    if (job.route !== 'copy-on-dock')
      return refuse(
        'other-way',
        'This job is restored from a stick.',
        'Take the way “Copy on the dock” at Data first.',
      );
    if (job.dock)
      return refuse('docked', 'Both drives lie on the dock already.', 'Type the bench label of the new one.');
    return isReadyToCopy(asked);
  },
  stops: [],
  permit: (asked) =>
    asked.act.files === undefined && !asked.state.job.takeIn.practice
      ? refuse(
          'no-stand-in',
          'This job is about real drives: no simulated ones are made for it.',
          'Choose an image file of the old drive and one for the new; or take the device in as practice.',
        )
      : asked.act.files && asked.act.files.old === asked.act.files.new
        ? refuse(
            'same-file',
            'Old and new drive are the same image file.',
            'Choose another one for the new drive.',
          )
        : ok(null),
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
  carries: true,
  afterHandOver: false,
  needs: onDock,
  stops: [],
  permit: always,
  decide({ state: { job }, act }) {
    if (!job.dock)
      return refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');
    const { old: source, new: target } = job.dock;
    if (isLabel(act.label, source.benchLabel))
      return refuse(
        'source-label',
        `${source.benchLabel} is the old drive: that one must not be overwritten.`,
        'Read the label on the new drive.',
      );
    if (!isLabel(act.label, target.benchLabel))
      return refuse(
        'wrong-label',
        `“${act.label.slice(0, 20)}” is not the label of the new drive.`,
        'Read it on the drive itself and type it again.',
      );
    return said(job, 'arm', `Armed ${target.benchLabel} by typing its label.`, [
      { fact: 'target.armed', value: true },
    ]);
  },
});

export const copy = standInAct(
  z.object({
    kind: z.literal('copy'),
    /** How much of what lies outside partitions and file systems is looked through; left out, all of it unless that takes long. */
    outside: z.enum(['all', 'edges']).optional(),
    /** Left out: behind each batch. The other two want a reason, which stands on the sheet. */
    readBack: z
      .object({ mode: z.enum(['last', 'skipped']), reason: z.string().trim().min(3).max(300) })
      .optional(),
  }),
  'dock',
  {
    words: 'start the copy, or go on with it',
    carries: true,
    afterHandOver: false,
    needs: onDock,
    stops: ['copy', 'first-write'],
    permit: always,
  },
);

const tableWords = {
  gpt: 'the partition table with headers',
  record: 'the older record in sector 0',
  none: 'no table: the file system over the whole drive',
} as const;

/** Two tables are on the old drive: a person says which one counts, before anything is copied. */
export const whichTable = personAct(z.object({ kind: z.literal('which-table'), table: z.enum(tableKinds) }), {
  words: 'say which table counts on the old drive',
  carries: true,
  afterHandOver: false,
  needs: onDock,
  stops: [],
  permit: ({ state: { facts } }) =>
    factValue(facts, 'copy.begun') === true
      ? refuse(
          'copy-begun',
          'The copy has begun with the table as it was.',
          'Take both drives out to begin anew.',
        )
      : ok(null),
  decide({ state: { job }, act }) {
    const { dock } = job;
    if (!dock)
      return refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');
    const old = { ...dock.old, table: act.table };
    return said(
      { ...job, dock: { ...dock, old } },
      'dock',
      `On ${old.benchLabel} counts ${tableWords[act.table]}.`,
    );
  },
});

/** The copy was made by other means: what with stands on the sheet, and nothing is called verified. */
export const copiedElsewhere = personAct(
  z.object({ kind: z.literal('copied-elsewhere'), means: z.string().trim().min(3).max(300) }),
  {
    words: 'say that the copy was made elsewhere',
    carries: true,
    afterHandOver: false,
    needs(asked) {
      const { job } = asked.state;
      if (job.route !== 'copy-on-dock')
        return refuse(
          'other-way',
          'This job is restored and not copied.',
          'Take the way “Copy on the dock” at Data first.',
        );
      if (job.takeIn.practice)
        return refuse(
          'practice',
          'This job is practice: there is nothing real to have been copied elsewhere.',
          'Put both drives in the dock.',
        );
      if (job.dock)
        return refuse('docked', 'Its drives are on the dock.', 'Take both out of the dock first.');
      return isReadyToCopy(asked);
    },
    stops: [],
    permit: always,
    decide: ({ state: { job }, act }) =>
      said({ ...job, copy: doneElsewhere(act.means) }, 'copied', `Copied elsewhere: ${act.means}.`, [
        { fact: 'copy.begun', value: true },
        { fact: 'copy.verified', value: false },
        { fact: 'copy.looked-into', value: null },
        { fact: overrideFact('copy-unverified'), value: null },
      ]),
  },
);

/**
 * Reads the finished copy for what must be there for it to start: on the dock, or in an image of the new drive that was read from it
 * elsewhere. An image file that a copy was made into says nothing of the drive that it is written to.
 */
export const lookInside = standInAct(
  z.object({ kind: z.literal('look-inside'), image: DriveFileName.optional() }),
  'dock',
  {
    words: 'look inside the new drive, or an image of it',
    carries: true,
    afterHandOver: false,
    needs: (asked) => (asked.act.image === undefined ? onDock(asked) : ok(null)),
    stops: [],
    permit({ state: { job, facts }, act }) {
      if (factValue(facts, 'copy.verified') === null)
        return refuse('no-copy', 'Nothing is copied yet.', 'Finish the copy first.');
      if (act.image !== undefined && job.takeIn.practice)
        return refuse(
          'practice',
          'This job is practice: its new drive lies on the dock.',
          'Look inside the drive itself.',
        );
      return act.image === undefined && job.dock?.new.file != null
        ? refuse(
            'only-image',
            'On the dock is the image file, and not the drive that it is written to.',
            'Read the beginning and the end of the drive into an image, as the lines say, and choose that.',
          )
        : ok(null);
    },
  },
);

/** What the lines that read the new drive printed: held against its finished image, stretch by stretch. */
export const driveRead = standInAct(
  z.object({ kind: z.literal('drive-read'), printed: z.string().max(4_000_000) }),
  'dock',
  {
    words: 'hold what was read from the new drive against its image',
    carries: true,
    afterHandOver: false,
    needs: onDock,
    stops: [],
    permit: ({ state: { job } }) =>
      job.dock?.new.file == null || job.copy === null
        ? refuse(
            'no-image',
            'There is no finished image file that a drive could be held against.',
            'Finish the copy into an image file first.',
          )
        : ok(null),
  },
);

/** Starts the finished copy in an emulated machine: nothing is written to it, and it proves what it shows. */
export const rehearseStart = standInAct(z.object({ kind: z.literal('rehearse') }), 'dock', {
  words: 'rehearse the start in an emulated machine',
  carries: true,
  afterHandOver: false,
  needs: ({ state }) =>
    newDriveOf(state.job)
      ? ok(null)
      : refuse('not-docked', 'There is no new drive yet.', 'Put both drives in the dock first.'),
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
