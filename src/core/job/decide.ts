import { measureNames, placeOf } from '../device';
import { type LayoutWish, fillWish } from '../disk';
import { libraryBytes } from '../fit';
import { worstMargin } from '../margin';
import { type Result, ok, refuse } from '../result';
import { checkOf, faultOf } from '../simulator';
import { type Route, wayNames } from '../route';
import { padWords } from '../stack';
import { showBytes, showEstimate } from '../units';
import { type FactSetting, factWords, isTrue } from '../work';
import type { JobAct } from './act';
import type { DecideContext } from './acts-of';
import { seenWords } from './diagnosis-view';
import { expectedLayout, proveMargins, readingsAsked } from './expect';
import type { Job, JobState } from './job';
import { makeSheet } from './make-sheet';
import { standsAgainst } from './prove';
import { againstStick } from './stick';
import { chargeLimitOf } from './charge-school';
import type { Choice } from './choice';
import { fitOfIds, keepWhatFits, marginSentence } from './fit-of';
import { decideBack, decideFastener, decideOverride } from './decide-hands';
import { permit, permitStep } from './permit';
import { said } from './said';
import { type Decision, isOn, started } from './report';
import { takeInFacts } from './take-in';

/** A device that lays out its drive by itself takes all of it; whoever turns back to the copy lays it out anew. */
function wishFor(route: Route, job: Job): LayoutWish | null {
  const byItself = (one: Route) => one === 'network' || one === 'format';
  if (byItself(route)) return fillWish;
  return byItself(job.route) ? null : job.wish;
}

const schoolWords = {
  'low-charge': 'the lower charge',
  'storage-mode': 'the maker’s storage mode',
} as const;

