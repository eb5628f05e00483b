import { spawnSync } from 'node:child_process';
import {
  closeSync,
  ftruncateSync,
  mkdirSync,
  openSync,
  readdirSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildTable, makeFat32, partitionTypeCodes, readDrive, usableSectors } from '../../src/core/disk';
import { hostileImages } from '../../src/core/disk/hostile.test.data';
import { sectorsFromLabel } from '../../src/core/part';
import { unsafeValue } from '../../src/core/result';
import { median, report } from './report.mjs';

const rounds = 3;
const contentBytes = 1e9;

/** A sparse image of a drive of so many label gigabytes with 1 GB of files in one FAT32; `flat` gets the same bytes in one piece. */
function makeImage(path: string, labelGB: number, flat: string | null) {
  const driveSectors = unsafeValue(sectorsFromLabel(labelGB, 512));
  const file = openSync(path, 'w');
  ftruncateSync(file, driveSectors * 512);
  const [firstSector, lastSector] = [2048, Math.floor((driveSectors - 34) / 2048) * 2048 - 1];
  const made = makeFat32({
    sectorBytes: 512,
    totalSectors: Math.min(lastSector - firstSector + 1, 0xffffffff),
    hiddenSectors: firstSector,
    sectorsPerCluster: 128,
    tables: 1,
    roomForSectors: 0,
    volumeLabel: 'GAMES',
    serial: 1,
    files: Array.from({ length: 10 }, (_, i) => ({ path: `G${i}.DAT`, bytes: contentBytes / 10 })),
  });
  for (const { offset, bytes } of made.writes)
    writeSync(file, bytes, 0, bytes.length, firstSector * 512 + offset);
  const noise = new Uint32Array(2 ** 18);
  const flatFile = flat === null ? null : openSync(flat, 'w');
  for (const [n, extent] of made.extents.entries())
    for (let at = 0; at < extent.bytes; at += noise.byteLength) {
      for (let i = 0; i < noise.length; i += 1) noise[i] = (i + at + n) * 2_654_435_761;
      const length = Math.min(noise.byteLength, extent.bytes - at);
      const bytes = new Uint8Array(noise.buffer, 0, length);
      writeSync(file, bytes, 0, length, firstSector * 512 + extent.start + at);
      if (flatFile !== null) writeSync(flatFile, bytes, 0, length);
    }
  const guid = (n: number) => `0000000${n}-0000-4000-8000-000000000000`;
  const parts = [
    {
      number: 1,
      typeGuid: partitionTypeCodes.basicData,
      partGuid: guid(1),
      firstSector,
      lastSector,
      attributes: '0',
      name: 'games',
    },
  ];
  const table = {
    kind: 'gpt' as const,
    sectorBytes: 512,
    driveSectors,
    diskGuid: guid(0),
    ...usableSectors(driveSectors, 512),
    partitions: parts,
  };
  for (const { offset, bytes } of buildTable(table)) writeSync(file, bytes, 0, bytes.length, offset);
  closeSync(file);
  if (flatFile !== null) closeSync(flatFile);
}

/** What Debian's makers of file systems print is of no interest where they succeed. */
function tool(command: string, ...args: string[]) {
  const env = { ...process.env, PATH: `${process.env.PATH}:/usr/sbin:/sbin` };
  const done = spawnSync(command, args, { env, stdio: ['ignore', 'ignore', 'pipe'], encoding: 'utf8' });
  if (done.status !== 0) throw new Error(`${command}: ${done.stderr}`);
}

/** Ten files of 100 MB in a folder. */
function makeFiles(folder: string) {
  mkdirSync(folder);
  const bytes = Buffer.alloc(contentBytes / 10);
  for (let n = 0; n < 10; n += 1) {
    for (let i = 0; i + 4 <= bytes.length; i += 4) bytes.writeUInt32LE(((i + n) * 2_654_435_761) >>> 0, i);
    writeFileSync(join(folder, `G${n}.DAT`), bytes);
  }
}

/** A sparse image of a drive that is one file system from its first sector, with these files. */
const wholeDrive = {
  ext4(path: string, labelGB: number, files: string) {
    makeBlank(path, labelGB);
    tool('mke2fs', '-q', '-F', '-t', 'ext4', '-E', 'lazy_itable_init=1', '-d', files, path);
  },
  NTFS(path: string, labelGB: number, files: string) {
    makeBlank(path, labelGB);
    tool('mkntfs', '-F', '-f', '-q', path);
    for (const name of readdirSync(files)) tool('ntfscp', '-f', path, join(files, name), name);
  },
};

