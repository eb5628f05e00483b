import { type AnyFileSystem, rangeBytes } from '@/core/disk';
import { blank, fileTree, numberIn, readVolume, tool, workFolder } from './tools';
import { readFileSync, writeFileSync } from 'node:fs';

const work = workFolder('used');
afterAll(() => work.clear());

const MiB = 2 ** 20;
const tree = work.path('tree');
const files = fileTree(tree, 40);

/** Bytes of the ranges that must be carried; fails where they are not known. */
function usedRangeBytes(fileSystem: AnyFileSystem): number {
  if (!fileSystem.usage.known) throw new Error(fileSystem.usage.why);
  expect(fileSystem.usage.isCoarse).toBe(false);
  return rangeBytes(fileSystem.usage.ranges);
}

/** Bytes that must read zero on the new drive instead of being carried. */
const clearedBytes = ({ usage }: AnyFileSystem): number =>
  usage.known ? rangeBytes(usage.cleared ?? []) : 0;

describe('used blocks of FAT, against fsck.fat', () => {
  it.each([
    ['FAT12', 12, 4],
    ['FAT16', 16, 64],
    ['FAT32', 32, 300],
  ] as const)('%s', async (kind, bits, size) => {
    const image = blank(work.path(`${kind}.img`), size * MiB);
    tool('mkfs.fat', '-F', String(bits), '-n', 'FERRY', '-i', 'CAFE0123', image);
    tool('mmd', '-i', image, '::GAMES');
    for (const file of files.slice(0, bits === 12 ? 20 : 40))
      tool('mcopy', '-i', image, `${tree}/${file.name}`, `::${file.name}`);
    const volume = await readVolume(image);
    const said = tool('fsck.fat', '-n', '-v', image);
    expect(volume).toMatchObject({ kind, label: 'FERRY', identity: 'CAFE0123', faults: [] });
    expect(volume.usedBytes! / volume.blockBytes).toBe(numberIn(said, /files, (\d+)\/\d+ clusters/u));
    expect((volume.usedBytes! + volume.freeBytes!) / volume.blockBytes).toBe(
      numberIn(said, /files, \d+\/(\d+) clusters/u),
    );
    expect(usedRangeBytes(volume)).toBe(
      volume.usedBytes! + numberIn(said, /Data area starts at byte (\d+)/u),
    );
  });
});

describe('used blocks of ext, against dumpe2fs', () => {
  it.each([
    ['ext2', 'ext2 of 1 KiB blocks', ['-t', 'ext2', '-b', '1024', '-O', '^resize_inode'], 40],
    ['ext3', 'ext3', ['-t', 'ext3', '-b', '4096'], 200],
    ['ext4', 'ext4 with flex groups and uninitialised ones', ['-t', 'ext4', '-b', '1024'], 400],
    ['ext4', 'ext4 of 64 bits', ['-t', 'ext4', '-O', '64bit,metadata_csum'], 3000],
    ['ext4', 'ext4 with meta groups', ['-t', 'ext4', '-O', 'meta_bg,^resize_inode', '-b', '1024'], 600],
    ['ext4', 'ext4 with two backups', ['-t', 'ext4', '-O', 'sparse_super2'], 1500],
    ['ext4', 'ext4 in clusters of 64 KiB', ['-t', 'ext4', '-O', 'bigalloc', '-C', '65536'], 1500],
    ['ext4', 'ext4 in clusters of 1 MiB', ['-t', 'ext4', '-O', 'bigalloc', '-C', '1048576'], 3000],
    ['ext4', 'ext4 without checksums', ['-t', 'ext4', '-O', '^metadata_csum,^uninit_bg'], 300],
  ] as const)('%s: %s', async (kind, name, options, size) => {
    const image = blank(work.path('ext.img'), size * MiB);
    tool('mke2fs', '-q', '-F', '-L', 'berth', '-d', tree, ...options, image);
    const said = tool('dumpe2fs', '-h', image);
    const volume = await readVolume(image);
    expect(volume).toMatchObject({ kind, label: 'berth', faults: [] });
    expect(volume.identity).toBe(/UUID:\s+(\S+)/u.exec(said)![1]);
    const blockBytes = numberIn(said, /Block size:\s+(\d+)/u);
    const used = numberIn(said, /Block count:\s+(\d+)/u) - numberIn(said, /Free blocks:\s+(\d+)/u);
    // Every block that it counts as used is carried, and none besides: block 0 of 1 KiB blocks is counted as one.
    expect((usedRangeBytes(volume) + clearedBytes(volume)) / blockBytes).toBe(used);
    expect(volume.usedBytes).toBe(used * blockBytes);
  });
});

