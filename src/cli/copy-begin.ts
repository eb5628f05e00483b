import { existsSync, readdirSync, statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { basename, dirname, join, resolve } from 'node:path';
import { CopyFolder, ImageFile, type StandingOrder, copyFiles, orderFrom, supportsHoles } from '@/copier';
import { type CopyOrder, sameWork } from '@/core/copy';
import { showBytes } from '@/core/units';
import { exitCode, fail } from './exit';
import { targetBytes } from './image-path';
import { layOut } from './lay-out';
import type { Values } from './options';

/** The folder beside the target that holds the order, the journal and, when done, the manifest. */
export const workFolderOf = (target: string) => `${target}.jicara`;

type Paths = { source: string; target: string };

/** Whether the copy made its target itself, so that it reads zero, as its order says beside what it is to do. */
function madeTarget({ text }: StandingOrder): boolean {
  return (JSON.parse(text) as { madeTarget?: boolean }).madeTarget === true;
}

/** Refuses a folder of that name that holds anything but what a copy leaves: nothing of another's is ever touched. */
export function checkWorkFolder(target: string): void {
  const folder = workFolderOf(target);
  if (!existsSync(folder)) return;
  if (!statSync(folder).isDirectory())
    fail(
      exitCode.target,
      `${folder} stands already and is no folder.`,
      'Move it away, or name another target.',
    );
  const isOwn = (name: string) =>
    copyFiles.some((own) => name === own || name === `${own}.new`) || /^writer\.lock(\.\d+)?$/u.test(name);
  const other = readdirSync(folder).find((name) => !isOwn(name));
  if (other !== undefined)
    fail(
      exitCode.target,
      `${folder} is not Jicara’s: it holds ${other}.`,
      'Move it away, or name another target.',
    );
}

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
function checkArmed(path: string, values: Values, begun: boolean): void {
  if (values.overwrite !== basename(path))
    fail(
      exitCode.target,
      begun
        ? `${path} belongs to a copy that was begun otherwise: from another source, with another layout, or to another size.`
        : `${path} stands already and would be written over.`,
      begun
        ? `The command that began it goes on with it; to begin anew, add --overwrite ${basename(path)}.`
        : `To do that, add --overwrite ${basename(path)}; or name another file.`,
    );
}

/** What this command line asks for, from what the source holds now. */
async function wantedOrder(
  source: ImageFile,
  paths: Paths,
  values: Values,
  otherwiseBytes: number,
): Promise<{ order: CopyOrder; copiedBytes: number }> {
  const { layout, plan, target } = await layOut(source, values, otherwiseBytes);
  const side = (path: string, size: number) => ({ benchLabel: basename(path), serial: '', bytes: size });
  const from = { ...side(paths.source, source.length), stamp: await source.stamp(), imageSha256: null };
  const to = side(paths.target, target.sectors * target.sectorBytes);
  return { order: orderFrom(from, to, layout, plan, readBackFrom(values)), copiedBytes: plan.bytes };
}

/** A file of no bytes is what a kill left of a target that was just being made. */
const sizeOf = (path: string, standing: StandingOrder | null): number | null => {
  const bytes = targetBytes(path);
  return bytes === 0 && standing && madeTarget(standing) ? null : bytes;
};

/**
 * The order to carry out: the one that stands beside the target where the command asks for the same work, else a new one, for
 * which a file that stands must be armed. Resolves also to whether it goes on. The target is there when this returns.
 */
export async function orderToCarryOut(
  source: ImageFile,
  paths: Paths,
  values: Values,
): Promise<{ standing: StandingOrder; folder: CopyFolder; goesOn: boolean; isBlank: boolean }> {
  const folder = new CopyFolder(workFolderOf(paths.target));
  const before = values.anew === true ? null : await folder.standing();
  const there = sizeOf(paths.target, before);
  const { order, copiedBytes } = await wantedOrder(
    source,
    paths,
    values,
    there ?? before?.order.target.bytes ?? source.length,
  );
  const soFar = await folder.soFar();
  // What a journal claims went with the target that is gone.
  const claimsNothing = !soFar || soFar.verifiedBlocks + soFar.writtenBlocks === 0;
  const goesOn = before !== null && sameWork(before.order, order) && (there !== null || claimsNothing);
  if (goesOn) {
    if (there !== null && there !== order.target.bytes) wrongSize(paths.target, there, order.target.bytes);
    await ensureTarget(paths.target, before, there);
    return { standing: before, folder, goesOn, isBlank: madeTarget(before) };
  }
  if (there !== null) checkArmed(paths.target, values, before !== null);
  const { bytes } = order.target;
  if (there !== null && there !== bytes) wrongSize(paths.target, there, bytes);
  const place = dirname(resolve(paths.target));
  if (there === null && values['full-size'] !== true && !(await supportsHoles(place)))
    fail(
      exitCode.target,
      `The file system of ${place} knows no holes: the target would take ${showBytes(bytes)}, not ${showBytes(copiedBytes)}.`,
      'Choose another place, or add --full-size.',
    );
  const standing = await folder.begin(order, { madeTarget: there === null });
  await ensureTarget(paths.target, standing, there);
  return { standing, folder, goesOn, isBlank: there === null };
}

const wrongSize = (path: string, there: number, wanted: number): never =>
  fail(
    exitCode.target,
    `${path} has ${there} bytes, the layout ${wanted}.`,
    'Leave --target-bytes out, put the file back as it was, or name another one.',
  );

/** Makes the target that an order promised, where a kill came before it or before it had its size. */
async function ensureTarget(path: string, standing: StandingOrder, there: number | null): Promise<void> {
  if (there !== null) return;
  await rm(path, { force: true });
  await (await ImageFile.create(path, standing.order.target.bytes)).close();
}

/** The place of the manifest, for whoever reads the answer. */
export const manifestPath = (target: string) => join(workFolderOf(target), 'manifest.json');
