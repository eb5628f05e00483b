import { fit } from '../fit';
import { worstMargin } from '../margin';
import { type Result, ok, refuse } from '../result';
import type { SwitchedOn } from '../simulator';
import { showEstimate, showLimit } from '../units';
import { type FactSetting, foldFacts, isTrue, restore } from '../work';
import type { JobAct, Outcome } from './act';
import { actsOf } from './acts-of';
import { expectedLayout, proveMargins } from './expect';
import type { CopyProof, Job, JobState } from './job';
import { type DecideContext, permit, permitStep } from './permit';
import { takeInFacts } from './take-in';

/** What an act does to a job: its new document and one line of history. */
export type Decision = {
  job: Job;
  entry: { kind: string; sentence: string; changes: FactSetting[]; stepId: string | null };
};

/** Acts that a stand-in or a person outside the page reports; the server checks `permit` before it starts them. */
export type Report =
  | { kind: 'docked'; dock: NonNullable<Job['dock']> }
  | { kind: 'copy-begun' }
  | { kind: 'copied'; proof: CopyProof }
  | { kind: 'switched-on'; shown: SwitchedOn };

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
  return said(state.job, 'step-back', `Took back: ${act.title}.`, restore(before, act.effects), last);
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
