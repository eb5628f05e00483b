import { type CopyOrder } from '@/core/copy';
import { surelyUnchanged } from '@/core/file-stamp';
import { isAllZero } from '@/core/disk';
import { type Fault, type Result, ok, refuse } from '@/core/result';
import { type Block, blockBytes, readBlock, rewritesIn } from './blocks';
import { type Unreadable, readWithCare } from './careful-read';
import { sha256 } from './digest';
import type { SourceDrive, TargetDrive } from './drives';

/** What an earlier run claims to have left: the digests of the first blocks, in order, and what of the source it could not read. */
export type Claimed = { digests: string[]; unreadable: Unreadable[] };

type Question = {
  order: CopyOrder;
  source: SourceDrive;
  target: TargetDrive;
  blocks: Block[];
  leftOut: Block[];
  claimed: Claimed;
  /** Whether all blocks were through, so that the intended rewrites may stand on the target already. */
  mayBeRewritten: boolean;
};

type CheckHooks = { stopped: () => boolean; checked: (bytes: number) => Promise<void> };

/** What holds of it now, or null where it was asked to stop. */
export type Held = (Claimed & { redoneBlocks: number }) | null;

export const sourceChanged = (where: string): Fault =>
  refuse(
    'source-changed',
    `The source is not what it was when this copy was begun (${where}).`,
    'Begin the copy anew: what was copied so far no longer counts.',
  ).fault;

const touches = (block: Block, { offset, bytes }: Unreadable) =>
  offset < block.source + block.bytes && block.source < offset + bytes;

/**
 * Holds what an earlier run claims against both drives, before anything is added: the source where its stamps cannot rule a
 * change out, each claimed block of the target, and that left-out stretches still read zero. Blocks that the target no longer
 * holds are done again, from a source that still has them. Faults: `source-changed`, `mismatch`; throws those of drives.
 */
export async function checkAgain(question: Question, hooks: CheckHooks): Promise<Result<Held>> {
  const { order, source, claimed, blocks } = question;
  const digests = [...claimed.digests];
  let unreadable = [...claimed.unreadable];
  if (!surelyUnchanged(order.source.stamp, await source.stamp())) {
    const read = await checkSource(question, hooks);
    if (!read.ok || read.value === 'stopped') return read.ok ? ok(null) : read;
  }
  let redoneBlocks = 0;
  for (const [i, digest] of digests.entries()) {
    if (hooks.stopped()) return ok(null);
    const block = blocks[i]!;
    if ((await digestOnTarget(question, block)) !== digest) {
      const redone = await redo(question, block, digest);
      if (!redone.ok) return redone;
      digests[i] = redone.value.digest;
      unreadable = [...unreadable.filter((one) => !touches(block, one)), ...redone.value.unreadable];
      redoneBlocks += 1;
    }
    await hooks.checked(block.bytes);
  }
  for (const block of question.leftOut) {
    if (hooks.stopped()) return ok(null);
    const back = new Uint8Array(block.bytes);
    await question.target.readBackInto(block.target, back);
    if (isAllZero(back)) continue;
    const fault = await writeAgain(question.target, block, new Uint8Array(block.bytes));
    if (fault) return { ok: false, fault };
    redoneBlocks += 1;
  }
  return ok({ digests, unreadable, redoneBlocks });
}

async function checkSource(
  { source, order, blocks, claimed }: Question,
  hooks: CheckHooks,
): Promise<Result<'same' | 'stopped'>> {
  const buffer = new Uint8Array(blockBytes);
  for (const [i, digest] of claimed.digests.entries()) {
    if (hooks.stopped()) return ok('stopped');
    const block = blocks[i]!;
    // What could not be read then says nothing now.
    if (claimed.unreadable.some((one) => touches(block, one))) continue;
    const bytes = buffer.subarray(0, block.bytes);
    const unread = await readBlock(source, block, bytes, order.sectorBytes);
    if (unread.length === 0 && sha256(bytes) !== digest)
      return { ok: false, fault: sourceChanged(`at byte ${block.source}`) };
  }
  return ok('same');
}

/** Digest of what the target holds of a block; where it was rewritten on purpose, of what the source has there. */
async function digestOnTarget(
  { target, source, order, mayBeRewritten }: Question,
  block: Block,
): Promise<string> {
  const back = new Uint8Array(block.bytes);
  await target.readBackInto(block.target, back);
  if (!mayBeRewritten) return sha256(back);
  const rewrites = order.rewrites.map(({ offset, base64 }) => ({
    offset,
    bytes: Buffer.byteLength(base64, 'base64'),
  }));
  for (const { at, bytes, source: from } of rewritesIn(block, rewrites))
    await readWithCare(source, from, back.subarray(at, at + bytes), order.sectorBytes);
  return sha256(back);
}

async function redo(
  { source, target, order, claimed }: Question,
  block: Block,
  before: string,
): Promise<Result<{ digest: string; unreadable: Unreadable[] }>> {
  const bytes = new Uint8Array(block.bytes);
  const unreadable = await readBlock(source, block, bytes, order.sectorBytes);
  const digest = sha256(bytes);
  const wasRead = !claimed.unreadable.some((one) => touches(block, one));
  if (wasRead && unreadable.length === 0 && digest !== before)
    return { ok: false, fault: sourceChanged(`at byte ${block.source}`) };
  const fault = await writeAgain(target, block, bytes);
  return fault ? { ok: false, fault } : ok({ digest, unreadable });
}

async function writeAgain(target: TargetDrive, block: Block, bytes: Uint8Array): Promise<Fault | null> {
  await target.write(block.target, bytes);
  await target.sync();
  const back = new Uint8Array(block.bytes);
  await target.readBackInto(block.target, back);
  return Buffer.compare(back, bytes) === 0 ? null : mismatch(block.target);
}

export const mismatch = (offset: number): Fault =>
  refuse(
    'mismatch',
    `What was read back at byte ${offset} is not what was written.`,
    'Change the cable or the case, then go on; if it stays, the new drive is faulty.',
  ).fault;
