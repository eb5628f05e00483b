import { existsSync } from 'node:fs';
import { readFile, rm } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import { CopyOrder } from '@/core/copy';
import { ImageFile, orderFrom, readJournal, supportsHoles } from '@/copier';
import { showBytes } from '@/core/units';
import { removeDurably, writeDurably } from '@/files';
import { exitCode, fail } from './exit';
import { targetBytes } from './image-path';
import { layOut } from './lay-out';
import type { Values } from './options';

/** What a copy is to do, the text that it is known by, and whether its target was made by it and so reads zero. */
export type Standing = { order: CopyOrder; text: string; madeTarget: boolean };

/** The folder beside the target that holds the order, the journal and, when done, the manifest. */
export const workFolderOf = (target: string) => `${target}.jicara`;

function readBackFrom(values: Values): CopyOrder['readBack'] {
  const mode = values['read-back'] ?? 'each';
  const reason = typeof values.reason === 'string' ? values.reason.trim() : '';
  if (mode !== 'each' && mode !== 'last' && mode !== 'skipped')
    return fail(exitCode.usage, '--read-back is each, last or skipped.', 'See jicara --help.');
  if (mode !== 'each' && !reason)
    return fail(exitCode.usage, `--read-back ${mode} needs a --reason.`, 'It stands in the manifest.');
  return { mode, reason };
}

/** The target is armed by its name: a file that stands already is only written over when it was typed. */
function checkArmed(path: string, values: Values): void {
  if (values.overwrite !== basename(path))
    fail(
      exitCode.target,
      `${path} stands already and would be written over.`,
      `To do that, add --overwrite ${basename(path)}; or name another file.`,
    );
}

/** Writes down what a new copy is to do. The target is made behind it, so that a kill between the two is gone on from. */
export async function begin(
  source: ImageFile,
  paths: { source: string; target: string },
  values: Values,
): Promise<Standing> {
  const standing = targetBytes(paths.target);
  if (standing !== null) checkArmed(paths.target, values);
  const { layout, plan, target } = await layOut(source, values, standing ?? source.length);
  const bytes = target.sectors * target.sectorBytes;
  if (standing !== null && standing !== bytes)
    fail(
      exitCode.target,
      `${paths.target} has ${standing} bytes, the layout ${bytes}.`,
      'Leave --target-bytes out, or name another file.',
    );
  const folder = dirname(resolve(paths.target));
  if (standing === null && values['full-size'] !== true && !(await supportsHoles(folder)))
    fail(
      exitCode.target,
      `The file system of ${folder} knows no holes: the target would take ${showBytes(bytes)}, not ${showBytes(plan.bytes)}.`,
      'Choose another place, or add --full-size.',
    );
  const side = (path: string, size: number) => ({ benchLabel: basename(path), serial: '', bytes: size });
  const order = orderFrom(
    side(paths.source, source.length),
    side(paths.target, bytes),
    layout,
    plan,
    readBackFrom(values),
  );
  const work = workFolderOf(paths.target);
  // The journal first: without its order it claims nothing. What else lies there is not the copier's, and stays.
  for (const name of ['journal.log', 'manifest.json', 'order.json']) await removeDurably(join(work, name));
  const text = JSON.stringify({ ...order, madeTarget: standing === null });
  await writeDurably(join(work, 'order.json'), text);
  return { order, text, madeTarget: standing === null };
}

/** Order of a copy that was begun here from this source and is not finished; null where there is none to go on with. */
export async function standingOrder(
  source: ImageFile,
  paths: { source: string; target: string },
): Promise<Standing | null> {
  const work = workFolderOf(paths.target);
  if (!existsSync(join(work, 'order.json')) || existsSync(join(work, 'manifest.json'))) return null;
  const text = await readFile(join(work, 'order.json'), 'utf8');
  const standing = parseStanding(text);
  const isSame =
    standing?.order.source.bytes === source.length &&
    standing.order.source.benchLabel === basename(paths.source);
  if (!standing || !isSame) return null;
  const { verified, written } = await readJournal(join(work, 'journal.log'));
  // What the journal claims went with the target that is gone: begun anew.
  return existsSync(paths.target) || verified + written === 0 ? standing : null;
}

function parseStanding(text: string): Standing | null {
  try {
    const data = JSON.parse(text) as { madeTarget?: boolean };
    const order = CopyOrder.parse(data);
    return { order, text, madeTarget: data.madeTarget === true };
  } catch {
    return null;
  }
}

/** Makes the target that an order promised, where a kill came before it or before it had its size. */
export async function ensureTarget(path: string, { order, madeTarget }: Standing): Promise<void> {
  if (!madeTarget || (targetBytes(path) ?? 0) > 0) return;
  await rm(path, { force: true });
  await (await ImageFile.create(path, order.target.bytes)).close();
}
