import { readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { DirectReader, verifyTarget } from '@/copier';
import { type Manifest, readBackFromWords, readManifest } from '@/core/copy';
import { showBytes } from '@/core/units';
import { exitCode, fail } from './exit';
import { workFolderOf } from './copy-begin';
import { openSource } from './image-path';
import { parseCommand } from './options';
import type { Output } from './output';

async function manifestOf(target: string): Promise<Manifest> {
  const path = join(workFolderOf(target), 'manifest.json');
  const text = await readFile(path, 'utf8').catch(() => null);
  if (text === null)
    return fail(exitCode.input, `${path} is missing.`, 'Verify works on what jicara copy has finished.');
  return readManifest(text) ?? fail(exitCode.input, `${path} is no manifest.`, 'Copy again.');
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
    const verified = await verifyTarget({ reader, bytes }, await manifestOf(paths[0]!), source, (share) =>
      output.progress(`verifying: ${Math.floor(100 * share)} %`),
    );
    if (!verified.ok) return fail(exitCode.input, verified.fault.sentence, verified.fault.remedy);
    const checked = verified.value;
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
