import { parentPort, workerData } from 'node:worker_threads';
import { DriveImage } from './drive-image';
import { type FillOrder, fillDrive } from './fill-drive';

/** Makes an old drive in a folder of its own; the dock moves it to its place when it is whole. */
const { folder, bytes, wish } = workerData as FillOrder;

async function make() {
  const drive = await DriveImage.create(folder, bytes);
  await fillDrive(drive, wish);
  await drive.close();
}

make()
  .then(() => parentPort?.postMessage({ ok: true }))
  .catch((error: Error) => parentPort?.postMessage({ ok: false, message: error.message }))
  .finally(() => parentPort?.close());
