/**
 * Makes the packed volumes in `demo/volumes` and `tests/disks/volumes` with Debian's own tools: e2fsprogs, ntfs-3g, exfatprogs and exfat-fuse. Run
 * once, by hand, as root (`node --import tsx scripts/pack-volumes.mts`); what it makes is committed; names behind it make only those. Kept are the blocks that
 * are not zero and belong to no file, and where the files lie (src/core/disk/packed-volume.ts).
 */
import { execFileSync } from 'node:child_process';
import {
  closeSync,
  mkdirSync,
  mkdtempSync,
  openSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ImageFile } from '../src/copier';
import { isAllZero, readContent } from '../src/core/disk';
import { deliveredTable } from '../src/core/disk';
import { forecastSectors } from '../src/core/part';
import { PackedHeader } from '../src/core/disk/packed-volume';
import { unsafeValue } from '../src/core/result';

const blockBytes = 4096;
const mark = Buffer.from('JICARA-FILL\0');
const env = {
  ...process.env,
  PATH: `${process.env.PATH}:/usr/sbin:/sbin`,
  E2FSPROGS_FAKE_TIME: '1767225600',
};
const run = (command: string, ...args: string[]) => execFileSync(command, args, { env, stdio: 'pipe' });

type Wish = {
  name: string;
  kind: PackedHeader['kind'];
  bytes: number;
  firstSector: number;
  files: Record<string, number>;
  /** Where it goes; with the demo’s where left out. */
  folder?: string;
};

/** A part as its profile delivers it on a drive of so many label GB: where it starts and how large it is. */
function delivered(labelGB: number, recoveryMiB: number): { bytes: number; firstSector: number } {
  const fat32 = { sectorsPerCluster: 128 as const, tables: 1 as const, roomForSectors: 0, volumeLabel: 'X' };
  const part = (name: string, type: 'efiSystem' | 'basicData' | 'recovery', sizeMiB: number | 'rest') => ({
    name,
    type,
    sizeMiB,
    fat32,
  });
  const parts = [
    part('efi', 'efiSystem', 260),
    part('main', 'basicData', 'rest'),
    ...(recoveryMiB ? [part('recovery', 'recovery', recoveryMiB)] : []),
  ];
  const table = unsafeValue(
    deliveredTable(
      parts,
      { sectors: forecastSectors(labelGB, 512), sectorBytes: 512 },
      (n) => `0000000${n}-0000-4000-8000-000000000000`,
    ),
  );
  const { firstSector, lastSector } = table.partitions[1]!;
  return { firstSector, bytes: (lastSector - firstSector + 1) * 512 };
}

const MB = 1_000_000;
const games = {
  'SYSTEM/CORE.BIN': 96 * MB,
  'GAMES/REEF.DAT': 96 * MB,
  'GAMES/KELP.DAT': 80 * MB,
  'SAVES/SLOT1.SAV': 2 * MB,
};
const wishes: Wish[] = [
  { name: 'ext4-256-gb', kind: 'ext4', ...delivered(256, 1024), files: games },
  { name: 'ntfs-256-gb', kind: 'NTFS', ...delivered(256, 1024), files: games },
  {
    name: 'exfat-1000-gb',
    kind: 'exFAT',
    ...delivered(1000, 0),
    files: { 'SHOWS/HARBOUR.TS': 160 * MB, 'SHOWS/TIDES.TS': 120 * MB, 'INDEX.BIN': 2 * MB },
  },
  {
    name: 'ext4-image',
    kind: 'ext4',
    bytes: 96 * 2 ** 20,
    firstSector: 100_352,
    files: { 'system/core.bin': 20 * MB, 'system/shell.bin': 6 * MB },
  },
  {
    name: 'exfat-test',
    kind: 'exFAT',
    bytes: 260 * 2 ** 20,
    firstSector: 33 * 2048,
    files: Object.fromEntries(
      Array.from({ length: 24 }, (_, n) => [`DIR${n % 3}/FILE${n}.BIN`, (n + 1) * 50_000]),
    ),
    folder: 'tests/disks/volumes',
  },
];

/** A file whose every block says that it is a file's. */
function markedFile(path: string, bytes: number, index: number) {
  const file = openSync(path, 'w');
  const count = Math.ceil(bytes / blockBytes);
  const batch = Buffer.alloc(256 * blockBytes, 0x55);
  for (let block = 0; block < count; block += 256) {
    for (let i = 0; i < 256; i += 1) {
      mark.copy(batch, i * blockBytes);
      batch.writeUInt16LE(index, i * blockBytes + 12);
      batch.writeUInt32LE(block + i, i * blockBytes + 16);
    }
    writeSync(file, batch, 0, Math.min(256, count - block) * blockBytes);
  }
  closeSync(file);
}

