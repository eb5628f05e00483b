import { mkdir } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { ImageFile, Pacer, journalDone, namer, proofOf, runEngine, sha256, writeManifest } from '@/copier';
import { type CopyProgress, proofSentences } from '@/core/copy';
import { refuse } from '@/core/result';
import { showBytes, showDuration, showRate } from '@/core/units';
import { folderMode, keepPrivate, lockFile, syncFolder } from '@/files';
import { type Standing, begin, ensureTarget, standingOrder, workFolderOf } from './copy-begin';
import { CommandError, exitCode, fail } from './exit';
import { isSameFile, openSource, targetBytes } from './image-path';
import { type Values, layoutOptions, parseCommand } from './options';
import type { Output } from './output';

const copyOptions = {
  ...layoutOptions,
  'read-back': { type: 'string' },
  reason: { type: 'string' },
  overwrite: { type: 'string' },
  'full-size': { type: 'boolean' },
  'limit-rate': { type: 'string' },
} as const;

export type Interrupts = { stopped: () => boolean };

/** Megabytes a second that the copy may take of the disk, there and back; null where all. */
function rateLimit(values: Values): number | null {
  if (values['limit-rate'] === undefined) return null;
  const rate = Number(values['limit-rate']);
  return rate > 0
    ? rate * 1e6
    : fail(exitCode.usage, '--limit-rate takes megabytes a second.', 'See jicara --help.');
}

function progressLine(progress: CopyProgress): string {
  const { rate } = progress;
  const share = Math.floor((100 * progress.verifiedBytes) / Math.max(1, progress.totalBytes));
  const left = rate.secondsLeft;
  const range = left ? `, ${showDuration(left.least)} to ${showDuration(left.most)} left` : '';
  const drop = rate.drop ? `, fell from ${showRate(rate.drop.fromBytesPerS, 'en')}` : '';
  return `${progress.phase}: ${share} % of ${showBytes(progress.totalBytes)} matched, ${showRate(rate.nowBytesPerS, 'en')}${range}${drop}`;
}

/** Makes the folder beside the target, in a folder that must be there. */
async function makeWorkFolder(path: string): Promise<void> {
  try {
    await mkdir(path, { mode: folderMode });
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'EEXIST') return;
    throw error;
  }
  await syncFolder(dirname(path));
}

/**
 * `jicara copy SOURCE TARGET`: a verified copy from image to image. A copy that was stopped or killed goes on with the
 * same command. One process per target.
 */
export async function copyCommand(args: string[], output: Output, interrupts: Interrupts): Promise<number> {
  const { values, paths } = parseCommand(args, copyOptions, ['SOURCE', 'TARGET']);
  const [from, to] = paths as [string, string];
  const source = await openSource(from);
  const images = { source: from, target: to };
  keepPrivate();
  let release = () => {};
  try {
    targetBytes(to);
    if (isSameFile(from, to))
      fail(exitCode.target, 'Source and target are the same file.', 'Name another target.');
    await makeWorkFolder(workFolderOf(to));
    const lock = lockFile(join(workFolderOf(to), 'writer.lock'), (pid) =>
      refuse(
        'target-busy',
        `Another process (${pid}) writes to ${to}.`,
        'Wait for it, or stop it first: one writer per target.',
      ),
    );
    if (!lock.ok) throw new CommandError(lock.fault, exitCode.target);
    release = lock.value;
    const begun = await standingOrder(source, images);
    if (begun) output.say('Goes on with the copy that was begun; its layout stands.');
    const standing = begun ?? (await begin(source, images, values));
    await ensureTarget(to, standing);
    return await run(source, to, standing, values, output, interrupts);
  } catch (error) {
    const { code } = error as NodeJS.ErrnoException;
    if (code && ['EACCES', 'EPERM', 'EROFS', 'ENOENT', 'ENOSPC'].includes(code))
      fail(
        exitCode.target,
        `${to} cannot be written (${code}).`,
        'Check the folder, its permissions and its room.',
      );
    throw error;
  } finally {
    release();
    await source.close();
  }
}

async function run(
  source: ImageFile,
  to: string,
  { order, text, madeTarget }: Standing,
  values: Values,
  output: Output,
  { stopped }: Interrupts,
): Promise<number> {
  const work = workFolderOf(to);
  const limit = rateLimit(values);
  const target = await ImageFile.open(to, 'write', madeTarget);
  const clock = {
    nowMs: () => performance.now(),
    sleep: (ms: number) => new Promise<void>((done) => setTimeout(done, ms)),
  };
  try {
    if (target.length !== order.target.bytes)
      fail(
        exitCode.target,
        `${to} is not the target that the copy was begun with.`,
        'Put it back, or remove the work folder beside it.',
      );
    const engine = {
      order,
      orderDigest: sha256(text),
      folder: work,
      source,
      target,
      pacer: new Pacer([{ fromBytes: 0, bytesPerS: limit ?? 1 }], limit === null ? 'free' : 'true', clock),
    };
    const result = await runEngine(engine, {
      ...clock,
      stopped,
      progress: (progress) => output.progress(progressLine(progress)),
    });
    if (!result.ok) throw new CommandError(result.fault, exitCode.target);
    if (result.value.kind === 'stopped') {
      output.say('Stopped. The same command goes on behind what is verified.');
      return exitCode.stopped;
    }
    const proof = await proofOf(order, result.value, namer(source, order));
    await writeManifest(work, order, result.value, proof);
    await journalDone(work);
    output.answer(
      { target: to, manifest: join(work, 'manifest.json'), proof },
      [
        ...proofSentences(proof, (bytes) => showBytes(bytes)),
        `SHA-256 over all block digests: ${proof.sha256}`,
      ],
      values.json === true,
    );
    return proof.unreadable.length > 0 ? exitCode.found : exitCode.fine;
  } finally {
    await target.close();
  }
}
