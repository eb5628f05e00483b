import { expose } from 'comlink';
import { BlobReader, inspect, readDrive, rulesOf, sha256Of, usageMap } from '@/core/disk';
import type { ImageWorker } from './image-protocol';

const bins = 400;
const tellEveryMs = 100;
let paused: Promise<void> | null = null;
let goOn: () => void = () => {};

const imageWorker: ImageWorker = {
  async lookInside(file) {
    const reader = new BlobReader(file);
    const reading = await readDrive(reader);
    const inspection = inspect(reading, file.size);
    return {
      inspection,
      map: usageMap(reading, file.size, bins),
      source: reading.table && { table: reading.table, rules: rulesOf(reading) },
      usedByPartition: Object.fromEntries(
        inspection.parts.flatMap(({ number, usedBytes }) =>
          usedBytes === null ? [] : [[number, usedBytes]],
        ),
      ),
    };
  },
  async hash(file, onProgress) {
    let workedMs = 0;
    let lastMs = performance.now();
    let toldMs = 0;
    const digest = await sha256Of(new BlobReader(file), async (bytes) => {
      workedMs += performance.now() - lastMs;
      if (workedMs - toldMs > tellEveryMs || bytes === file.size) {
        toldMs = workedMs;
        const bytesPerS = (bytes / workedMs) * 1000;
        onProgress({ bytes, totalBytes: file.size, bytesPerS, secondsLeft: (file.size - bytes) / bytesPerS });
      }
      // Pausing stands still here; the time spent waiting does not count into the rate.
      if (paused) await paused;
      lastMs = performance.now();
    });
    if (digest === null) throw new Error('The file ended before its size: was it changed meanwhile?');
    return digest;
  },
  pause() {
    paused ??= new Promise((resolve) => (goOn = resolve));
  },
  resume() {
    goOn();
    paused = null;
  },
};

expose(imageWorker);
