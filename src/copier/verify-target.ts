import type { Manifest, ReadBackFrom } from '@/core/copy';
import { isAllZero } from '@/core/disk';
import { type Result, ok, refuse } from '@/core/result';
import { blocksOf, rewritesIn } from './blocks';
import { sha256 } from './digest';
import type { DirectReader } from './direct-read';
import type { ImageFile } from './image-file';

/** What reading a finished copy again came to. */
export type Checked = {
  schema: 'jicara.verification/2';
  grade: 'read-back-later' | 'differs';
  readBackFrom: ReadBackFrom;
  blocks: number;
  differing: { offset: number; bytes: number }[];
  /** Blocks that hold an intended rewrite: compared outside it with `--source`, else by the rewrite's own digest only. */
  rewrittenBlocks: number;
  againstSource: boolean;
};

/** Reads a target past the system’s cache, so that what comes is what the disk holds. */
export type Target = { reader: DirectReader; bytes: number };

/**
 * Reads a finished copy again and compares it with its manifest, and with its source where that is there. `tell` hears the share that was
 * looked at, 0 to 1. Fault: `left-out`, where the manifest does not say which blocks its digests are of.
 */
export async function verifyTarget(
  { reader, bytes: targetBytes }: Target,
  manifest: Manifest,
  source: ImageFile | null,
  tell: (share: number) => void,
): Promise<Result<Checked>> {
  const checked: Checked = {
    schema: 'jicara.verification/2',
    grade: 'read-back-later',
    readBackFrom: reader.from,
    blocks: 0,
    differing: [],
    rewrittenBlocks: 0,
    againstSource: source !== null,
  };
  const differs = (offset: number, bytes: number) => checked.differing.push({ offset, bytes });
  const read = async (offset: number, length: number): Promise<Uint8Array | null> => {
    if (offset + length > targetBytes) return null;
    const into = new Uint8Array(length);
    await reader.readInto(offset, into);
    return into;
  };
  // What had to read zero was left out where the target was blank: then it has no digest, and is looked at by itself.
  const all = blocksOf(manifest, {}, false).blocks;
  const carried = all.filter(({ zero }) => !zero);
  const blocks = [all, carried].find(({ length }) => length === manifest.digests.length);
  // Others were left out because both sides read zero: they are told by their count.
  if (!blocks)
    return refuse(
      'left-out',
      'The manifest leaves out blocks that were known to be empty.',
      'Verify it on the dock that made it.',
    );
  if (blocks === carried)
    for (const block of all.filter(({ zero }) => zero)) {
      const bytes = await read(block.target, block.bytes);
      checked.blocks += 1;
      if (!bytes || !isAllZero(bytes)) differs(block.target, block.bytes);
    }
  for (const [i, block] of blocks.entries()) {
    const bytes = await read(block.target, block.bytes);
    const from =
      bytes &&
      source &&
      (block.zero ? new Uint8Array(block.bytes) : await source.read(block.source, block.bytes));
    const rewritten = rewritesIn(block, manifest.rewrites);
    checked.blocks += 1;
    if (rewritten.length > 0) checked.rewrittenBlocks += 1;
    // What was rewritten on purpose has its own digest; the rest of the block is the source's.
    if (bytes && from)
      for (const { at, bytes: length } of rewritten) bytes.set(from.subarray(at, at + length), at);
    const isAsCopied =
      bytes !== null && (rewritten.length > 0 && !from ? true : sha256(bytes) === manifest.digests[i]);
    const isAsSource = !from || (bytes !== null && Buffer.compare(bytes, from) === 0);
    if (!isAsCopied || !isAsSource) differs(block.target, block.bytes);
    if (i % 64 === 0) tell(i / blocks.length);
  }
  for (const { offset, bytes, sha256: digest } of manifest.rewrites) {
    const found = await read(offset, bytes);
    if (!found || sha256(found) !== digest) differs(offset, bytes);
  }
  if (targetBytes !== manifest.target.bytes)
    differs(Math.min(targetBytes, manifest.target.bytes), Math.abs(targetBytes - manifest.target.bytes));
  return ok(checked.differing.length > 0 ? { ...checked, grade: 'differs' } : checked);
}
