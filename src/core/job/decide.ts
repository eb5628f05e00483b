import type { DeviceProfile } from '../device';
import { fit } from '../fit';
import { worstMargin } from '../margin';
import type { Drive, Pad } from '../part';
import { type Fault, type Result, ok, refuse } from '../result';
import type { SwitchedOn } from '../simulator';
import { showEstimate, showLimit } from '../units';
import { type Act, type FactSetting, type Stop, factValue, foldFacts, holdOn, isTrue } from '../work';
import type { JobAct, Outcome } from './act';
import { type JobContext, actsOf, holdsOf, nextAct } from './acts-of';
import { expectedLayout, proveMargins } from './expect';
import type { CopyProof, Job, JobState } from './job';
import { takeInFacts } from './take-in';
import type { Layout } from '../disk';

/** What an act does to a job: its new document and one line of history. */
export type Decision = {
  job: Job;
  entry: { kind: string; sentence: string; changes: FactSetting[]; stepId: string | null };
};

/** The catalogue as far as acts name it, and the layout as read on the dock once there is one. */
export type DecideContext = JobContext & {
  profile: DeviceProfile;
  findDrive: (id: string) => Drive | null;
  findPad: (id: string) => Pad | null;
  /** Layout from the bytes on the dock, or the expected one before. */
  layout: Layout | null;
};

/** Acts that a stand-in or a person outside the page reports; the server checks `permit` before it starts them. */
export type Report =
  | { kind: 'docked'; dock: NonNullable<Job['dock']> }
  | { kind: 'copy-begun' }
  | { kind: 'copied'; proof: CopyProof }
  | { kind: 'switched-on'; shown: SwitchedOn };

const holdFault = (state: JobState, context: JobContext, stops: Stop[]): Fault | null => {
  const hold = holdOn(holdsOf(state, context), stops);
  return hold && { code: `hold-${hold.code}`, sentence: `${hold.what}. ${hold.why}`, remedy: hold.remedy };
};

const stopsOfStep = (act: Act): Stop[] => [
  ...(act.station === 'open' ? (['opening'] as const) : []),
  ...(act.station === 'swap' ? (['swap'] as const) : []),
  ...(act.touchesBoard ? (['board'] as const) : []),
];

const needWords = (fact: string, value: boolean) => `${fact} must be ${value ? 'so' : 'not so'}`;

function permitStep(state: JobState, context: JobContext, stepId: string): Result<Act> {
  const next = nextAct(state, context);
  if (!next) return refuse('hands-done', 'All acts of the hands are done.', 'Go on to First power.');
  if (next.id !== stepId) {
    return state.doneSteps.includes(stepId)
      ? refuse('step-done', 'This step is done already.', `Next: ${next.title}.`)
      : refuse('step-order', 'Another step comes first.', `Next: ${next.title}.`);
  }
  const held = holdFault(state, context, stopsOfStep(next));
  if (held) return { ok: false, fault: held };
  const need = next.needs.find(({ fact, value }) => factValue(state.facts, fact) !== value);
  if (need)
    return refuse(
      'step-need',
      `Not yet: ${needWords(need.fact, need.value)}.`,
      'Do the steps in their order.',
    );
  return ok(next);
}

/**
 * May this act be done now? The server asks before anything starts, and again with the act itself.
 * Returns the fault with its remedy, or nothing.
 */
export function permit(
  state: JobState,
  act: JobAct | { kind: 'dock' },
  context: DecideContext,
): Result<null> {
  const { job, facts } = state;
  if (job.handedOver && act.kind !== 'note') {
    return refuse('closed', 'This job was handed over.', 'Take the device in again for further work.');
  }
  const held = (stops: Stop[]): Result<null> => {
    const fault = holdFault(state, context, stops);
    return fault ? { ok: false, fault } : ok(null);
  };
  switch (act.kind) {
    case 'amend':
      return state.doneSteps.length > 0
        ? refuse('opened', 'The device has been opened: what was taken in stands.', 'Add a note instead.')
        : ok(null);
    case 'choose':
      return job.dock
        ? refuse(
            'docked',
            'The drives lie on the dock already.',
            'Finish this copy, or take the device in again with another drive.',
          )
        : ok(null);
    case 'lay-out':
      return isTrue(facts, 'copy.begun')
        ? refuse('copy-begun', 'The copy has begun with the layout as it was.', 'Finish it first.')
        : ok(null);
    case 'dock':
      if (!job.choice || !job.wish)
        return refuse(
          'no-layout',
          'No drive or layout is chosen yet.',
          'Choose a drive at Fit and lay it out at Data.',
        );
      if (job.dock)
        return refuse(
          'docked',
          'Both drives lie on the dock already.',
          'Type the bench label of the new one.',
        );
      return factValue(facts, 'drive.inserted') === false
        ? ok(null)
        : refuse(
            'drive-inside',
            'The old drive is still in the device.',
            'Open the device and draw it out first.',
          );
    case 'arm':
      return job.dock
        ? ok(null)
        : refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');
    case 'copy':
      if (!job.dock)
        return refuse('not-docked', 'No drive lies on the dock.', 'Put both drives in the dock first.');
      return held(['copy', 'first-write']);
    case 'switch-on':
    case 'observe-start': {
      const fault = holdFault(state, context, ['first-power']);
      if (fault) return { ok: false, fault };
      return nextAct(state, context) === null
        ? ok(null)
        : refuse('not-closed', 'The device is not closed yet.', 'Finish the steps of Close first.');
    }
    case 'read':
      return isTrue(facts, 'device.started')
        ? ok(null)
        : refuse('not-started', 'The device has not started yet.', 'Switch it on at First power.');
    case 'hand-over': {
      const fault = holdFault(state, context, ['sheet']);
      if (fault) return { ok: false, fault };
      return job.proved
        ? ok(null)
        : refuse('not-proved', 'The result is not proved yet.', 'Finish Prove first.');
    }
    default:
      return ok(null);
  }
}