function makeBlank(path: string, labelGB: number) {
  const file = openSync(path, 'w');
  ftruncateSync(file, unsafeValue(sectorsFromLabel(labelGB, 512)) * 512);
  closeSync(file);
}

/** 1 GB in use in 2 TB against 256 GB, for file systems that Debian's tools make. */
async function measureFileSystems(): Promise<boolean> {
  const folder = await mkdtemp(join(tmpdir(), 'jicara-images-'));
  const path = (name: string) => join(folder, name);
  const done: boolean[] = [];
  try {
    makeFiles(path('files'));
    for (const [kind, make] of Object.entries(wholeDrive)) {
      const seconds: Record<number, number[]> = { 256: [], 2000: [] };
      for (const labelGB of [256, 2000]) make(path(`${labelGB}.img`), labelGB, path('files'));
      for (let round = 0; round < rounds; round += 1)
        for (const labelGB of [256, 2000]) {
          seconds[labelGB]!.push(copy(path(`${labelGB}.img`), path('target.img')).seconds);
          await rm(path('target.img'));
          await rm(path('target.img.jicara'), { recursive: true });
        }
      const ratio = median(seconds[2000]!) / median(seconds[256]!);
      done.push(
        report(
          `copy of 1 GB in ${kind} on 2 TB against 256 GB`,
          `ratio ${ratio.toFixed(2)}`,
          'at most 1.2',
          ratio <= 1.2,
        ),
      );
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  return done.every(Boolean);
}

function copy(source: string, target: string): { seconds: number; peakBytes: number } {
  const script = join(import.meta.dirname, 'one-command.mts');
  const done = spawnSync(process.execPath, ['--import', 'tsx', script, 'copy', source, target], {
    encoding: 'utf8',
  });
  if (done.status !== 0) throw new Error(done.stderr);
  return JSON.parse(done.stdout) as { seconds: number; peakBytes: number };
}

function tools(flat: string): number {
  const start = performance.now();
  for (const [command, ...args] of [
    ['cp', '--sparse=never', flat, `${flat}.copy`],
    ['sha256sum', flat],
    ['sha256sum', `${flat}.copy`],
    ['cmp', flat, `${flat}.copy`],
  ] as const) {
    const done = spawnSync(command, args, { stdio: ['ignore', 'ignore', 'inherit'] });
    if (done.status !== 0) throw new Error(`${command} failed`);
  }
  return (performance.now() - start) / 1000;
}

/** The command-line copier over 1 GB in use, in a small and in a large drive, in turns with the tools over the same bytes. */
async function measureCommand(): Promise<boolean> {
  const folder = await mkdtemp(join(tmpdir(), 'jicara-images-'));
  const path = (name: string) => join(folder, name);
  const [small, large, theirs, peaks]: [number[], number[], number[], number[]] = [[], [], [], []];
  try {
    makeImage(path('256.img'), 256, path('flat'));
    makeImage(path('2000.img'), 2000, null);
    for (let round = 0; round < rounds; round += 1) {
      for (const [name, seconds] of [
        ['256.img', small],
        ['2000.img', large],
      ] as const) {
        const answer = copy(path(name), path('target.img'));
        seconds.push(answer.seconds);
        peaks.push(answer.peakBytes);
        await rm(path('target.img'));
        await rm(path('target.img.jicara'), { recursive: true });
      }
      theirs.push(tools(path('flat')));
      await rm(path('flat.copy'));
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
  const size = median(large) / median(small);
  const ratio = median(theirs) / median(large);
  const peak = Math.max(...peaks);
  return [
    report(
      'copy of 1 GB in a 2 TB drive against a 256 GB one',
      `ratio ${size.toFixed(2)}`,
      'at most 1.2',
      size <= 1.2,
    ),
    report(
      'the same in 2 TB against cp + sha256sum of both + cmp',
      `ratio ${ratio.toFixed(2)}`,
      '1.3 or more',
      ratio >= 1.3,
    ),
    report(
      'memory peak of the command-line copier',
      `${(peak / 1e6).toFixed(0)} MB`,
      'below 200 MB',
      peak < 200e6,
    ),
  ].every(Boolean);
}

/** Images made to mislead: how long all of them take to end in a stated fault. */
async function measureHostile(): Promise<boolean> {
  const images = hostileImages();
  const start = performance.now();
  for (const { reader } of images) await readDrive(reader);
  const ms = performance.now() - start;
  return report(
    `${images.length} hostile images`,
    `${ms.toFixed(0)} ms`,
    'under 2,000 ms for 50',
    (ms / images.length) * 50 < 2000,
  );
}

export async function measureImages(): Promise<boolean> {
  return [await measureHostile(), await measureCommand(), await measureFileSystems()].every(Boolean);
}
