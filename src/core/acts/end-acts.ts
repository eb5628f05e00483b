import * as z from 'zod';
import { Known, type Margin, worstMargin } from '../margin';
import { ReadingName } from '../device';
import {
  type DecideContext,
  type Job,
  functionsAsked,
  leadsBack,
  proveMargins,
  readingsAsked,
  said,
  isHeldAgainstNothing,
  standsAgainst,
} from '../job';
import {
  type Health,
  adviceOf,
  adviceWords,
  arrivalMargins,
  healthWords,
  mostReportBytes,
  oldDriveWords,
  readHealthJson,
  readLogPage,
} from '../health';
import { makeSheet } from '../job-view';
import { type Result, ok, refuse } from '../result';
import { showEstimate } from '../units';
import { isTrue } from '../work';
import { type Asked, always, personAct } from './record';

/** What is done at the end: read, proved, handed over, taken back. */

const isStarted = ({ state }: Asked<unknown>): Result<null> =>
  isTrue(state.facts, 'device.started')
    ? ok(null)
    : refuse('not-started', 'The device has not started yet.', 'Switch it on at First power.');

/** The air around a drive while it was read, °C, and the minutes that it had worked: without them a temperature says nothing. */
const Load = z.object({ roomC: z.number().min(-10).max(60), minutes: z.number().min(1).max(1440) });

export const read = personAct(
  z.object({ kind: z.literal('read'), name: ReadingName, value: Known, load: Load.optional() }),
  {
    words: 'enter what the device shows',
    afterHandOver: false,
    needs: isStarted,
    stops: [],
    permit: ({ act }) =>
      (act.name === 'drive-temperature') !== (act.load !== undefined)
        ? refuse(
            'load',
            'A temperature under load goes with the room’s and the minutes of work; nothing else does.',
            'Enter the three together.',
          )
        : isNoReading(act.name, act.value.value)
          ? refuse(
              'range',
              `${readingsAsked[act.name].what}: ${act.value.value} is nothing that a device shows.`,
              'Type what it shows, with its unit; what it does not show, say so at “Something cannot be seen”.',
            )
          : ok(null),
    decide({ state: { job }, act: { name, value, load }, context }) {
      const { what, unit } = readingsAsked[name];
      const shown = showEstimate(value, unit, { habit: context.profile.showsCapacity });
      const under = load ? ` In a room of ${load.roomC} °C, after ${load.minutes} min of work.` : '';
      return said(
        {
          ...job,
          readings: { ...job.readings, [name]: value },
          ...(load ? { load } : {}),
          unseen: job.unseen.filter((one) => one.name !== name),
          proved: false,
        },
        'read',
        `${what}: ${shown}, ${value.origin.note}.${under}`,
      );
    },
  },
);

/** A rate or a size of nothing, or part of a partition: typed amiss, or never read. */
const isNoReading = (name: ReadingName, value: number): boolean =>
  name === 'parts-shown'
    ? !Number.isInteger(value) || value < 0
    : name === 'drive-temperature'
      ? value < -40 || value > 150
      : !(value > 0);

const resultWords = { works: 'works', fails: 'does not work', unseen: 'cannot be seen here' } as const;

/** What must still work, as it was tried on the device. */
export const functions = personAct(
  z.object({
    kind: z.literal('functions'),
    results: z
      .array(
        z.object({
          id: z.string().max(40),
          result: z.enum(['works', 'fails', 'unseen']),
          note: z.string().trim().max(200).default(''),
        }),
      )
      .min(1)
      .max(20),
  }),
  {
    words: 'say what works on the device',
    afterHandOver: false,
    needs: isStarted,
    stops: [],
    permit({ state: { job }, act, context }) {
      const asked = functionsAsked(context.profile, job);
      const strange = act.results.find(({ id }) => !asked.some((one) => one.id === id));
      if (strange)
        return refuse('no-function', `“${strange.id}” is not asked of this device.`, 'Load the page again.');
      const bare = act.results.find(({ result, note }) => result !== 'works' && note.length < 3);
      return bare
        ? refuse('why', 'What does not work, or cannot be seen, goes with a word why.', 'Say what was tried.')
        : ok(null);
    },
    decide({ state: { job }, act: { results }, context }) {
      const asked = functionsAsked(context.profile, job);
      const given = new Map(results.map((one) => [one.id, one]));
      const others = job.functions.filter(({ id }) => !given.has(id));
      const words = [...given.values()].map(
        ({ id, result, note }) =>
          `${asked.find((one) => one.id === id)?.what ?? id} ${resultWords[result]}${note ? ` (${note})` : ''}`,
      );
      return said(
        { ...job, functions: [...others, ...given.values()], proved: false },
        'functions',
        `Tried on the device: ${words.join('; ')}.`,
      );
    },
  },
);

