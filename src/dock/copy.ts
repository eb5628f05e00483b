import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { CopyFolder, type CopyHooks, type CopyOutcome, Pacer, namer } from '@/copier';
import type { CopyOrder } from '@/core/copy';
import { type Fault, type Result, refuse } from '@/core/result';
import { lockFile } from '@/files';
import type { Pace } from '@/core/workshop';
import { parseIdentity } from './drive-identity';
import { DriveImage } from './drive-image';
import { type OpenDrive, openDrive } from './open-drive';
import {
  type PracticeFault,
  failingSource,
  failingTarget,
  falseTarget,
  practicePace,
  rateSteps,
} from './practice-faults';

export type CopyJob = {
  sourceFolder: string;
  targetFolder: string;
  /** Holds order.json, the journal and, when done, manifest.json. */
  copyFolder: string;
  rateBytesPerS: number;
  pace: Pace;
  /** Faults that are switched on at the dock. */
  faults: PracticeFault[];
};

async function checkIdentity(
  folder: string,
  expected: CopyOrder['target'],
  drive: OpenDrive,
  isSwapped: boolean,
): Promise<Fault | null> {
  const identity = parseIdentity(await readFile(join(folder, 'identity.json'), 'utf8'));
  const same =
    !isSwapped &&
    identity !== null &&
    identity.benchLabel === expected.benchLabel &&
    identity.serial === expected.serial &&
    drive.length === expected.bytes;
  return same
    ? null
    : {
        code: 'other-drive',
        sentence: `The drive in the port is not ${expected.benchLabel}.`,
        remedy: 'Put the right drive in, then go on.',
      };
}

/** What a run has left to write: a fault to practise with fires in a run that goes on, too. */
async function leftBytes(folder: CopyFolder, total: number): Promise<number> {
  const soFar = await folder.soFar();
  return Math.max(0, total - (soFar?.verifiedBlocks ?? 0) * 2 ** 20);
}

/** How many copies share the bench's links now; set from outside while a copy runs. */
export type Sharing = { onChange: (tell: (copies: number) => void) => void };

/**
 * A copy from one drive on the dock to another, as its order says: identities are checked at the first write, one
 * writer holds the target. Faults: `no-order`, `other-drive`, `drive-busy`, and those of
 * `CopyFolder.carryOut`.
 */
export async function runCopy(
  job: CopyJob,
  hooks: CopyHooks,
  sharing?: Sharing,
): Promise<Result<CopyOutcome>> {
  const folder = new CopyFolder(job.copyFolder);
  const standing = await folder.standing();
  if (!standing)
    return refuse(
      'no-order',
      'What this copy is to do is lost: its order is missing or damaged.',
      'Take both drives out of the dock and begin anew.',
    );
  const { order } = standing;
  const lock = lockFile(join(job.targetFolder, 'writer.lock'), (pid) =>
    refuse(
      'drive-busy',
      `Another process (${pid}) writes to ${order.target.benchLabel}.`,
      'Wait for it, or stop it first: one writer per drive.',
    ),
  );
  if (!lock.ok) return lock;
  const source = await openDrive(job.sourceFolder, 'read');
  const target = await openDrive(job.targetFolder, 'write');
  try {
    const wrong =
      (await checkIdentity(job.targetFolder, order.target, target, job.faults.includes('wrong-drive'))) ??
      (await checkIdentity(job.sourceFolder, order.source, source, false));
    if (wrong) return { ok: false, fault: wrong };
    const total = order.spans.reduce((sum, { bytes }) => sum + bytes, 0);
    const steps = rateSteps(job.rateBytesPerS, job.faults, total);
    const pacer = new Pacer(steps, practicePace(job.pace, job.faults), hooks, job.rateBytesPerS);
    sharing?.onChange((copies) => pacer.shareAmong(copies));
    const drives = {
      source: failingSource(source, job.faults, order.spans),
      target: falseTarget(
        failingTarget(target, job.faults, await leftBytes(folder, total)),
        job.faults,
        target.length,
      ),
      pacer,
    };
    return await folder.carryOut(
      standing,
      drives,
      {
        // Two image files are what they are: the bytes of drives that really are.
        simulated: source instanceof DriveImage || target instanceof DriveImage,
        into: target instanceof DriveImage ? 'drive' : 'image-file',
        areaOf: namer(source, order),
      },
      hooks,
    );
  } finally {
    await Promise.all([source.close(), target.close()]);
    lock.value();
  }
}
