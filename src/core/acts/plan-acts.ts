import * as z from 'zod';
import { placeNamed } from '../device';
import { type LayoutWish, LayoutWish as LayoutWishSchema, fillWish } from '../disk';
import { BuildIds, insideWords } from '../fit';
import { worstMargin } from '../margin';
import {
  Choice,
  type Job,
  againstStick,
  expectedLayout,
  fitOfIds,
  insideOfChoice,
  lossesOfJob,
  marginSentence,
  needsReason,
  notAgreed,
  said,
} from '../job';
import { type Result, ok, refuse } from '../result';
import { Route, emptyWords, isLed, wayNames } from '../route';
import { padWords } from '../stack';
import { showBytes } from '../units';
import { isTrue } from '../work';
import { type Asked, always, personAct } from './record';

/** What is decided before the device is opened: the drive, the way, the layout, the stick. */

/** What the owner is asked before anything is bought or opened: a change to the case, or a step, that cannot be undone. */
export const agree = personAct(
  z.object({ kind: z.literal('agree'), caseChangeId: z.string().max(40), agrees: z.boolean() }),
  {
    words: 'note what the owner says to a change of the case',
    afterHandOver: false,
    needs: ({ state: { job, doneSteps }, act }) =>
      !act.agrees && (job.dock !== null || doneSteps.length > 0)
        ? refuse('begun', 'The work has begun with it.', 'Note what the owner says, and stop the work.')
        : ok(null),
    stops: [],
    permit: always,
    decide({ state: { job }, act: { caseChangeId, agrees }, context }) {
      const { caseChanges, procedure } = context.profile;
      const step = [...procedure.open, ...procedure.swap].find(
        ({ id, final }) => final && id === caseChangeId,
      );
      const change =
        caseChanges.find(({ id }) => id === caseChangeId) ??
        (step?.final ? { title: step.title, risk: step.final } : null);
      if (!change)
        return refuse(
          'no-change',
          'This device knows no such change to its case, nor such a step.',
          'Choose one that its profile names.',
        );
      const others = job.agreedChanges.filter((id) => id !== caseChangeId);
      const next = { ...job, agreedChanges: agrees ? [...others, caseChangeId] : others };
      // A drive that was chosen with it goes with it.
      const isChosen = !agrees && job.choice?.caseChangeIds.includes(caseChangeId) === true;
      return said(
        isChosen ? { ...next, choice: null, wish: null } : next,
        'agree',
        agrees
          ? `The owner agrees: ${change.title}. ${change.risk}`
          : `The owner does not agree: ${change.title}.${isChosen ? ' The chosen drive is taken back.' : ''}`,
      );
    },
  },
);

/** What the owner says of one thing that the way does not bring across; once all of them are said, the second copy is no question any more. */
export const loss = personAct(
  z.object({
    kind: z.literal('loss'),
    what: z.string().trim().min(1).max(200),
    fate: z.enum(['saved', 'may-go']),
  }),
  {
    words: 'note what the owner says of something that does not come across',
    afterHandOver: false,
    needs: always,
    stops: [],
    permit: always,
    decide({ state: { job }, act: { what, fate }, context }) {
      const losses = lossesOfJob(job, context.profile);
      if (!losses.includes(what))
        return refuse('no-loss', 'This way does not lose that.', 'Choose one that is listed at Data.');
      const settled = [
        ...job.losses.filter((one) => one.what !== what && losses.includes(one.what)),
        { what, fate },
      ];
      const isSettled = losses.every((one) => settled.some(({ what: told }) => told === one));
      return said(
        { ...job, losses: settled },
        'loss',
        fate === 'saved'
          ? `Does not come across, and is saved elsewhere: ${what}.`
          : `Does not come across, and may go, the owner says: ${what}.`,
        isSettled ? [{ fact: 'second-copy.made', value: true }] : [],
      );
    },
  },
);

