import { join } from 'node:path';
import type { ActOf } from '@/core/acts';
import { type Manifest, SpanSums, matchSums, readManifest, usedPieces } from '@/core/copy';
import type { SumsState } from '@/core/job-view';
import { type Fault, type Result, ok, refuse } from '@/core/result';
import { DirectReader, ImageFile, sha256, spanSums, verifyTarget } from '@/copier';
import { readIfThere, writeDurably } from '@/files';
import { drivesOf, inHand } from './in-hand';
import { logTrouble } from './log';
import type { Runtime } from './runtime';
import { type Checked, record } from './save-act';
import type { SumsMaking } from './under-way';

/**
 * The list of checksums that a real drive is held against: made from the finished image file, after that was compared once more with
 * what its copy wrote, and kept with the copy.
 */

const sumsPath = (runtime: Runtime, jobId: string) => join(runtime.dock.copyFolder(jobId), 'sums.json');

/** The manifest that the job's copy has now, with the digest of its text; null where there is none. */
async function manifestNow(
  runtime: Runtime,
  jobId: string,
): Promise<{ manifest: Manifest; digest: string } | null> {
  const text = await runtime.dock.manifest(jobId);
  const manifest = text === null ? null : readManifest(text);
  return manifest && { manifest, digest: sha256(text!) };
}

/** The list of the copy as it stands; null where none was made for it. */
export async function sumsOf(runtime: Runtime, jobId: string): Promise<SpanSums | null> {
  const now = await manifestNow(runtime, jobId);
  const text = now && (await readIfThere(sumsPath(runtime, jobId)));
  if (text === null) return null;
  try {
    const sums = SpanSums.parse(JSON.parse(text));
    return sums.manifestSha256 === now!.digest ? sums : null;
  } catch {
    return null;
  }
}

/** Where the making of a job's list stands. */
export async function sumsState(runtime: Runtime, jobId: string): Promise<SumsState> {
  const making = runtime.sums.get(jobId);
  if (making && !making.isOver) return { kind: 'making', share: making.share };
  const sums = await sumsOf(runtime, jobId);
  if (!sums) return { kind: 'none', fault: making?.fault ?? null };
  return {
    kind: 'ready',
    stretches: sums.sums.length,
    bytes: sums.sums.reduce((total, { bytes }) => total + bytes, 0),
  };
}

async function makeSums(
  runtime: Runtime,
  jobId: string,
  path: string,
  making: SumsMaking,
): Promise<Result<null>> {
  const now = await manifestNow(runtime, jobId);
  if (!now)
    return refuse('no-copy', 'The copy into the image file is not finished.', 'Finish it at Carry over.');
  const { manifest, digest } = now;
  const image = await ImageFile.open(path, 'read');
  const reader = await DirectReader.open(path);
  try {
    const verified = await verifyTarget({ reader, bytes: image.length }, manifest, null, (share) => {
      making.share = share / 2;
    });
    if (!verified.ok) return verified;
    const { differing } = verified.value;
    if (differing.length > 0)
      return refuse(
        'image-changed',
        `The image file is not as its copy left it: ${differing.length} blocks differ, the first at byte ${differing[0]!.offset}.`,
        'Somebody wrote to it: start the copy again, which does over what no longer holds.',
      );
    const pieces = usedPieces(manifest);
    const all = pieces.reduce((total, { bytes }) => total + bytes, 0);
    const sums = await spanSums(image, pieces, (bytes) => {
      making.share = 0.5 + bytes / all / 2;
    });
    const list: SpanSums = {
      schema: 'jicara.span-sums/1',
      manifestSha256: digest,
      driveBytes: manifest.target.bytes,
      sums,
    };
    await writeDurably(sumsPath(runtime, jobId), JSON.stringify(list));
    return ok(null);
  } finally {
    await reader.close();
    await image.close();
  }
}

const unreadable = (): Fault => ({
  code: 'unreadable',
  sentence: 'The image file could not be read to its end.',
  remedy: 'Look whether it is still in its folder, then make the list again.',
});

/** Begins to make a job's list; it goes on by itself. Faults: `no-image`, `busy`. */
export async function startSums(runtime: Runtime, jobId: string): Promise<Result<null>> {
  const identities = await runtime.dock.identities();
  const target = identities.find((one) => one.jobId === jobId && one.role === 'new');
  if (!target?.file)
    return refuse('no-image', 'This job has no image file of a new drive.', 'Copy into an image file first.');
  if (runtime.copies.isRunning(jobId)) return inHand();
  const release = runtime.inHand.take([drivesOf(jobId)]);
  if (!release) return inHand();
  const making: SumsMaking = { share: 0, fault: null, isOver: false };
  runtime.sums.set(jobId, making);
  void makeSums(runtime, jobId, target.file, making)
    .catch((error: unknown) => {
      logTrouble('unreadable', { what: 'image file', label: target.benchLabel, error });
      return { ok: false as const, fault: unreadable() };
    })
    .then((made) => {
      if (!made.ok) making.fault = made.fault;
      making.isOver = true;
      release();
    });
  return ok(null);
}

/** Holds what was read from the new drive against the list, and records what came of it. Faults: `no-list`, `no-sums`. */
export async function readDriveSums(
  runtime: Runtime,
  checked: Checked,
  { printed }: ActOf<'drive-read'>,
): Promise<Result<null>> {
  const sums = await sumsOf(runtime, checked.stored.state.job.id);
  if (!sums)
    return refuse(
      'no-list',
      'There is no list of this copy that could be held against it.',
      'Make the list first, read the drive by it, then bring what was printed.',
    );
  const match = matchSums(sums, printed);
  if (!match.ok) return match;
  await record(runtime, checked, { kind: 'drive-read', match: match.value });
  return ok(null);
}
