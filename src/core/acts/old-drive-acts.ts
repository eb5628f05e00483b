import * as z from 'zod';
import { said } from '../job';
import { isDue, oldDriveLabel, wipeMethods, wipedWords } from '../old-drive';
import { type Result, ok, refuse } from '../result';
import { type Asked, always, personAct, standInAct } from './record';

/** What becomes of an old drive that was kept: given back, or wiped, never before the owner's word or the end of the term that was signed. */

const isKeptHere = ({ state: { job } }: Asked<unknown>): Result<null> => {
  if (!job.oldDriveAfter)
    return refuse(
      'no-old-drive',
      'No old drive of this job is kept here.',
      job.handedOver ? 'It was given back, or there was none.' : 'Hand the device over first.',
    );
  return job.oldDriveAfter.end
    ? refuse('old-drive-gone', 'The old drive is not here any more, or is wiped.', 'Nothing is left to do.')
    : ok(null);
};

const isArmed = (asked: Asked<unknown>): Result<null> =>
  asked.state.job.oldDriveAfter?.armed
    ? ok(null)
    : refuse('not-armed', 'The old drive’s label has not been typed.', 'Type it, with what the owner said.');

const isLabel = (typed: string, label: string) => typed.trim().toUpperCase() === label.toUpperCase();

export const giveBackDrive = personAct(
  z.object({ kind: z.literal('give-back-drive'), to: z.string().trim().min(2).max(120) }),
  {
    words: 'give the old drive back',
    afterHandOver: true,
    needs: isKeptHere,
    stops: [],
    permit: always,
    decide: ({ state: { job }, act: { to }, context: { at, by } }) =>
      said(
        {
          ...job,
          oldDriveAfter: job.oldDriveAfter && {
            ...job.oldDriveAfter,
            armed: null,
            end: { kind: 'given-back' as const, at, by, to },
          },
        },
        'drive-given-back',
        `Old drive ${oldDriveLabel(job)} given back to ${to}.`,
      ),
  },
);

export const armWipe = personAct(
  z.object({
    kind: z.literal('arm-wipe'),
    label: z.string().trim().max(20),
    /** What the owner said; left out where the term that was signed is over. */
    word: z.string().trim().min(5).max(300).optional(),
  }),
  {
    words: 'type the old drive’s label, to wipe it',
    afterHandOver: true,
    needs: isKeptHere,
    stops: [],
    permit({ state: { job }, act, context }) {
      const fresh = job.dock?.new.benchLabel ?? job.installed?.benchLabel;
      if (fresh && isLabel(act.label, fresh))
        return refuse(
          'target-label',
          `${fresh} is the new drive, which the owner uses.`,
          'Read the label on the old drive.',
        );
      if (!isLabel(act.label, oldDriveLabel(job)))
        return refuse(
          'wrong-label',
          `“${act.label.slice(0, 20)}” is not the label of the old drive.`,
          'Read it on the drive itself and type it again.',
        );
      return act.word === undefined && !isDue(job.oldDriveAfter, context.at)
        ? refuse(
            'too-early',
            job.oldDriveAfter?.until
              ? `The owner signed that it is kept until ${job.oldDriveAfter.until}.`
              : 'No last day was signed for it.',
            'Ask the owner, and note what was said.',
          )
        : ok(null);
    },
    decide({ state: { job }, act: { word }, context: { at, by } }) {
      const why = word ?? `the term that was signed ended on ${job.oldDriveAfter?.until}`;
      return said(
        {
          ...job,
          oldDriveAfter: job.oldDriveAfter && { ...job.oldDriveAfter, armed: { at, by, why } },
        },
        'wipe-armed',
        `Old drive ${oldDriveLabel(job)} armed for wiping by typing its label: ${why}.`,
      );
    },
  },
);

/** Overwrites it on the dock: a stand-in, or the image file of a real drive. */
export const wipe = standInAct(z.object({ kind: z.literal('wipe') }), 'dock', {
  words: 'overwrite the old drive on the dock',
  afterHandOver: true,
  needs: isKeptHere,
  stops: [],
  permit: (asked) =>
    asked.state.job.dock
      ? isArmed(asked)
      : refuse(
          'not-docked',
          'The old drive of this job was never on the dock.',
          'Wipe it by the lines below, and note what reading it back showed.',
        ),
});

/** It was wiped elsewhere by the system's own commands: told, not seen. */
export const wipedElsewhere = personAct(
  z.object({
    kind: z.literal('wiped-elsewhere'),
    method: z.enum(wipeMethods),
    readBack: z.enum(['all', 'sampled', 'none']),
    words: z.string().trim().min(3).max(300),
  }),
  {
    words: 'note that the old drive was wiped elsewhere',
    afterHandOver: true,
    needs: isKeptHere,
    stops: [],
    permit: isArmed,
    decide({ state: { job }, act: { method, readBack, words }, context: { at, by } }) {
      const end = { kind: 'wiped' as const, at, by, method, seen: false, readBack, bytes: null, words };
      return said(
        { ...job, oldDriveAfter: job.oldDriveAfter && { ...job.oldDriveAfter, armed: null, end } },
        'wiped',
        `Old drive ${oldDriveLabel(job)}: ${wipedWords(end)}`,
      );
    },
  },
);
