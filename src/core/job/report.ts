import type { SwitchedOn } from '../simulator';
import { type FactSetting, overrideFact } from '../work';
import type { HistoryKind } from './history-kind';
import type { Outcome } from './outcome';
import type { DecideContext } from './context';
import { keepWhatFits } from './fit-of';
import { wipedWords } from '../old-drive';
import {
  type CopyProof,
  type Rehearsal,
  type SumsMatch,
  gradeWords,
  isAllMatched,
  isProofOfDrive,
  rehearsalWords,
} from '../copy';
import type { CapacityTried } from '../genuine';
import type { DockedDrive, Job, JobState } from './job';
import type { PowerRun } from './power-run';

/** What an act does to a job: its new document and one line of history. */
export type Decision = {
  job: Job;
  entry: { kind: HistoryKind; sentence: string; changes: FactSetting[]; stepId: string | null };
};

/** What comes of work that takes a while; the server asks `permit` before it starts any. */
export type Report =
  | { kind: 'docked'; dock: NonNullable<Job['dock']> }
  | { kind: 'undocked' }
  /** What trying the new drive’s size on the dock came to. */
  | { kind: 'capacity-tried'; tried: CapacityTried }
  | {
      kind: 'copy-begun';
      /** The one before no longer counts: a drive or the layout is another. */ anew?: boolean;
    }
  | { kind: 'copy-goes-on'; verifiedBlocks: number }
  | { kind: 'copy-stopped' }
  | { kind: 'copied'; proof: CopyProof }
  /** What a look inside the new drive found against its starting, in words; nothing where all of its evidence is there. */
  | {
      kind: 'looked-inside';
      against: string[];
      /** An image of it, by its name; null for the drive itself. */ image: string | null;
    }
  /** The checksums of the new drive's stretches, read elsewhere, held against its finished image. */
  | { kind: 'drive-read'; match: SumsMatch }
  /** What an emulated machine showed when the copy was started in it. */
  | { kind: 'rehearsed'; rehearsal: Rehearsal }
  | { kind: 'installed'; drive: DockedDrive }
  | { kind: 'restored'; proof: CopyProof; shown: SwitchedOn }
  | { kind: 'not-restored'; why: string }
  | { kind: 'powered-on'; run: PowerRun }
  | { kind: 'shows'; shows: string }
  | { kind: 'pressed'; press: PowerRun['presses'][number]; shows: string; words: string }
  | { kind: 'wrote-drive'; drive: DockedDrive; how: string }
  | { kind: 'switched-on'; shown: SwitchedOn }
  /** The old drive is being overwritten; it was, and how much of it held something; nothing of it may be believed. */
  | { kind: 'wipe-begun'; goesOn: boolean }
  | { kind: 'wiped'; bytes: number; by: string }
  | { kind: 'not-wiped'; why: string };

/** What is said of a copy that is no longer, or not yet, there. */
const nothingCopied: FactSetting[] = [
  { fact: 'copy.verified', value: null },
  { fact: 'copy.looked-into', value: null },
  { fact: overrideFact('copy-unverified'), value: null },
];

/** A finished copy is verified where its grade is a proof of every block. */
const verified = (proof: CopyProof): FactSetting => ({
  fact: 'copy.verified',
  value: isProofOfDrive(proof) && proof.mismatches === 0,
});

const copyBegun = (anew: boolean) =>
  anew
    ? 'Copy begun anew: the old drive or its layout is not what the copy before was begun with.'
    : 'Copy begun.';

