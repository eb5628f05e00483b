import { rename } from 'node:fs/promises';
import { join } from 'node:path';
import { parentPort, workerData } from 'node:worker_threads';
import { DriveImage } from './drive-image';
import { type FillWish, fillDrive } from './fill-drive';

/** Makes an old drive in a folder of its own and moves it to its place when it is whole. */
const { folder, finalFolder, bytes, wish } = workerData as {
  folder: string;
  finalFolder: string;
  bytes: number;
  wish: FillWish;
};

async function make() {
  const drive = await DriveImage.create(folder, bytes);
  await fillDrive(drive, wish);
  await drive.close();
  for (const name of ['image.img', 'written.map']) await rename(join(folder, name), join(finalFolder, name));
}

make()
  .then(() => parentPort?.postMessage({ ok: true }))
  .catch((error: Error) => parentPort?.postMessage({ ok: false, message: error.message }))
  .finally(() => parentPort?.close());