describe('tables of files of an ext that no file ever stood in', () => {
  it.each([
    ['zeroed when it was made', 'lazy_itable_init=0,lazy_journal_init=0'],
    ['left for later', 'lazy_itable_init=1,lazy_journal_init=1'],
  ])(
    '%s are not carried: what is stays within a twentieth of files, directories and journal',
    async (_, lazy) => {
      const image = blank(work.path('wide.img'), 8192 * MiB);
      tool('mke2fs', '-q', '-F', '-t', 'ext4', '-E', lazy, '-d', tree, image);
      const said = tool('dumpe2fs', image);
      const volume = await readVolume(image);
      const inodeBytes = numberIn(said, /Inode size:\s+(\d+)/u);
      const unused = [...said.matchAll(/, (\d+) unused inodes/gu)].reduce(
        (sum, [, count]) => sum + Number(count),
        0,
      );
      // Whole blocks only: less than one of each group is carried that need not be.
      expect(clearedBytes(volume)).toBeLessThanOrEqual(unused * inodeBytes);
      expect(clearedBytes(volume)).toBeGreaterThan(unused * inodeBytes - 4096 * 2 * 64);
      const journal = numberIn(said, /Total journal blocks:\s+(\d+)/u) * volume.blockBytes;
      const content = files.reduce((sum, { bytes }) => sum + Math.ceil(bytes.length / 4096) * 4096, 0);
      // Room for descriptors that growing would need stands behind each superblock: few on any size.
      const copies = [...said.matchAll(/superblock at \d+/gu)].length;
      const reserved = copies * (numberIn(said, /Reserved GDT blocks:\s+(\d+)/u) + 2) * 4096;
      expect(usedRangeBytes(volume)).toBeLessThan((content + journal) * 1.05 + reserved + MiB);
    },
  );
});

describe('used blocks of NTFS, against ntfsinfo', () => {
  it.each([
    ['clusters of 4 KiB', ['-c', '4096'], 100],
    ['clusters of 64 KiB', ['-c', '65536'], 200],
    ['clusters of 512 bytes', ['-c', '512'], 50],
  ] as const)('%s', async (_, options, size) => {
    const image = blank(work.path('ntfs.img'), size * MiB);
    tool('mkntfs', '-F', '-f', '-q', '-L', 'Cabin 4', ...options, image);
    for (const file of files.slice(0, 10))
      tool('ntfscp', '-f', image, `${tree}/${file.name}`, file.name.replace('/', '-'));
    const said = tool('ntfsinfo', '-m', '-f', image);
    const volume = await readVolume(image);
    expect(volume).toMatchObject({
      kind: 'NTFS',
      label: 'Cabin 4',
      faults: [],
      blockBytes: numberIn(said, /Cluster Size: (\d+)/u),
    });
    expect(volume.freeBytes! / volume.blockBytes).toBe(numberIn(said, /Free Clusters: (\d+)/u));
    // The boot sector’s copy stands behind the last cluster, where no bitmap counts it.
    expect(usedRangeBytes(volume)).toBe(volume.usedBytes! + 512);
  });

  it('a bitmap in two pieces, far from each other', async () => {
    const image = blank(work.path('pieces.img'), 200 * MiB);
    tool('mkntfs', '-F', '-f', '-q', '-c', '512', image);
    const whole = await readVolume(image);
    splitBitmap(image);
    expect(tool('ntfsinfo', '-i', '6', '-v', '-f', image)).toContain('Total runs: 2');
    const volume = await readVolume(image);
    expect(volume.faults).toEqual([]);
    expect(volume.usedBytes).toBe(whole.usedBytes);
    expect(volume.freeBytes! / 512).toBe(
      numberIn(tool('ntfsinfo', '-m', '-f', image), /Free Clusters: (\d+)/u),
    );
    expect(usedRangeBytes(volume)).toBe(volume.usedBytes! + 512);
  });
});