/** What an act makes of a job, or why it may not be. Starting a copy and docking come back as reports. */
export function decide(state: JobState, act: JobAct, context: DecideContext): Result<Decision> {
  const permitted = permit(state, act, context);
  if (!permitted.ok) return permitted;
  const { job } = state;
  switch (act.kind) {
    case 'amend': {
      const limit = chargeLimitOf(context.profile, job);
      const before = takeInFacts(job.takeIn, limit);
      // Only what the form changed is stated anew: what was observed since stands.
      const changes = takeInFacts(act.takeIn, limit).filter(
        (now) => before.find((was) => was.fact === now.fact)?.value !== now.value,
      );
      const takeIn = { ...act.takeIn, profileId: job.takeIn.profileId };
      return judgedAnew({ ...job, takeIn }, 'amend', 'Changed what was taken in.', context, changes);
    }
    case 'observe':
      return said(job, 'observe', `Looked: ${factWords(act.fact, act.value)}.`, [
        { fact: act.fact, value: act.value },
      ]);
    case 'charge': {
      const below = act.percent < chargeLimitOf(context.profile, job);
      const takeIn = { ...job.takeIn, chargePercent: act.percent };
      return said({ ...job, takeIn }, 'charge', `Charge shown: ${act.percent} %.`, [
        { fact: 'charge.below-limit', value: below },
      ]);
    }
    case 'charge-school': {
      const next = { ...job, chargeSchool: act.school };
      const { chargePercent } = job.takeIn;
      const below = chargePercent === null ? null : chargePercent < chargeLimitOf(context.profile, next);
      return said(next, 'charge-school', `Charge before opening: ${schoolWords[act.school]}.`, [
        { fact: 'charge.below-limit', value: below },
      ]);
    }
    case 'measure':
      return judgedAnew(
        { ...job, measures: act.measures },
        'measure',
        measureSentence(act.measures),
        context,
      );
    case 'revision': {
      const revision = context.profile.revisions.find(({ id }) => id === act.revisionId);
      if (act.revisionId !== null && !revision)
        return refuse('no-revision', 'This device has no such board revision.', 'Choose one by its marks.');
      return judgedAnew(
        { ...job, revisionId: act.revisionId },
        'revision',
        revision ? `Board revision: ${revision.name}.` : 'The board revision is not known.',
        context,
      );
    }
    case 'system-version':
      return judgedAnew(
        { ...job, takeIn: { ...job.takeIn, systemVersion: act.version } },
        'system-version',
        `System version shown: ${act.version}.`,
        context,
      );
    case 'library':
      return judgedAnew(
        { ...job, library: act.library },
        'library',
        act.library
          ? `Library: ${showBytes(libraryBytes(act.library))}.`
          : 'The library is taken off the list.',
        context,
      );
    case 'choose': {
      const { kind, ...choice } = act;
      return decideChoice(state, choice, context);
    }
    case 'lay-out':
      return decideLayout(job, act.wish, context);
    case 'route':
      return act.route === job.route
        ? refuse('same-way', 'This way is taken already.', 'Go on with it, or take another one.')
        : said(
            { ...job, route: act.route, wish: wishFor(act.route, job) },
            'route',
            `Taken: ${wayNames[act.route].toLowerCase()}.`,
          );
    case 'take-stick':
      return decideStick(job, act, context);
    case 'step': {
      const step = permitStep(state, context, act.stepId);
      return step.ok ? said(job, 'step', step.value.title, step.value.effects, step.value.id) : step;
    }
    case 'step-back':
      return decideBack(state, context);
    case 'answer': {
      const question = context.profile.procedure.questions.find(({ id }) => id === act.question);
      const answer = question?.answers.find(({ id }) => id === act.answer);
      if (!question || !answer)
        return refuse('not-found', 'This device asks nothing like that.', 'Choose from the list.');
      const answers = { ...job.answers, [question.id]: answer.id };
      return said({ ...job, answers }, 'answer', `${question.ask} ${answer.words}.`);
    }
    case 'override':
      return decideOverride(state, act, context);
    case 'fastener':
      return decideFastener(job, act, context);
    case 'note':
      return said(job, 'note', act.text);
    case 'arm':
      return decideArm(job, act.label);
    case 'observe-start':
      return ok(started({ ...job, lastStart: null }, act.outcome, 'Seen on the device'));
    case 'power-on': {
      const power = { onAt: context.at, real: true, menu: false, pace: 1, presses: [] };
      return said({ ...job, power, outcome: null, lastStart: null }, 'power-on', 'Switched on.', [isOn]);
    }
    case 'switch-off':
      return said({ ...job, power: null }, 'switch-off', 'Switched off.', [
        { fact: 'power.off', value: true },
      ]);
    case 'look-into': {
      const { seen } = act;
      if ('check' in seen && !(seen.outcome in checkOf(seen.check).outcomes))
        return refuse('not-found', 'This check cannot show that.', 'Choose from the list.');
      return said({ ...job, seenAtPower: [...job.seenAtPower, seen] }, 'look-into', seenWords(seen));
    }
    case 'finding': {
      const { name } = faultOf(act.fault);
      const run = started(
        { ...job, lastStart: null },
        'started',
        `It was this: ${name.toLowerCase()}; mended`,
      );
      return ok({ ...run, entry: { ...run.entry, kind: 'finding' } });
    }
    case 'read':
      return said(
        { ...job, readings: { ...job.readings, [act.name]: act.value }, proved: false },
        'read',
        readingSentence(act, context),
      );
    case 'prove':
      return decideProve(state, act.reason ?? null, context);
    case 'hand-over': {
      const { at, by } = context;
      const sheet = makeSheet(state, context, act.oldDrive);
      const handedOver = { at, by, oldDrive: act.oldDrive, sheet };
      return said({ ...job, handedOver }, 'hand-over', `Handed over; old drive ${act.oldDrive}.`);
    }
    case 'take-back':
      return said({ ...job, handedOver: null }, 'take-back', 'Taken back: it is not handed over yet.');
    case 'dock':
    case 'undock':
    case 'copy':
    case 'copy-stop':
    case 'restore':
    case 'switch-on':
    case 'press':
    case 'look':
      // Permitted: the stand-in does the work and reports what came of it.
      return said(job, act.kind, act.kind);
  }
}

function decideChoice(state: JobState, choice: Choice, context: DecideContext): Result<Decision> {
  const { job } = state;
  const build = context.findBuild(choice);
  if (!build) return refuse('not-found', 'This part is not in the catalogue.', 'Choose one from the list.');
  const { drive, pads, sink, adapter } = build;
  const { form } = placeOf(context.profile, choice.placeId);
  if (pads.length > 0 && !sink && (form.kind !== 'module' || form.sink.kind !== 'fixed'))
    return refuse(
      'no-sink',
      'There is no sink here for a pad to touch.',
      'Choose it without a pad, or add a heatsink.',
    );
  const worst = fitOfIds(job, choice, context)!;
  if (worst.verdict === 'over') {
    return refuse('does-not-fit', marginSentence(worst), worst.remedy ?? 'Choose another drive.');
  }
  if (worst.verdict === 'unknown' && choice.reason === null) {
    const gone = worst.missing[0];
    return refuse(
      'fit-unknown',
      `${worst.what} is not known: ${gone?.what ?? 'a number is missing'}.`,
      gone?.howToGet ?? worst.remedy ?? 'Measure it.',
    );
  }
  // A reason counts only where it was needed.
  const reason = worst.verdict === 'unknown' ? choice.reason : null;
  const extras = [
    ...(adapter ? [`adapter ${adapter.model}`] : []),
    ...(sink ? [`heatsink ${sink.model}`] : []),
    ...(pads.length > 0 ? [`pad ${padWords(pads)} mm`] : []),
  ];
  const sentence = `Chose ${drive.maker} ${drive.model} ${showBytes(drive.labelGB * 1e9)}${extras.length > 0 ? ` with ${extras.join(', ')}` : ''}; tightest: ${worst.what.toLowerCase()}.${reason ? ` Not known, taken all the same: ${reason}` : ''}`;
  return said({ ...job, choice: { ...choice, reason }, wish: null }, 'choose', sentence);
}

