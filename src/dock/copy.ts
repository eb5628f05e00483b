import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import {
  type CopyHooks,
  Pacer,
  journalDone,
  namer,
  proofOf,
  runEngine,
  sha256,
  writeManifest,
} from '@/copier';
import { type Fault, type Result, ok, refuse } from '@/core/result';
import { CopyOrder, type CopyProof } from '@/core/copy';
import { lockFile } from '@/files';
import type { Pace } from '@/core/workshop';
import { DriveIdentity } from './drive-identity';
import { DriveImage } from './drive-image';

import { type PracticeFault, failingSource, failingTarget, rateSteps } from './practice-faults';

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

export type CopyOutcome = { kind: 'verified'; proof: CopyProof } | { kind: 'stopped' };

async function checkIdentity(
  folder: string,
  expected: CopyOrder['target'],
  drive: DriveImage,
  isSwapped: boolean,
): Promise<Fault | null> {
  const identity = DriveIdentity.safeParse(JSON.parse(await readFile(join(folder, 'identity.json'), 'utf8')));
  const same =
    !isSwapped &&
    identity.success &&
    identity.data.benchLabel === expected.benchLabel &&
    identity.data.serial === expected.serial &&
    drive.length === expected.bytes;
  return same
    ? null
    : {
        code: 'other-drive',
        sentence: `The drive in the port is not ${expected.benchLabel}.`,
        remedy: 'Put the right drive in, then go on.',
      };
}

/** With nothing to wait for, a rate cannot be seen to be low: then the stand-in is held to sixty times the true one. */
const practicePace = (pace: Pace, faults: PracticeFault[]): Pace =>
  pace === 'free' && faults.some((fault) => fault === 'slow-cable' || fault === 'full-cache') ? 'x60' : pace;

/** How many copies share the bench's links now; set from outside while a copy runs. */
export type Sharing = { onChange: (tell: (copies: number) => void) => void };

/**
 * A copy from one drive on the dock to another, as its order says: identities are checked at the first write, one
 * writer holds the target. Faults: `other-drive`, `drive-busy`, and those of `runEngine`.
 */
export async function runCopy(
  job: CopyJob,
  hooks: CopyHooks,
  sharing?: Sharing,
): Promise<Result<CopyOutcome>> {
  const orderText = await readFile(join(job.copyFolder, 'order.json'), 'utf8');
  const order = CopyOrder.parse(JSON.parse(orderText));
  const lock = lockFile(join(job.targetFolder, 'writer.lock'), (pid) =>
    refuse(
      'drive-busy',
      `Another process (${pid}) writes to ${order.target.benchLabel}.`,
      'Wait for it, or stop it first: one writer per drive.',
    ),
  );
  if (!lock.ok) return lock;
  const source = await DriveImage.open(job.sourceFolder, 'read');
  const target = await DriveImage.open(job.targetFolder, 'write');
  try {
    const wrong =
      (await checkIdentity(job.targetFolder, order.target, target, job.faults.includes('wrong-drive'))) ??
      (await checkIdentity(job.sourceFolder, order.source, source, false));
    if (wrong) return { ok: false, fault: wrong };
    const total = order.spans.reduce((sum, { bytes }) => sum + bytes, 0);
    const steps = rateSteps(job.rateBytesPerS, job.faults, total);
    const pacer = new Pacer(steps, practicePace(job.pace, job.faults), hooks, job.rateBytesPerS);
    sharing?.onChange((copies) => pacer.shareAmong(copies));
    const engine = {
      order,
      orderDigest: sha256(orderText),
      folder: job.copyFolder,
      source: failingSource(source, job.faults, order.spans),
      target: failingTarget(target, job.faults),
      pacer,
    };
    const result = await runEngine(engine, hooks);
    if (!result.ok || result.value.kind === 'stopped') return result.ok ? ok({ kind: 'stopped' }) : result;
    const proof = await proofOf(order, result.value, namer(source, order));
    await writeManifest(job.copyFolder, order, result.value, proof);
    await journalDone(job.copyFolder);
    return ok({ kind: 'verified', proof });
  } finally {
    await Promise.all([source.close(), target.close()]);
    lock.value();
  }
}