const said = (
  job: Job,
  kind: string,
  sentence: string,
  changes: FactSetting[] = [],
  stepId: string | null = null,
): Result<Decision> => ok({ job, entry: { kind, sentence, changes, stepId } });

/** What an act makes of a job, or why it may not be. Starting a copy and docking come back as reports. */
export function decide(state: JobState, act: JobAct, context: DecideContext): Result<Decision> {
  const permitted = permit(state, act, context);
  if (!permitted.ok) return permitted;
  const { job, facts } = state;
  switch (act.kind) {
    case 'amend': {
      const limit = context.profile.opening.chargeBelowPercent;
      const before = takeInFacts(job.takeIn, limit);
      // Only what the form changed is stated anew: what was observed since stands.
      const changes = takeInFacts(act.takeIn, limit).filter(
        (now) => before.find((was) => was.fact === now.fact)?.value !== now.value,
      );
      return said(
        { ...job, takeIn: { ...act.takeIn, profileId: job.takeIn.profileId } },
        'amend',
        'Changed what was taken in.',
        changes,
      );
    }
    case 'observe':
      return said(job, 'observe', `Looked: ${act.fact} is ${act.value ? 'so' : 'not so'}.`, [
        { fact: act.fact, value: act.value },
      ]);
    case 'charge': {
      const below = act.percent < context.profile.opening.chargeBelowPercent;
      const takeIn = { ...job.takeIn, chargePercent: act.percent };
      return said({ ...job, takeIn }, 'charge', `Charge shown: ${act.percent} %.`, [
        { fact: 'charge.below-limit', value: below },
      ]);
    }
    case 'measure':
      return said({ ...job, measures: act.measures }, 'measure', measureSentence(act.measures));
    case 'choose':
      return decideChoice(state, act, context);
    case 'lay-out':
      return decideLayout(job, act.holdBackPercent, context);
    case 'step': {
      const step = permitStep(state, context, act.stepId);
      return step.ok ? said(job, 'step', step.value.title, step.value.effects, step.value.id) : step;
    }
    case 'step-back':
      return decideBack(state, context);
    case 'note':
      return said(job, 'note', act.text);
    case 'arm':
      return decideArm(job, act.label);
    case 'observe-start':
      return ok(started({ ...job, lastStart: null }, act.outcome, 'Seen on the device'));
    case 'read':
      return said(
        { ...job, readings: { ...job.readings, [act.name]: act.value }, proved: false },
        'read',
        `Read ${act.name}: ${act.value.value} (${act.value.origin.note}).`,
      );
    case 'prove': {
      const worst = worstMargin(proveMargins(context.profile, context.layout, job.readings, job.copy));
      if (!isTrue(facts, 'device.started'))
        return refuse('not-started', 'The device has not started yet.', 'Switch it on at First power.');
      if (!worst || worst.verdict === 'over' || worst.verdict === 'unknown') {
        return refuse(
          `prove-${worst?.verdict ?? 'unknown'}`,
          `${worst?.what ?? 'Nothing'}: ${worst?.verdict === 'over' ? 'over its limit' : 'not known yet'}.`,
          worst?.missing[0]?.howToGet ?? worst?.remedy ?? 'Read it on the device.',
        );
      }
      return said({ ...job, proved: true }, 'prove', 'Proved: every reading within its limit.');
    }
    case 'hand-over':
      return ok({
        job: { ...job, handedOver: { at: '', by: '', oldDrive: act.oldDrive } },
        entry: {
          kind: 'hand-over',
          sentence: `Handed over; old drive ${act.oldDrive}.`,
          changes: [],
          stepId: null,
        },
      });
    case 'dock':
    case 'copy':
    case 'copy-stop':
    case 'switch-on':
      // Permitted: the stand-in does the work and reports what came of it.
      return said(job, act.kind, act.kind);
  }
}

