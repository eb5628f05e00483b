import * as z from 'zod';
import { Outcome, SeenAtPower, circumstancesOf, isOn, leadsBack, nextStep, said, started } from '../job';
import { seenWords } from '../job-view';
import { type Result, ok, refuse } from '../result';
import { World, firstLooks, pressKeys } from '../simulator';
import { isTrue } from '../work';
import { type Asked, always, personAct, standInAct } from './record';
import { standInMay } from './stand-ins';

/** What is done at First power: on, off, pressed, seen, looked into. */

/** More than this were never pressed or looked at between two starts: something else is wrong, or a key is stuck. */
const most = 200;
const tooMany = (what: string) =>
  refuse('too-many', `More than ${most} ${what}.`, 'Switch the device off, then on again; add a note.');

const isClosed = ({ state, context }: Asked<unknown>): Result<null> =>
  nextStep(state, context) === null
    ? ok(null)
    : refuse('not-closed', 'The device is not closed yet.', 'Finish the steps of Close first.');

/** A first look belongs to what it comes to. */
const seenAgrees = ({ outcome, shows }: { outcome: Outcome; shows?: string | undefined }) =>
  shows === undefined || (Object.hasOwn(firstLooks, shows) && firstLooks[shows]?.outcome === outcome);

const both = (first: Result<null>, second: () => Result<null>): Result<null> => (first.ok ? second() : first);

const isOff = ({ state }: Asked<unknown>): Result<null> =>
  state.job.power ? refuse('is-on', 'The device is on.', 'Switch it off first.') : ok(null);

/** What restoring from a stick still lacks. */
function restoreNeeds({ state: { job, facts } }: Asked<unknown>): Result<null> {
  if (!job.stick || job.route !== 'stick')
    return refuse('no-stick', 'No stick is taken for this job.', 'Take one at Data.');
  if (isTrue(facts, 'device.started')) return refuse('started', 'The device is running.', 'Go on to Prove.');
  if (!isTrue(facts, 'stick.inserted'))
    return refuse('stick-out', `${job.stick.label} is not in the device.`, 'Put it in, then start from it.');
  return isTrue(facts, 'charger.connected')
    ? ok(null)
    : refuse('no-charger', 'The charger is not in.', 'Restoring takes a while: plug the charger in first.');
}

export const restore = standInAct(z.object({ kind: z.literal('restore') }), 'device', {
  words: 'restore from the stick',
  carries: true,
  afterHandOver: false,
  needs: (asked) => both(standInMay(asked), () => restoreNeeds(asked)),
  stops: ['first-power', 'unattended'],
  permit: isClosed,
});

/** The simulated device, with the keys of its boot menu held or not. */
export const switchOn = standInAct(
  z.object({ kind: z.literal('switch-on'), menu: z.boolean().optional() }),
  'device',
  {
    words: 'switch the simulated device on',
    afterHandOver: false,
    needs: (asked) => both(standInMay(asked), () => isOff(asked)),
    stops: ['first-power'],
    permit: isClosed,
  },
);

/** A real device was switched on just now: its time runs. */
export const powerOn = personAct(z.object({ kind: z.literal('power-on') }), {
  words: 'say that the device was switched on',
  afterHandOver: false,
  needs: isOff,
  stops: ['first-power', 'unattended'],
  permit: isClosed,
  decide({ state: { job }, context }) {
    const power = { onAt: context.at, real: true, menu: false, pace: 1, presses: [] };
    return said(
      { ...job, power, outcome: null, lastStart: null, firstLook: null },
      'power-on',
      'Switched on.',
      [isOn],
    );
  },
});

export const switchOff = personAct(z.object({ kind: z.literal('switch-off') }), {
  words: 'switch the device off',
  afterHandOver: false,
  needs: ({ state }) =>
    state.job.power ? ok(null) : refuse('is-off', 'The device is not on.', 'Switch it on at First power.'),
  stops: [],
  permit: always,
  decide: ({ state: { job } }) =>
    said({ ...job, power: null }, 'switch-off', 'Switched off.', [{ fact: 'power.off', value: true }]),
});