/** What a stand-in reports, as a decision. Permission was asked when the work was started. */
export function decideReport({ job }: JobState, report: Report, context: DecideContext): Decision {
  const line = (next: Job, kind: HistoryKind, sentence: string, changes: FactSetting[]): Decision => ({
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
    case 'undocked': {
      const kept = keepWhatFits(
        { ...job, dock: null, copy: null, driveRead: null, rehearsal: null, capacity: null },
        context,
      );
      const sentence = ['Both drives taken out of the dock.', kept.why].filter(Boolean).join(' ');
      return line(kept.job, 'undock', sentence, [
        { fact: 'target.armed', value: null },
        { fact: 'copy.begun', value: null },
        ...nothingCopied,
      ]);
    }
    case 'capacity-tried':
      return line(
        { ...job, capacity: report.tried },
        'capacity',
        `Size of the new drive tried: ${report.tried.words}`,
        [],
      );
    case 'copy-begun':
      return line(
        { ...job, driveRead: null, rehearsal: null },
        'copy-begun',
        copyBegun(report.anew === true),
        [{ fact: 'copy.begun', value: true }, ...nothingCopied],
      );
    case 'copy-goes-on':
      return line(job, 'copy-goes-on', `The copy goes on behind block ${report.verifiedBlocks}.`, []);
    case 'copy-stopped':
      return line(job, 'copy-stop', 'The copy was asked to stop behind its batch.', []);
    case 'copied':
      return line(
        { ...job, copy: report.proof, driveRead: null, rehearsal: null },
        'copied',
        `${gradeWords[report.proof.grade]}${report.proof.into === 'image-file' ? ' in the image file, which is still to be written to the drive' : ''}: ${report.proof.blocks} blocks, SHA-256 ${report.proof.sha256.slice(0, 12)}….`,
        [verified(report.proof)],
      );
    case 'looked-inside': {
      const { against, image } = report;
      const where = image ? `${image}, an image of the new drive` : 'the new drive';
      const found = against.length === 0 ? 'all of its evidence is there' : against.join('; ');
      return line(job, 'looked-inside', `Looked inside ${where}: ${found}.`, [
        { fact: 'copy.looked-into', value: against.length === 0 },
      ]);
    }
    case 'drive-read':
      return driveRead(job, report.match, context);
    case 'rehearsed': {
      const { rehearsal } = report;
      const sentence = `Start rehearsed in an emulated machine: ${rehearsalWords[rehearsal.verdict]}${rehearsal.said ? ` (“${rehearsal.said}”)` : ''}. It proves nothing of the device’s own firmware and drivers.`;
      return line({ ...job, rehearsal }, 'rehearsed', sentence, []);
    }
    case 'installed':
      return line(
        { ...job, installed: report.drive },
        'restore',
        `Started from ${job.stick?.label ?? 'the stick'}.`,
        [],
      );
    case 'restored': {
      const { outcome, shows } = report.shown;
      const from = job.stick ? `${job.stick.label}, ${job.stick.name} ${job.stick.version}` : 'the stick';
      const run = started(
        { ...job, copy: report.proof, rehearsal: null, lastStart: report.shown },
        outcome,
        `It shows: ${shows}`,
      );
      return {
        job: run.job,
        entry: {
          ...run.entry,
          kind: 'restored',
          sentence: `Restored from ${from}: ${report.proof.blocks} blocks, ${gradeWords[report.proof.grade].toLowerCase()}. ${run.entry.sentence}`,
          changes: [...run.entry.changes, verified(report.proof)],
        },
      };
    }
    case 'not-restored':
      return line(job, 'not-restored', `The device could not be restored: ${report.why}`, []);
    case 'powered-on':
      return line(
        { ...job, power: report.run, outcome: null, lastStart: null },
        'power-on',
        report.run.menu ? 'Switched on with the keys of the boot menu held.' : 'Switched on.',
        [isOn],
      );
    case 'shows':
      return line(job, 'shows', `The simulated device shows: ${report.shows}.`, [
        { fact: 'device.powered', value: true },
      ]);
    case 'pressed': {
      const power = job.power && { ...job.power, presses: [...job.power.presses, report.press] };
      return line({ ...job, power }, 'press', `At “${report.shows}”: ${report.words}.`, []);
    }
    case 'wrote-drive':
      return line(
        { ...job, installed: report.drive },
        'wrote-drive',
        `The device wrote its drive by itself: ${report.how}.`,
        [{ fact: 'drive.restored', value: true }],
      );
    case 'wipe-begun':
      return line(
        job,
        'wipe-begun',
        report.goesOn ? 'Overwriting the old drive goes on.' : 'Overwriting the old drive begun.',
        [],
      );
    case 'not-wiped':
      return line(job, 'wipe-begun', `The old drive is not wiped: ${report.why}`, []);
    case 'wiped': {
      // What lies on the dock is an image file of it: the drive itself was not touched.
      if (job.dock?.old.file)
        return line(
          job,
          'wipe-begun',
          `The image file ${job.dock.old.file} of the old drive was overwritten and read back: zeros. The drive itself was not touched.`,
          [],
        );
      const end = {
        kind: 'wiped' as const,
        at: context.at,
        by: report.by,
        method: 'overwrite' as const,
        seen: true,
        readBack: 'all' as const,
        bytes: report.bytes,
        words: '',
      };
      const after = job.oldDriveAfter && { ...job.oldDriveAfter, armed: null, end };
      return line({ ...job, oldDriveAfter: after }, 'wiped', `Old drive: ${wipedWords(end)}`, []);
    }
    case 'switched-on':
      return started(
        { ...job, lastStart: report.shown },
        report.shown.outcome,
        `The simulated device shows: ${report.shown.shows}`,
      );
  }
}

/** What was read from the new drive elsewhere proves it where every stretch matches; else it says where not, and proves nothing. */
function driveRead(job: Job, match: SumsMatch, { at }: DecideContext): Decision {
  const { matched, differing, missing, strange } = match;
  const all = isAllMatched(match);
  const first = differing[0] ?? missing[0];
  const sentence = all
    ? `Read from the new drive: all ${matched} stretches match its image.`
    : `Read from the new drive: ${matched} stretches match, ${differing.length} differ, ${missing.length} were not read${strange > 0 ? `, ${strange} are none of its list` : ''}${first ? `; the first at byte ${first.offset}` : ''}.`;
  // What matched before and does no longer is what it was: an image file that was compared with its source.
  const copy: CopyProof | null =
    job.copy && (all ? { ...job.copy, grade: 'written-elsewhere', into: 'drive' } : asImage(job.copy));
  return {
    job: { ...job, copy, driveRead: { at, ...match } },
    entry: {
      kind: 'drive-read',
      sentence,
      changes: [{ fact: 'copy.verified', value: all }],
      stepId: null,
    },
  };
}

const asImage = (copy: CopyProof): CopyProof =>
  copy.grade === 'written-elsewhere' ? { ...copy, grade: 'read-back', into: 'image-file' } : copy;

/** It is on from now: the board is live. */
export const isOn: FactSetting = { fact: 'power.off', value: false };

/** What a device can come to when it is switched on, in words. */
export const outcomeWords: Readonly<Record<Outcome, string>> = Object.freeze({
  started: 'it started',
  dark: 'it stays dark',
  'no-start-device': 'it finds nothing to start from',
  'does-not-finish': 'it starts and does not finish',
});

/** What switching on came to, as seen on the simulated device or by a person on a real one. */
export function started(job: Job, outcome: Outcome, seen: string): Decision {
  const runs = outcome === 'started';
  const changes: FactSetting[] = [
    { fact: 'device.started', value: runs },
    // Something was shown: its power is right, whatever it finds on the drive.
    { fact: 'device.powered', value: outcome !== 'dark' },
    ...(runs ? [isOn] : []),
  ];
  const sentence = runs ? `It started. ${seen}.` : `It did not start: ${outcomeWords[outcome]}. ${seen}.`;
  // What was read and proved was true of a device that ran.
  const next = runs
    ? { ...job, outcome, power: null, seenAtPower: [] }
    : { ...job, outcome, readings: {}, proved: false };
  return { job: next, entry: { kind: 'switch-on', sentence, changes, stepId: null } };
}