/** Moves the second half of `$Bitmap` to clusters near the end, as a volume that has grown has it: two runs instead of one. */
function splitBitmap(image: string) {
  const bytes = readFileSync(image);
  const record = Number(bytes.readBigUInt64LE(48)) * 512 + 6 * 1024;
  let attribute = record + bytes.readUInt16LE(record + 20);
  while (bytes.readUInt32LE(attribute) !== 0x80) attribute += bytes.readUInt32LE(attribute + 4);
  const runs = attribute + bytes.readUInt16LE(attribute + 32);
  // One run of a one- or two-byte length and a two-byte place.
  const lengthBytes = bytes[runs]! & 15;
  const count = bytes.readUIntLE(runs + 1, lengthBytes);
  const first = bytes.readUIntLE(runs + 1 + lengthBytes, bytes[runs]! >> 4);
  const [kept, moved, to] = [Math.ceil(count / 2), Math.floor(count / 2), 390_000];
  bytes.copy(bytes, to * 512, (first + kept) * 512, (first + count) * 512);
  const bitAt = (cluster: number) => {
    const at = cluster >> 3;
    const byte = at < kept * 512 ? first * 512 + at : to * 512 + at - kept * 512;
    return { byte, bit: 1 << (cluster & 7) };
  };
  for (let i = 0; i < moved; i += 1) {
    const [old, now] = [bitAt(first + kept + i), bitAt(to + i)];
    bytes[old.byte]! &= ~old.bit;
    bytes[now.byte]! |= now.bit;
  }
  const list = Buffer.alloc(16);
  list.set([0x32, kept & 255, kept >> 8, first & 255, (first >> 8) & 255, first >> 16]);
  list[6] = 0x32;
  list.writeUIntLE(moved, 7, 2);
  list.writeUIntLE(to - first, 9, 3);
  // The attribute grows by eight bytes, and the end mark behind it moves on.
  bytes.writeUInt32LE(80, attribute + 4);
  list.copy(bytes, attribute + 64);
  bytes.writeUInt32LE(0xffffffff, attribute + 80);
  bytes.writeUInt32LE(0, attribute + 84);
  bytes.writeUInt32LE(bytes.readUInt32LE(record + 24) + 8, record + 24);
  writeFileSync(image, bytes);
}

describe('used blocks of exFAT, against dump.exfat', () => {
  it.each([
    ['clusters of 4 KiB', ['-c', '4K'], 64],
    ['clusters of 128 KiB', ['-c', '128K'], 900],
  ] as const)('%s', async (_, options, size) => {
    const image = blank(work.path('exfat.img'), size * MiB);
    tool('mkfs.exfat', '-L', 'Dünung', ...options, image);
    const said = tool('dump.exfat', image);
    const volume = await readVolume(image);
    expect(volume).toMatchObject({ kind: 'exFAT', label: 'Dünung', faults: [] });
    expect(volume.freeBytes! / volume.blockBytes).toBe(numberIn(said, /Free Clusters:\s+(\d+)/u));
    usedRangeBytes(volume);
  });
});

describe('other marks', () => {
  it('swap: its header alone', async () => {
    const image = blank(work.path('swap.img'), 8 * MiB);
    tool('mkswap', '-q', '-L', 'ballast', image);
    const volume = await readVolume(image);
    expect(volume).toMatchObject({ kind: 'swap', label: 'ballast', bytes: 8 * MiB });
    expect(usedRangeBytes(volume)).toBe(4096);
  });
});