/** A line of the simulated device’s menu, an answer to its prompt, or any key at all. */
export const press = standInAct(z.object({ kind: z.literal('press'), key: z.enum(pressKeys) }), 'device', {
  words: 'press a key of the simulated device',
  afterHandOver: false,
  needs({ state: { job }, act }) {
    if (!job.power || job.power.real)
      return refuse('is-off', 'The simulated device is not on.', 'Switch it on at First power.');
    if ((act.key === 'network' || act.key === 'stick') && (leadsBack(job) || act.key !== job.route))
      return refuse(
        'other-way',
        'This would write the new drive anew, and the job takes another way.',
        'Take that way at Data before the device is opened.',
      );
    return job.power.presses.length < most ? ok(null) : tooMany('keys were pressed since it was switched on');
  },
  stops: ({ state: { job }, act }) =>
    act.key === 'network' || (act.key === 'accept' && job.route === 'format') ? ['unattended'] : [],
  permit: (asked) => (asked.act.key === 'stick' ? restoreNeeds(asked) : ok(null)),
});

/** Looks at the simulated device; what it came to is noted. */
export const look = standInAct(z.object({ kind: z.literal('look') }), 'device', {
  words: 'look at the simulated device',
  afterHandOver: false,
  needs: always,
  stops: [],
  permit: always,
  onlyAdds: true,
});

export const observeStart = personAct(
  z.object({
    kind: z.literal('observe-start'),
    outcome: Outcome,
    /** Which of the first looks it was. */
    shows: z.string().max(40).optional(),
  }),
  {
    words: 'say what the device came to',
    afterHandOver: false,
    needs: always,
    stops: ['first-power'],
    permit: isClosed,
    decide: ({ state: { job }, act }) =>
      !seenAgrees(act)
        ? refuse('not-found', 'That is nothing that this can come to.', 'Choose from the list.')
        : ok(
            started(
              { ...job, lastStart: null, firstLook: act.shows ?? null },
              act.outcome,
              act.shows ? `Seen on the device: ${firstLooks[act.shows]?.words}` : 'Seen on the device',
            ),
          ),
  },
);

const somethingIsWrong = ({ state: { job } }: Asked<unknown>): Result<null> =>
  job.outcome !== null && job.outcome !== 'started'
    ? ok(null)
    : refuse('nothing-wrong', 'Nothing is wrong that was seen.', 'Switch it on at First power first.');

/** What a check showed, or a remedy that did not help. */
export const lookInto = personAct(z.object({ kind: z.literal('look-into'), seen: SeenAtPower }), {
  words: 'say what a check showed',
  afterHandOver: false,
  needs: somethingIsWrong,
  stops: [],
  permit: ({ state: { job } }) =>
    job.seenAtPower.length < most ? ok(null) : tooMany('things were looked at since it did not start'),
  decide({ state: { job }, act: { seen }, context }) {
    const world = new World(context.profile, circumstancesOf(job));
    const canShow = (check: string, outcome: string | undefined) =>
      outcome === undefined || Object.hasOwn(world.check(check)?.outcomes ?? {}, outcome);
    const isKnown = 'check' in seen ? canShow(seen.check, seen.outcome) : world.fault(seen.mended) !== null;
    if (!isKnown || !canShow('press', seen.shows))
      return refuse('not-found', 'This check cannot show that.', 'Choose from the list.');
    return said({ ...job, seenAtPower: [...job.seenAtPower, seen] }, 'look-into', seenWords(world, seen));
  },
});

/** What it was: mended, and the device started. */
export const finding = personAct(z.object({ kind: z.literal('finding'), fault: z.string().max(40) }), {
  words: 'say what it was',
  afterHandOver: false,
  needs: somethingIsWrong,
  stops: [],
  permit: ({ state: { job } }) =>
    (job.found ?? []).length < most ? ok(null) : tooMany('faults were found on this device'),
  decide({ state: { job }, act, context }) {
    const world = new World(context.profile, circumstancesOf(job));
    const fault = world.fault(act.fault);
    if (!fault) return refuse('not-found', 'This device cannot have that fault.', 'Choose from the list.');
    const { name } = fault;
    const looks = world.readings(job.seenAtPower, act.fault);
    const found = [...(job.found ?? []), { faultId: act.fault, at: context.at, looks }];
    const run = started(
      { ...job, lastStart: null, found },
      'started',
      `It was this: ${name.toLowerCase()}; mended`,
    );
    return ok({ ...run, entry: { ...run.entry, kind: 'finding' } });
  },
});
