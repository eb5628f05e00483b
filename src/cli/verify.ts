import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { DirectReader, type ImageFile, blocksOf, rewritesIn, sha256 } from '@/copier';
import { type Manifest, type ReadBackFrom, readBackFromWords, readManifest } from '@/core/copy';
import { isAllZero } from '@/core/disk';
import { showBytes } from '@/core/units';
import { exitCode, fail } from './exit';
import { workFolderOf } from './copy-begin';
import { openSource } from './image-path';
import { parseCommand } from './options';
import type { Output } from './output';

type Checked = {
  schema: 'jicara.verification/2';
  grade: 'read-back-later' | 'differs';
  readBackFrom: ReadBackFrom;
  blocks: number;
  differing: { offset: number; bytes: number }[];
  /** Blocks that hold an intended rewrite: compared outside it with `--source`, else by the rewrite's own digest only. */
  rewrittenBlocks: number;
  againstSource: boolean;
};

async function manifestOf(target: string): Promise<Manifest> {
  const path = join(workFolderOf(target), 'manifest.json');
  const text = await readFile(path, 'utf8').catch(() => null);
  if (text === null)
    return fail(exitCode.input, `${path} is missing.`, 'Verify works on what jicara copy has finished.');
  return readManifest(text) ?? fail(exitCode.input, `${path} is no manifest.`, 'Copy again.');
}

/** Reads a target past the system’s cache, so that what comes is what the disk holds. */
type Target = { reader: DirectReader; bytes: number };

async function check(
  { reader, bytes: targetBytes }: Target,
  manifest: Manifest,
  source: ImageFile | null,
  output: Output,
): Promise<Checked> {
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
    return fail(
      exitCode.input,
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
    if (i % 64 === 0) output.progress(`verifying: ${Math.floor((100 * i) / blocks.length)} %`);
  }
  for (const { offset, bytes, sha256: digest } of manifest.rewrites) {
    const found = await read(offset, bytes);
    if (!found || sha256(found) !== digest) differs(offset, bytes);
  }
  if (targetBytes !== manifest.target.bytes)
    differs(Math.min(targetBytes, manifest.target.bytes), Math.abs(targetBytes - manifest.target.bytes));
  return checked.differing.length > 0 ? { ...checked, grade: 'differs' } : checked;
}

/** `jicara verify TARGET`: reads a finished copy again and compares it with its manifest. Exit 1 where it differs. */
export async function verifyCommand(args: string[], output: Output): Promise<number> {
  const { values, paths } = parseCommand(args, { source: { type: 'string' } }, ['TARGET']);
  const image = await openSource(paths[0]!);
  const { length: bytes } = image;
  await image.close();
  const reader = await DirectReader.open(paths[0]!);
  const source = typeof values.source === 'string' ? await openSource(values.source) : null;
  try {
    const checked = await check({ reader, bytes }, await manifestOf(paths[0]!), source, output);
    const good = checked.differing.length === 0;
    const rewritten =
      checked.rewrittenBlocks > 0 && !source
        ? `; in ${checked.rewrittenBlocks} of them only the intended rewrites (name the --source to compare the rest)`
        : '';
    const lines = good
      ? [
          `All ${checked.blocks} blocks, read ${readBackFromWords[checked.readBackFrom]}, are as they were copied${source ? ', and as the source has them' : ''}${rewritten}.`,
        ]
      : checked.differing.map(({ offset, bytes }) => `differs: ${showBytes(bytes)} at byte ${offset}`);
    output.answer(checked, lines, values.json === true);
    return good ? exitCode.fine : exitCode.found;
  } finally {
    await reader.close();
    await source?.close();
  }
}
