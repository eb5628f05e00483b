import {
  closeSync,
  copyFileSync,
  openSync,
  readFileSync,
  readSync,
  statSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { type Inspection, isAllZero, readPackedVolume } from '@/core/disk';
import { unsafeValue } from '@/core/result';
import { answerOf, jicara } from './command';
import { blank, fileTree, noise, tool, toolWithInput, workFolder } from './tools';

const work = workFolder('copies');
afterAll(() => work.clear());

const MiB = 2 ** 20;
const tree = work.path('tree');
const files = fileTree(tree, 30);

/** Copies bytes between files; holes and all that is zero stay unwritten. */
function transfer(from: string, fromAt: number, to: string, toAt: number, bytes: number) {
  const [source, target] = [openSync(from, 'r'), openSync(to, 'r+')];
  const block = Buffer.alloc(MiB);
  for (let at = 0; at < bytes; at += MiB) {
    const length = readSync(source, block, 0, Math.min(MiB, bytes - at), fromAt + at);
    if (!isAllZero(block.subarray(0, length))) writeSync(target, block, 0, length, toAt + at);
  }
  closeSync(source);
  closeSync(target);
}

/** An image of a drive: a start part, the volume in question, and a recovery part behind it that has to move. */
function driveWith(volume: string, name: string): string {
  const volumeMiB = statSync(volume).size / MiB;
  const image = blank(work.path(`${name}-drive.img`), (volumeMiB + 80) * MiB);
  const script = `label: gpt
    start=1MiB, size=32MiB, type=C12A7328-F81F-11D2-BA4B-00A0C93EC93B, name="start"
    start=33MiB, size=${volumeMiB}MiB, type=EBD0A0A2-B9E5-4433-87C0-68B6B72699C7, name="main"
    size=40MiB, type=DE94BBA4-06D1-4D40-A16A-BFD50179D6AC, name="recovery"`;
  toolWithInput(script, 'sfdisk', '-q', image);
  const start = blank(work.path(`${name}-start.img`), 32 * MiB);
  tool('mkfs.fat', '-F', '16', '-h', '2048', start);
  tool('mmd', '-i', start, '::EFI', '::EFI/BOOT');
  tool('mcopy', '-i', start, `${tree}/FILE0.BIN`, '::EFI/BOOT/BOOTX64.EFI');
  transfer(start, 0, image, MiB, 32 * MiB);
  const recovery = blank(work.path(`${name}-recovery.img`), 40 * MiB);
  tool('mkfs.fat', '-F', '16', recovery);
  tool('mcopy', '-i', recovery, `${tree}/FILE2.BIN`, '::FILE2.BIN');
  transfer(recovery, 0, image, (33 + volumeMiB) * MiB, 40 * MiB);
  transfer(volume, 0, image, 33 * MiB, volumeMiB * MiB);
  return image;
}

/** One part of an image as a file of its own, for the checkers. */
async function partOf(image: string, name: string): Promise<string> {
  const found = await answerOf<Inspection>('inspect', image);
  const part = found.parts.find((one) => one.name === name)!;
  const out = blank(work.path(`${name}-out.img`), part.bytes);
  transfer(image, part.firstSector * 512, out, 0, part.bytes);
  return out;
}

const sameFile = (path: string, file: { bytes: Buffer }) =>
  Buffer.compare(readFileSync(path), file.bytes) === 0;

async function copied(volume: string, name: string, targetMiB: number): Promise<string> {
  const target = work.path(`${name}-target.img`);
  const source = driveWith(volume, name);
  await answerOf('copy', source, target, '--target-bytes', String(targetMiB * MiB));
  expect(tool('sfdisk', '-V', target)).toContain('No errors');
  expect((await jicara('verify', target, '--source', source)).code).toBe(0);
  // The parts around it: read by the tools where they are now.
  const recovery = await partOf(target, 'recovery');
  tool('fsck.fat', '-n', recovery);
  tool('mcopy', '-o', '-i', recovery, '::FILE2.BIN', work.path('back'));
  expect(sameFile(work.path('back'), files[2]!)).toBe(true);
  return partOf(target, 'main');
}

describe('after a copy to a bigger drive the checkers find no fault and every file reads the same', () => {
  it('FAT32, grown by the copy', async () => {
    const volume = blank(work.path('fat32.img'), 400 * MiB);
    // Made for a larger volume and cut down, its tables have room to grow.
    blank(work.path('large.img'), 900 * MiB);
    tool('mkfs.fat', '-F', '32', '-s', '4', work.path('large.img'));
    const boot = readFileSync(work.path('large.img')).subarray(0, 40 * MiB);
    for (const sector of [0, 6]) boot.writeUInt32LE((400 * MiB) / 512, sector * 512 + 32);
    const reserved = boot.readUInt16LE(14) + 2 * boot.readUInt32LE(36);
    const clusters = Math.floor(((400 * MiB) / 512 - reserved) / 4);
    for (const sector of [1, 7]) boot.writeUInt32LE(clusters - 1, sector * 512 + 488);
    const file = openSync(volume, 'r+');
    writeSync(file, boot);
    closeSync(file);
    tool('mmd', '-i', volume, '::GAMES');
    for (const one of files) tool('mcopy', '-i', volume, `${tree}/${one.name}`, `::${one.name}`);
    tool('fsck.fat', '-n', volume);
    const main = await copied(volume, 'fat32', 800);
    expect(tool('fsck.fat', '-n', '-v', main)).toMatch(/clusters/u);
    expect(readFileSync(main).readUInt32LE(32) * 512).toBe(statSync(main).size);
    for (const one of files) {
      tool('mcopy', '-o', '-i', main, `::${one.name}`, work.path('back'));
      expect(sameFile(work.path('back'), one)).toBe(true);
    }
  });

  it('ext4, which keeps its size until the device grows it', async () => {
    const volume = blank(work.path('ext4.img'), 300 * MiB);
    tool('mke2fs', '-q', '-F', '-t', 'ext4', '-d', tree, volume);
    const main = await copied(volume, 'ext4', 700);
    tool('e2fsck', '-f', '-n', main);
    for (const one of files) {
      tool('debugfs', '-R', `dump /${one.name} ${work.path('back')}`, main);
      expect(sameFile(work.path('back'), one)).toBe(true);
    }
    // What the device will do at its first start works.
    tool('resize2fs', main);
    tool('e2fsck', '-f', '-n', main);
  });

  it('ext4 onto a drive full of something else: its unused tables of files read zero there, and no old mark is left', async () => {
    const volume = blank(work.path('onto.img'), 300 * MiB);
    tool('mke2fs', '-q', '-F', '-t', 'ext4', '-E', 'lazy_itable_init=0', '-d', tree, volume);
    const source = driveWith(volume, 'onto');
    const target = work.path('onto-target.img');
    writeFileSync(target, Buffer.alloc(450 * MiB, 0xa5));
    await answerOf('copy', source, target, '--overwrite', 'onto-target.img');
    expect(tool('sfdisk', '-V', target)).toContain('No errors');
    const main = await partOf(target, 'main');
    tool('e2fsck', '-f', '-n', main);
    // Believing no descriptor, every table of files is looked through.
    tool('tune2fs', '-O', '^metadata_csum,^uninit_bg', main);
    tool('e2fsck', '-f', '-n', main);
    expect((await jicara('verify', target, '--source', source)).code).toBe(0);
  });

  it('NTFS, which keeps its size until the device grows it', async () => {
    const volume = blank(work.path('ntfs.img'), 200 * MiB);
    tool('mkntfs', '-F', '-f', '-q', '-p', String(33 * 2048), volume);
    for (const one of files) tool('ntfscp', '-f', volume, `${tree}/${one.name}`, one.name.replace('/', '-'));
    const main = await copied(volume, 'ntfs', 500);
    // The checker looks for the boot sector’s copy behind the volume, which ends before its part does.
    const volumeOnly = blank(work.path('volume-out.img'), 200 * MiB);
    transfer(main, 0, volumeOnly, 0, 200 * MiB);
    tool('ntfsfix', '-n', volumeOnly);
    for (const one of files) {
      const read = toolBytes('ntfscat', '-f', main, one.name.replace('/', '-'));
      expect(Buffer.compare(read, one.bytes)).toBe(0);
    }
    tool('ntfsresize', '--check', '-f', main);
  });

  it.each(['4K', '128K', '8M'])('exFAT in clusters of %s, grown', async (cluster) => {
    const volume = blank(work.path('exfat.img'), 260 * MiB);
    tool('mkfs.exfat', '-c', cluster, volume);
    const main = await copied(volume, `exfat-${cluster}`, 700);
    expect(tool('fsck.exfat', '-n', main)).toContain('clean');
    const size = Number(readFileSync(main).readBigUInt64LE(72)) * 512;
    expect(size).toBeGreaterThan(statSync(main).size - 2 * MiB);
  });
});

/** An exFAT with files, from its packed blocks: Debian’s tools make none without mounting it. */
function exFatWithFiles(path: string) {
  const packed = readFileSync(join(__dirname, 'volumes/exFAT-272629760.vol.gz'));
  const { header, writes } = unsafeValue(readPackedVolume(gunzipSync(packed)));
  blank(path, header.bytes);
  const file = openSync(path, 'r+');
  for (const { offset, bytes } of writes) writeSync(file, bytes, 0, bytes.length, offset);
  for (const [i, { extents }] of header.files.entries())
    for (const [start, bytes] of extents) writeSync(file, noise(bytes, i + 1), 0, bytes, start);
  closeSync(file);
  return header.files;
}

it.each([341, 345, 700, 3000])(
  'an exFAT with files, onto %s MiB: its checker finds no fault, it is as large as its partition, and each file has its bytes',
  async (size) => {
    const volume = work.path('exfat-files.img');
    const inside = exFatWithFiles(volume);
    expect(inside).toHaveLength(24);
    const main = await copied(volume, `exfat-files-${size}`, size);
    expect(tool('fsck.exfat', '-n', main)).toContain('clean');
    const file = openSync(main, 'r');
    const bytesAt = (start: number, bytes: number) => {
      const found = Buffer.alloc(bytes);
      readSync(file, found, 0, bytes, start);
      return found;
    };
    const before = openSync(volume, 'r');
    const old = Buffer.alloc(512);
    readSync(before, old, 0, 512, 0);
    closeSync(before);
    const boot = bytesAt(0, 512);
    const heap = (sector: Buffer) => sector.readUInt32LE(88) * 512;
    const clusterBytes = 512 * 2 ** boot[109]!;
    const missed = statSync(main).size - heap(boot) - boot.readUInt32LE(92) * clusterBytes;
    expect(missed).toBeLessThan(Math.max(2 ** 21, clusterBytes));
    for (const [i, { extents }] of inside.entries())
      for (const [start, bytes] of extents)
        expect(bytesAt(start - heap(old) + heap(boot), bytes).equals(noise(bytes, i + 1))).toBe(true);
    closeSync(file);
  },
);

function toolBytes(command: string, ...args: string[]): Buffer {
  return Buffer.from(tool('sh', '-c', `${command} "$@" | base64 -w0`, command, ...args), 'base64');
}

describe('an ext4 from sectors of 512 to 4096 bytes', () => {
  it('is carried with a table that is written anew', async () => {
    const volume = blank(work.path('carried.img'), 100 * MiB);
    tool('mke2fs', '-q', '-F', '-t', 'ext4', '-b', '4096', '-d', tree, volume);
    const image = blank(work.path('carried-drive.img'), 128 * MiB);
    toolWithInput(
      'label: gpt\nstart=1MiB, size=100MiB, type=0FC63DAF-8483-4772-8E79-3D69D8477DE4, name="main"',
      'sfdisk',
      '-q',
      image,
    );
    transfer(volume, 0, image, MiB, 100 * MiB);
    const target = work.path('carried-target.img');
    await answerOf('copy', image, target, '--target-bytes', String(256 * MiB), '--target-sector', '4096');
    expect(tool('fdisk', '-b', '4096', '-l', target)).toContain('gpt');
    const out = work.path('carried-out.img');
    copyFileSync(volume, out);
    transfer(target, MiB, out, 0, 100 * MiB);
    tool('e2fsck', '-f', '-n', out);
  });
});