/** The owner brings a drive of the catalogue along: it is a candidate at no price. */
export const brought = personAct(
  z.object({ kind: z.literal('brought'), driveId: z.string().max(60), isBrought: z.boolean() }),
  {
    words: 'note a drive that the owner brings',
    carries: true,
    afterHandOver: false,
    needs: always,
    stops: [],
    permit: ({ state: { job }, act }) =>
      act.isBrought && job.broughtIds.length >= 8 && !job.broughtIds.includes(act.driveId)
        ? refuse('too-many', 'Eight drives are noted already.', 'Take one of them off the list.')
        : ok(null),
    decide({ state: { job }, act: { driveId, isBrought }, context }) {
      const build = context.findBuild(BuildIds.parse({ driveId }));
      if (!build)
        return refuse('not-found', 'This part is not in the catalogue.', 'Bring it in at Parts first.');
      const { maker, model, labelGB } = build.drive;
      const others = job.broughtIds.filter((id) => id !== driveId);
      return said(
        { ...job, broughtIds: isBrought ? [...others, driveId] : others },
        'brought',
        `${isBrought ? 'The owner brings' : 'The owner does not bring'} the ${maker} ${model} ${showBytes(labelGB * 1e9)}.`,
      );
    },
  },
);

export const choose = personAct(Choice.extend({ kind: z.literal('choose') }), {
  words: 'choose a drive',
  carries: true,
  afterHandOver: false,
  needs: ({ state: { job } }) =>
    job.dock
      ? refuse('docked', 'The drives lie on the dock already.', 'Take both drives out of the dock first.')
      : job.installed
        ? refuse(
            'installed',
            'The device has written the new drive.',
            'Take the device in again for another one.',
          )
        : ok(null),
  stops: [],
  permit: always,
  decide({ state: { job }, act, context }) {
    const { kind: _, ...choice } = act;
    const build = context.findBuild(choice);
    if (!build) return refuse('not-found', 'This part is not in the catalogue.', 'Choose one from the list.');
    const { drive, pads, sink, adapter } = build;
    const place = placeNamed(context.profile, choice.placeId);
    if (!place)
      return refuse('no-place', 'This device has no such place.', 'Choose one that its profile names.');
    const { form } = place;
    if (pads.length > 0 && !sink && (form.kind !== 'module' || form.sink.kind !== 'fixed'))
      return refuse(
        'no-sink',
        'There is no sink here for a pad to touch.',
        'Choose it without a pad, or add a heatsink.',
      );
    const unasked = notAgreed(job, context.profile, choice.caseChangeIds);
    if (unasked)
      return refuse(
        'not-agreed',
        `${unasked.title}: ${unasked.risk}`,
        'Ask the owner first, and note that they agree, before anything is bought.',
      );
    const worst = fitOfIds(job, choice, context);
    const isUnmet = worst !== null && worst.verdict === 'over' && needsReason(worst);
    if (worst?.verdict === 'over' && !isUnmet)
      return refuse('does-not-fit', marginSentence(worst), worst.remedy ?? 'Choose another drive.');
    if (isUnmet && choice.reason === null)
      return refuse(
        'wish-unmet',
        marginSentence(worst),
        `${worst.remedy ?? 'Choose another drive.'} With a reason it is taken all the same.`,
      );
    const isUnknown = worst === null || worst.verdict === 'unknown';
    const inside = insideOfChoice({ ...job, choice }, context);
    if (isUnknown && inside.length === 0 && choice.reason === null) {
      const gone = worst?.missing[0];
      return refuse(
        'fit-unknown',
        `${worst?.what ?? 'Whether it fits'} is not known: ${gone?.what ?? 'a number is missing'}.`,
        gone?.howToGet ?? worst?.remedy ?? 'Measure it.',
      );
    }
    // A reason counts only where it was needed.
    const reason = isUnknown || isUnmet ? choice.reason : null;
    const extras = [
      ...(adapter ? [`adapter ${adapter.model}`] : []),
      ...(sink ? [`heatsink ${sink.model}`] : []),
      ...(pads.length > 0 ? [`pad ${padWords(pads)} mm`] : []),
    ];
    const name = `${drive.maker} ${drive.model} ${showBytes(drive.labelGB * 1e9)}`;
    const tightest = worst ? `; tightest: ${worst.what.toLowerCase()}` : '';
    const forNow =
      inside.length > 0 && reason === null
        ? ` For the time being: ${insideWords(inside)} is measured inside, and the choice is judged anew then.`
        : '';
    const sentence = `Chose ${name}${extras.length > 0 ? ` with ${extras.join(', ')}` : ''}${tightest}.${reason ? ` ${isUnmet ? 'Less than was wanted' : 'Not known'}, taken all the same: ${reason}` : ''}${forNow}`;
    // What was tried was the drive that was chosen then.
    const capacity = job.choice?.driveId === choice.driveId ? job.capacity : null;
    return said({ ...job, choice: { ...choice, reason }, capacity, wish: null }, 'choose', sentence);
  },
});

