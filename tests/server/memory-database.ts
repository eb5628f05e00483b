import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { PGlite } from '@electric-sql/pglite';
import project from '../../package.json';
import { type Database, openDatabase } from '@/server';

const folder = join('tests', '.results');
const packed = join(folder, `empty-database-${project.dependencies['@electric-sql/pglite']}.tar`);

/** An empty database in memory. Making one costs seconds: it is made once for each version of PGlite, and unpacked from then on. */
export async function memoryDatabase(): Promise<Database> {
  const kept = await readFile(packed).catch(() => null);
  if (kept) return openDatabase(undefined, new Blob([kept]));
  const made = await PGlite.create();
  const dump = await made.dumpDataDir('none');
  await made.close();
  await mkdir(folder, { recursive: true });
  // Files of tests run beside each other: each makes its own where none is there, and the last name wins whole.
  const part = `${packed}.${process.pid}`;
  await writeFile(part, Buffer.from(await dump.arrayBuffer()));
  await rename(part, packed);
  return openDatabase(undefined, dump);
}
