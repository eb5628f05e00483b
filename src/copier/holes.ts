import { mkdir, open, rm } from 'node:fs/promises';
import { join } from 'node:path';

const probeBytes = 2 ** 26;

/**
 * True where a file in this folder may have holes that take no room. Tried out with a file of 64 MiB that is written at its end
 * only: `stat` counts its room in units of 512 bytes (POSIX, sys/stat.h).
 */
export async function supportsHoles(folder: string, probeName = `.holes-${process.pid}`): Promise<boolean> {
  await mkdir(folder, { recursive: true });
  const path = join(folder, probeName);
  const file = await open(path, 'w');
  try {
    await file.write(Buffer.from([1]), 0, 1, probeBytes - 1);
    await file.sync();
    return (await file.stat()).blocks * 512 < probeBytes / 2;
  } finally {
    await file.close();
    await rm(path, { force: true });
  }
}