function tree(folder: string, files: Wish['files']): string[] {
  const paths = Object.keys(files);
  for (const [i, path] of paths.entries()) {
    mkdirSync(join(folder, path, '..'), { recursive: true });
    markedFile(join(folder, path), Math.floor(files[path]! / blockBytes) * blockBytes, i);
  }
  return paths;
}

function make({ kind, bytes, firstSector, files }: Wish, image: string, work: string): string[] {
  const mounted = join(work, 'mounted');
  const content = join(work, 'content');
  mkdirSync(mounted);
  if (kind === 'ext4') {
    const paths = tree(content, files);
    run(
      'mke2fs',
      '-q',
      '-F',
      '-t',
      'ext4',
      '-b',
      '4096',
      '-L',
      'home',
      '-U',
      '6a1c0c4e-0000-4000-8000-0000000000e4',
      '-J',
      bytes > 2 ** 30 ? 'size=16' : 'size=4',
      '-E',
      'nodiscard,lazy_itable_init=1,hash_seed=6a1c0c4e-0000-4000-8000-0000000000e5,root_owner=0:0',
      '-d',
      content,
      image,
    );
    return paths;
  }
  if (kind === 'NTFS')
    run(
      'mkntfs',
      '-q',
      '-F',
      '-Q',
      '-c',
      '4096',
      '-s',
      '512',
      '-p',
      String(firstSector),
      '-H',
      '16',
      '-S',
      '63',
      '-L',
      'desktop',
      image,
    );
  else run('mkfs.exfat', '-L', 'RECORDINGS', image);
  const loop = kind === 'exFAT' ? run('losetup', '-f', '--show', image).toString().trim() : image;
  run(kind === 'NTFS' ? 'ntfs-3g' : 'mount.exfat-fuse', loop, mounted);
  try {
    return tree(mounted, files);
  } finally {
    run('umount', mounted);
    if (loop !== image) run('losetup', '-d', loop);
  }
}

async function pack(wish: Wish, work: string) {
  const image = join(work, 'image');
  writeFileSync(image, '');
  truncateSync(image, wish.bytes);
  const paths = make(wish, image, work);
  const reader = await ImageFile.open(image, 'read');
  const content = await readContent(reader);
  if (content.kind !== 'file-system' || !content.fileSystem.usage.known)
    throw new Error(`${wish.name} is not read`);
  const files = paths.map((path) => ({ path, extents: [] as [number, number][] }));
  const blocks: [number, number][] = [];
  const kept: Buffer[] = [];
  const extend = (runs: [number, number][], at: number, by: number) => {
    const last = runs.at(-1);
    if (last && last[0] + last[1] === at) last[1] += by;
    else runs.push([at, by]);
  };
  for (const { start, end } of content.fileSystem.usage.ranges)
    for (let at = Math.floor(start / blockBytes) * blockBytes; at < end; at += blockBytes) {
      const block = Buffer.from(await reader.read(at, blockBytes));
      if (block.subarray(0, 12).equals(mark)) extend(files[block.readUInt16LE(12)]!.extents, at, blockBytes);
      else if (!isAllZero(block)) {
        extend(blocks, at / blockBytes, 1);
        kept.push(block);
      }
    }
  await reader.close();
  const header: PackedHeader = {
    schema: 'jicara.packed-volume/1',
    kind: wish.kind,
    bytes: wish.bytes,
    firstSector: wish.firstSector,
    blockBytes,
    blocks,
    files,
  };
  const packed = gzipSync(
    Buffer.concat([Buffer.from(`${JSON.stringify(PackedHeader.parse(header))}\n`), ...kept]),
    { level: 9 },
  );
  const path = join(wish.folder ?? 'demo/volumes', `${wish.kind}-${wish.bytes}.vol.gz`);
  writeFileSync(path, packed);
  console.log(
    path,
    statSync(path).size,
    'bytes;',
    kept.length,
    'blocks;',
    files.map(({ path: p, extents }) => `${p}: ${extents.length}`).join(', '),
  );
}

mkdirSync('demo/volumes', { recursive: true });
const asked = process.argv.slice(2);
for (const wish of wishes.filter(({ name }) => asked.length === 0 || asked.includes(name))) {
  const work = mkdtempSync(join(tmpdir(), 'jicara-pack-'));
  try {
    await pack(wish, work);
  } finally {
    rmSync(work, { recursive: true });
  }
}