export const layOut = personAct(z.object({ kind: z.literal('lay-out'), wish: LayoutWishSchema }), {
  words: 'plan the partitions',
  carries: true,
  afterHandOver: false,
  needs: ({ state }) =>
    isTrue(state.facts, 'copy.begun')
      ? refuse('copy-begun', 'The copy has begun with the layout as it was.', 'Finish it first.')
      : ok(null),
  stops: [],
  permit: always,
  decide({ state: { job }, act: { wish }, context }) {
    if (!job.choice || !context.drive)
      return refuse('no-drive', 'No drive is chosen yet.', 'Choose one at Fit.');
    const layout = expectedLayout(context.profile, job, context.drive, wish);
    if (!layout.ok && layout.fault.code === 'parts-unknown')
      return said(
        { ...job, wish },
        'lay-out',
        'Laid out later: the partitions are planned when the old drive is read.',
      );
    if (!layout.ok) return layout;
    const grown = layout.value.partitions
      .filter((part) => part.change.includes('grows'))
      .map((part) => part.name);
    return said(
      { ...job, wish },
      'lay-out',
      `Laid out: ${[
        grown.length > 0 ? `${grown.join(', ')} grows` : 'nothing grows',
        ...layout.value.dropped.map(({ name }) => `${name} stays behind`),
        ...(wish.secondSystemMiB === null ? [] : ['room for a second system']),
        ...(wish.holdBackPercent > 0 ? [`${wish.holdBackPercent} % held back`] : []),
      ].join(', ')}.`,
    );
  },
});

/** A device that lays out its drive by itself takes all of it; whoever turns back to the copy lays it out anew. */
function wishFor(route: Route, job: Job): LayoutWish | null {
  const byItself = (one: Route) => one === 'network' || one === 'format';
  if (byItself(route)) return fillWish;
  return byItself(job.route) ? null : job.wish;
}

export const route = personAct(z.object({ kind: z.literal('route'), route: Route }), {
  words: 'choose how the system comes across',
  carries: true,
  afterHandOver: false,
  needs: ({ state: { doneSteps, job } }) =>
    doneSteps.length > 0 || job.dock
      ? refuse('begun', 'The work has begun in the way that was taken.', 'Take its steps back first.')
      : ok(null),
  stops: [],
  permit: ({ state, act, context }) =>
    act.route === 'copy-on-dock' && !state.job.takeIn.oldDrive
      ? refuse('empty-place', emptyWords, 'Take another way.')
      : context.profile.ways?.[act.route]?.possible === false
        ? refuse('way-closed', 'This device cannot be restored in this way.', 'Choose another one.')
        : isLed(context.profile, act.route)
          ? ok(null)
          : refuse(
              'not-led',
              'Nobody has written down what this device does in this way.',
              'Follow the maker’s manual, or take another way.',
            ),
  decide: ({ state: { job }, act }) =>
    act.route === job.route
      ? refuse('same-way', 'This way is taken already.', 'Go on with it, or take another one.')
      : said(
          { ...job, route: act.route, wish: wishFor(act.route, job) },
          'route',
          `Taken: ${wayNames[act.route].toLowerCase()}.`,
        ),
});