function decideStick(
  job: Job,
  act: Extract<JobAct, { kind: 'take-stick' }>,
  { sticks }: DecideContext,
): Result<Decision> {
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
}

function decideProve(
  { job, facts }: JobState,
  reason: string | null,
  context: DecideContext,
): Result<Decision> {
  if (!isTrue(facts, 'device.started'))
    return refuse('not-started', 'The device has not started yet.', 'Switch it on at First power.');
  const margins = proveMargins(context.profile, context.layout, job);
  const { blocking, acceptable } = standsAgainst(margins, job);
  const worst = worstMargin(blocking) ?? (reason ? null : worstMargin(acceptable));
  if (worst)
    return refuse(
      `prove-${worst.verdict}`,
      `${worst.what}: ${worst.verdict === 'over' ? 'over its limit' : 'not known yet'}.`,
      worst.missing[0]?.howToGet ?? worst.remedy ?? 'Read it on the device.',
    );
  if (acceptable.length === 0)
    return said({ ...job, proved: true }, 'prove', 'Proved: every reading within its limit.');
  const accepted = acceptable.map(({ what }) => what.toLowerCase()).join(', ');
  return said({ ...job, proved: true }, 'prove-accepted', `Proved but for ${accepted}; accepted: ${reason}`);
}

function decideLayout(job: Job, wish: LayoutWish, context: DecideContext): Result<Decision> {
  if (!job.choice || !context.drive)
    return refuse('no-drive', 'No drive is chosen yet.', 'Choose one at Fit.');
  const layout = expectedLayout(context.profile, job, context.drive, wish);
  if (!layout.ok) return layout;
  const grown = layout.value.parts.filter((part) => part.change.includes('grows')).map((part) => part.name);
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
}

/** Lost or stripped, a fastener is missing at the end; said now, it is no surprise, and it stands on the sheet. */
function decideArm(job: Job, label: string): Result<Decision> {
  const { old: source, new: target } = job.dock!;
  const typed = label.toUpperCase().replace(/\s+/gu, '');
  if (typed === source.benchLabel) {
    return refuse(
      'source-label',
      `${typed} is the old drive: that one must not be overwritten.`,
      `Read the label on the new drive.`,
    );
  }
  if (typed !== target.benchLabel) {
    return refuse(
      'wrong-label',
      `“${typed.slice(0, 20)}” is not the label of the new drive.`,
      'Read it on the drive itself and type it again.',
    );
  }
  return said(job, 'arm', `Armed ${typed} by typing its label.`, [{ fact: 'target.armed', value: true }]);
}

/** A decision about a job whose measures or old drive changed. */
function judgedAnew(
  job: Job,
  kind: string,
  sentence: string,
  context: DecideContext,
  changes: FactSetting[] = [],
): Result<Decision> {
  const { job: judged, why } = keepWhatFits(job, context);
  return said(judged, kind, why ? `${sentence} ${why}` : sentence, changes);
}

function measureSentence(measures: Job['measures']): string {
  const parts = Object.entries(measures).flatMap(([name, value]) =>
    value
      ? [
          `${measureNames[name as keyof Job['measures']]} ${showEstimate('driveId' in value ? value.mm : value, 'mm')}`,
        ]
      : [],
  );
  return parts.length > 0
    ? `Measured: ${parts.join(', ')}.`
    : 'Measures taken back: those of the profile count.';
}

function readingSentence(act: Extract<JobAct, { kind: 'read' }>, { profile }: DecideContext): string {
  const { what, unit } = readingsAsked[act.name];
  return `${what}: ${showEstimate(act.value, unit, { habit: profile.showsCapacity })}, ${act.value.origin.note}.`;
}
