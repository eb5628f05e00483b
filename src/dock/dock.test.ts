import { createHash } from 'node:crypto';
import { mkdir, mkdtemp, readFile, rm, stat, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import ospreyData from '../../demo/devices/braskit-osprey.json';
import { DeviceProfile } from '@/core/device';
import { type Layout, fileSystemOf, fillWish, planCopy, planLayout, rulesOf, placedBytes } from '@/core/disk';
import { sectorsFromLabel } from '@/core/part';
import { unsafeValue } from '@/core/result';
import {
  Dock,
  DriveImage,
  type DriveIdentity,
  type PracticeFault,
  type Threads,
  fillDrive,
  runCopy,
} from '.';
import { type CopyHooks, Pacer, readJournal } from '@/copier';
import { Journal } from '@/copier/journal';
import { WrittenMap } from './written-map';

const profile = DeviceProfile.parse(ospreyData);
const sectors = (gb: number) => unsafeValue(sectorsFromLabel(gb, 512));
let clock = 0;
const hooks: CopyHooks = {
  progress: () => {},
  stopped: () => false,
  nowMs: () => (clock += 5),
  sleep: async () => {},
};

/** The same work as the threads', in this process. */
const inProcess: Threads = {
  copy: (job, progress) => ({ finished: runCopy(job, { ...hooks, progress }), stop: () => {} }),
  async fill({ folder, bytes, wish }) {
    const drive = await DriveImage.create(folder, bytes);
    await fillDrive(drive, wish);
    await drive.close();
  },
};

let root: string;
let dock: Dock;
let source: DriveIdentity;
let layout: Layout;

async function prepare(jobId: string) {
  const target = await dock.placeNewDrive({
    serial: jobId,
    model: 'Marl',
    bytes: sectors(120) * 512,
    sectorBytes: 512,
    jobId,
  });
  await dock.withDrive(source.benchLabel, async (drive, reading) => {
    layout = unsafeValue(
      planLayout(reading.table!, { sectors: sectors(120), sectorBytes: 512 }, fillWish, rulesOf(reading)),
    );
    const from = { ...source, stamp: await drive.stamp(), imageSha256: null };
    await dock.writeOrder(jobId, from, target, layout, unsafeValue(await planCopy(drive, reading, layout)));
  });
  const job = {
    sourceFolder: dock.driveFolder(source.benchLabel),
    targetFolder: dock.driveFolder(target.benchLabel),
    copyFolder: dock.copyFolder(jobId),
    rateBytesPerS: 1e9,
    pace: 'free' as const,
    faults: [] as PracticeFault[],
  };
  return { target, job };
}

/** Digest of every file in the main part, read by the names' places on the source and moved to the target. */
async function digestOf(benchLabel: string, side: 'from' | 'to') {
  const drive = await DriveImage.open(dock.driveFolder(benchLabel), 'read');
  const hash = createHash('sha256');
  await dock.withDrive(source.benchLabel, async (_, reading) => {
    for (const part of layout.partitions) {
      const usage = fileSystemOf(reading, part.number)?.usage;
      if (!usage?.known) throw new Error('expected FAT32');
      // The first range holds the boot sectors that are rewritten; what lies behind must be the same.
      for (const range of usage.ranges.slice(1)) {
        for (let at = range.start; at < range.end; at += 2 ** 22) {
          hash.update(
            await drive.read(part[side]!.firstSector * 512 + at, Math.min(2 ** 22, range.end - at)),
          );
        }
      }
    }
  });
  await drive.close();
  return hash.digest('hex');
}

beforeAll(async () => {
  root = await mkdtemp(join(tmpdir(), 'jicara-dock-'));
  dock = new Dock(root, inProcess);
  const identity = {
    serial: 'OLD',
    model: 'as delivered',
    bytes: sectors(60) * 512,
    sectorBytes: 512,
    jobId: 'Q-0001',
  };
  const wish = {
    parts: profile.deliveredParts,
    sectors: sectors(60),
    sectorBytes: 512,
    statedBytes: 320e6,
    startFile: profile.startFile,
    seed: 7,
  };
  source = await dock.placeOldDrive(identity, wish);
});
afterAll(() => rm(root, { recursive: true, force: true }));

describe('the dock', () => {
  it('gives labels in order, keeps them, and makes drives that take little space', async () => {
    expect(source.benchLabel).toBe('KV-2201');
    const path = join(dock.driveFolder('KV-2201'), 'image.img');
    const { size, blocks } = await stat(path);
    expect(size).toBe(sectors(60) * 512);
    expect(blocks * 512).toBeLessThan(400e6);
    await dock.withDrive('KV-2201', async (_, reading) => {
      expect(reading.faults).toEqual([]);
      expect(reading.usedBytes).toBeGreaterThan(300e6);
      expect(reading.table?.partitions.map((part) => part.name)).toEqual([
        'EFI system',
        'system and games',
        'recovery',
      ]);
    });
    const again = await dock.placeNewDrive({
      serial: 'S',
      model: 'M',
      bytes: 2 ** 20,
      sectorBytes: 512,
      jobId: 'Q-0009',
    });
    expect(
      (
        await dock.placeNewDrive({
          serial: 'S',
          model: 'M',
          bytes: 2 ** 20,
          sectorBytes: 512,
          jobId: 'Q-0009',
        })
      ).benchLabel,
    ).toBe(again.benchLabel);
  });

  it('copies, reads back and proves; the new drive reads grown and holds the same bytes', async () => {
    const { target, job } = await prepare('Q-0002');
    const result = unsafeValue(await runCopy(job, hooks));
    expect(result).toMatchObject({
      kind: 'finished',
      proof: { mismatches: 0, sha256: expect.stringMatching(/^[0-9a-f]{64}$/u) },
    });
    expect(await digestOf(target.benchLabel, 'to')).toBe(await digestOf(source.benchLabel, 'from'));
    await dock.withDrive(target.benchLabel, async (_, reading) => {
      expect(reading.faults).toEqual([]);
      const main = layout.partitions[1]!;
      expect(reading.contents[2]).toMatchObject({
        fileSystem: { fat: { totalSectors: placedBytes(layout, main) / 512 } },
      });
    });
    const manifest = JSON.parse(await readFile(join(job.copyFolder, 'manifest.json'), 'utf8'));
    expect(manifest.digests).toHaveLength(manifest.proof.blocks);
    expect(manifest.rewrites.map((r: { what: string }) => r.what)).toContain('system and games: boot sector');
    expect(await dock.copySoFar('Q-0002')).toMatchObject({
      done: true,
      verifiedBlocks: manifest.proof.blocks,
    });
  });

  it('goes on behind the last verified block after being broken off anywhere, and ends the same', async () => {
    const whole = JSON.parse(await readFile(join(dock.copyFolder('Q-0002'), 'manifest.json'), 'utf8'));
    const { target, job } = await prepare('Q-0003');
    const ends = [3, 9, 20];
    for (const end of ends) {
      let calls = 0;
      const broken = {
        ...hooks,
        progress: () => {
          if ((calls += 1) > end) throw new Error('killed');
        },
      };
      await expect(runCopy(job, broken)).rejects.toThrow('killed');
    }
    const before = await readJournal(join(job.copyFolder, 'journal.log'));
    expect(before.verified).toBeGreaterThan(0);
    // A line torn by the kill does not count.
    await writeFile(join(job.copyFolder, 'journal.log'), 'deadbeef {"kind":"verified","to":9999,"dig', {
      flag: 'a',
    });
    let first = -1;
    const watched = {
      ...hooks,
      progress: (p: { verifiedBlocks: number }) => {
        if (first < 0) first = p.verifiedBlocks;
      },
    };
    const result = unsafeValue(await runCopy(job, watched));
    expect(first).toBe(before.verified);
    expect(result).toMatchObject({ proof: { sha256: whole.proof.sha256 } });
    // All runs count, the broken ones as far as they are in the journal.
    if (result.kind === 'finished') expect(result.proof.seconds).toBeGreaterThan(before.seconds);
    expect(before.seconds).toBeGreaterThan(0);
    expect(await digestOf(target.benchLabel, 'to')).toBe(await digestOf(source.benchLabel, 'from'));
  });

  it('stops when asked and says so, with nothing claimed', async () => {
    const { job } = await prepare('Q-0004');
    let calls = 0;
    const result = unsafeValue(await runCopy(job, { ...hooks, stopped: () => (calls += 1) > 2 }));
    expect(result).toEqual({ kind: 'stopped' });
    expect(await dock.copySoFar('Q-0004')).toMatchObject({ done: false, verifiedBlocks: 32 });
  });

  it('writes nothing to a drive that is not the one ordered', async () => {
    const { target, job } = await prepare('Q-0005');
    const path = join(job.targetFolder, 'identity.json');
    await writeFile(path, JSON.stringify({ ...target, serial: 'OTHER' }));
    expect(await runCopy(job, hooks)).toMatchObject({ ok: false, fault: { code: 'other-drive' } });
    const drive = await DriveImage.open(job.targetFolder, 'read');
    expect(drive.map.isBlank).toBe(true);
    await drive.close();
  });

  it('notices bytes that come back otherwise than written', async () => {
    const { job } = await prepare('Q-0006');
    const write = DriveImage.prototype.write;
    let count = 0;
    const spy = jest.spyOn(DriveImage.prototype, 'write').mockImplementation(async function (
      this: DriveImage,
      offset,
      bytes,
    ) {
      const flipped = bytes.slice();
      if ((count += 1) === 40) flipped[5]! ^= 1;
      await write.call(this, offset, flipped);
    });
    expect(await runCopy(job, hooks)).toMatchObject({ ok: false, fault: { code: 'mismatch' } });
    spy.mockRestore();
    expect(await dock.copySoFar('Q-0006')).toMatchObject({ done: false, verifiedBlocks: 32 });
  });
});

describe('its pieces', () => {
  it('the account of written lines: marks all it must, and a scan finds the same', async () => {
    const folder = join(root, 'map');
    await mkdir(folder);
    const drive = await DriveImage.create(folder, 64 * 2 ** 20);
    await drive.write(3 * 2 ** 20 - 1, new Uint8Array([1, 2]));
    expect([2, 3, 4].map((line) => drive.map.isUnwritten(line * 2 ** 20, line * 2 ** 20 + 1))).toEqual([
      false,
      false,
      true,
    ]);
    await expect(drive.write(64 * 2 ** 20 - 1, new Uint8Array(2))).rejects.toThrow('past the end');
    await drive.close();
    const scanned = WrittenMap.scan(join(folder, 'image.img'), join(folder, 'scanned.map'));
    expect([2, 3, 4].map((line) => scanned.isUnwritten(line * 2 ** 20, line * 2 ** 20 + 1))).toEqual([
      false,
      false,
      true,
    ]);
    scanned.close();
  });

  it('a journal cut at any byte claims only whole lines', async () => {
    const path = join(root, 'cut.log');
    const journal = await Journal.open(path, 0);
    await journal.add({ kind: 'plan', plan: 'p', targetBlank: true });
    for (let to = 2; to <= 8; to += 2)
      await journal.add({ kind: 'verified', to, digests: ['a', 'b'], seconds: 0.5, unreadable: [] });
    await journal.close();
    const text = await readFile(path);
    await fc.assert(
      fc.asyncProperty(fc.nat(text.length), async (cut) => {
        await writeFile(path, text.subarray(0, cut));
        const lines = text.subarray(0, cut).toString().split('\n').length - 1;
        const { verified, digests, seconds, wholeBytes } = await readJournal(path);
        const whole = Math.max(0, lines - 1);
        return (
          verified === 2 * whole && digests.length === verified && seconds === whole / 2 && wholeBytes <= cut
        );
      }),
      { numRuns: 40 },
    );
    const damaged = Buffer.from(text);
    damaged[text.indexOf('\n') + 12]! ^= 1;
    await writeFile(path, damaged);
    expect((await readJournal(path)).verified).toBe(0);
  });

  it('the pace lasts as long as the case’s rate says', async () => {
    let now = 0;
    const time = { nowMs: () => now, sleep: async (ms: number) => void (now += ms) };
    const pacer = new Pacer([{ fromBytes: 0, bytesPerS: 38e6 }], 'true', time);
    await pacer.moved(38e6);
    await pacer.moved(76e6);
    expect(now).toBeCloseTo(3000);
    now = 0;
    await new Pacer([{ fromBytes: 0, bytesPerS: 38e6 }], 'x60', time).moved(38e6 * 60);
    expect(now).toBeCloseTo(1000);
    now = 0;
    await new Pacer([{ fromBytes: 0, bytesPerS: 38e6 }], 'free', time).moved(1e12);
    expect(now).toBe(0);
  });
});
