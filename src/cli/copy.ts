import { mkdir } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { ImageFile, Pacer, namer } from '@/copier';
import { type CopyProgress, gradeWords, proofSentences } from '@/core/copy';
import { type Fault, refuse } from '@/core/result';
import { showBytes, showDuration, showRate } from '@/core/units';
import { folderMode, keepPrivate, lockFile, syncFolder } from '@/files';
import { checkWorkFolder, manifestPath, orderToCarryOut, workFolderOf } from './copy-begin';
import { CommandError, exitCode, fail } from './exit';
import { isSameFile, openSource, targetBytes } from './image-path';
import { type Values, layoutOptions, parseCommand } from './options';
import type { Output } from './output';

const copyOptions = {
  ...layoutOptions,
  'read-back': { type: 'string' },
  reason: { type: 'string' },
  overwrite: { type: 'string' },
  anew: { type: 'boolean' },
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
 * same command, behind what of it still holds; one that was finished is read again. One process per target.
 */
export async function copyCommand(args: string[], output: Output, interrupts: Interrupts): Promise<number> {
  const { values, paths } = parseCommand(args, copyOptions, ['SOURCE', 'TARGET']);
  const [from, to] = paths as [string, string];
  const limit = rateLimit(values);
  const source = await openSource(from);
  keepPrivate();
  let release = () => {};
  try {
    targetBytes(to);
    if (isSameFile(from, to))
      fail(exitCode.target, 'Source and target are the same file.', 'Name another target.');
    checkWorkFolder(to);
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
    return await run(source, { source: from, target: to }, values, limit, output, interrupts);
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

const sourceFaults = new Set(['source-changed', 'gone']);

/** A fault of the copier with the number that the command ends with, and what the command line offers. */
function commandError(fault: Fault, to: string): CommandError {
  const anew = `The copy that was begun no longer counts: to begin anew, add --anew --overwrite ${basename(to)}.`;
  return new CommandError(
    fault.code === 'source-changed' ? { ...fault, remedy: anew } : fault,
    sourceFaults.has(fault.code) ? exitCode.input : exitCode.target,
  );
}

async function run(
  source: ImageFile,
  paths: { source: string; target: string },
  values: Values,
  limit: number | null,
  output: Output,
  { stopped }: Interrupts,
): Promise<number> {
  const to = paths.target;
  const { standing, folder, goesOn, isBlank } = await orderToCarryOut(source, paths, values);
  const finished = goesOn && (await folder.manifestOf(standing)) !== null;
  if (goesOn)
    output.say(
      finished
        ? 'This copy was finished before: all of it is read again.'
        : 'Goes on with the copy that was begun; what it claims is read again first.',
    );
  const target = await ImageFile.open(to, 'write', isBlank);
  const clock = {
    nowMs: () => performance.now(),
    sleep: (ms: number) => new Promise<void>((done) => setTimeout(done, ms)),
  };
  try {
    const pacer = new Pacer(
      [{ fromBytes: 0, bytesPerS: limit ?? 1 }],
      limit === null ? 'free' : 'true',
      clock,
    );
    const result = await folder.carryOut(
      standing,
      { source, target, pacer },
      { simulated: false, into: 'image-file', areaOf: namer(source, standing.order) },
      { ...clock, stopped, progress: (progress) => output.progress(progressLine(progress)) },
    );
    if (!result.ok) throw commandError(result.fault, to);
    if (result.value.kind === 'stopped') {
      const { verifiedBlocks } = (await folder.soFar()) ?? { verifiedBlocks: 0 };
      output.answer(
        { schema: 'jicara.copy/1', state: 'stopped', target: to, verifiedBlocks },
        [`Stopped behind ${verifiedBlocks} verified blocks. The same command goes on.`],
        values.json === true,
      );
      return exitCode.stopped;
    }
    const { proof } = result.value;
    output.answer(
      { schema: 'jicara.copy/1', state: 'finished', target: to, manifest: manifestPath(to), proof },
      [
        `${gradeWords[proof.grade]}.`,
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
