import { spawnSync } from 'node:child_process';
import { closeSync, openSync, writeSync } from 'node:fs';
import { mkdir, mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DeviceProfile } from '../../src/core/device';
import { fillWish, planCopy, planLayout, rulesOf } from '../../src/core/disk';
import { sectorsFromLabel } from '../../src/core/part';
import { unsafeValue } from '../../src/core/result';
import { CopyOrder } from '../../src/core/copy';
import { Dock, DriveImage, type Threads, fillDrive } from '../../src/dock';
import { median, report } from './report.mjs';

const sectors = (gb: number) => unsafeValue(sectorsFromLabel(gb, 512));

const inProcess: Threads = {
  copy: () => {
    throw new Error('the copy is measured in a process of its own');
  },
  async fill({ folder, bytes, wish }) {
    const drive = await DriveImage.create(folder, bytes);
    await fillDrive(drive, wish);
    await drive.close();
  },
};

/** Writes the bytes that the copier moves into one plain file, for the tools to work on. */
async function flatten(dock: Dock, label: string, orderPath: string, to: string): Promise<number> {
  const order = CopyOrder.parse(JSON.parse(await readFile(orderPath, 'utf8')));
  const out = openSync(to, 'w');
  let total = 0;
  const drive = await DriveImage.open(dock.driveFolder(label), 'read');
  for (const span of order.spans) {
    for (let at = 0; at < span.bytes; at += 2 ** 20) {
      const bytes = Math.min(2 ** 20, span.bytes - at);
      if (drive.map.isUnwritten(span.source + at, span.source + at + bytes)) continue;
      writeSync(out, await drive.read(span.source + at, bytes));
      total += bytes;
    }
  }
  await drive.close();
  closeSync(out);
  return total;
}

function seconds(work: () => void): number {
  const start = performance.now();
  work();
  return (performance.now() - start) / 1000;
}

function tool(command: string, ...args: string[]): void {
  const done = spawnSync(command, args, { stdio: ['ignore', 'ignore', 'inherit'] });
  if (done.status !== 0) throw new Error(`${command} failed`);
}

/**
 * Verified copy of the used blocks, unpaced, against `cp` + `sha256sum` + `cmp` over the same bytes, in turns;
 * the ratio is the tools' time over ours. The copier's memory peak is that of its whole process.
 */
export async function measureCopy(): Promise<boolean> {
  const root = await mkdtemp(join(tmpdir(), 'jicara-measure-'));
  const dock = new Dock(root, inProcess);
  const profile = DeviceProfile.parse(JSON.parse(await readFile('demo/devices/braskit-osprey.json', 'utf8')));
  const [ours, theirs, peaks]: [number[], number[], number[]] = [[], [], []];
  let bytes = 0;
  try {
    const identity = {
      serial: 'OLD',
      model: 'old',
      bytes: sectors(512) * 512,
      sectorBytes: 512,
      jobId: 'Q-0001',
    };
    const wish = {
      parts: profile.deliveredParts,
      sectors: sectors(512),
      sectorBytes: 512,
      statedBytes: 1e9,
      startFile: profile.startFile,
      seed: 1,
    };
    const source = await dock.placeOldDrive(identity, wish);
    for (let round = 0; round < 3; round += 1) {
      const jobId = `Q-${1000 + round}`;
      const target = await dock.placeNewDrive({
        serial: jobId,
        model: 'new',
        bytes: sectors(2000) * 512,
        sectorBytes: 512,
        jobId,
      });
      await dock.withDrive(source.benchLabel, async (drive, reading) => {
        const layout = planLayout(
          reading.table!,
          { sectors: sectors(2000), sectorBytes: 512 },
          fillWish,
          rulesOf(reading),
        );
        await dock.writeOrder(
          jobId,
          { ...source, stamp: await drive.stamp(), imageSha256: null },
          target,
          unsafeValue(layout),
          unsafeValue(await planCopy(drive, reading, unsafeValue(layout))),
        );
      });
      const flat = join(root, 'flat.bin');
      bytes = await flatten(dock, source.benchLabel, join(dock.copyFolder(jobId), 'order.json'), flat);
      theirs.push(
        seconds(() => {
          tool('cp', '--sparse=never', flat, `${flat}.copy`);
          tool('sha256sum', flat);
          tool('cmp', flat, `${flat}.copy`);
        }),
      );
      await rm(`${flat}.copy`);
      const job = {
        sourceFolder: dock.driveFolder(source.benchLabel),
        targetFolder: dock.driveFolder(target.benchLabel),
        copyFolder: dock.copyFolder(jobId),
        rateBytesPerS: 1,
        pace: 'free',
        faults: [],
      };
      await mkdir(job.copyFolder, { recursive: true });
      const done = spawnSync(
        process.execPath,
        ['--import', 'tsx', join(import.meta.dirname, 'one-copy.mts'), JSON.stringify(job)],
        { encoding: 'utf8', stdio: ['ignore', 'pipe', 'inherit'] },
      );
      const answer = JSON.parse(done.stdout) as { seconds: number; peakBytes: number };
      ours.push(answer.seconds);
      peaks.push(answer.peakBytes);
      await rm(dock.driveFolder(target.benchLabel), { recursive: true });
    }
  } finally {
    await rm(root, { recursive: true, force: true });
  }
  const ratio = median(theirs) / median(ours);
  const rate = (s: number) => `${(bytes / 1e6 / s).toFixed(0)} MB/s`;
  console.log(
    `       ${(bytes / 1e6).toFixed(0)} MB in use; tools ${rate(median(theirs))}, copier ${rate(median(ours))}, each written, hashed and compared`,
  );
  console.log(`       memory peak of the copier’s process: ${(Math.max(...peaks) / 1e6).toFixed(0)} MB`);
  return report(
    'verified copy against cp + sha256sum + cmp',
    `ratio ${ratio.toFixed(2)}`,
    '0.8 or more',
    ratio >= 0.8,
  );
}
