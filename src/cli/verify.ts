import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type ImageFile, sha256 } from '@/copier';
import { Manifest } from '@/core/copy';
import { showBytes } from '@/core/units';
import { exitCode, fail } from './exit';
import { workFolderOf } from './copy-begin';
import { openSource } from './image-path';
import { parseCommand } from './options';
import type { Output } from './output';

type Checked = {
  schema: 'jicara.verification/1';
  blocks: number;
  differing: { offset: number; bytes: number }[];
  /** Blocks that hold an intended rewrite: compared outside it with `--source`, else by the rewrite's own digest only. */
  rewrittenBlocks: number;
  againstSource: boolean;
};

const parseJson = (text: string): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
};

async function manifestOf(target: string): Promise<Manifest> {
  const path = join(workFolderOf(target), 'manifest.json');
  const text = await readFile(path, 'utf8').catch(() => null);
  if (text === null)
    return fail(exitCode.input, `${path} is missing.`, 'Verify works on what jicara copy has finished.');
  const parsed = Manifest.safeParse(parseJson(text));
  return parsed.success ? parsed.data : fail(exitCode.input, `${path} is no manifest.`, 'Copy again.');
}

/** Puts what the source held back over the intended rewrites of a block, so that it can be compared. */
async function withoutRewrites(
  block: Uint8Array,
  at: { target: number; source: number },
  manifest: Manifest,
  source: ImageFile,
): Promise<Uint8Array> {
  const restored = block.slice();
  for (const { offset, bytes } of manifest.rewrites) {
    const from = Math.max(offset, at.target);
    const to = Math.min(offset + bytes, at.target + block.length);
    if (from < to) restored.set(await source.read(at.source + from - at.target, to - from), from - at.target);
  }
  return restored;
}

async function check(
  target: ImageFile,
  manifest: Manifest,
  source: ImageFile | null,
  output: Output,
): Promise<Checked> {
  const checked: Checked = {
    schema: 'jicara.verification/1',
    blocks: 0,
    differing: [],
    rewrittenBlocks: 0,
    againstSource: source !== null,
  };
  const differs = (offset: number, bytes: number) => checked.differing.push({ offset, bytes });
  const blockBytes = manifest.blockBytes;
  // Blocks that were left out because both sides read zero have no digest: they are told by their count.
  const blocks = manifest.spans.flatMap((span) =>
    Array.from({ length: Math.ceil(span.bytes / blockBytes) }, (_, i) => ({
      source: span.source + i * blockBytes,
      target: span.target + i * blockBytes,
      bytes: Math.min(blockBytes, span.bytes - i * blockBytes),
    })),
  );
  if (blocks.length !== manifest.digests.length)
    return fail(
      exitCode.input,
      'The manifest leaves out blocks that were known to be empty.',
      'Verify it on the dock that made it.',
    );
  for (const [i, block] of blocks.entries()) {
    const bytes = await target.read(block.target, block.bytes);
    const isRewritten = manifest.rewrites.some(
      ({ offset, bytes: length }) => offset < block.target + block.bytes && block.target < offset + length,
    );
    checked.blocks += 1;
    if (isRewritten) checked.rewrittenBlocks += 1;
    if (!isRewritten || source) {
      const compared = isRewritten ? await withoutRewrites(bytes, block, manifest, source!) : bytes;
      if (sha256(compared) !== manifest.digests[i]) differs(block.target, block.bytes);
    }
    if (i % 64 === 0) output.progress(`verifying: ${Math.floor((100 * i) / blocks.length)} %`);
  }
  for (const { offset, bytes, sha256: digest } of manifest.rewrites)
    if (sha256(await target.read(offset, bytes)) !== digest) differs(offset, bytes);
  return checked;
}

/** `jicara verify TARGET`: reads a finished copy again and compares it with its manifest. Exit 1 where it differs. */
export async function verifyCommand(args: string[], output: Output): Promise<number> {
  const { values, paths } = parseCommand(args, { source: { type: 'string' } }, ['TARGET']);
  const target = await openSource(paths[0]!);
  const source = typeof values.source === 'string' ? await openSource(values.source) : null;
  try {
    const checked = await check(target, await manifestOf(paths[0]!), source, output);
    const good = checked.differing.length === 0;
    const rewritten =
      checked.rewrittenBlocks > 0 && !source
        ? `; in ${checked.rewrittenBlocks} of them only the intended rewrites (name the --source to compare the rest)`
        : '';
    const lines = good
      ? [`All ${checked.blocks} blocks are as they were when the copy was verified${rewritten}.`]
      : checked.differing.map(({ offset, bytes }) => `differs: ${showBytes(bytes)} at byte ${offset}`);
    output.answer(checked, lines, values.json === true);
    return good ? exitCode.fine : exitCode.found;
  } finally {
    await target.close();
    await source?.close();
  }
}