/** A health log that a drive was asked for elsewhere: the raw page, or what the system's tools print. */
export const health = personAct(
  z.object({
    kind: z.literal('health'),
    which: z.enum(['old', 'new']),
    /** What the file is called. */
    name: z.string().trim().min(1).max(120),
    log: z.union([
      z.object({ text: z.string().max(mostReportBytes) }).strict(),
      z.object({ base64: z.base64().max(4096) }).strict(),
    ]),
    /** The drive is another one than the log before was of, and that is right. */
    isExchanged: z.literal(true).optional(),
  }),
  {
    words: 'bring the health log of a drive',
    afterHandOver: false,
    needs: always,
    stops: [],
    permit: ({ state: { job } }) =>
      job.health.length < 20
        ? ok(null)
        : refuse('too-many', 'Twenty logs are kept with a job already.', 'Add what is new as a note.'),
    decide({ state: { job }, act: { which, name, log, isExchanged }, context }) {
      const read =
        'text' in log
          ? readHealthJson(log.text)
          : readLogPage(Uint8Array.from(atob(log.base64), (one) => one.charCodeAt(0)));
      if (!read.ok) return read;
      const whose = serialAgrees(job, which, read.value.serial, isExchanged === true);
      if (!whose.ok) return whose;
      const kept = { which, at: context.at, name, said: read.value };
      return said(
        { ...job, health: [...job.health, kept] },
        'health',
        `Health of the ${which} drive, read from ${name}: ${healthWords(read.value)} ${
          which === 'new' ? newWords(read.value, context.drive) : oldDriveWords(read.value)
        }`,
      );
    },
  },
);

/**
 * A log names its drive where it can: one that is known as the other drive is refused, one of another drive than the log before is asked
 * about. A raw page names none, and nothing is told from that.
 */
function serialAgrees(
  { health: logs }: Pick<Job, 'health'>,
  which: 'old' | 'new',
  serial: string | null,
  isExchanged: boolean,
): Result<null> {
  if (serial === null) return ok(null);
  const known = (one: 'old' | 'new') => logs.findLast((log) => log.which === one && log.said.serial !== null);
  const other = which === 'old' ? 'new' : 'old';
  if (known(other)?.said.serial === serial)
    return refuse(
      'other-drive',
      `This log is of the drive with the serial number ${serial}, which was brought as the ${other} drive.`,
      `Ask the ${which} drive itself for its log.`,
    );
  const before = known(which)?.said.serial ?? serial;
  return before === serial || isExchanged
    ? ok(null)
    : refuse(
        'other-serial',
        `This log is of the serial number ${serial}; the ${which} drive’s log before was of ${before}.`,
        'Bring the log of the drive that belongs to this job. Where the drive was exchanged, say so beside the log.',
      );
}

/** What a log says of a new drive; what none is chosen for is held against nothing. */
const newWords = (log: Health, drive: DecideContext['drive']): string =>
  drive
    ? adviceWords[adviceOf(arrivalMargins(log, drive))]
    : 'No drive is chosen that it could be held against.';

/** This device shows no such thing: an answer of its own, with why; it stays not known. */
export const unseen = personAct(
  z.object({ kind: z.literal('unseen'), name: ReadingName, why: z.string().trim().min(3).max(300) }),
  {
    words: 'say that something cannot be seen on this device',
    afterHandOver: false,
    needs: isStarted,
    stops: [],
    permit: always,
    decide({ state: { job }, act: { name, why } }) {
      const { [name]: _, ...readings } = job.readings;
      const others = job.unseen.filter((one) => one.name !== name);
      return said(
        { ...job, readings, unseen: [...others, { name, why }], proved: false },
        'unseen',
        `${readingsAsked[name].what}: cannot be seen on this device. ${why}`,
      );
    },
  },
);