/** What a stand-in reports, as a decision. Permission was asked when the work was started. */
export function decideReport({ job }: JobState, report: Report): Decision {
  const line = (next: Job, kind: string, sentence: string, changes: FactSetting[]): Decision => ({
    job: next,
    entry: { kind, sentence, changes, stepId: null },
  });
  switch (report.kind) {
    case 'docked':
      return line(
        { ...job, dock: report.dock },
        'dock',
        `Old drive ${report.dock.old.benchLabel} and new drive ${report.dock.new.benchLabel} in the dock.`,
        [{ fact: 'target.armed', value: null }],
      );
    case 'copy-begun':
      return line(job, 'copy-begun', 'Copy begun.', [
        { fact: 'copy.begun', value: true },
        { fact: 'copy.verified', value: null },
      ]);
    case 'copied':
      return line(
        { ...job, copy: report.proof },
        'copied',
        `Copied, read back and matched: ${report.proof.blocks} blocks, SHA-256 ${report.proof.sha256.slice(0, 12)}….`,
        [{ fact: 'copy.verified', value: report.proof.mismatches === 0 }],
      );
    case 'switched-on':
      return started(
        { ...job, lastStart: report.shown },
        report.shown.outcome,
        `The simulated device shows: ${report.shown.shows}`,
      );
  }
}

function started(job: Job, outcome: Outcome, seen: string): Decision {
  const runs = outcome === 'started';
  const changes = [
    { fact: 'device.started', value: runs },
    ...(runs ? [{ fact: 'power.off', value: false }] : []),
  ];
  const sentence = runs ? `It started. ${seen}.` : `It did not start (${outcome}). ${seen}.`;
  return { job: { ...job, outcome }, entry: { kind: 'switch-on', sentence, changes, stepId: null } };
}

function decideChoice(
  state: JobState,
  choice: { driveId: string; padId: string | null },
  context: DecideContext,
): Result<Decision> {
  const { job } = state;
  const drive = context.findDrive(choice.driveId);
  const pad = choice.padId === null ? null : context.findPad(choice.padId);
  if (!drive || (choice.padId !== null && !pad))
    return refuse('not-found', 'This part is not in the catalogue.', 'Choose one from the list.');
  const { labelGB, usedBytes } = job.takeIn.oldDrive;
  const old = { labelGB, usedBytes, dataToKeep: job.takeIn.dataToKeep };
  const { worst } = fit({ profile: context.profile, measures: job.measures, drive, pad, old });
  if (worst.verdict === 'over') {
    return refuse(
      'does-not-fit',
      `${worst.what}: ${showEstimate(worst.value, worst.unit)}, allowed is ${showLimit(worst.limit, worst.unit)}.`,
      worst.remedy ?? 'Choose another drive.',
    );
  }
  if (worst.verdict === 'unknown') {
    const gone = worst.missing[0];
    return refuse(
      'fit-unknown',
      `${worst.what} is not known: ${gone?.what ?? 'a number is missing'}.`,
      gone?.howToGet ?? worst.remedy ?? 'Measure it.',
    );
  }
  const sentence = `Chose ${drive.maker} ${drive.model} ${drive.labelGB} GB${pad ? ` with pad ${pad.model} ${pad.freeThicknessMm.value} mm` : ''}; tightest: ${worst.what}.`;
  return said({ ...job, choice, wish: null }, 'choose', sentence);
}

function decideLayout(job: Job, holdBackPercent: number, context: DecideContext): Result<Decision> {
  if (!job.choice || !context.drive)
    return refuse('no-drive', 'No drive is chosen yet.', 'Choose one at Fit.');
  const layout = expectedLayout(context.profile, job, context.drive, holdBackPercent);
  if (!layout.ok) return layout;
  const grown = layout.value.parts.filter((part) => part.change.includes('grows')).map((part) => part.name);
  return said(
    { ...job, wish: { holdBackPercent } },
    'lay-out',
    `Laid out: ${grown.length > 0 ? `${grown.join(', ')} grows` : 'nothing grows'}${holdBackPercent > 0 ? `, ${holdBackPercent} % held back` : ''}.`,
  );
}

function decideBack(state: JobState, context: DecideContext): Result<Decision> {
  const last = state.doneSteps.at(-1);
  const act = actsOf(state.job, context).find(({ id }) => id === last);
  if (!last || !act)
    return refuse('no-step', 'No step is done that could be taken back.', 'Go on with the next one.');
  if (state.job.dock && act.station === 'open') {
    return refuse('docked', 'The old drive lies on the dock.', 'Finish the copy, then go on to Swap.');
  }
  if (isTrue(state.facts, 'device.started'))
    return refuse('started', 'The device is running.', 'Finish Prove, or switch it off and open it anew.');
  const at = state.history.findLastIndex((entry) => entry.kind === 'step' && entry.stepId === last);
  const before = foldFacts(state.history.slice(0, at).flatMap((entry) => entry.changes));
  const changes = act.effects.map(({ fact }) => ({ fact, value: factValue(before, fact) }));
  return said(state.job, 'step-back', `Took back: ${act.title}.`, changes, last);
}

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

function measureSentence(measures: Job['measures']): string {
  const parts = Object.entries(measures).flatMap(([name, value]) =>
    value?.known ? [`${name} ${value.value} (−${value.minus ?? '?'} +${value.plus ?? '?'})`] : [],
  );
  return parts.length > 0 ? `Measured: ${parts.join(', ')}.` : 'Measures taken back: the profile’s count.';
}