const wantsStick = ({ state: { job, facts } }: Asked<unknown>): Result<null> =>
  job.route !== 'stick'
    ? refuse(
        'other-way',
        `This job takes another way: ${wayNames[job.route].toLowerCase()}.`,
        `Take the way “${wayNames.stick}” at Data first.`,
      )
    : isTrue(facts, 'device.started')
      ? refuse('started', 'The device is running.', 'The stick has done its work.')
      : ok(null);

export const takeStick = personAct(
  z.object({
    kind: z.literal('take-stick'),
    label: z.string().max(12),
    /** Why, where something speaks against it. */
    reason: z.string().trim().min(3).max(300).optional(),
  }),
  {
    words: 'take a stick for this job',
    carries: true,
    afterHandOver: false,
    needs: wantsStick,
    stops: [],
    permit: ({ state }) =>
      state.job.takeIn.practice
        ? ok(null)
        : refuse(
            'no-stand-in',
            'The sticks of this bench are simulated, and this job is about a real device.',
            'Write a real stick with your system’s own tools, and say what it was written and checked with.',
          ),
    decide({ state: { job }, act, context: { sticks } }) {
      const { label } = act;
      const reason = act.reason ?? null;
      const stick = sticks.find((one) => one.label === label);
      if (!stick) return refuse('not-found', 'This stick is not on the bench.', 'Choose one from the list.');
      if (stick.meantFor)
        return refuse(
          'stick-taken',
          `${label} was taken for ${stick.meantFor}.`,
          'Write another one on the Dock.',
        );
      const { blocking, acceptable } = againstStick(stick);
      const worst = worstMargin(blocking) ?? (reason ? null : worstMargin(acceptable));
      const { content } = stick;
      if (worst)
        return refuse(
          `stick-${worst.verdict}`,
          `${worst.what}: ${worst.verdict === 'over' ? 'not allowed' : 'not known'}.`,
          worst.missing[0]?.howToGet ?? worst.remedy ?? 'Choose another stick.',
        );
      if (!content?.sha256)
        return refuse('stick-empty', `${label} holds no image.`, 'Write one to it on the Dock.');
      const taken = acceptable.length > 0 ? reason : null;
      const { imageId, name, version, sha256 } = content;
      const sentence = `Took ${label} with ${name} ${version}, read back and matched.${taken ? ` ${acceptable.map(({ what }) => what).join(', ')}, taken all the same: ${taken}` : ''}`;
      return said(
        { ...job, stick: { label, imageId, name, version, sha256, reason: taken }, wish: fillWish },
        'take-stick',
        sentence,
        [{ fact: 'stick.ready', value: true }],
      );
    },
  },
);

/** A real stick that was written by other means: what is on it and how it was checked is what a person says, and called so. */
export const stickElsewhere = personAct(
  z.object({
    kind: z.literal('stick-elsewhere'),
    image: z.string().trim().min(3).max(120),
    means: z.string().trim().min(3).max(300),
  }),
  {
    words: 'say that a real stick is ready',
    carries: true,
    afterHandOver: false,
    needs: wantsStick,
    stops: [],
    permit: ({ state }) =>
      state.job.takeIn.practice
        ? refuse(
            'practice',
            'This job is practice: it takes a stick of the bench.',
            'Take one from the list.',
          )
        : ok(null),
    decide: ({ state: { job }, act: { image, means } }) =>
      said(
        { ...job, wish: fillWish },
        'stick-elsewhere',
        `A real stick with ${image} is said to be ready, written and checked with: ${means}. Jicara saw none of it.`,
        [{ fact: 'stick.ready', value: true }],
      ),
  },
);