export const prove = personAct(
  z.object({
    kind: z.literal('prove'),
    /** What the owner decided about what could not be read on the old drive. */
    reason: z.string().trim().min(3).max(300).optional(),
  }),
  {
    words: 'close Prove',
    afterHandOver: false,
    needs: isStarted,
    stops: [],
    permit: always,
    decide({ state: { job }, act, context }) {
      const reason = act.reason ?? null;
      const { profile, layout, findBuild } = context;
      const margins = proveMargins(profile, layout, job, job.choice && findBuild(job.choice));
      const { blocking, acceptable } = standsAgainst(margins, job);
      const open = margins.filter(({ verdict }) => verdict === 'unknown');
      const without = open.filter((margin) => isHeldAgainstNothing(margin, job));
      const unseen = open.filter((margin) => !without.includes(margin));
      const named = (of: Margin[], what: string) =>
        of.length === 0 ? [] : [`${of.map((one) => one.what.toLowerCase()).join(', ')} ${what}`];
      const worst = worstMargin(blocking) ?? (reason ? null : worstMargin(acceptable));
      if (worst)
        return refuse(
          `prove-${worst.verdict}`,
          `${worst.what}: ${worst.verdict === 'over' ? 'over its limit' : 'not known yet'}.`,
          worst.missing[0]?.howToGet ?? worst.remedy ?? 'Read it on the device.',
        );
      if (acceptable.length === 0)
        return said(
          { ...job, proved: true },
          'prove',
          margins.length === 0
            ? 'Closed: it starts; nothing else is asked of this device with its old drive in.'
            : open.length === 0
              ? 'Proved: every reading within its limit.'
              : `Proved as far as it can be seen: ${[
                  ...named(unseen, 'not known'),
                  ...named(without, 'read, and held against nothing: nobody knows its limit'),
                ].join('; ')}.`,
        );
      const accepted = acceptable.map(({ what }) => what.toLowerCase()).join(', ');
      return said(
        { ...job, proved: true },
        'prove-accepted',
        `Proved but for ${accepted}; accepted: ${reason}`,
      );
    },
  },
);

export const handOver = personAct(
  z.object({
    kind: z.literal('hand-over'),
    oldDrive: z.enum(['kept', 'returned', 'none']),
    /** The last day that a drive which is kept is kept, as the owner signs it. */
    until: z.iso.date().optional(),
  }),
  {
    words: 'hand the device over',
    afterHandOver: false,
    needs: always,
    stops: ['sheet'],
    permit: ({ state: { job }, act, context }) =>
      !job.proved
        ? refuse('not-proved', 'The result is not proved yet.', 'Finish Prove first.')
        : act.until !== undefined && (act.oldDrive !== 'kept' || act.until < context.at.slice(0, 10))
          ? refuse(
              'until',
              act.oldDrive === 'kept'
                ? 'That day is over already.'
                : 'Only a drive that is kept has a last day.',
              'Pick a day to come, or none.',
            )
          : (act.oldDrive === 'none') === (job.takeIn.oldDrive === null || leadsBack(job))
            ? ok(null)
            : refuse(
                'old-drive',
                leadsBack(job)
                  ? 'The old drive is in the device again.'
                  : job.takeIn.oldDrive
                    ? 'An old drive came out of it.'
                    : 'The place was empty.',
                'Say what happens to the old drive, where there was one.',
              ),
    readsHistory: true,
    decide({ state, act: { oldDrive, until }, context }) {
      const { at, by, history } = context;
      if (history === null) throw new Error('hand-over was decided without the history');
      const sheet = makeSheet({ ...state, history }, context, oldDrive, until ?? null);
      return said(
        {
          ...state.job,
          handedOver: { at, by, oldDrive, sheet },
          oldDriveAfter: oldDrive === 'kept' ? { until: until ?? null, armed: null, end: null } : null,
        },
        'hand-over',
        leadsBack(state.job)
          ? 'Handed over with its old drive in it again.'
          : oldDrive === 'none'
            ? 'Handed over; no old drive.'
            : `Handed over; old drive ${oldDrive}${until ? `, until ${until}` : ''}.`,
      );
    },
  },
);

export const takeBack = personAct(z.object({ kind: z.literal('take-back') }), {
  words: 'take a handed-over job back',
  afterHandOver: true,
  needs: ({ state }) =>
    state.job.handedOver
      ? ok(null)
      : refuse('not-handed-over', 'This job is still on the bench.', 'Hand it over when it is proved.'),
  stops: [],
  permit: ({ state: { job } }) =>
    job.oldDriveAfter?.end || job.oldDriveAfter?.armed
      ? refuse(
          'old-drive-gone',
          'The old drive was given back, wiped, or is armed to be: this job’s end stands.',
          'Take the device in again: its history is found by its serial number.',
        )
      : ok(null),
  decide: ({ state: { job } }) =>
    said(
      { ...job, handedOver: null, oldDriveAfter: null },
      'take-back',
      'Taken back: it is not handed over yet.',
    ),
});
